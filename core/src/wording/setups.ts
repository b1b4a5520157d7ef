import type { StackFastenerKind } from '../prep/stack';
import type { HoldKind } from '../record/definitions';
import type { Stage } from '../record/stage';
import type { StepKind } from '../record/steps';
import type { BenchItem } from '../work/bench';
import type { Setup } from '../setup/setup';
import type { Units } from '../units/length';
import { showLength } from '../units/show';

/** A diameter in 32nds of an inch as a builder says it. */
export function dashSize(dash: number): string {
  let [top, bottom] = [dash, 32];
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${top}/${bottom}`;
}

/** The same with its millimetres where the screen speaks them: `3/32 (2.4 mm)`. */
export function dashName(dash: number, units: Units): string {
  return units === 'mm' ? `${dashSize(dash)} (${((dash * 25.4) / 32).toFixed(1)} mm)` : dashSize(dash);
}

/** What is in the tool, in few words. */
export function setupName({ operation, tool }: Setup, units: Units): string {
  switch (tool.kind) {
    case 'bit':
      return `${tool.drill ? `${tool.drill}, ` : ''}${showLength(tool.diameter, units)}`;
    case 'dies':
      if (tool.name !== undefined) return `dies for ${tool.name}, ${tool.angleDeg}°, ${tool.sheet}`;
      return `dies ${dashName(tool.dash, units)}, ${tool.angleDeg}°, ${tool.sheet}`;
    case 'cutter':
      return `cutter ${tool.angleDeg}°, pilot ${showLength(tool.pilot, units)}, ${showLength(tool.depth, units)} deep${tool.isSecondFace ? ', second face, in the jig' : ''}`;
    case 'sets':
      return `sets ${dashName(tool.dash, units)}, ${tool.head === 'flush-100' ? 'flush' : 'protruding'}${tool.isFarFlush ? ' on both sides, against a bar' : ''}`;
    case 'puller':
      return `puller, ${tool.name}`;
    case 'driver':
      return tool.name;
    case 'hand':
      return tool.name ?? OPERATION_WORDS[operation].by;
  }
}

/** What each operation is called: the order, the stage it leads to, and what it is done with where nothing is set up. */
export const OPERATION_WORDS: Readonly<Record<StepKind, { readonly verb: string; readonly done: string; readonly by: string }>> = {
  'laid-out': { verb: 'lay out', done: 'laid out', by: 'ruler and felt pen' },
  piloted: { verb: 'pilot', done: 'piloted', by: 'pilot bit' },
  drilled: { verb: 'drill to size', done: 'drilled', by: 'bit or reamer' },
  deburred: { verb: 'deburr', done: 'deburred', by: 'deburring bit, two light turns' },
  'edges-deburred': { verb: 'deburr every edge', done: 'deburred at every edge', by: 'edge tool and abrasive pad' },
  creased: { verb: 'crease the edge', done: 'creased', by: 'edge roller, a slight crease' },
  scuffed: { verb: 'scuff', done: 'scuffed', by: 'abrasive pad' },
  dimpled: { verb: 'dimple', done: 'dimpled', by: 'dies' },
  countersunk: { verb: 'countersink', done: 'countersunk', by: 'cutter' },
  cleaned: { verb: 'clean', done: 'cleaned', by: 'solvent and clean wipes' },
  primed: { verb: 'prime', done: 'primed', by: 'primer' },
  set: { verb: 'rivet', done: 'set', by: 'sets' },
  inspected: { verb: 'inspect', done: 'inspected', by: 'gauges, straightedge, feeler' },
};

/** What is done in a set-up: what goes into a hole is riveted, pulled, put in or closed, by what it is. */
export function setupVerb({ operation, tool, key }: Setup): string {
  if (operation !== 'set') return OPERATION_WORDS[operation].verb;
  if (tool.kind === 'puller') return 'pull';
  if (tool.kind === 'driver') return 'put in';
  return key.startsWith('set/none') ? 'close' : OPERATION_WORDS.set.verb;
}

/** The same of a step, by what closes the row; absent: a solid rivet. */
export function stepVerb(kind: StepKind, fastener: StackFastenerKind | undefined): string {
  if (kind !== 'set' || fastener === undefined || fastener === 'solid') return OPERATION_WORDS[kind].verb;
  return fastener === 'blind' ? 'pull' : fastener === 'none' ? 'close' : 'put in';
}

/** How far a hole is. */
export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  open: 'not begun',
  'laid-out': 'laid out',
  piloted: 'piloted',
  drilled: 'drilled',
  deburred: 'deburred',
  prepared: 'prepared',
  set: 'set',
  inspected: 'inspected',
};

/** What is held back, in words, and its sign beside the hole's number. */
export const HOLD_WORDS: Readonly<Record<HoldKind, { readonly text: string; readonly sign: string }>> = {
  'no-prep': { text: 'no dimple or countersink: plug', sign: '\u25aa' },
  'no-rivet': { text: 'nothing in it for now: leave empty', sign: '\u2715' },
  square: { text: 'not drilled before the square-up check', sign: '\u221f' },
};

/** How much an item of the bench wants, after its name: holes; nothing where it is a part; the check alone where every other hole is drilled. */
export function itemAmount({ partId, openHoleIds }: Pick<BenchItem, 'partId' | 'openHoleIds'>): string {
  if (partId !== null) return '';
  return openHoleIds.length > 0 ? ` ×${openHoleIds.length}` : ': check that it is square';
}
