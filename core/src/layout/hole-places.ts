import type { HoleDefinition, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import type { Mm } from '../units/length';
import { layoutAlong, type Place } from './path';

/** A hole of a row where it lies on the assembly, mm. */
export interface PlacedHole {
  readonly hole: HoleDefinition;
  readonly place: Place;
}

/** Where a row's holes lie: even along its laid-out path. Null where it has none, or its edges leave no room. */
export function holePlaces(row: RowDefinition): PlacedHole[] | null {
  const holes = holesInPlan(row.holes);
  if (!row.laid || holes.length < 2) return null;
  const laid = layoutAlong(row.laid.path, {
    spacing: { count: holes.length },
    startEdge: row.laid.startEdgeMm as Mm,
    endEdge: row.laid.endEdgeMm as Mm,
  });
  return laid && holes.map((hole, i) => ({ hole, place: laid.places[i] as Place }));
}
