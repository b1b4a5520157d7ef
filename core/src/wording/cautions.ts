import type { PrepAnswer, StackFastenerKind } from '../prep/stack';
import type { AssemblyMarkKind } from '../record/marks';
import type { StepKind } from '../record/steps';
import type { Setup } from '../setup/setup';

/** What stands above every piece of advice. */
export const ADVICE_FIRST = 'Advice only: the kit maker’s documents, local rules and the responsible inspector come first.';

/** Cautions for the work a row asks for, each once, in the order of the work. */
export function cautionsFor(preps: readonly PrepAnswer[]): string[] {
  const cautions = [
    'Drilling: eye and ear protection, no key in the chuck, small parts clamped, and mind what is behind the sheet; chips are hot and sharp.',
  ];
  if (preps.includes('dimple'))
    cautions.push('Dimpling: fingers clear of the dies; air off before changing them; try the set on scrap of the same thickness first.');
  if (preps.includes('countersink'))
    cautions.push(
      'Countersinking: the cutter’s end is sharp; set the cage on scrap of the same thickness and hole, and check against a real head every few holes.',
    );
  return cautions;
}

const DRILLING = 'Eye and ear protection; no key in the chuck; small parts clamped; hot, sharp chips; mind what is behind the sheet.';
const WET = 'Ventilation and gloves; for anything with chromate a respirator; rags of solvent out of the shop.';

/** What can hurt in one operation, and what spoils the part; shown while it is done. */
const OPERATION_CAUTIONS: Readonly<Record<StepKind, readonly string[]>> = {
  'laid-out': ['Felt pen only: a scribed line in a sheet is where a crack begins.'],
  piloted: [DRILLING],
  drilled: [DRILLING, 'Square to the sheet: the bit’s reflection runs straight on.'],
  deburred: ['Two light turns: no countersink. Edges cut: gloves.'],
  'edges-deburred': ['Every edge, cut-out and corner, both faces: a nick left in an edge is where a crack begins. Gloves.'],
  creased: ['A slight crease only; fingers clear of the rollers.'],
  scuffed: ['Dust: mask, and no grinding dust of other metals on the pad.'],
  dimpled: ['Fingers clear of the dies. Air off before the dies are changed. Try the set on scrap of the same thickness first.'],
  countersunk: ['The cutter’s end is sharp. Bursts, not one long cut. Check against a real head every few holes.'],
  cleaned: [WET],
  primed: [WET, 'Zones to be bonded stay bare: mask them.'],
  set: ['Eye and ear protection; fingers off the bar’s edge; never fire a gun without a rivet under its set.'],
  inspected: ['Light from the side shows dents; gauge, straightedge and feeler before the eye.'],
};

/** Setting what is no solid rivet. */
const SET_CAUTIONS: Readonly<Record<Exclude<StackFastenerKind, 'solid'>, readonly string[]>> = {
  blind: ['Eye protection: the stem flies off; catch it. Fingers clear of the puller’s jaws.'],
  screw: ['The bit sits down in the head before it is turned; a rounded recess comes out by drilling only.'],
  bolt: ['Through the hole by hand, never driven; no finger between sheets to feel whether the holes line up.'],
  pin: ['Eye protection: hardened pins chip. Pressed or tapped in straight, with soft metal between.'],
  none: ['Looked at from both sides before it is closed: nothing left behind it.'],
};

/** What can hurt in a set-up: of setting by what is set. */
export function setupCautions({ operation, tool }: Setup, fastener: StackFastenerKind | undefined): readonly string[] {
  if (operation !== 'set' || tool.kind === 'sets' || fastener === undefined || fastener === 'solid') return OPERATION_CAUTIONS[operation];
  return SET_CAUTIONS[fastener];
}

/** The same for work on the whole. */
export const WHOLE_CAUTIONS: Readonly<Record<AssemblyMarkKind, readonly string[]>> = {
  'fit-up': [
    'Square, free of twist and with its edges where the plans have them, before the first hole fixes it. Sharp edges: gloves.',
    'A sheet holder in every few holes, from the middle outward; nothing is pulled together that does not lie by itself.',
  ],
  'take-apart': [
    'Part, side and way up written on each sheet with felt pen before it comes off; chips brushed off, never blown at anybody.',
  ],
  mask: ['Only what is to stay bare; the tape off before the primer is hard.'],
  reassemble: ['Everything inside is deburred, prepared and dry; no chip, tape or tool is left between the sheets.'],
  seal: [WET, 'Within the sealant’s work life; what is squeezed out is wiped off before it skins.'],
  'bend-open': ['Once, with a wide radius, and only with the kit maker’s word: bending hardens and may crack.'],
  'bend-back': ['Look at the bend under the glass, both faces; a crack is a stop.'],
  join: ['Nothing behind it is left undone: what it covers is seen no more.'],
  close: ['Last look inside: chips, tools, rejected rivets, wires clear. What is closed is seen no more.'],
};
