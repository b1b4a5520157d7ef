/** Operations as stations on the tracks of the parts they touch; pixels. */
export interface TrackOperation {
  readonly id: string;
  readonly setup: string;
  readonly partIds: readonly string[];
}

export interface Station {
  readonly id: string;
  readonly x: number;
  /** Tracks it stops at, top first. */
  readonly ys: readonly number[];
}

export interface SetupBand {
  readonly setup: string;
  readonly x1: number;
  readonly x2: number;
}

export interface TrackDrawing {
  readonly width: number;
  readonly height: number;
  readonly tracks: readonly { readonly partId: string; readonly y: number; readonly x1: number; readonly x2: number }[];
  readonly stations: readonly Station[];
  readonly bands: readonly SetupBand[];
}

const STATION_PX = 30;
const GAP_PX = 16;
const TRACK_PX = 30;
export const TRACK_TOP_PX = 74;

/** Stations from left to right in the order of the work, neighbours of one set-up close together; parts from top to bottom as they come up. */
export function trackDrawing(operations: readonly TrackOperation[]): TrackDrawing {
  const trackOf = new Map<string, number>();
  /* Work on the whole comes first in the order and would name every part at once: parts come up with their own work. */
  for (const o of operations) if (o.partIds.length <= 3) for (const p of o.partIds) if (!trackOf.has(p)) trackOf.set(p, trackOf.size);
  for (const o of operations) for (const p of o.partIds) if (!trackOf.has(p)) trackOf.set(p, trackOf.size);
  const yOf = (p: string) => TRACK_TOP_PX + (trackOf.get(p) ?? 0) * TRACK_PX;
  const reach = new Map<string, { x1: number; x2: number }>();
  const stations: Station[] = [];
  const bands: { setup: string; x1: number; x2: number }[] = [];
  let x = 14;
  for (const o of operations) {
    const band = bands.at(-1);
    if (band && band.setup === o.setup) x += STATION_PX;
    else {
      x += STATION_PX + (band ? GAP_PX : 0);
      bands.push({ setup: o.setup, x1: x - STATION_PX / 2, x2: x });
    }
    (bands.at(-1) as { x2: number }).x2 = x + STATION_PX / 2;
    stations.push({ id: o.id, x, ys: o.partIds.map(yOf).sort((a, b) => a - b) });
    for (const p of o.partIds) {
      const known = reach.get(p);
      if (known) known.x2 = x;
      else reach.set(p, { x1: x, x2: x });
    }
  }
  return {
    width: x + STATION_PX,
    height: TRACK_TOP_PX + Math.max(0, trackOf.size - 1) * TRACK_PX + 24,
    tracks: [...trackOf.keys()].map((partId) => ({ partId, y: yOf(partId), ...(reach.get(partId) ?? { x1: 0, x2: 0 }) })),
    stations,
    bands,
  };
}

/** Where a station dropped at x comes to stand among the others: how many of them lie left of it. */
export function placeAt(drawing: TrackDrawing, id: string, x: number): number {
  return drawing.stations.filter((s) => s.id !== id && s.x < x).length;
}

/** The part of a list that lies between two pixels; `at` gives a thing's pixel, rising along the list. */
export function within<T>(list: readonly T[], at: (item: T) => number, from: number, to: number): readonly T[] {
  const first = list.findIndex((item) => at(item) >= from);
  if (first < 0) return [];
  let last = first;
  while (last < list.length && at(list[last] as T) <= to) last++;
  return list.slice(first, last);
}
