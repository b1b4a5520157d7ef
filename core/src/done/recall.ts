import type { Definitions, Entity } from '../record/definitions';
import { effectiveMarks, type Mark, type MarkKind, type MarkOf } from '../record/marks';
import type { CutWork, DimpleWork, DrillWork, SetWork } from '../record/mark-work';

/** A tool, a lot or a batch: what can turn out bad. */
export type Thing = Entity<'tool'> | Entity<'lot'>;

/** Something found wrong with a thing. */
export type Cause = MarkOf<'thing-check'> | MarkOf<'thing-finding'>;

/** Where work has to be looked at again because of a finding on a thing. */
export interface Recall {
  readonly cause: Cause;
  /** When it was last proved good before that, and when next after it; null: never. */
  readonly goodBefore: string | null;
  readonly goodAfter: string | null;
  /** What was made or judged with it in between, by row or assembly. */
  readonly places: readonly RecallPlace[];
  /** The same work of that time that names no thing: it may have been this one. */
  readonly unnamed: readonly RecallPlace[];
}

export interface RecallPlace {
  /** A row; of work on parts the assembly. */
  readonly rowId: string;
  readonly holes: readonly RecallHole[];
  readonly partIds: readonly string[];
}

export interface RecallHole {
  readonly holeId: string;
  readonly kinds: readonly MarkKind[];
  /** Ticked as looked at again for this finding. */
  readonly isLookedAt: boolean;
}

const NOTHING: readonly Recall[] = [];

/** The things a mark says it was made or judged with. */
export function thingsOf({ payload }: Mark): string[] {
  const work = payload.work as { toolId?: string; lotId?: string; batchId?: string } | undefined;
  return [payload.toolId, payload.setting?.toolId, payload.cage?.toolId, work?.toolId, work?.lotId, work?.batchId].filter(
    (id) => id !== undefined,
  );
}

/** Kinds of marks a thing of that kind makes or judges. */
const WORK_OF: Readonly<Record<Definitions['tool']['kind'] | Definitions['lot']['kind'], readonly MarkKind[]>> = {
  frame: ['dimpled'],
  'close-quarters': ['dimpled'],
  'pull-through': ['dimpled'],
  'die-set': ['dimpled'],
  cage: ['countersunk'],
  cutter: ['countersunk'],
  squeezer: ['set'],
  sets: ['set'],
  puller: ['set'],
  bar: ['set'],
  'back-set': ['set'],
  bit: ['piloted', 'drilled'],
  reamer: ['piloted', 'drilled'],
  gauge: ['depth-read', 'gauge-read', 'head-check', 'hole-check'],
  rivets: ['set'],
  sealant: ['seal'],
  adhesive: ['seal'],
  primer: ['primed'],
};

/** Marks closer than this in diameter are of the same bit, mm. */
const SAME_BIT_MM = 0.01;

/** Whether work that names no thing of this kind may have been done with this one. */
function mayBe({ kind: what, definition }: Thing, mark: Mark): boolean {
  if (!WORK_OF[definition.kind].includes(mark.kind)) return false;
  const work = mark.payload.work ?? mark.then ?? null;
  if (work === null) return true;
  if (what === 'lot')
    return (
      definition.callout === '' ||
      mark.kind !== 'set' ||
      (work as SetWork).fastener.name.toUpperCase() === definition.callout.trim().toUpperCase()
    );
  switch (definition.kind) {
    case 'die-set':
      return definition.dash === null || (work as DimpleWork).dash === definition.dash;
    case 'bit':
    case 'reamer': {
      const { bitMm, tool } = work as DrillWork;
      const isKind = (tool === 'reamer') === (definition.kind === 'reamer');
      return isKind && (!definition.diameter || Math.abs(bitMm - definition.diameter.mm) < SAME_BIT_MM);
    }
    case 'cutter':
      return definition.angleDeg === null || (work as CutWork).angleDeg === definition.angleDeg;
    default:
      return true;
  }
}

/**
 * Every finding on a thing with what was made or judged with it since it was last proved good, until it was proved good again. The same
 * whatever order the marks came in.
 *
 * @param things of the kit, deleted ones too; a finding on one that is not among them still recalls what names it.
 */
export function recallsOf(marks: readonly Mark[], things: readonly Thing[]): readonly Recall[] {
  if (!marks.some((m) => m.kind === 'thing-check' || m.kind === 'thing-finding')) return NOTHING;
  const all = effectiveMarks(marks);
  const said = all.filter((m): m is Cause => m.kind === 'thing-check' || m.kind === 'thing-finding');
  const looked = lookedAt(all);
  const kindOf = new Map(things.map((t) => [t.id, t]));
  return said
    .filter((m) => !isGood(m))
    .map((cause): Recall => {
      const { thingId } = cause.payload.thing;
      const good = said.filter((m) => isGood(m) && m.payload.thing.thingId === thingId).map((m) => m.doneAt);
      const goodBefore = good.filter((at) => at < cause.doneAt).at(-1) ?? null;
      const goodAfter = good.find((at) => at > cause.doneAt) ?? null;
      const thing = kindOf.get(thingId);
      const within = all.filter((m) => (goodBefore === null || m.doneAt > goodBefore) && (goodAfter === null || m.doneAt < goodAfter));
      const others = new Set(things.filter((t) => t.definition.kind === thing?.definition.kind).map((t) => t.id));
      const named = within.filter((m) => thingsOf(m).includes(thingId));
      const unnamed = thing ? within.filter((m) => mayBe(thing, m) && !thingsOf(m).some((id) => others.has(id))) : [];
      return {
        cause,
        goodBefore,
        goodAfter,
        places: placesOf(named, looked.get(cause.id)),
        unnamed: placesOf(unnamed, looked.get(cause.id)),
      };
    });
}

const isGood = (m: Cause): boolean => m.kind === 'thing-check' && m.payload.thing.isGood;

/** When what was last ticked, by finding: `row/hole` and `row/part:part`. */
type Looked = ReadonlyMap<string, string>;

function lookedAt(marks: readonly Mark[]): Map<string, Map<string, string>> {
  const found = new Map<string, Map<string, string>>();
  for (const m of marks) {
    if (m.kind !== 'looked-again') continue;
    const own = found.get(m.payload.because) ?? new Map<string, string>();
    for (const id of m.holeIds) own.set(`${m.rowId}/${id}`, m.doneAt);
    for (const id of m.payload.partIds ?? []) own.set(`${m.rowId}/part:${id}`, m.doneAt);
    found.set(m.payload.because, own);
  }
  return found;
}

/** Work that came after a look is to be looked at itself: a rivet set anew from the same lot. */
function placesOf(marks: readonly Mark[], looked: Looked = new Map()): RecallPlace[] {
  const rows = new Map<string, { holes: Map<string, { kinds: Set<MarkKind>; newest: string }>; partIds: Set<string> }>();
  const isLooked = (key: string, newest: string) => (looked.get(key) ?? '') >= newest;
  for (const m of marks) {
    if (m.holeIds.length === 0 && !m.payload.partIds?.length) continue;
    let row = rows.get(m.rowId);
    if (!row) rows.set(m.rowId, (row = { holes: new Map(), partIds: new Set() }));
    for (const id of m.holeIds) {
      const hole = row.holes.get(id) ?? { kinds: new Set(), newest: m.doneAt };
      hole.kinds.add(m.kind);
      if (m.doneAt > hole.newest) hole.newest = m.doneAt;
      row.holes.set(id, hole);
    }
    for (const id of m.payload.partIds ?? []) if (!isLooked(`${m.rowId}/part:${id}`, m.doneAt)) row.partIds.add(id);
  }
  return [...rows].map(([rowId, { holes, partIds }]) => ({
    rowId,
    holes: [...holes].map(([holeId, { kinds, newest }]) => ({
      holeId,
      kinds: [...kinds],
      isLookedAt: isLooked(`${rowId}/${holeId}`, newest),
    })),
    partIds: [...partIds],
  }));
}

const NO_ROWS: ReadonlyMap<string, ReadonlyMap<string, readonly Cause[]>> = new Map();

/** Holes of each row that are still to be looked at, with the findings that ask for it. */
export function stillToLook(recalls: readonly Recall[]): ReadonlyMap<string, ReadonlyMap<string, readonly Cause[]>> {
  if (recalls.length === 0) return NO_ROWS;
  const rows = new Map<string, Map<string, Cause[]>>();
  for (const { cause, places } of recalls)
    for (const { rowId, holes } of places)
      for (const { holeId, isLookedAt } of holes) {
        if (isLookedAt) continue;
        const row = rows.get(rowId) ?? new Map<string, Cause[]>();
        rows.set(rowId, row.set(holeId, [...(row.get(holeId) ?? []), cause]));
      }
  return rows;
}
