/**
 * A mark says that something was done. It is appended, never altered; marks commute: they are idempotent by id
 * and ordered by done-at, then id. Stages are folded from marks, never stored as truth.
 */
export const MARK_KINDS = [
  'laid-out',
  'piloted',
  'drilled',
  'deburred',
  'creased',
  'scuffed',
  'dimpled',
  'countersunk',
  'cleaned',
  'primed',
  'set',
  'inspected',
  'removed',
  'undo',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** What a mark of each kind addresses: the hole, the hole in one sheet, the part, or another mark. */
export const MARK_ADDRESS: Readonly<Record<MarkKind, 'hole' | 'hole-in-layer' | 'part' | 'mark'>> = {
  'laid-out': 'hole',
  piloted: 'hole',
  drilled: 'hole',
  set: 'hole',
  inspected: 'hole',
  removed: 'hole',
  deburred: 'hole-in-layer',
  dimpled: 'hole-in-layer',
  countersunk: 'hole-in-layer',
  creased: 'part',
  scuffed: 'part',
  cleaned: 'part',
  primed: 'part',
  undo: 'mark',
};

export type Side = 'head' | 'shop';

export interface Mark {
  /** Client-made. */
  readonly id: string;
  readonly kind: MarkKind;
  readonly v: 1;
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
  /** An undo names here the mark it takes back. */
  readonly payload: { readonly undoes?: string };
}

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
