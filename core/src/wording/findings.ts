import type { Material } from '../tables/materials';
import type { Finding, FindingCode } from '../prep/findings';
import type { Mm, Units } from '../units/length';
import { showFactor, showLength } from '../units/show';
import { PREP_WORDS, sheetName } from './words';

/** A material in a sentence. */
export const MATERIAL_WORDS: Readonly<Record<Material, string>> = {
  aluminium: 'aluminum alloy',
  steel: 'steel',
  stainless: 'stainless steel',
  titanium: 'titanium',
  plastic: 'plastic',
  composite: 'composite',
  wood: 'wood',
};

/** What a finding is called, when it is raised, and what to do about it. `docs/findings.md` is made from this. */
export interface FindingEntry {
  readonly title: string;
  readonly when: string;
  readonly advice: string;
}

export const FINDING_CATALOGUE: Readonly<Record<FindingCode, FindingEntry>> = {
  'two-thirds-exceeded': {
    title: 'Countersink deeper than two thirds of the sheet',
    when: 'a countersunk layer with 2/3 t < d <= t',
    advice: 'Little wall is left under the head. Prefer a dimple or a thicker sheet where the plans allow it.',
  },
  'countersink-breaks-through': {
    title: 'Countersink breaks through the sheet',
    when: 'd > t: caution while the hole left is within hole max, else stop',
    advice: 'The cone eats the wall of the hole and leaves a knife edge. Dimple instead where the sheet allows it, or ask the kit maker.',
  },
  unresolved: {
    title: 'The school has no answer for this sheet',
    when: 'neither countersink nor dimple is allowed by the governing school',
    advice: 'Stop and ask the kit maker.',
  },
  'not-aluminium': {
    title: 'Not aluminum sheet',
    when: 'a part of another material is to receive a head or a dimple, and the plans do not say how',
    advice: 'Stop. Ask the kit maker how this part is prepared. Holes, edges and length stand.',
  },
  'dimple-too-thick': {
    title: 'Sheet too thick to dimple',
    when: 'dimpled by the plans or by override and t > .040 in',
    advice: 'A dimple this thick cracks or does not form. Stop and ask the kit maker.',
  },
  'not-received': {
    title: 'Nothing receives what comes down',
    when: 'a layer left plain by the plans or by override though a flush head or a dimple comes down into it',
    advice: 'The sheet above stands proud. Check the call-out against the plans before drilling.',
  },
  'outside-method-range': {
    title: 'More dimpled sheets than the methods were made for',
    when: 'dimpled sheets of more than .090 in together, or more than 3 of them',
    advice: 'Nested dimples this deep seldom sit. Try it on scrap and ask the kit maker.',
  },
  'nest-misfit': {
    title: 'Fixed allowance does not fit this dimple',
    when: 'the fixed allowance is off the computed one by more than .002 in (caution) or .005 in (stop)',
    advice: 'Set the cage to the computed depth, or by trial until the dimpled scrap lies down flat.',
  },
  'hole-over-max': {
    title: 'Hole larger than its maximum',
    when: 'the hole given is larger than hole max',
    advice: 'Stop. The next rivet size may be possible: ask the kit maker or the inspector.',
  },
  'length-does-not-work': {
    title: 'This rivet length cannot make an acceptable head',
    when: 'V / D^3 outside k Wmin^2 Hmin to k 2.25: caution where another length works, stop where none does',
    advice: 'Take the length named, and check it on scrap of the same stack.',
  },
  'waist-over-pilot': {
    title: 'Two countersinks meet wider than the pilot',
    when: 'countersunk from both sides with a waist over the hole (caution) or over hole max (stop)',
    advice: 'The second cut loses its guide and chatters. Use a drill press and a jig that holds the strip level.',
  },
  'edge-distance-low': {
    title: 'Too near the edge',
    when: 'hole centre to edge under 2 D (stop); flush heads 2 D to 2.5 D (caution)',
    advice: 'Below the usual minimum of public guidance: only with the plans. Ask the kit maker.',
  },
  'edge-distance-high': {
    title: 'Far from the edge',
    when: 'hole centre to edge over 4 D',
    advice: 'The edge may lift between the holes. Check the plans.',
  },
  'hole-off-part': {
    title: 'Hole off the part',
    when: 'a placed hole lies outside the drawn outline of a part in its stack',
    advice: 'Either the outline or the hole is not where it should be: check both against the plans before drilling.',
  },
  'pitch-low': {
    title: 'Holes too close together',
    when: 'along a row under 3 D (stop); flush heads 3 D to 3.5 D, a row with another within 4 D beside it 3 D to 4 D (caution); any two holes of two rows under 3 D, staggered neighbours under 2.5 D (stop)',
    advice: 'Only with the plans. Ask the kit maker.',
  },
  'row-distance-low': {
    title: 'Rows too close together',
    when: 'rows side by side (within 30 degrees, overlapping) under 2.5 D across',
    advice: 'Stop and ask the kit maker.',
  },
  'pitch-high': {
    title: 'Holes far apart',
    when: 'pitch over 16 D',
    advice: 'Wider than usual, see the plans.',
  },
  'rivet-small-for-sheet': {
    title: 'Rivet thin for the thickest sheet',
    when: 'D under the thickness of the thickest sheet',
    advice: 'The rule of thumb is D about three times the sheet. Check the plans.',
  },
  'rivet-large-for-sheet': {
    title: 'Rivet thick for these sheets',
    when: 'D over 4 times the thickest sheet',
    advice: 'The rule of thumb is D about three times the sheet. Check the plans.',
  },
  'angle-mismatch': {
    title: 'Cutter and head have different angles',
    when: 'the sheet the head itself sits in is countersunk by a cutter of another angle than the head',
    advice: 'Stop. Change the cutter: the head would bear on an edge only.',
  },
  'plans-differ': {
    title: 'The plans say otherwise',
    when: "the plans' call-out differs from the governing school's answer (the plans govern), or prepares a layer under a protruding head (ignored)",
    advice: 'The plans govern. Check that the call-out is for this sheet and this revision.',
  },
  'far-side-unsaid': {
    title: 'Prepared from the far side?',
    when: 'the plans dimple or countersink a layer below the one that ended the walk from the head side',
    advice: 'Stop. Is the row flush on its far side too, or is the call-out for another sheet? Ask the kit maker before it is cut.',
  },
  'grip-out-of-range': {
    title: 'Grip out of the fastener’s range',
    when: 'the sheets together are thinner or thicker than the fastener is made for',
    advice: 'It does not hold. Take one made for this grip.',
  },
  'cutter-too-small': {
    title: 'Cutter too small',
    when: 'the countersink is wider at the surface than the cutter’s largest diameter',
    advice: 'Take a larger cutter: the head would stand proud.',
  },
  'hole-max-unknown': {
    title: 'Nobody has said how large the hole may be',
    when: 'a bolt without hole max: breaking through is a stop then',
    advice: 'Type it from the plans.',
  },
  'mixed-fit': {
    title: 'Fasteners of different fit share the load',
    when: 'rivets are meant to carry one load together with bolts or close-fitting pins',
    advice: 'The tighter fit is loaded first, and a pin locates only. Check that the plans mean it so.',
  },
};

/** One sentence with the reason, the number and the limit. `parts` names the layers for findings that belong to one. */
export function findingMessage(f: Finding, units: Units, parts: readonly { part: string }[]): string {
  const L = (key: string) => showLength(f.data[key] as number, units);
  const sheet = f.layer === undefined ? '' : sheetName(parts[f.layer]?.part, f.layer);
  const atHole = f.data.hole === undefined ? '' : ` at hole ${f.data.hole}`;
  switch (f.code) {
    case 'two-thirds-exceeded':
      return `${sheet}: depth ${L('depth')} is more than two thirds of ${L('thickness')} (limit ${L('limit')}).`;
    case 'countersink-breaks-through':
      return `${sheet}: depth ${L('depth')} goes through ${L('thickness')}; the hole opens to ${L('holeAfter')} (hole max ${L('limit')}).`;
    case 'unresolved':
      if (f.data.head !== undefined)
        return `${sheet}: from the head side it would be ${word(f.data.head)}, from the far side ${word(f.data.far)}: it cannot be both. Ask the kit maker.`;
      if (f.data.fastener !== undefined)
        return `${sheet}: the flush head of ${f.data.fastener} is not known. Type its diameter and angle before anything is cut or dimpled for it.`;
      return `${sheet}: ${L('thickness')} is too thin for this countersink and over ${L('limit')} for a dimple: ask the kit maker.`;
    case 'not-aluminium':
      return `${sheet} is ${MATERIAL_WORDS[f.data.material as Material]}: the plans have to say how it is prepared.`;
    case 'dimple-too-thick':
      return `${sheet}: dimpled at ${L('thickness')}, over the limit of ${L('limit')}.`;
    case 'not-received':
      return `${sheet}: left plain though a ${f.data.receives === 'head' ? 'flush head' : 'dimple'} comes down into it.`;
    case 'outside-method-range':
      return `${f.data.sheets} dimpled sheets, ${L('total')} together (limits: ${f.data.limitSheets} sheets, ${L('limit')}).`;
    case 'nest-misfit':
      return `${sheet}: the fixed allowance ${L('fixed')} is ${L('off')} off the computed ${L('computed')} (limit ${L('limit')}).`;
    case 'hole-over-max':
      return `The hole ${L('hole')} is larger than hole max ${L('limit')}.`;
    case 'length-does-not-work':
      if (f.data.proud !== undefined) return farLength(f, units);
      return f.data.nearest === undefined
        ? `${f.data.callout} cannot make an acceptable head in this stack, and no other length does.`
        : `${f.data.callout} cannot make an acceptable head in this stack; the nearest length that does is ${f.data.nearest}.`;
    case 'waist-over-pilot':
      return `${sheet}: the two countersinks meet at ${L('waist')}, wider than the pilot ${L('pilot')} (hole max ${L('limit')}).`;
    case 'edge-distance-low':
      return `${sheet || 'Edge'}: ${L('edge')} from hole centre to edge${atHole} is under ${showFactor(f.data.limitD as number)} D = ${L('limit')}.`;
    case 'edge-distance-high':
      return `${sheet || 'Edge'}: ${L('edge')} from hole centre to edge${atHole} is over ${showFactor(f.data.limitD as number)} D = ${L('limit')}: the edge may lift.`;
    case 'hole-off-part':
      return f.data.count === 1
        ? `${sheet}: hole ${f.data.hole} lies off the part as it is drawn.`
        : `${sheet}: ${f.data.count} holes, the first of them ${f.data.hole}, lie off the part as it is drawn.`;
    case 'pitch-low':
      return `${pitchName(f)} ${L('pitch')} is under ${showFactor(f.data.limitD as number)} D = ${L('limit')}${f.data.paired === undefined ? '' : ', with another row beside it'}.`;
    case 'row-distance-low':
      return `Rows ${L('distance')} apart${f.data.row === undefined ? '' : ` (${f.data.row})`}, under ${showFactor(f.data.limitD as number)} D = ${L('limit')}.`;
    case 'pitch-high':
      return `${pitchName(f)} ${L('pitch')} is over ${showFactor(f.data.limitD as number)} D = ${L('limit')}: wider than usual, see the plans.`;
    case 'rivet-small-for-sheet':
      return `Rivet ${L('diameter')} is thinner than the thickest sheet ${L('thickness')} (rule of thumb: about three times it).`;
    case 'rivet-large-for-sheet':
      return `Rivet ${L('diameter')} is over ${showFactor(f.data.factor as number)} times the thickest sheet ${L('thickness')} = ${L('limit')}.`;
    case 'angle-mismatch':
      if (f.data.dieAngleDeg !== undefined) return `The head is ${f.data.headAngleDeg} degrees, the dies ${f.data.dieAngleDeg} degrees.`;
      return `The head is ${f.data.headAngleDeg} degrees, the cutter ${f.data.cutterAngleDeg} degrees${f.data.proud === undefined || f.data.proud === 0 ? '' : `: it would stand ${L('proud')} proud`}.`;
    case 'plans-differ':
      return f.data.against === 'nothing-received'
        ? `${sheet}: the plans say ${word(f.data.plans)}, but nothing comes down into this sheet: ignored.`
        : `${sheet}: the plans say ${word(f.data.plans)}, the school would say ${word(f.data.says)}. The plans govern.`;
    case 'far-side-unsaid':
      return `${sheet}: the plans say ${word(f.data.plans)}, but nothing comes down into this sheet from the head side, and nobody has said that the far side is flush.`;
    case 'grip-out-of-range':
      return `The grip ${L('grip')} is outside what the fastener is made for: ${[f.data.from === undefined ? '' : `from ${L('from')}`, f.data.to === undefined ? '' : `to ${L('to')}`].filter(Boolean).join(' ')}.`;
    case 'cutter-too-small':
      return `${sheet}: the countersink is ${L('surface')} across, the cutter makes ${L('limit')} at most; the head would stand ${L('proud')} proud.`;
    case 'hole-max-unknown':
      return `How large the hole ${L('hole')} may become is not said: type it from the plans.`;
    case 'mixed-fit':
      return `Rivets share the load with ${f.data.with === 'bolts' ? 'bolts' : 'close-fitting pins'}: the tighter fit is loaded first.`;
  }
}

/** A length that does not end flush on the far side. */
function farLength({ data }: Finding, units: Units): string {
  const L = (key: string) => showLength(Math.abs(data[key] as number) as Mm, units);
  const by = L('proud');
  const stands = (data.proud as number) > 0 ? 'above' : 'below';
  return data.nearest === undefined
    ? `${data.callout} ends ${by} ${stands} the far surface: cut the next longer one to ${L('ideal')}.`
    : `${data.callout} ends ${by} ${stands} the far surface; ${data.nearest} ends flush.`;
}

/** Whose distance it is: the row's pitch, two of its holes, or a hole of it and one of another row. */
function pitchName(f: Finding): string {
  const { hole, otherHole, row } = f.data;
  if (hole === undefined) return 'Pitch';
  return row === undefined ? `Holes ${hole} and ${otherHole}:` : `Hole ${hole} and hole ${otherHole} of ${row}:`;
}

function word(prep: number | string | undefined): string {
  return PREP_WORDS[prep as keyof typeof PREP_WORDS];
}
