import { notSolid } from '../prep/stack';
import { neededOpening } from '../rivet/opening';
import { dashLength } from '../rivet/callout';
import { reachFailures } from '../reach/reach';
import { reachingTool, rowAccess } from '../reach/row-reach';
import { toolProblems } from '../reach/tools-for-setup';
import type { Entity, SettingWay, ShutOff } from '../record/definitions';
import type { WorkRow } from '../work/assembly-work';
import { inches, type Mm } from '../units/length';
import { closeId, type AssemblyOperation } from '../operations/operations';

/** Free height a bar and a hand want on the far side. This project's own default. */
export const BAR_ROOM: Mm = inches(0.75);

/** What setting a row depends on. */
export type ReachableRow = Pick<WorkRow, 'id' | 'row' | 'stack' | 'plan' | 'uses'>;

/**
 * The ways in which a row can still be set once these shut it off, by the tools that are owned. Blind: from the head side alone.
 * Everything else wants both sides: a squeezer that reaches every hole and opens wide enough; a bar where there is room for it;
 * a plate under the heads where nothing is in the way. Sets of the row's size, where sets are on record at all.
 */
export function waysLeft(
  { row, stack, plan, uses }: ReachableRow,
  shut: readonly ShutOff[],
  tools: readonly Entity<'tool'>[],
): SettingWay[] {
  const closed = shut.filter((s) => s.isBentOpen !== true);
  const isShut = (side: 'head' | 'shop') => closed.some((s) => (s.side === side || s.side === 'both') && !s.room);
  if (notSolid(stack)) return isShut('head') ? [] : ['blind'];
  if (isShut('head') || isShut('shop')) return [];
  const left = Math.min(...closed.flatMap((s) => (s.room ? [s.room.mm] : [])), Infinity);
  const access = rowAccess(row, undefined).map((a) => ({ ...a, room: Math.min(a.room ?? Infinity, left) }));
  const opening = neededOpening(stack.head, stack.size, dashLength(plan.rivet.lengthDash));
  const setup = uses.find((u) => u.setup.operation === 'set')?.setup;
  const sets = tools.filter((t) => t.definition.kind === 'sets');
  if (setup && sets.length > 0 && !sets.some((t) => toolProblems(t.definition, setup).length === 0)) return [];
  const squeezers = tools.filter((t) => t.definition.kind === 'squeezer' && (t.definition.gap?.mm ?? Infinity) >= opening);
  const reaching = squeezers.flatMap((t) => reachingTool(t) ?? []);
  const isReached = access.every((at) =>
    reaching.some((t) => reachFailures(t, { ...at, room: at.room === Infinity ? undefined : (at.room as Mm) }).length === 0),
  );
  return [
    ...(isReached && reaching.length > 0 ? (['squeezer'] as const) : []),
    ...(access.every((a) => a.room >= BAR_ROOM) ? (['gun'] as const) : []),
    ...(stack.head === 'flush-100' && access.every((a) => a.room === Infinity) ? (['back'] as const) : []),
  ];
}

/** The ways in which a row can be set as it is, nothing shut off; kept while the row, its plan and the tools are the same. */
export function waysOpen(row: ReachableRow, tools: readonly Entity<'tool'>[]): readonly SettingWay[] {
  const known = OPEN.get(row.row);
  if (known && known.tools === tools && known.plan === row.plan && known.stack === row.stack && known.uses === row.uses) return known.ways;
  const ways = waysLeft(row, [], tools);
  OPEN.set(row.row, { tools, plan: row.plan, stack: row.stack, uses: row.uses, ways });
  return ways;
}

const OPEN = new WeakMap<
  ReachableRow['row'],
  Omit<ReachableRow, 'id' | 'row'> & { readonly tools: readonly Entity<'tool'>[]; readonly ways: readonly SettingWay[] }
>();

/** One thing that shuts a row off, and the operation that does it. */
export interface Closer {
  readonly by: ShutOff;
  readonly operationId: string;
}

/** A row with what shuts it off, and the ways that are left by the room that is. */
export interface AccessRow {
  readonly rowId: string;
  readonly setId: string;
  readonly inspectId: string | null;
  readonly isBlind: boolean;
  readonly closers: readonly Closer[];
  /** The ways while neither side is shut: with nothing told, then for each room that something leaves, mm. */
  readonly open: readonly SettingWay[];
  readonly byRoom: readonly { readonly roomMm: number; readonly ways: readonly SettingWay[] }[];
}

/** The ways left once some of the things that shut a row off are done. */
export function waysAfter({ isBlind, closers, open, byRoom }: AccessRow, isDone: (closer: Closer) => boolean): readonly SettingWay[] {
  const shut = closers.filter((c) => c.by.isBentOpen !== true && isDone(c)).map((c) => c.by);
  const full = shut.filter((s) => !s.room);
  if (full.some((s) => s.side !== 'shop') || (!isBlind && full.length > 0)) return [];
  const room = Math.min(...shut.flatMap((s) => (s.room ? [s.room.mm] : [])), Infinity);
  return byRoom.find((r) => r.roomMm === room)?.ways ?? open;
}

/** The rows that something shuts off, or that no tool of the builder's sets at all. */
export function accessRows(
  operations: readonly AssemblyOperation[],
  rows: readonly ReachableRow[],
  tools: readonly Entity<'tool'>[],
): AccessRow[] {
  const ofRow = new Map<string, { set?: string; inspected?: string }>();
  const known = new Set<string>();
  for (const o of operations) {
    known.add(o.id);
    if (o.rowId === null || (o.kind !== 'set' && o.kind !== 'inspected')) continue;
    ofRow.set(o.rowId, { ...ofRow.get(o.rowId), [o.kind]: o.id });
  }
  return rows.flatMap((r): AccessRow[] => {
    const own = ofRow.get(r.id);
    if (own?.set === undefined) return [];
    const closers = (r.row.shutBy ?? []).flatMap((by): Closer[] => {
      const operationId = by.by.kind === 'part' ? closeId(by.by.id) : ofRow.get(by.by.id)?.set;
      return operationId !== undefined && known.has(operationId) && operationId !== own.set ? [{ by, operationId }] : [];
    });
    const open = waysOpen(r, tools);
    if (closers.length === 0 && open.length > 0) return [];
    const rooms = new Map(closers.flatMap(({ by }) => (by.room ? [[by.room.mm, by] as const] : [])));
    const byRoom = [...rooms].map(([roomMm, by]) => ({ roomMm, ways: waysLeft(r, [{ ...by, isBentOpen: false }], tools) }));
    return [{ rowId: r.id, setId: own.set, inspectId: own.inspected ?? null, isBlind: Boolean(notSolid(r.stack)), closers, open, byRoom }];
  });
}

/** A row that an order shuts off before it is set. */
export interface DeadEnd {
  readonly rowId: string;
  readonly setId: string;
  /** The step after which nothing sets it any more; null: nothing did from the start. */
  readonly closedBy: string | null;
  /** What was possible until then. */
  readonly lost: readonly SettingWay[];
}

export interface Access {
  readonly deadEnds: readonly DeadEnd[];
  /** For every row something shuts off: the step before which it has to be set; null: none of the order. */
  readonly until: ReadonlyMap<string, string | null>;
  /** Steps after which a row can be set in fewer ways than before. */
  readonly narrows: ReadonlyMap<string, readonly { readonly rowId: string; readonly left: readonly SettingWay[] }[]>;
}

/** Follows what can be got at through an order, step by step. `done`: what was done before it. */
export function accessAlong(order: readonly string[], rows: readonly AccessRow[], done: ReadonlySet<string> = new Set()): Access {
  const place = new Map(order.map((id, i) => [id, i]));
  /* What is done lies before the order, what is not in it after. */
  const at = (id: string) => place.get(id) ?? (done.has(id) ? -1 : Infinity);
  const deadEnds: DeadEnd[] = [];
  const until = new Map<string, string | null>();
  const narrows = new Map<string, { rowId: string; left: readonly SettingWay[] }[]>();
  for (const r of rows) {
    const set = at(r.setId);
    const shut = new Set<Closer>();
    let ways = r.open;
    let last: string | null = null;
    if (ways.length === 0 && set >= 0) deadEnds.push({ rowId: r.rowId, setId: r.setId, closedBy: null, lost: [] });
    const sorted = r.closers
      .map((closer) => ({ closer, when: at(closer.operationId) }))
      .filter((c) => c.when < Infinity)
      .sort((a, b) => a.when - b.when);
    for (const { closer, when } of sorted) {
      const before = ways;
      shut.add(closer);
      ways = waysAfter(r, (c) => shut.has(c));
      if (ways.length === before.length) continue;
      if (ways.length === 0) {
        last = closer.operationId;
        if (set > when) deadEnds.push({ rowId: r.rowId, setId: r.setId, closedBy: last, lost: before });
        break;
      }
      const known = narrows.get(closer.operationId);
      if (known) known.push({ rowId: r.rowId, left: ways });
      else narrows.set(closer.operationId, [{ rowId: r.rowId, left: ways }]);
    }
    until.set(r.rowId, last);
  }
  return { deadEnds, until, narrows };
}

/** Rows not set yet that nothing gets at any more once these are set: what setting them now would cost. */
export function shutOffBySetting(
  rowIds: readonly string[],
  operations: readonly AssemblyOperation[],
  rows: readonly AccessRow[],
  done: ReadonlySet<string>,
): string[] {
  const meant = operations.filter((o) => o.kind === 'set' && o.rowId !== null && rowIds.includes(o.rowId));
  /* With a row its part is in its place: closing up is nobody's mark. */
  const closed = meant.flatMap((o) => o.after.flatMap((a) => (a.because === 'close-before-riveting' ? [a.id] : [])));
  const then = new Set([...done, ...meant.map((o) => o.id), ...closed]);
  const [before, after] = [accessAlong([], rows, done), accessAlong([], rows, then)];
  return rows.flatMap((r) => (!then.has(r.setId) && after.until.get(r.rowId) && !before.until.get(r.rowId) ? [r.rowId] : []));
}
