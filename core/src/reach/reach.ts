import type { Mm } from '../units/length';

/** What a hole gives a tool, on the tool's side; undefined: nothing in the way. Lengths Mm. */
export interface HoleAccess {
  /** e: to the edge the tool comes in from. */
  readonly edge?: Mm | undefined;
  /** c: to the nearest upstanding wall. */
  readonly wall?: Mm | undefined;
  /** r: free height above the sheet on the far side. */
  readonly room?: Mm | undefined;
  /** The sheet is bent here. */
  readonly isBent: boolean;
  /** The wall's angle to the sheet on the hole's side, degrees; undefined: it stands square. */
  readonly wallAngleDeg?: number | undefined;
}

export const REACHING_KINDS = ['frame', 'squeezer', 'close-quarters', 'pull-through'] as const;
export type ReachingKind = (typeof REACHING_KINDS)[number];

/** A tool as far as its reach goes; undefined: a measure that was not taken, which limits nothing and is asked for. */
export interface ReachingTool {
  readonly id: string;
  readonly name: string;
  readonly kind: ReachingKind;
  /** T. */
  readonly throat?: Mm | undefined;
  /** w: nose half-width. */
  readonly noseHalfWidth?: Mm | undefined;
  /** h. */
  readonly noseHeight?: Mm | undefined;
  readonly takesBent: boolean;
}

/** The rim kept between the edge and the back of the throat, mm. Source: the reach formula, docs/rules.md. */
export const THROAT_RIM_MM = 3;
const SAME_MM = 1e-9;

export type ReachFailure = 'throat' | 'wall' | 'room' | 'bent';

/**
 * The way to a wall that a tool needs: w, and under a wall that leans over the hole (v < 90 degrees) as much more as it leans at the tool's
 * height: c >= w + h / tan v. Worked: w 10, h 50, 80 degrees: 18.8 mm. A tool whose height was not measured is taken as if it were flat.
 */
export function wallNeeds({ noseHalfWidth, noseHeight }: Pick<ReachingTool, 'noseHalfWidth' | 'noseHeight'>, wallAngleDeg = 90): Mm {
  const w = noseHalfWidth ?? 0;
  if (wallAngleDeg >= 90) return w as Mm;
  return (w + (noseHeight ?? 0) / Math.tan((wallAngleDeg * Math.PI) / 180)) as Mm;
}

/** Why a tool does not reach a hole, in the order it is looked at; empty: it reaches. e <= T - 3 mm, c >= w, r >= h, flat or taken bent. */
export function reachFailures(tool: ReachingTool, at: HoleAccess): ReachFailure[] {
  const failures: ReachFailure[] = [];
  if (at.edge !== undefined && tool.throat !== undefined && at.edge > tool.throat - THROAT_RIM_MM + SAME_MM) failures.push('throat');
  if (at.wall !== undefined && tool.noseHalfWidth !== undefined && at.wall < wallNeeds(tool, at.wallAngleDeg) - SAME_MM)
    failures.push('wall');
  if (at.room !== undefined && tool.noseHeight !== undefined && at.room < tool.noseHeight - SAME_MM) failures.push('room');
  if (at.isBent && !tool.takesBent) failures.push('bent');
  return failures;
}

/** Measures of a tool that were not taken though they would change an answer: with none, the hole is reached; with the worst, not. */
export function missingMeasures(tool: ReachingTool, holes: readonly HoleAccess[]): ('throat' | 'noseHalfWidth' | 'noseHeight')[] {
  const matters = (isTaken: boolean, others: ReachFailure) =>
    !isTaken && holes.some((h) => reachFailures(tool, h).every((f) => f === others) && limits(h, others));
  const limits = (h: HoleAccess, what: ReachFailure) =>
    what === 'throat' ? h.edge !== undefined : what === 'wall' ? h.wall !== undefined : h.room !== undefined;
  return [
    ...(matters(tool.throat !== undefined, 'throat') ? (['throat'] as const) : []),
    ...(matters(tool.noseHalfWidth !== undefined, 'wall') ? (['noseHalfWidth'] as const) : []),
    ...(matters(tool.noseHeight !== undefined, 'room') ? (['noseHeight'] as const) : []),
  ];
}

/** Frames are best on flat skins, then squeezers, close-quarters dies, and pull-through dies, which make the poorest dimple. */
function preference(kind: ReachingKind): number {
  return REACHING_KINDS.indexOf(kind);
}

/** The tools that reach a hole, best first. */
export function toolsThatReach<T extends ReachingTool>(tools: readonly T[], at: HoleAccess): T[] {
  return tools
    .filter((t) => reachFailures(t, at).length === 0)
    .sort((a, b) => preference(a.kind) - preference(b.kind) || (b.throat ?? 0) - (a.throat ?? 0) || (a.id < b.id ? -1 : 1));
}

/** Holes next to each other (zero-based, both ends included) with the same best tool; null: none reaches. */
export interface ReachRange<T extends ReachingTool> {
  readonly from: number;
  readonly to: number;
  readonly best: T | null;
}

/** What to measure: measures that were not taken of tools that would be best for some hole, and could change that. */
export function measuresToTake<T extends ReachingTool>(
  tools: readonly T[],
  holes: readonly HoleAccess[],
): { tool: T; measures: ReturnType<typeof missingMeasures> }[] {
  return tools.flatMap((tool) => {
    const own = holes.filter((h) => toolsThatReach(tools, h)[0]?.id === tool.id);
    const measures = missingMeasures(tool, own);
    return measures.length > 0 ? [{ tool, measures }] : [];
  });
}

/** A row's holes by the best tool that reaches each. */
export function reachRanges<T extends ReachingTool>(tools: readonly T[], holes: readonly HoleAccess[]): ReachRange<T>[] {
  const ranges: { from: number; to: number; best: T | null }[] = [];
  holes.forEach((hole, i) => {
    const best = toolsThatReach(tools, hole)[0] ?? null;
    const last = ranges.at(-1);
    if (last && last.best?.id === best?.id) last.to = i;
    else ranges.push({ from: i, to: i, best });
  });
  return ranges;
}

/** Why the best tool of a range is it: the others that reach all of its holes, and those that do not, each with what stands in the way. */
export interface RangeReasons<T extends ReachingTool> {
  readonly alsoReach: readonly T[];
  readonly fail: readonly { readonly tool: T; readonly failures: readonly ReachFailure[] }[];
}

export function rangeReasons<T extends ReachingTool>(
  range: ReachRange<T>,
  tools: readonly T[],
  holes: readonly HoleAccess[],
): RangeReasons<T> {
  const own = holes.slice(range.from, range.to + 1);
  const others = tools
    .filter((t) => t.id !== range.best?.id)
    .map((tool) => ({ tool, failures: [...new Set(own.flatMap((h) => reachFailures(tool, h)))] }))
    .sort((a, b) => preference(a.tool.kind) - preference(b.tool.kind));
  return { alsoReach: others.filter((o) => o.failures.length === 0).map((o) => o.tool), fail: others.filter((o) => o.failures.length > 0) };
}

/** A rib whose height runs from one at its start to another at its end. */
export interface TaperingRib {
  readonly startHeight: Mm;
  readonly endHeight: Mm;
  readonly length: Mm;
  readonly thickness: Mm;
}

/** The room between the flanges of a tapering rib: r = H0 + (H1 - H0) x / L - 2 t. */
export function roomInRib(rib: TaperingRib, x: Mm): Mm {
  return (rib.startHeight + ((rib.endHeight - rib.startHeight) * x) / rib.length - 2 * rib.thickness) as Mm;
}
