import type { Deviation, Mark } from '../record/marks';
import type { HoldKind } from '../record/definitions';
import { showLength, showNumber } from '../units/show';
import type { Mm, Units } from '../units/length';
import type { DecidingNumber } from '../work/deciding';
import { DEVIATION_WORDS } from './deviations';
import { DIMPLE_WORDS } from './preparation';
import { dashName, HOLD_WORDS } from './setups';

/** A number that decides: what it is, and itself, in the units of the screen. */
export function decidingWords(n: DecidingNumber, units: Units): { readonly label: string; readonly value: string } {
  switch (n.what) {
    case 'bit':
      return { label: n.drill === null ? 'bit' : `bit, ${showLength(n.diameter, units)}`, value: n.drill ?? showLength(n.diameter, units) };
    case 'through':
      return { label: 'through', value: showLength(n.length, units) };
    case 'dies':
      return { label: 'dies', value: n.dash === null ? n.name : dashName(n.dash, units) };
    case 'sheet':
      return { label: 'sheet', value: showLength(n.length, units) };
    case 'depth':
      return { label: 'deep', value: showLength(n.length, units) };
    case 'across':
      return { label: 'across', value: showLength(n.length, units) };
    case 'clicks':
      return { label: 'past flush', value: `${n.clicks.toFixed(1)} clicks` };
    case 'callout':
      return { label: 'goes in', value: n.text };
    case 'grip':
      return { label: 'grip', value: showLength(n.length, units) };
    case 'width':
      return { label: 'driven head wide', value: span(n.from, n.to, units) };
    case 'height':
      return { label: 'driven head high', value: span(n.from, n.to, units) };
    case 'proud':
      return { label: `driven end ${n.length >= 0 ? 'above' : 'below'}`, value: showLength(Math.abs(n.length) as Mm, units) };
  }
}

const span = (from: Mm, to: Mm, units: Units): string => `${showNumber(from, units)} to ${showLength(to, units)}`;

/** Why the big button marked nothing. */
export const NOT_MARKED = {
  'no-hole': 'No hole is chosen: tap the holes that are done, or "All open".',
  'no-sheet': 'No sheet is chosen: tap the sheet that is done.',
  'no-part': 'No part is chosen: tick the parts that are done.',
  'nothing-open': 'Nothing is open here that could be marked: what comes before it is not done yet.',
} as const;

/** Why a held-back hole is not chosen by a tap. */
export function heldSentence(number: number, holds: readonly HoldKind[], odd: Deviation | undefined): string {
  const why = [...holds.map((h) => HOLD_WORDS[h].text), ...(odd ? [DEVIATION_WORDS[odd.kind]] : [])].join('; ');
  return `Hole ${number} is held back here${why ? ` (${why})` : ''}: it is not marked with the rest.`;
}

/** What is odd about a hole, in few words: what holds it back, what was found at it. */
export function oddFacts(holds: readonly HoldKind[], found: readonly Mark[]): string[] {
  return [
    ...holds.map((h) => HOLD_WORDS[h].text),
    ...found.flatMap(({ payload: { deviation, dimple } }) => [
      ...(deviation ? [DEVIATION_WORDS[deviation.kind]] : []),
      ...(dimple ? [DIMPLE_WORDS[dimple]] : []),
    ]),
  ];
}

/** Why the big button does not pass holes as inspected: what was measured there is not decided yet. */
export function lookBegunSentence(range: string, count: number): string {
  return `${count === 1 ? `Hole ${range} has` : `Holes ${range} have`} measurements that aren't recorded yet. Decide ${count === 1 ? 'it' : 'them'} first, or clear the fields.`;
}
