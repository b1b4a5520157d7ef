import type { RowDefinition, TransferWay } from '../record/definitions';
import type { StepKind } from '../record/steps';
import type { Units } from '../units/length';
import { showLength } from '../units/show';

export const TRANSFER_WORDS: Readonly<Record<TransferWay, string>> = {
  strip: 'by a strip pinned to the old row',
  punch: 'by a punch that fits the old hole',
  'from-behind': 'from behind, with a long bit',
  'guide-block': 'through a guide block',
  starter: 'starter from inside, final from outside',
  'on-tube': 'on a tube, hole by hole',
};

/** What is done, step by step, for each way of bringing a hole into a sheet that covers it. */
export const TRANSFER_CARDS: Readonly<Record<TransferWay, readonly string[]>> = {
  strip: [
    'A strip with one hole drilled to size, pinned to the old row, hinged by tape beyond the edge.',
    'Strip folded up, the part slid under, clamped.',
    'Strip back down: drill through its hole. The next one the same way.',
  ],
  punch: ['A punch that fits the old hole, struck once from behind.', 'The mark centred, drilled small, then to size.'],
  'from-behind': [
    'A long bit from behind, through the old hole; somebody holds wood against the sheet.',
    'Slowly as it comes through, square by eye from two sides.',
  ],
  'guide-block': [
    'A block drilled square on a press, to the starter’s size.',
    'Held flat over the mark, starter through it, then to size without it.',
  ],
  starter: ['Starter from inside, through the old hole.', 'Final from outside, where down is easier than up.'],
  'on-tube': [
    'Punched deep, the bit steered by leaning it.',
    'One hole drilled and its rivet set; the part squared; only then the next one.',
  ],
};

/** What is said of how a row's holes are made, where that operation is at hand. */
export function makingSentences(row: RowDefinition, operation: StepKind, units: Units): string[] {
  const [stage] = row.stages ?? [];
  const said: string[] = [];
  if (stage && operation === 'piloted')
    said.push(`Small now, ${showLength(stage.hole.mm, units)}: opened to its size later${stage.until ? `, once ${stage.until}` : ''}.`);
  if (stage && operation === 'drilled') said.push(stage.until ? `Opened to its size only once ${stage.until}.` : 'Opened to its size now.');
  if (row.beginAt && (operation === 'piloted' || operation === 'drilled' || operation === 'set'))
    said.push(`Begin at hole ${row.beginAt.hole}: ${row.beginAt.because}.`);
  if (row.transfer && (operation === 'piloted' || operation === 'drilled')) said.push(...TRANSFER_CARDS[row.transfer]);
  return said;
}

/** After a sheet gave way to the bit. */
export const GAVE_WAY_CARD: readonly string[] = [
  'Skin off. Bend the flange back, and count it: with the third bend at one place stop.',
  'Look for cracks along the bend and at the hole, with a glass.',
  'Back it with wood, clamp, drill through the old hole from its own side.',
  'Deburr, look for cracks again, check the angle with its template.',
];

/** Bent back so often before, the next one is the third. */
export const LAST_BEND = 2;

/** How often a sheet of a row gave way before, and what that means now. */
export function bendSentence(before: number): string {
  return before >= LAST_BEND
    ? `This sheet gave way ${before} times in this row before. With the third bend at one place stop: look for cracks, ask the kit maker, think of a new part.`
    : `This sheet gave way once in this row before: where it was the same place, this is its second bend.`;
}
