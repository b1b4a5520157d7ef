import { jobKey } from '../jobs/job';
import type { Entity, JobPlace, PartDefinition, RowDefinition, SettingWay } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { rankOf, rankOfPlace, rankOfStep, type WorkOrder, type WorkRank } from '../record/order';
import { isLocking, isPartStep, type Step } from '../record/steps';
import type { SetupUse } from '../setup/setup';
import { headSides, piecesOf, type Piece } from './pieces';
import { DEFAULT_MINUTES, type OperationKind } from './minutes';

/** One thing to do in an assembly, derived from its rows and parts; never typed. */
export interface AssemblyOperation {
  readonly id: string;
  readonly kind: OperationKind;
  /** What is in the hand or in the tool; neighbours of one set-up need no change. */
  readonly setup: string;
  readonly rowId: string | null;
  readonly partIds: readonly string[];
  /** Single things: holes times sheets times sides; parts where it is done on parts. */
  readonly count: number;
  readonly minutes: number;
  readonly after: readonly Precedence[];
  /** How its rivets are meant to be set; null: not said, or it is other work. */
  readonly way: SettingWay | null;
  /** What it wants in hand. */
  readonly pieces: readonly Piece[];
  /** It cannot be done alone. */
  readonly needsTwo?: boolean | undefined;
}

/** Why one operation comes after another. */
export type PrecedenceReason =
  | 'order-of-work'
  | 'machining-before-finish'
  | 'first-face-first'
  | 'drilled-before-check'
  | 'square-before-lock'
  | 'together-before-drilling'
  | 'apart-after-drilling'
  | 'together-before-riveting'
  | 'mask-before-primer'
  | 'seal-before-riveting'
  | 'close-before-riveting'
  | 'sub-assembly-first'
  | 'waits-for-part'
  | 'not-here'
  | 'bent-open'
  /* From what shuts a row off, and the tools that are owned: `shut-off.ts`. */
  | 'shuts-off'
  | 'hides-heads';

export interface Precedence {
  readonly id: string;
  readonly because: PrecedenceReason;
}

/** A row as its operations are derived from. */
export interface OperationRow {
  readonly id: string;
  readonly row: RowDefinition;
  readonly uses: readonly SetupUse[];
}

/** Drilling the holes of a row that lock its angle, once it was checked. */
export const lockId = (rowId: string): string => `${rowId}/lock`;

/** The operation with which work is closed up with a part, or a sub-assembly is done. */
export const closeId = (partId: string): string => `part/${partId}/close`;

/** The operation with which a sub-assembly is done: nothing of its own, but everything inside it. */
export const isSubAssembly = (operationId: string): boolean => operationId.startsWith('sub/');

/** Parts as far as operations go by them, by id. */
export type OperationParts = ReadonlyMap<string, Pick<PartDefinition, 'name' | 'subAssembly' | 'supply' | 'bareZones'>>;

interface Draft extends Omit<AssemblyOperation, 'after' | 'minutes' | 'pieces' | 'way'> {
  /** Its own minutes; absent: the usual ones. */
  readonly minutes?: number | undefined;
  readonly rank: WorkRank;
  readonly after: Map<string, PrecedenceReason>;
}

/* The work on an assembly as a whole, between the steps. */
const LOCK = rankOfPlace('locked');
const TAKE_APART = rankOfPlace('take-apart');
const REASSEMBLE = rankOfPlace('reassemble');
const SEAL = rankOfPlace('seal');
const SECOND_FACE = rankOfPlace('second-face');
const DRILLED_UP_TO = LOCK;

/** What wants a drill or a machine tool, and what it has to be done before. */
const MACHINING: readonly OperationKind[] = ['piloted', 'drilled', 'deburred', 'creased', 'dimpled', 'countersunk'];
const FINISH: readonly OperationKind[] = ['cleaned', 'primed'];

/**
 * Every operation of an assembly with its precedences and their reasons: each row in each of its set-ups, each part's own work, and
 * fitting up, taking apart, masking, putting together again, sealing. `parts`: the assembly's, by id.
 */
export function assemblyOperations(...of: Parameters<typeof draftOperations>): AssemblyOperation[] {
  return finishOperations(draftOperations(...of));
}

/** Operations with their precedences, not yet with their minutes and the pieces in hand: the first half of {@link assemblyOperations}. */
export interface DraftedOperations {
  readonly rows: readonly OperationRow[];
  readonly parts: OperationParts;
  readonly drafts: readonly Draft[];
}

export function draftOperations(
  rows: readonly OperationRow[],
  parts: OperationParts,
  order: WorkOrder,
  jobs: readonly Entity<'job'>[] = [],
): DraftedOperations {
  const drafts: Draft[] = [];
  const onPart = new Map<string, Draft>();
  const used = new Set<string>();
  for (const { id, row, uses } of rows) {
    const inPlan = holesInPlan(row.holes);
    const holes = inPlan.length;
    if (holes === 0) continue;
    for (const l of row.layers) used.add(l.partId);
    for (const use of uses) {
      const own = use.steps.filter((s) => !isPartStep(s));
      const locking = use.setup.operation === 'drilled' ? inPlan.filter(isLocking).length : 0;
      const onRow = (key: string, kind: OperationKind, setup: string, count: number, rank: WorkRank): void => {
        if (count > 0)
          drafts.push({ id: `${id}/${key}`, kind, setup, rowId: id, partIds: partsOf(own, row), count, rank, after: new Map() });
      };
      const rank = own[0] ? rankOfStep(own[0], order) : rankOf(use.setup.operation, order);
      onRow(use.setup.key, use.setup.operation, use.setup.key, (holes - locking) * own.length, rank);
      if (locking > 0 && own.length > 0) {
        onRow('squared', 'squared', 'squared/hand', 1, rankOfPlace('squared'));
        onRow('lock', use.setup.operation, use.setup.key, locking * own.length, LOCK);
      }
      for (const step of use.steps.filter(isPartStep)) {
        const key = `part/${step.partId}/${step.kind}`;
        if (onPart.has(key)) continue;
        const draft: Draft = {
          id: key,
          kind: step.kind,
          setup: use.setup.key,
          rowId: null,
          partIds: [step.partId as string],
          count: 1,
          rank: rankOf(step.kind, order),
          after: new Map(),
        };
        onPart.set(key, draft);
        drafts.push(draft);
      }
    }
    if (row.setting?.isSealed)
      drafts.push({
        id: `${id}/seal`,
        kind: 'seal',
        setup: 'seal/hand',
        rowId: id,
        partIds: row.layers.map((l) => l.partId),
        count: holes,
        rank: SEAL,
        after: new Map(),
      });
  }
  const all = [...used].filter((p) => parts.has(p));
  const whole = (kind: OperationKind, rank: WorkRank, partIds: readonly string[]): void => {
    if (partIds.length > 0)
      drafts.push({
        id: `assembly/${kind}`,
        kind,
        setup: `${kind}/hand`,
        rowId: null,
        partIds,
        count: partIds.length,
        rank,
        after: new Map(),
      });
  };
  const isDrilledTogether = drafts.some((d) => d.rank <= DRILLED_UP_TO && d.rank > rankOf('laid-out', order));
  if (isDrilledTogether) {
    whole('fit-up', rankOfPlace('fit-up'), all);
    whole('take-apart', TAKE_APART, all);
  }
  const sealed = rows.filter((r) => r.row.setting?.isSealed).flatMap((r) => r.row.layers.map((l) => l.partId));
  const bare = all.filter((p) => (parts.get(p)?.bareZones ?? []).length > 0);
  if (drafts.some((d) => d.kind === 'primed'))
    whole(
      'mask',
      rankOfPlace('mask'),
      [...new Set([...sealed, ...bare])].filter((p) => parts.has(p)),
    );
  const later = new Set(rows.flatMap((r) => r.row.waitsForParts ?? []));
  if (drafts.some((d) => d.kind === 'set'))
    whole(
      'reassemble',
      REASSEMBLE,
      all.filter((p) => !later.has(p)),
    );
  drafts.push(...jobDrafts(jobs, rows, parts), ...arrivals(parts));
  link(drafts);
  drafts.push(...toldOperations(rows, parts, drafts));
  return { rows, parts, drafts };
}

/** The second half of {@link assemblyOperations}. */
export function finishOperations({ rows, parts, drafts }: DraftedOperations): AssemblyOperation[] {
  const sides = headSides(rows);
  const wayOf = new Map(
    rows.map((r) => [r.id, r.uses.some((u) => u.setup.tool.kind === 'puller') ? ('blind' as const) : (r.row.setting?.way ?? null)]),
  );
  const subAssemblyOf = (partId: string) => parts.get(partId)?.subAssembly || undefined;
  return drafts.map(({ rank, after, minutes, ...d }) => {
    const usual = DEFAULT_MINUTES[d.kind];
    return {
      ...d,
      minutes: minutes ?? usual.minutes * d.count,
      after: [...after].map(([id, because]) => ({ id, because })),
      way: d.kind === 'set' ? (wayOf.get(d.rowId ?? '') ?? null) : null,
      pieces: piecesOf(d, sides.get(d.rowId ?? ''), d.kind === 'countersunk' && rank === SECOND_FACE, subAssemblyOf),
    };
  });
}

/** Parts that are not here: everything done on them waits. */
function arrivals(parts: OperationParts): Draft[] {
  return [...parts].flatMap(([id, part]): Draft[] =>
    part.supply
      ? [
          {
            id: `part/${id}/arrive`,
            kind: 'arrive',
            setup: 'arrive/hand',
            rowId: null,
            partIds: [id],
            count: 1,
            rank: NOT_HERE,
            after: new Map(),
          },
        ]
      : [],
  );
}

/** Before everything. */
const NOT_HERE: WorkRank = -1;

/** Jobs that go on while holes are drilled. */
const DRILLED_IN: readonly string[] = ['job/fit-up', 'job/edge'];

/** Where a job comes: just before or after the work of its parts that its place names. */
const JOB_RANKS: Readonly<Record<JobPlace, WorkRank>> = {
  'before-drilling': rankOfPlace('laid-out') - 0.5,
  'after-drilling': rankOfPlace('take-apart') + 0.5,
  'before-finish': rankOfPlace('cleaned') - 0.5,
  'before-riveting': rankOfPlace('reassemble') - 0.5,
  'after-riveting': rankOfPlace('inspected') + 0.5,
};

/** Jobs of the builder's own as operations. */
function jobDrafts(jobs: readonly Entity<'job'>[], rows: readonly OperationRow[], parts: OperationParts): Draft[] {
  return [...jobs]
    .sort((a, b) => a.definition.order - b.definition.order)
    .map(({ id, definition: job }): Draft => {
      const drilled = rows.filter((r) => job.cycles.some((c) => c.rowIds.includes(r.id))).flatMap((r) => r.row.layers.map((l) => l.partId));
      return {
        id: jobKey(id),
        kind: 'job',
        setup: `job/${job.kind}`,
        rowId: null,
        partIds: [...new Set([...job.partIds, ...drilled])].filter((p) => parts.has(p)),
        count: 1,
        minutes: job.minutes ?? undefined,
        needsTwo: job.needsTwo,
        rank: JOB_RANKS[job.place],
        after: new Map(),
      };
    });
}

/**
 * What the builder told of the order, as operations and precedences: parts that come later, parts that close the work up,
 * sub-assemblies, flanges bent open. Adds to the drafts that wait for them. Facts about what is no longer there say nothing.
 */
function toldOperations(
  rows: readonly OperationRow[],
  parts: ReadonlyMap<string, Pick<PartDefinition, 'subAssembly'>>,
  drafts: readonly Draft[],
): Draft[] {
  const made: Draft[] = [];
  const byRow = new Map<string, Draft[]>();
  for (const d of drafts) if (d.rowId !== null) listed(byRow, d.rowId).push(d);
  const ofRow = (id: string, kind: OperationKind) => (byRow.get(id) ?? []).filter((d) => d.kind === kind);
  const add = (id: string, kind: OperationKind, partIds: readonly string[], rowId: string | null = null): Draft => {
    const draft: Draft = {
      id,
      kind,
      setup: `${kind}/hand`,
      rowId,
      partIds,
      count: rowId ? 1 : partIds.length,
      rank: SEAL,
      after: new Map(),
    };
    made.push(draft);
    return draft;
  };
  const wait = (later: readonly Draft[], earlier: readonly Draft[], because: PrecedenceReason) => {
    for (const l of later) for (const e of earlier) if (!l.after.has(e.id)) l.after.set(e.id, because);
  };
  const later = new Set(rows.flatMap((r) => r.row.waitsForParts ?? []).filter((p) => parts.has(p)));
  for (const partId of later) {
    const fit = add(`part/${partId}/join`, 'join', [partId]);
    wait(
      [fit],
      drafts.filter((d) => d.partIds.includes(partId) && d.rank < REASSEMBLE),
      'together-before-riveting',
    );
    for (const r of rows)
      if (r.row.waitsForParts?.includes(partId)) wait([...ofRow(r.id, 'seal'), ...ofRow(r.id, 'set')], [fit], 'waits-for-part');
  }
  const reassemble = drafts.filter((d) => d.kind === 'reassemble');
  const closing = new Set(
    rows.flatMap((r) => (r.row.shutBy ?? []).flatMap((s) => (s.by.kind === 'part' && parts.has(s.by.id) ? [s.by.id] : []))),
  );
  for (const partId of closing) {
    const close = add(closeId(partId), 'close', [partId]);
    wait([close], reassemble, 'together-before-riveting');
    for (const r of rows) if (r.row.layers.some((l) => l.partId === partId)) wait(ofRow(r.id, 'set'), [close], 'close-before-riveting');
  }
  const names = new Set([...parts.values()].flatMap((p) => p.subAssembly ?? []).filter((n) => n !== ''));
  for (const name of names) {
    const isIn = (partId: string) => parts.get(partId)?.subAssembly === name;
    const within = rows.filter((r) => r.row.layers.every((l) => isIn(l.partId)));
    const joining = rows.filter((r) => r.row.layers.some((l) => isIn(l.partId)) && !within.includes(r));
    const inner = within.flatMap((r) => [...ofRow(r.id, 'set'), ...ofRow(r.id, 'inspected')]);
    if (inner.length === 0) continue;
    const close = add(`sub/${name}/close`, 'close', [...parts.keys()].filter(isIn));
    wait([close], inner, 'sub-assembly-first');
    wait(
      joining.flatMap((r) => [...ofRow(r.id, 'seal'), ...ofRow(r.id, 'set')]),
      [close],
      'sub-assembly-first',
    );
  }
  for (const { id, row } of rows) {
    if (!row.shutBy?.some((s) => s.isBentOpen)) continue;
    const set = ofRow(id, 'set');
    if (set.length === 0) continue;
    const partIds = row.layers.map((l) => l.partId);
    const open = add(`${id}/bend-open`, 'bend-open', partIds, id);
    const back = add(`${id}/bend-back`, 'bend-back', partIds, id);
    wait(set, [open], 'bent-open');
    wait([open], reassemble, 'together-before-riveting');
    wait([back], set, 'bent-open');
    wait(ofRow(id, 'inspected'), [back], 'bent-open');
  }
  return made;
}

function partsOf(steps: readonly Step[], row: RowDefinition): string[] {
  const named = steps.flatMap((s) => (s.partId === null ? [] : [s.partId]));
  return [...new Set(named.length > 0 ? named : row.layers.map((l) => l.partId))];
}

/** Earlier work on the same row or the same part comes first; what holds for the whole assembly holds for every part of it. */
function link(drafts: readonly Draft[]): void {
  const byPart = new Map<string, Draft[]>();
  for (const d of drafts) for (const p of d.partIds) listed(byPart, p).push(d);
  for (const own of byPart.values()) {
    /* Work on one row never waits for that on another: each is held against its own row's and that on no row alone. */
    const concerning = new Map<string, Draft[]>();
    for (const d of own) if (d.rowId !== null) concerning.set(d.rowId, []);
    for (const d of own)
      if (d.rowId !== null) concerning.get(d.rowId)?.push(d);
      else for (const list of concerning.values()) list.push(d);
    for (const later of own) {
      const earlierOnes = later.rowId === null ? own : (concerning.get(later.rowId) ?? []);
      for (const earlier of earlierOnes) {
        if (earlier.rank >= later.rank || later.after.has(earlier.id)) continue;
        const because = reasonOf(earlier, later);
        if (because) later.after.set(earlier.id, because);
      }
    }
  }
}

function listed(map: Map<string, Draft[]>, key: string): Draft[] {
  let list = map.get(key);
  if (!list) map.set(key, (list = []));
  return list;
}

/** Of two operations on the same part, the earlier by rank: why it comes first, or null where neither waits for the other. */
function reasonOf(earlier: Draft, later: Draft): PrecedenceReason | null {
  if (earlier.kind === 'arrive') return 'not-here';
  if (earlier.kind === 'job' || later.kind === 'job') {
    /* Holes are laid out and drilled while a fit-up is under way, or an edge is held straight. */
    return DRILLED_IN.includes(earlier.setup) && later.rank < TAKE_APART ? null : 'order-of-work';
  }
  if (earlier.kind === 'fit-up') return later.rank <= DRILLED_UP_TO ? 'together-before-drilling' : null;
  if (later.kind === 'fit-up') return 'order-of-work';
  if (later.kind === 'take-apart') return earlier.rank <= DRILLED_UP_TO ? 'apart-after-drilling' : null;
  if (earlier.kind === 'take-apart') return later.rank < REASSEMBLE ? 'apart-after-drilling' : null;
  if (later.kind === 'reassemble') return earlier.rank < REASSEMBLE && earlier.rank > TAKE_APART ? 'together-before-riveting' : null;
  if (earlier.kind === 'reassemble') return later.kind === 'set' || later.kind === 'seal' ? 'together-before-riveting' : null;
  if (earlier.kind === 'mask') return later.kind === 'primed' ? 'mask-before-primer' : null;
  if (later.kind === 'mask') return earlier.kind === 'cleaned' ? 'order-of-work' : null;
  if (earlier.kind === 'seal' || later.kind === 'seal')
    return earlier.kind === 'seal' && later.rowId === earlier.rowId && later.kind === 'set' ? 'seal-before-riveting' : null;
  const onParts = earlier.rowId === null || later.rowId === null;
  if (onParts) return MACHINING.includes(earlier.kind) && FINISH.includes(later.kind) ? 'machining-before-finish' : 'order-of-work';
  if (earlier.rowId !== later.rowId) return null;
  if (earlier.kind === 'countersunk' && later.kind === 'countersunk') return 'first-face-first';
  if (later.kind === 'squared') return 'drilled-before-check';
  if (earlier.kind === 'squared' && later.rank === LOCK) return 'square-before-lock';
  return 'order-of-work';
}
