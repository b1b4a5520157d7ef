import type { Entity } from '../record/definitions';
import type { BenchStation, OrderedItem } from './bench-order';

/** What belongs to each stage of a hole. */
const OF_STAGE: Readonly<Record<string, readonly string[]>> = {
  drilled: ['drilled'],
  deburred: ['deburred'],
  prepared: ['dimpled', 'countersunk'],
  set: ['set'],
  inspected: ['inspected'],
};

/** What an address says of where to open the bench; null: nothing of it. */
export interface Asked {
  readonly stage: string | null;
  readonly rowId: string | null;
  readonly partId: string | null;
}

/** A station of the bench, and the row or part in it; undefined: its first. */
export interface StationPlace {
  readonly setup: string;
  readonly item: string | undefined;
}

const isReady = (item: OrderedItem): boolean => item.waitsFor.length === 0 && item.orderWaits.length === 0;

/** The station that is asked for by a row, by a part, or by a stage of the holes; null: none is asked for, or there is none. */
export function askedStation(
  stations: readonly BenchStation[],
  { stage, rowId, partId }: Asked,
  rows: readonly Entity<'row'>[],
): StationPlace | null {
  const kinds = OF_STAGE[stage ?? ''];
  const isOfPart = (id: string) => rows.some((r) => r.id === id && r.definition.layers.some((l) => l.partId === partId));
  if (!kinds && rowId === null && partId === null) return null;
  const found = stations.flatMap((s): (StationPlace & { isReady: boolean })[] => {
    if (s.kind !== 'setup' || (kinds && !kinds.includes(s.setup.setup.operation))) return [];
    if (rowId === null && partId === null) return [{ setup: s.key, item: undefined, isReady: s.setup.readyHoles > 0 }];
    const of =
      rowId === null
        ? s.setup.items.filter((i) => (i.partId === null ? isOfPart(i.rowId) : i.partId === partId))
        : s.setup.items.filter((i) => i.partId === null && i.rowId === rowId);
    const first = of.find(isReady) ?? of[0];
    return first ? [{ setup: s.key, item: first.key, isReady: isReady(first) }] : [];
  });
  /* A row that waits for something leads nowhere; what it waits for comes first then. */
  return found.find((f) => f.isReady) ?? (kinds ? (found[0] ?? null) : null);
}

/** What was taken back, so that the bench can open there again. */
export interface TakenBack {
  readonly kind: string;
  readonly rowId: string;
  readonly partIds: readonly string[];
}

/** Where what was taken back is to be done anew; null: the bench has it not (yet). */
export function stationOf(stations: readonly BenchStation[], { kind, rowId, partIds }: TakenBack): StationPlace | null {
  const isMeant = (i: OrderedItem) => (i.partId === null ? i.rowId === rowId : partIds.includes(i.partId));
  for (const s of stations) {
    if (s.kind === 'work') {
      if (s.work.kind === kind && (s.work.rowId === null || s.work.rowId === rowId)) return { setup: s.key, item: undefined };
      continue;
    }
    const item = s.setup.setup.operation === kind ? s.setup.items.find(isMeant) : undefined;
    if (item) return { setup: s.key, item: item.key };
  }
  return null;
}
