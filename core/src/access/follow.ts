import type { SequenceDecision } from '../record/definitions';
import { graphOperations } from './arrange';
import type { Operation } from '../order/graph';
import type { AssemblyOperation, PrecedenceReason } from '../operations/operations';
import type { AccessRow } from './shut-off';

/**
 * A wished order in today's names: a row's operation is named by its set-up too, and another thickness or rivet gives it another one. What
 * is no longer there stands for the row's operation of its kind that nobody wished for; what is done or gone is left out.
 */
function inTodaysNames(operations: readonly AssemblyOperation[], wished: readonly string[]): string[] {
  const asked = new Set(wished);
  const free = new Map<string, string[]>();
  const known = new Set<string>();
  for (const o of operations) {
    known.add(o.id);
    if (o.rowId === null || asked.has(o.id)) continue;
    const work = `${o.rowId}/${o.kind}`;
    const list = free.get(work);
    if (list) list.push(o.id);
    else free.set(work, [o.id]);
  }
  return wished.flatMap((id) => (known.has(id) ? [id] : (free.get(id.split('/').slice(0, 2).join('/'))?.shift() ?? [])));
}

/**
 * The order nearest to a wished one that keeps every precedence: the wished operations one after the other, each right after what it
 * still waits for; what nobody wished for comes where it is needed, else at the end. A wish that keeps everything is answered by itself.
 */
export function followOrder(operations: readonly AssemblyOperation[], wished: readonly string[]): string[] {
  const graph = graphOperations(operations);
  const named = inTodaysNames(operations, wished);
  const place = new Map(named.map((id, i) => [id, i]));
  if (place.size === named.length && keepsEverything(graph, place)) return named;
  const byId = new Map(graph.map((o) => [o.id, o]));
  const rank = (id: string) => place.get(id) ?? Infinity;
  const given = new Map(operations.map((o, i) => [o.id, i]));
  /* Those of the same rank stay as they are given: sorting is stable. */
  const sorted = [...byId.keys()]
    .map((id) => [id, rank(id)] as const)
    .sort(([, a], [, b]) => (a === b ? 0 : a - b))
    .map(([id]) => id);
  const order: string[] = [];
  const seen = new Set<string>();
  for (const first of sorted) {
    /* Depth first without calling itself: an assembly's chain may be long. */
    const open: { id: string; waits: string[] }[] = [];
    const visit = (id: string) => {
      if (seen.has(id)) return;
      seen.add(id);
      const waits = (byId.get(id)?.after ?? []).filter((a) => !seen.has(a));
      open.push({ id, waits: waits.sort((a, b) => rank(b) - rank(a) || (given.get(b) ?? 0) - (given.get(a) ?? 0)) });
    };
    visit(first);
    for (let top = open.at(-1); top; top = open.at(-1)) {
      const next = top.waits.pop();
      if (next !== undefined) visit(next);
      else {
        order.push(top.id);
        open.pop();
      }
    }
  }
  return order;
}

/** Whether every operation has a place, nothing else has one, and each comes after all it waits for. */
function keepsEverything(operations: readonly Operation[], place: ReadonlyMap<string, number>): boolean {
  const isAfter = (id: string, at: number) => (place.get(id) ?? Infinity) < at;
  return (
    place.size === operations.length &&
    operations.every((o) => {
      const at = place.get(o.id);
      return at !== undefined && o.after.every((a) => isAfter(a, at));
    })
  );
}

/** A precedence that an order breaks. */
export interface Break {
  readonly earlier: string;
  readonly later: string;
  readonly because: PrecedenceReason;
}

/** What an order breaks, in its own order; empty: it can be worked like that. */
export function breaksOf(operations: readonly AssemblyOperation[], order: readonly string[]): Break[] {
  const place = new Map(order.map((id, i) => [id, i]));
  const byId = new Map(operations.map((o) => [o.id, o]));
  return order.flatMap((later, i) =>
    (byId.get(later)?.after ?? []).flatMap(({ id, because }): Break[] =>
      (place.get(id) ?? -1) > i ? [{ earlier: id, later, because }] : [],
    ),
  );
}

/** An order with one operation moved to another place of it. */
export function moved(order: readonly string[], id: string, to: number): string[] {
  const rest = order.filter((o) => o !== id);
  const at = Math.max(0, Math.min(rest.length, to));
  return [...rest.slice(0, at), id, ...rest.slice(at)];
}

/**
 * The rows in the order the plans set them, as wished operations: only setting is said by the plans; what it needs comes before each, and
 * heads that a later step may hide are looked at right after.
 */
export function plansWish(rowIds: readonly string[], operations: readonly AssemblyOperation[], access: readonly AccessRow[]): string[] {
  const setOf = new Map(operations.flatMap((o) => (o.kind === 'set' && o.rowId !== null ? [[o.rowId, o.id] as const] : [])));
  const hidden = new Map(access.map((r) => [r.rowId, r.inspectId]));
  return rowIds.flatMap((id) => [
    ...(setOf.has(id) ? [setOf.get(id) as string] : []),
    ...(hidden.get(id) ? [hidden.get(id) as string] : []),
  ]);
}

/** The order a decision asks for; null: the advice is followed. */
export function decidedOrder(
  { left, access }: { readonly left: readonly AssemblyOperation[]; readonly access: readonly AccessRow[] },
  decision: SequenceDecision | null | undefined,
): string[] | null {
  switch (decision?.follows) {
    case 'plans':
      return followOrder(left, plansWish(decision.plans ?? [], left, access));
    case 'own':
      return followOrder(left, decision.own ?? []);
    case 'advice':
    case undefined:
      return null;
  }
}
