import type { Limits } from '../tables/limits';
import type { SchoolId } from '../prep/stack';
import type { PlannedLayer } from '../prep/walk';
import type { Units } from '../units/length';
import { showLength } from '../units/show';
import { PREP_WORDS, schoolWords } from './words';

/** Why a layer is prepared as it is, in one sentence, with the numbers of this layer. */
export function layerReason(layer: PlannedLayer, school: SchoolId, limits: Limits, units: Units): string {
  const L = (length: number) => showLength(length, units);
  const t = L(layer.thickness);
  const into = layer.receives === 'head' ? 'the head' : 'the dimple above';
  switch (layer.reason) {
    case 'protruding-head':
      return 'No flush head sits in it: no preparation.';
    case 'through':
      return 'The plans call it out as through: a washer, spacer or bearing, drilled and never prepared.';
    case 'nothing-received':
      return 'Nothing comes down into this sheet.';
    case 'not-aluminium':
      return 'It is not aluminum sheet, and only that is dimpled: ask the kit maker.';
    case 'bought':
      return 'It is bought finished: not prepared unless the plans say so.';
    case 'head-unknown':
      return `The head of the fastener is not known yet: nothing is prepared for it before its diameter and angle are typed.`;
    case 'below-unresolved':
      return 'Below a sheet without an answer nothing more is said.';
    case 'plans':
      return layer.schoolSays === layer.prep
        ? `The plans say ${PREP_WORDS[layer.prep]}, and so does ${schoolWords(school, limits, units).name}.`
        : `The plans say ${PREP_WORDS[layer.prep]}; ${schoolWords(school, limits, units).name} would say ${PREP_WORDS[layer.schoolSays ?? 'none']}.`;
    case 'sheet-thin-enough':
      return `${t} is ${school === 'kit-032' ? `up to ${L(limits.kitDimpleMax)}` : `under ${L(limits.bandLow)}`}: dimple to receive ${into}.`;
    case 'sheet-too-thick-to-dimple':
      return `${t} is over ${L(school === 'kit-032' ? limits.kitDimpleMax : limits.bandHigh)}: countersink to receive ${into}.`;
    case 'in-band':
      return `${t} lies between ${L(limits.bandLow)} and ${L(limits.bandHigh)}: dimple to receive ${into}.`;
    case 'top-sheet-thick':
      return `The top sheet is ${t}, ${L(limits.productionSheet)} or more: countersink it, the rest stays plain.`;
    case 'total-thin':
      return `The stack is up to ${L(limits.productionSheet)} together: the rivet itself forms the dimples.`;
    case 'sheet-dimpled-before':
      return `${t} is up to ${L(limits.productionSheet)}: dimple before assembly.`;
    case 'first-thick-sheet':
      return `${t} is over ${L(limits.productionSheet)}: countersink to receive ${into}.`;
    case 'two-thirds-kept':
      return `The depth stays within two thirds of ${t} and one click: countersink.`;
    case 'two-thirds-lost':
      return `The depth would take more than two thirds of ${t}: dimple instead.`;
    case 'no-answer':
      return `Too thin to countersink at ${t} and over ${L(limits.dimpleMax)} for a dimple: ask the kit maker.`;
  }
}
