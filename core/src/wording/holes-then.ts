import { formatRange, holesInPlan } from '../record/holes';
import type { RowDefinition } from '../record/definitions';

type Holes = Pick<RowDefinition, 'holes'> | null | undefined;

/**
 * Holes as they were numbered when they were marked, with today's numbers where they differ: `3-5`, `6 (now 5)`, `5-6 (now taken out)`, `2 (row
 * deleted)`. Numbers are names: the hole is the same.
 */
export function holesThen(then: Holes, now: Holes, holeIds: readonly string[]): string {
  const was = numbersIn(then ?? now, holeIds);
  const is = numbersIn(now, holeIds);
  if (!now) return was === '' ? 'row deleted' : `${was} (row deleted)`;
  if (was === is) return is === '' ? 'taken out' : is;
  const today = is === '' ? 'taken out' : is;
  return was === '' ? today : `${was} (now ${today})`;
}

function numbersIn(row: Holes, holeIds: readonly string[]): string {
  const all = holesInPlan(row?.holes ?? []).map((h) => h.id);
  return formatRange(holeIds.map((id) => all.indexOf(id)).filter((i) => i >= 0));
}
