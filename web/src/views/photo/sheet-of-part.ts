import type { AssemblyAnswer } from '#contract/answers';
import type { WantedHole } from '#core/photo/compare';
import type { PracticeHole } from '#core/photo/practice';
import type { Entity } from '#core/record/definitions';
import { holePlaces } from '#core/record/hole-places';
import { holesInPlan } from '#core/record/holes';
import { stackOf } from '#core/record/stack-of';
import { contextOf } from '../../models/planned-rows';

/** What the plan says of the holes in one sheet. */
export interface SheetPlan {
  readonly wanted: readonly WantedHole[];
  /** The same holes at their final size, to practise with. */
  readonly holes: readonly PracticeHole[];
  /** Rows of the sheet whose places the plan does not say. */
  readonly unplaced: readonly Entity<'row'>[];
}

export function sheetPlanOf(data: AssemblyAnswer, partId: string): SheetPlan {
  const context = contextOf(data);
  const [wanted, holes, unplaced]: [WantedHole[], PracticeHole[], Entity<'row'>[]] = [[], [], []];
  for (const row of data.rows) {
    if (!row.definition.layers.some((l) => l.partId === partId)) continue;
    const placed = holePlaces(row.definition);
    const stack = stackOf(row.definition, context);
    if (!placed || !stack) {
      unplaced.push(row);
      continue;
    }
    const numbers = new Map(holesInPlan(row.definition.holes).map((h, i) => [h.id, i + 1]));
    for (const { hole, place } of placed) {
      wanted.push({ rowId: row.id, holeId: hole.id, number: numbers.get(hole.id) ?? 0, place });
      holes.push({ place, diameter: stack.hole });
    }
  }
  return { wanted, holes, unplaced };
}
