import type { MarkKind, Side } from './mark-kinds';
import type { MarkPayload } from './mark-payloads';
import type { MarkWork } from './mark-work';

export * from './mark-kinds';
export * from './mark-payloads';

/** The version a mark of this kind is written in. */
export function markVersion(kind: MarkKind): 1 | 2 {
  return kind === 'deviation' ? 2 : 1;
}

/** A mark of one kind. */
export interface MarkOf<K extends MarkKind> {
  /** Client-made. */
  readonly id: string;
  readonly kind: K;
  /** Of its kind: a deviation is written as 2 (it may say `unknown`), everything else as 1. */
  readonly v: 1 | 2;
  /** The row; for a part's or a shift's mark the assembly, for a thing's the kit. */
  readonly rowId: string;
  readonly holeIds: readonly string[];
  /** Layer ids, where the operation is a layer's. */
  readonly layerIds: readonly string[];
  readonly side: Side | null;
  /** ISO 8601, UTC; may lie in the past for work written up from paper. */
  readonly doneAt: string;
  readonly recordedAt: string;
  readonly person: string;
  readonly device: string;
  readonly payload: MarkPayload<K>;
  /** What an old mark's work was, read from the change record as of its done-at; null: it does not say. Never written by a client. */
  readonly then?: MarkWork | null | undefined;
  /** Where it stands in the order in which the server took them; absent: it waits to be sent. Never written by a client. */
  readonly place?: number | undefined;
}

export type Mark = { readonly [K in MarkKind]: MarkOf<K> }[MarkKind];

/** Ordered by done-at, then as the server took them, what still waits after those: the same on every device. Source: docs/rules.md, "The metal". */
export function compareMarks(a: Mark, b: Mark): number {
  if (a.doneAt !== b.doneAt) return a.doneAt < b.doneAt ? -1 : 1;
  const [first, second] = [a.place ?? Infinity, b.place ?? Infinity];
  if (first !== second) return first < second ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** A record that may take another one back: a mark or a change. */
export interface Undoing {
  readonly id: string;
  /** The one it takes back; null: none. */
  readonly undoes: string | null;
}

/**
 * Which of these records count: one that takes another back makes it count no more, one that takes that back gives it again. For each
 * that does not, the record that took it back. What counts does not depend on the order of arrival. (One record names one other, so a ring
 * of them touches nothing real.)
 */
export function takenBack(records: readonly Undoing[]): {
  readonly counts: (id: string) => boolean;
  readonly by: (id: string) => string | null;
} {
  const undosOf = new Map<string, string[]>();
  for (const { id, undoes } of records) if (undoes !== null) undosOf.set(undoes, [...(undosOf.get(undoes) ?? []), id]);
  const known = new Map<string, string | null>();
  const by = (id: string): string | null => {
    const answer = known.get(id);
    if (answer !== undefined) return answer;
    known.set(id, id);
    const undo = (undosOf.get(id) ?? []).find((u) => by(u) === null) ?? null;
    known.set(id, undo);
    return undo;
  };
  return { counts: (id) => by(id) === null, by };
}

/** The marks that count, in order, each once: an undo takes its mark back, an undone undo gives it again. */
export function effectiveMarks(marks: readonly Mark[]): Mark[] {
  const byId = new Map<string, Mark>();
  const undos: Undoing[] = [];
  for (const mark of marks) {
    if (byId.has(mark.id)) continue;
    byId.set(mark.id, mark);
    if (mark.kind === 'undo') undos.push({ id: mark.id, undoes: mark.payload.undoes });
  }
  const all = [...byId.values()].filter((m) => m.kind !== 'undo');
  if (undos.length === 0) return all.sort(compareMarks);
  const { counts } = takenBack(undos);
  return all.filter((m) => counts(m.id)).sort(compareMarks);
}
