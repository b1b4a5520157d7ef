import { isOnePlace } from '../layout/one-place';
import type { WantedPlace } from '../record/hole-places';
import type { SheetHole } from '../metal/sheet-hole';

/** A hole that was filled or closed in the piece of a part that is there now. */
export interface Filling extends WantedPlace {
  readonly rowId: string;
}

/** Fillings by part; parts without any are not named. */
export type Fillings = ReadonlyMap<string, readonly Filling[]>;

/** Where holes were filled, of those whose place is known. */
export function fillingsIn(
  rows: Iterable<readonly [string, ReadonlyMap<string, { readonly sheets: ReadonlyMap<string, SheetHole> }>]>,
): Fillings {
  const fillings = new Map<string, Filling[]>();
  for (const [rowId, holes] of rows)
    for (const { sheets } of holes.values())
      for (const [partId, { isFilled, at }] of sheets) {
        if (!isFilled || !at) continue;
        const filling = { ...at, rowId };
        const own = fillings.get(partId);
        if (own) own.push(filling);
        else fillings.set(partId, [filling]);
      }
  return fillings;
}

/**
 * Whether a hole of this row, wanted there, lies in a filling of the part: within half a diameter of it. Places along a row count within
 * that row alone. `diameter`: of the fastener, mm. Example: a hole of 1/8 in rivets within .0625 in of one that was filled, whatever row that was in.
 */
export function isInFilling(
  fillings: readonly Filling[] | undefined,
  { rowId, place, diameter }: { readonly rowId: string; readonly place: WantedPlace; readonly diameter: number },
): boolean {
  if (!fillings) return false;
  return fillings.some((f) => f.isAlongRow === place.isAlongRow && (!f.isAlongRow || f.rowId === rowId) && isOnePlace(f, place, diameter));
}
