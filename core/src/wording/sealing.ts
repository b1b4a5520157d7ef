import type { SealedWhen } from '../record/definitions';
import type { Batch, BatchClock } from '../sealing/batch';
import { countOf } from './words';

/** So many minutes in words: hours from two on. */
export function minutesText(minutes: number): string {
  if (minutes < 120) return `${minutes} min`;
  const rest = minutes % 60;
  return `${Math.floor(minutes / 60)} h${rest === 0 ? '' : ` ${rest} min`}`;
}

/** What the clock of a batch says. */
export function clockSentence({ state, workLeft, tackFreeIn, curedIn }: BatchClock): string {
  const cure = curedIn === null || curedIn === 0 ? '' : `, cured in ${minutesText(curedIn)}`;
  switch (state) {
    case 'workable':
    case 'warned':
      return `${minutesText(workLeft)} left to work it`;
    case 'over':
      return `its work life is over: nothing more is set wet from it${tackFreeIn ? `, tack-free in ${minutesText(tackFreeIn)}` : ''}${cure}`;
    case 'tack-free':
      return `nothing is set wet any more${cure}`;
    case 'cured':
      return 'clear the holes with their own reamer, wipe the faces';
  }
}

/** What a batch is, in a line. */
export function batchSentence(b: Batch): string {
  return [
    b.ratio ? `${b.ratio}${b.ratioBy ? ` by ${b.ratioBy}` : ''}` : null,
    b.amountMl === undefined ? null : `${Number(b.amountMl.toFixed(1))} ml`,
    b.temperatureC === undefined ? null : `at ${b.temperatureC} °C`,
    `${countOf(b.rowIds.length, 'row')}${b.jobIds.length > 0 ? ` and ${countOf(b.jobIds.length, 'joint')}` : ''}`,
  ]
    .filter((t) => t !== null)
    .join(', ');
}

export const SEALING_CAUTIONS: readonly string[] = [
  'Ventilation, gloves, eyes covered; rags and squeeze-out laid out flat outdoors.',
  'Ratio, work life and cure are those of the maker’s own sheet at your temperature: the program does not know them.',
];

/** Whether a sealed row's rivets may go in by its batch's clock; null: no batch was mixed for it. */
export function sealedRowSentence(sealed: SealedWhen, clock: BatchClock | null): { readonly text: string; readonly isBad: boolean } {
  if (sealed === 'wet') {
    if (!clock) return { text: 'Set wet: no batch is mixed for it yet.', isBad: false };
    if (clock.state === 'tack-free' || clock.state === 'cured')
      return { text: 'It is tack-free: nothing is set wet any more. Clean it off and mix anew.', isBad: true };
    return clock.state === 'over'
      ? { text: 'Its work life is over: set wet only what is joined already, and at once.', isBad: true }
      : { text: 'Set wet, before it is tack-free.', isBad: false };
  }
  if (!clock) return { text: 'Riveted after the cure: no batch is mixed for it yet.', isBad: false };
  return clock.state === 'cured'
    ? { text: 'Cured: clear the holes with their own reamer, wipe the faces, then rivet.', isBad: false }
    : { text: 'Riveted after the cure: not before its clock says so.', isBad: true };
}
