import { settingOrder } from '#core/inspect/setting-order';
import type { HoleDefinition } from '#core/record/definitions';
import { isHeld } from '#core/record/steps';
import type { RowModel } from '../../models/row-model';

/** The place of each hole in the order of riveting, from 1; held ones have none. */
export function orderNumbers(row: RowModel, holes: readonly HoleDefinition[]): ReadonlyMap<string, number> {
  const free = holes.filter((h) => !isHeld(h, 'set', row.states.get(h.id)));
  return new Map(settingOrder(free.length).map((place, i) => [(free[place] as HoleDefinition).id, i + 1]));
}
