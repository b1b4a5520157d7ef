import { readStepKey, AT_HOLE, partKey, stepKey } from '../record/step-key';
import { DIMPLE_CONSEQUENCES } from '../record/dimple-check';
import { effectiveMarks, type Mark, type Side } from '../record/marks';
import type { CutWork, DimpleWork, DrillWork, FastenerDone, SetWork } from '../record/mark-work';

/** What an old mark does not say. It counts as done. */
export const NOT_SAID = 'not-said';
export type Said<T> = T | typeof NOT_SAID;

/** Where a hole was drilled, mm. */
export interface DrilledAt {
  readonly x: number;
  readonly y: number;
}

/** What was done at one hole, as its marks say it, whatever the plan says now. Lengths mm, times ISO 8601. */
export interface HoleDone {
  /** Keys of the steps marked there and not undone by what came later, each with its done-at. */
  readonly keys: Map<string, string>;
  /** The hole as it is; not drilled: null. */
  hole: Said<number> | null;
  /** Parts whose sheets it goes through. */
  parts: Said<readonly string[]>;
  at: DrilledAt | null;
  /** Sheets that gave way under the bit and were not drilled since, by layer. */
  gaveWay: Set<string>;
  /** Dimples and countersinks there, by the key of their step. */
  dimples: Map<string, Said<DimpleWork>>;
  cuts: Map<string, Said<CutWork>>;
  /** The fastener in it; none: null. */
  fastener: Said<FastenerDone> | null;
  /** Measured, and judged to take the next size: what was planned for the row's own is not what is wanted here. */
  isSizeUp: boolean;
  /** Gauged last, it let the no-go end in. */
  isNoGo: boolean;
  /** Where left-over work was settled. */
  isSettled: boolean;
}

/** What a record comes to: by row and hole, and on whole parts. */
export interface RecordDone {
  readonly rows: ReadonlyMap<string, ReadonlyMap<string, HoleDone>>;
  readonly parts: PartsDone;
}

export interface PartsDone {
  /** Keys of the steps done on whole parts, each with its newest done-at. */
  readonly steps: ReadonlyMap<string, string>;
  /** When the sheet that is there now came, for parts that were replaced. */
  readonly arrived: ReadonlyMap<string, string>;
}

/** Opened by more than this a hole is another one: what was deburred is to be deburred again. Source: handbook of the record, .0005 in. */
export const ENLARGED_MM = 0.0005 * 25.4;

/** Marks that say something of a hole without anything being done to it. */
const NO_STATE: readonly Mark['kind'][] = [
  'depth-read', 'gauge-read', 'rivet-check', 'looked-again', 'log-note', 'undo', 'dent', 'dent-settled',
]; // prettier-ignore

/* Most holes have none of these: they share one that stays empty. */
const NONE = new Set<string>();
const NO_DIMPLES = new Map<string, Said<DimpleWork>>();
const NO_CUTS = new Map<string, Said<CutWork>>();

export function nothingDone(): HoleDone {
  return {
    keys: new Map(),
    hole: null,
    parts: NOT_SAID,
    at: null,
    gaveWay: NONE,
    dimples: NO_DIMPLES,
    cuts: NO_CUTS,
    fastener: null,
    isSizeUp: false,
    isNoGo: false,
    isSettled: false,
  };
}

/** Folds marks into what was done at each hole and on each part. The same whatever order they came in. */
export function foldDone(marks: readonly Mark[]): RecordDone {
  const rows = new Map<string, Map<string, HoleDone>>();
  const steps = new Map<string, string>();
  const arrived = new Map<string, string>();
  for (const mark of effectiveMarks(marks)) {
    for (const partId of mark.payload.partIds ?? []) {
      steps.set(partKey(mark.kind, partId), mark.doneAt);
      if (mark.kind === 'arrived') arrived.set(partId, mark.doneAt);
    }
    if (mark.holeIds.length === 0 || NO_STATE.includes(mark.kind)) continue;
    let holes = rows.get(mark.rowId);
    if (!holes) rows.set(mark.rowId, (holes = new Map()));
    const { kind, layerIds, side } = mark;
    const keys = layerIds.length === 0 ? [stepKey(kind, null, side)] : layerIds.map((id) => stepKey(kind, id, side));
    for (const holeId of mark.holeIds) {
      let done = holes.get(holeId);
      if (!done) holes.set(holeId, (done = nothingDone()));
      apply(done, mark, keys, holeId);
    }
  }
  return { rows, parts: { steps, arrived } };
}

/** What one mark does to a hole; `keys`: of the steps it names. Of an old mark its work is what was read of its time, perhaps nothing. */
function apply(done: HoleDone, mark: Mark, keys: readonly string[], holeId: string): void {
  switch (mark.kind) {
    case 'piloted':
    case 'drilled':
      note(done, keys, mark.doneAt);
      return drill(done, (mark.payload.work ?? mark.then ?? null) as DrillWork | null, holeId);
    case 'dimpled': {
      note(done, keys, mark.doneAt);
      const work = (mark.payload.work ?? mark.then ?? NOT_SAID) as Said<DimpleWork>;
      if (done.dimples === NO_DIMPLES) done.dimples = new Map();
      for (const key of keys) done.dimples.set(key, work);
      return;
    }
    case 'countersunk': {
      note(done, keys, mark.doneAt);
      const work = (mark.payload.work ?? mark.then ?? NOT_SAID) as Said<CutWork>;
      if (done.cuts === NO_CUTS) done.cuts = new Map();
      for (const key of keys) done.cuts.set(key, work);
      return;
    }
    case 'set':
      note(done, keys, mark.doneAt);
      done.fastener = ((mark.payload.work ?? mark.then ?? null) as SetWork | null)?.fastener ?? NOT_SAID;
      /* A rivet proves its hole. */
      if (done.hole === null) done.hole = NOT_SAID;
      return;
    case 'removed':
      done.keys.delete(AT_HOLE.set);
      done.keys.delete(AT_HOLE.inspected);
      done.fastener = null;
      return;
    case 'head-check':
      /* Accepted: looked at. Anything else: to be looked at again. */
      if (mark.payload.head.disposition.startsWith('accept')) done.keys.set(AT_HOLE.inspected, mark.doneAt);
      else done.keys.delete(AT_HOLE.inspected);
      return;
    case 'dimple-check':
      if (DIMPLE_CONSEQUENCES[mark.payload.dimple].then === 'again')
        for (const id of mark.layerIds) takeBack(done, stepKey('dimpled', id, null));
      return;
    case 'hole-check':
      done.isNoGo = mark.payload.gauge === 'no-go';
      return;
    case 'deviation':
      /* What was measured and judged says more than the gauge. */
      done.isNoGo = false;
      done.isSizeUp = mark.payload.deviation.verdict === 'next-size';
      return;
    case 'gave-way':
      if (done.gaveWay === NONE) done.gaveWay = new Set();
      for (const id of mark.layerIds) done.gaveWay.add(id);
      return;
    case 'left-over-settled':
      done.isSettled = true;
      return;
    default:
      note(done, keys, mark.doneAt);
  }
}

function note(done: HoleDone, keys: readonly string[], doneAt: string): void {
  for (const key of keys) done.keys.set(key, doneAt);
}

function drill(done: HoleDone, work: DrillWork | null, holeId: string): void {
  if (work === null) {
    done.hole ??= NOT_SAID;
    if (done.gaveWay !== NONE) done.gaveWay = NONE;
    return;
  }
  const { holeMm, partIds, places } = work;
  if (typeof done.hole === 'number' && holeMm > done.hole + ENLARGED_MM) forgetDeburring(done);
  /* An old mark that does not say its sheets went through all of them. */
  if (done.hole !== NOT_SAID) done.parts = done.parts === NOT_SAID ? partIds : withAll(done.parts, partIds);
  done.hole = typeof done.hole === 'number' ? Math.max(done.hole, holeMm) : holeMm;
  done.at = places?.[holeId] ?? done.at;
  if (done.gaveWay !== NONE) done.gaveWay = NONE;
}

/** The same list where nothing is new. */
function withAll(list: readonly string[], more: readonly string[]): readonly string[] {
  return more.every((m) => list.includes(m)) ? list : [...new Set([...list, ...more])];
}

function forgetDeburring(done: HoleDone): void {
  for (const key of [...done.keys.keys()]) if (readStepKey(key).kind === 'deburred') done.keys.delete(key);
}

function takeBack(done: HoleDone, key: string): void {
  done.keys.delete(key);
  done.dimples.delete(key);
  done.cuts.delete(key);
}

/** The face a mark's side names; no side: the head's. */
export const faceOf = (side: Side | null): Side => side ?? 'head';
