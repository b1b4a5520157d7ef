import { good, type Result } from '../units/result';
import { operationGraph, type Operation, type OperationGraph } from '../order/graph';
import { leastTurnings } from '../order/least-turnings';
import type { AssemblyOperation, Precedence } from '../operations/operations';
import { EXACT_UP_TO, orderOperations, type OperationOrder, type OrderOptions } from '../order/order';
import type { Piece } from '../operations/pieces';
import { accessAlong, waysAfter, type Access, type AccessRow } from './shut-off';
import { turningsAtLeast, turningsBetween, turnLess } from '../order/turnings';

/** As much of an operation as an order is found by. */
export type OrderedOperation = Pick<AssemblyOperation, 'id' | 'setup' | 'after' | 'pieces'>;

/** The operations with what must not be shut off before it is set among their precedences. */
export interface WithAccess<O = AssemblyOperation> {
  readonly operations: readonly O[];
  /** Rows that no order helps: what shuts them off comes before them by the order of the work itself. */
  readonly unavoidable: readonly { readonly rowId: string; readonly closedBy: string }[];
}

/** Adds to every operation that shuts a row off that the row comes first, one by one; never so that they wait for each other in a ring. */
export function withAccess<O extends Pick<AssemblyOperation, 'id' | 'after'>>(
  operations: readonly O[],
  rows: readonly AccessRow[],
): WithAccess<O> {
  if (rows.every((r) => r.closers.length === 0)) return { operations, unavoidable: [] };
  const after = new Map(operations.map((o) => [o.id, new Map(o.after.map((a) => [a.id, a.because]))]));
  const added = new Set<string>();
  const unavoidable: { rowId: string; closedBy: string }[] = [];
  const wait = (later: string, earlier: string, because: Precedence['because']): boolean => {
    const own = after.get(later);
    if (!own || !after.has(earlier) || own.has(earlier)) return own?.has(earlier) ?? false;
    if (comesBefore(after, later, earlier)) return false;
    own.set(earlier, because);
    added.add(later);
    return true;
  };
  for (const r of rows)
    r.closers.forEach((c) => {
      /* What shuts a row off together with others does so alone: a side that is shut, or the tightest room. */
      if (r.open.length === 0 || waysAfter(r, (x) => x === c).length > 0) return;
      if (!after.has(r.setId) || !after.has(c.operationId)) return;
      if (!wait(c.operationId, r.setId, 'shuts-off')) {
        unavoidable.push({ rowId: r.rowId, closedBy: c.operationId });
        return;
      }
      if (r.inspectId !== null && c.by.side !== 'head') wait(c.operationId, r.inspectId, 'hides-heads');
    });
  if (added.size === 0) return { operations, unavoidable };
  return {
    operations: operations.map((o) =>
      added.has(o.id) ? { ...o, after: [...(after.get(o.id) ?? [])].map(([id, because]) => ({ id, because })) } : o,
    ),
    unavoidable,
  };
}

/** Whether one operation comes before another, step by step along the precedences. */
function comesBefore(after: ReadonlyMap<string, ReadonlyMap<string, unknown>>, earlier: string, later: string): boolean {
  const seen = new Set<string>([later]);
  const open = [later];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (at === earlier) return true;
    for (const id of after.get(at)?.keys() ?? [])
      if (!seen.has(id)) {
        seen.add(id);
        open.push(id);
      }
  }
  return false;
}

/** What the graph needs of an operation; what is not in the list is waited for by nobody. */
export function graphOperations(operations: readonly Omit<OrderedOperation, 'pieces'>[]): Operation[] {
  const known = new Set(operations.map((o) => o.id));
  return operations.map((o) => ({ id: o.id, setup: o.setup, after: o.after.flatMap((a) => (known.has(a.id) ? [a.id] : [])) }));
}

export interface Arranged extends Omit<OperationOrder, 'order'> {
  readonly order: readonly string[];
  /** Parts taken up or turned over, and a number of them that no order with so few changes of set-up can beat. */
  readonly turnings: number;
  readonly turningsAtLeast: number;
  readonly access: Access;
}

/**
 * An order of operations that changes set-ups least, then turns parts least, and shuts no row off where any order can help it. `done`: operations done before.
 * Problems: a loop among the precedences, named.
 */
export function arrange(
  operations: readonly OrderedOperation[],
  rows: readonly AccessRow[],
  done: ReadonlySet<string>,
  options: OrderOptions = {},
): Result<Arranged> {
  const own = withAccess(operations, rows).operations;
  const graph = operationGraph(graphOperations(own));
  if (!graph.ok) return graph;
  const pieces = own.map((o) => o.pieces);
  const found = withTurnings(graph.value, pieces, options);
  const order = found.order.map((n) => own[n]?.id ?? '');
  return good({ ...found, order, access: accessAlong(order, rows, done) });
}

/** Both counted: exactly where every order can be looked at, else first the set-ups, then what is in hand within each. */
function withTurnings(
  graph: OperationGraph,
  pieces: readonly (readonly Piece[])[],
  options: OrderOptions,
): Omit<Arranged, 'access' | 'order'> & Pick<OperationOrder, 'order'> {
  if (graph.operations.length <= EXACT_UP_TO) {
    const { order, setupChanges: changes, turnings } = leastTurnings(graph, pieces);
    return { order, setupChanges: changes, lowerBound: changes, optimal: true, turnings, turningsAtLeast: turnings };
  }
  const found = orderOperations(graph, options);
  const order = turnLess(graph, found.order, pieces);
  const turnings = order.slice(1).reduce((sum, v, i) => sum + turningsBetween(pieces[order[i] as number] ?? [], pieces[v] ?? []), 0);
  return { ...found, order, turnings, turningsAtLeast: turningsAtLeast(graph, pieces, found.setupChanges) };
}
