import { DIMPLE_CONSEQUENCES } from '../prep/dimple-check';
import { effectiveMarks, type Mark, type Side } from '../record/marks';
import type { CutWork, DimpleWork, DrillWork, FastenerDone, SetWork } from '../record/mark-work';
import { partKey, stepKey } from '../record/steps';

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
  parts: Said<Set<string>>;
  at: DrilledAt | null;
  /** Sheets that gave way under the bit and were not drilled since, by layer. */
  readonly gaveWay: Set<string>;
  /** Dimples and countersinks there, by the key of their step. */
  readonly dimples: Map<string, Said<DimpleWork>>;
  readonly cuts: Map<string, Said<CutWork>>;
  /** The fastener in it; none: null. */
  fastener: Said<FastenerDone> | null;
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
  'deviation', 'depth-read', 'gauge-read', 'rivet-check', 'hole-check', 'looked-again', 'undo',
]; // prettier-ignore

export function nothingDone(): HoleDone {
  return {
    keys: new Map(),
    hole: null,
    parts: NOT_SAID,
    at: null,
    gaveWay: new Set(),
    dimples: new Map(),
    cuts: new Map(),
    fastener: null,
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
    const does = doer(mark);
    for (const holeId of mark.holeIds) {
      let done = holes.get(holeId);
      if (!done) holes.set(holeId, (done = nothingDone()));
      does(done, holeId);
    }
  }
  return { rows, parts: { steps, arrived } };
}

/** What one mark does to a hole. What it says of the work is its own, or what was read of its time; of an old one perhaps nothing. */
function doer(mark: Mark): (done: HoleDone, holeId: string) => void {
  const { kind, doneAt, layerIds, side } = mark;
  const keys = layerIds.length === 0 ? [stepKey(kind, null, side)] : layerIds.map((id) => stepKey(kind, id, side));
  const note = (done: HoleDone) => {
    for (const key of keys) done.keys.set(key, doneAt);
  };
  switch (kind) {
    case 'piloted':
    case 'drilled': {
      const work = (mark.payload.work ?? mark.then ?? null) as DrillWork | null;
      return (done, holeId) => {
        note(done);
        drill(done, work, holeId);
      };
    }
    case 'dimpled': {
      const work = (mark.payload.work ?? mark.then ?? NOT_SAID) as Said<DimpleWork>;
      return (done) => {
        note(done);
        for (const key of keys) done.dimples.set(key, work);
      };
    }
    case 'countersunk': {
      const work = (mark.payload.work ?? mark.then ?? NOT_SAID) as Said<CutWork>;
      return (done) => {
        note(done);
        for (const key of keys) done.cuts.set(key, work);
      };
    }
    case 'set': {
      const work = (mark.payload.work ?? mark.then ?? null) as SetWork | null;
      return (done) => {
        note(done);
        done.fastener = work?.fastener ?? NOT_SAID;
        /* A rivet proves its hole. */
        if (done.hole === null) done.hole = NOT_SAID;
      };
    }
    case 'removed':
      return (done) => {
        done.keys.delete('set//');
        done.keys.delete('inspected//');
        done.fastener = null;
      };
    case 'head-check': {
      const isAccepted = mark.payload.head.disposition.startsWith('accept');
      /* Accepted: looked at. Anything else: to be looked at again. */
      return (done) => {
        if (isAccepted) done.keys.set('inspected//', doneAt);
        else done.keys.delete('inspected//');
      };
    }
    case 'dimple-check': {
      const isAgain = DIMPLE_CONSEQUENCES[mark.payload.dimple].then === 'again';
      return (done) => {
        if (isAgain) for (const id of layerIds) takeBack(done, stepKey('dimpled', id, null));
      };
    }
    case 'gave-way':
      return (done) => {
        for (const id of layerIds) done.gaveWay.add(id);
      };
    case 'left-over-settled':
      return (done) => {
        done.isSettled = true;
      };
    default:
      return note;
  }
}

function drill(done: HoleDone, work: DrillWork | null, holeId: string): void {
  if (work === null) {
    done.hole ??= NOT_SAID;
    done.gaveWay.clear();
    return;
  }
  const { holeMm, partIds, places } = work;
  if (typeof done.hole === 'number' && holeMm > done.hole + ENLARGED_MM) forgetDeburring(done);
  /* An old mark that does not say its sheets went through all of them. */
  if (done.hole !== NOT_SAID) done.parts = done.parts === NOT_SAID ? new Set(partIds) : new Set([...done.parts, ...partIds]);
  done.hole = typeof done.hole === 'number' ? Math.max(done.hole, holeMm) : holeMm;
  done.at = places?.[holeId] ?? done.at;
  done.gaveWay.clear();
}

function forgetDeburring(done: HoleDone): void {
  for (const key of [...done.keys.keys()]) if (key.startsWith('deburred/')) done.keys.delete(key);
}

function takeBack(done: HoleDone, key: string): void {
  done.keys.delete(key);
  done.dimples.delete(key);
  done.cuts.delete(key);
}

/** The face a mark's side names; no side: the head's. */
export const faceOf = (side: Side | null): Side => side ?? 'head';
