import { finishWayOf, type FinishWay } from '../record/mark-work';
import type { AssemblyMarkKind, Dented, Mark, MarkKind, SettledAs } from '../record/marks';

/** Marks that are no step done at holes, as undo and the record name them. */
const TOLD: Partial<Readonly<Record<MarkKind, string>>> = {
  deviation: 'a deviation',
  'depth-read': 'a depth reading',
  'gauge-read': 'a reading of the gauge’s scatter',
  'cage-set': 'the cage’s setting',
  'rivet-check': 'a rivet laid in',
  'dimple-check': 'a dimple looked at',
  'angle-read': 'a flange’s angle',
  'head-check': 'a rivet looked at',
  'sealant-mixed': 'sealant mixed',
  'job-step': 'a step of a job',
  'gave-way': 'a sheet that gave way',
  scrapped: 'parts scrapped',
  arrived: 'parts that came',
  dent: 'a dent',
  'dent-settled': 'what became of a dent',
  'edges-deburred': 'edges of parts deburred',
  'hole-check': 'a hole gauged',
  coupon: 'a scrap piece kept',
  'bare-checked': 'a bare zone looked at',
  'left-over-settled': 'left-over work told',
  'own-fastener': 'a rivet of its own size',
  'finding-settled': 'an answer to a finding',
  'thing-check': 'a check of a tool',
  'thing-finding': 'a finding on a tool',
  'looked-again': 'holes looked at again',
  'page-answer': 'an answer to a revised page',
  'question-answer': 'an answer of the kit maker',
  'bend-open': 'the flange bent open',
  'bend-back': 'the flange bent back',
  'log-note': 'a note in the log',
  'shift-started': 'the shift’s start',
  'shift-paused': 'the shift’s pause',
  'shift-resumed': 'the shift going on',
  'shift-ended': 'the shift’s end',
};

export const FINISH_WORDS: Readonly<Record<FinishWay, string>> = {
  primed: 'primed',
  painted: 'painted',
  'sent-out': 'sent out for its finish',
};

/** What became of work that the plan no longer asks for. */
export const SETTLED_WORDS: Readonly<Record<SettledAs, string>> = { closed: 'closed up', filled: 'filled', moved: 'moved to another row' };

export const DENTED_WORDS: Readonly<Record<Dented, string>> = {
  dressed: 'dressed out',
  left: 'left as it is',
  patched: 'patched over',
};

/** Work on the whole once it is done. */
export const WHOLE_DONE: Readonly<Record<AssemblyMarkKind, string>> = {
  'fit-up': 'fitted up',
  'take-apart': 'taken apart',
  mask: 'masked',
  reassemble: 'put together',
  seal: 'sealed',
  'bend-open': 'bent open',
  'bend-back': 'bent back',
  join: 'put in place',
  close: 'closed up',
};

/** A mark in a few words: `12 holes drilled`, `2 parts primed`, `a depth reading`. */
export function markText(mark: Pick<Mark, 'kind' | 'holeIds' | 'payload'>): string {
  /* Its metal came back: nothing new came. */
  if (mark.kind === 'arrived' && mark.payload.putBack !== undefined) return `piece ${mark.payload.putBack} put back`;
  const told = TOLD[mark.kind];
  if (told) return told;
  const count = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;
  const parts = mark.payload.partIds?.length;
  const done =
    mark.kind in WHOLE_DONE
      ? WHOLE_DONE[mark.kind as AssemblyMarkKind]
      : mark.kind === 'primed'
        ? FINISH_WORDS[finishWayOf(mark)]
        : mark.kind;
  return `${parts === undefined ? count(mark.holeIds.length, 'hole') : count(parts, 'part')} ${done}`;
}
