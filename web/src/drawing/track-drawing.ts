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
export const TRACK_TOP_PX = 90;

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
    height: TRACK_TOP_PX + Math.max(0, trackOf.size - 1) * TRACK_PX + 34,
    tracks: [...trackOf.keys()].map((partId) => ({ partId, y: yOf(partId), ...(reach.get(partId) ?? { x1: 0, x2: 0 }) })),
    stations,
    bands,
  };
}

/** A name over a bracket: where it begins, on which line above the bracket, from 0, and as much of it as there is room for. */
export interface BandLabel {
  readonly x: number;
  readonly line: number;
  readonly text: string;
}

const LABEL_LINES = 3;
/** Room of one letter of a label and between two labels, pixels. */
const LETTER_PX = 6.3;
const LABEL_GAP_PX = 8;

/** Every bracket's name on the lowest line where it has room, none over another; where no line has room on the emptiest one, shortened. */
export function bandLabels(bands: readonly SetupBand[], nameOf: (setup: string) => string): BandLabel[] {
  const placed: { x: number; line: number; name: string }[] = [];
  const ends = Array.from({ length: LABEL_LINES }, () => -Infinity);
  for (const band of bands) {
    const x = band.x1 + 2;
    const name = nameOf(band.setup);
    const free = ends.findIndex((end) => end <= x);
    const line = free >= 0 ? free : ends.indexOf(Math.min(...ends));
    placed.push({ x, line, name });
    ends[line] = x + name.length * LETTER_PX + LABEL_GAP_PX;
  }
  /* From the last to the first: where the next one on the same line begins. */
  const nextAt = Array.from({ length: LABEL_LINES }, () => Infinity);
  return placed
    .reduceRight<BandLabel[]>((labels, { x, line, name }) => {
      const letters = Math.max(1, Math.floor(((nextAt[line] ?? Infinity) - x - LABEL_GAP_PX) / LETTER_PX));
      nextAt[line] = x;
      labels.push({ x, line, text: name.length <= letters ? name : `${name.slice(0, letters - 1)}…` });
      return labels;
    }, [])
    .reverse();
}

/** How long a row can still be got at: from its own station to the one that shuts it off, beside a track; turned round, it comes too late. */
export interface Tether {
  readonly id: string;
  readonly x1: number;
  readonly x2: number;
  readonly y: number;
  readonly isLate: boolean;
}

/** Below the tracks of a station each tether has a line of its own. */
const TETHER_PX = 11;
const TETHER_LINE_PX = 4;

/** The tethers of a drawing: `until` says of a row's operation after which one nothing gets at it. Those that would lie on each other are moved apart. */
export function tethers({ stations }: Pick<TrackDrawing, 'stations'>, until: ReadonlyMap<string, string>): Tether[] {
  const byId = new Map(stations.map((s) => [s.id, s]));
  const made: Tether[] = [];
  for (const [id, by] of until) {
    const [own, closing] = [byId.get(id), byId.get(by)];
    if (!own || !closing) continue;
    const [x1, x2] = [Math.min(own.x, closing.x), Math.max(own.x, closing.x)];
    let y = (own.ys.at(-1) ?? 0) + TETHER_PX;
    while (made.some((t) => t.y === y && t.x1 < x2 && x1 < t.x2)) y += TETHER_LINE_PX;
    made.push({ id, x1: own.x, x2: closing.x, y, isLate: closing.x < own.x });
  }
  return made;
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
