import type { Precedence } from '../operations/operations';
import type { OrderedOperation } from './arrange';
import type { AccessRow } from './shut-off';

/** What an order is asked of: operations that are left, what shuts rows off, and what is done. */
export interface OrderQuestion {
  readonly operations: readonly OrderedOperation[];
  readonly access: readonly AccessRow[];
  readonly done: ReadonlySet<string>;
}

type Written = readonly [
  ids: readonly string[],
  operations: readonly (readonly [setup: string, after: readonly (number | string)[], pieces: OrderedOperation['pieces']])[],
  access: readonly AccessRow[],
  done: readonly string[],
];

/**
 * The question as a text: all that an order depends on, and nothing that only counts. Two that are the same have the same order, so that it
 * names what was found; and a text of a thousand rows goes to a worker at once.
 */
export function writeQuestion({ operations, access, done }: OrderQuestion): string {
  const place = new Map(operations.map((o, i) => [o.id, i]));
  const concerned = new Set(access.flatMap((r) => [r.setId, ...r.closers.map((c) => c.operationId)]));
  const ids = operations.map((o) => o.id);
  /* What goes through an operation is written once for as long as it is the same: of a thousand rows it is most of the text. */
  const each = operations.map(
    (o) => `[${JSON.stringify(o.setup)},${JSON.stringify(o.after.map((a) => place.get(a.id) ?? a.id))},${piecesText(o.pieces)}]`,
  );
  const rest = [access, [...done].filter((id) => concerned.has(id))] satisfies [Written[2], Written[3]];
  return `[${JSON.stringify(ids)},[${each.join(',')}],${JSON.stringify(rest).slice(1)}`;
}

const PIECES = new WeakMap<OrderedOperation['pieces'], string>();
function piecesText(pieces: OrderedOperation['pieces']): string {
  const known = PIECES.get(pieces) ?? JSON.stringify(pieces);
  PIECES.set(pieces, known);
  return known;
}

/** Precedences hold whatever their reason: an order does not ask for it. */
const BECAUSE: Precedence['because'] = 'order-of-work';

/** What {@link writeQuestion} wrote, as far as an order is found by it; problems: none, it is this program's own. */
export function readQuestion(text: string): OrderQuestion {
  const [ids, operations, access, done] = JSON.parse(text) as Written;
  return {
    operations: operations.map(([setup, after, pieces], i): OrderedOperation => ({
      id: ids[i] as string,
      setup,
      after: after.map((a) => ({ id: typeof a === 'number' ? (ids[a] as string) : a, because: BECAUSE })),
      pieces,
    })),
    access,
    done: new Set(done),
  };
}
