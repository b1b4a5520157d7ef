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
}

export type Mark = { readonly [K in MarkKind]: MarkOf<K> }[MarkKind];

/** Ordered by done-at, then id: the same on every device. */
export function compareMarks(a: Mark, b: Mark): number {
  if (a.doneAt !== b.doneAt) return a.doneAt < b.doneAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/**
 * The marks that count, in order, each once: an undo takes its mark back, an undone undo gives it again. What
 * counts does not depend on the order of arrival. (An undo names one mark, so a ring of undos touches no real mark.)
 */
export function effectiveMarks(marks: readonly Mark[]): Mark[] {
  const byId = new Map<string, Mark>();
  for (const mark of marks) if (!byId.has(mark.id)) byId.set(mark.id, mark);
  const undosOf = new Map<string, Mark[]>();
  for (const mark of byId.values()) {
    const target = mark.kind === 'undo' ? mark.payload.undoes : undefined;
    if (target === undefined) continue;
    const known = undosOf.get(target);
    if (known) known.push(mark);
    else undosOf.set(target, [mark]);
  }
  const counts = new Map<string, boolean>();
  const isEffective = (id: string): boolean => {
    const known = counts.get(id);
    if (known !== undefined) return known;
    counts.set(id, false);
    const answer = !(undosOf.get(id) ?? []).some((undo) => isEffective(undo.id));
    counts.set(id, answer);
    return answer;
  };
  return [...byId.values()].filter((m) => m.kind !== 'undo' && isEffective(m.id)).sort(compareMarks);
}

/** Marks of this device that an undo would take back next, newest recording first. */
export function undoableMarks(marks: readonly Mark[], device: string): Mark[] {
  return effectiveMarks(marks)
    .filter((m) => m.device === device)
    .sort((a, b) => (a.recordedAt === b.recordedAt ? (a.id < b.id ? 1 : -1) : a.recordedAt < b.recordedAt ? 1 : -1));
}
