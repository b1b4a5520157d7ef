import { stepKey } from './step-key';
import { effectiveMarks, type Mark, type MarkKind } from './marks';
import { STEP_KINDS, type StepKind } from './steps';

/** The same step at the same holes marked by two people: it counts once, and one of the marks may be a slip. */
export interface MarkedTwice {
  readonly kind: StepKind;
  readonly layerId: string | null;
  readonly holeIds: readonly string[];
  /** The two newest marks, older first. */
  readonly marks: readonly [Mark, Mark];
}

/** What makes a second mark of the same step work of its own: it was undone in between by more work. */
const BETWEEN: Partial<Readonly<Record<MarkKind, readonly MarkKind[]>>> = {
  set: ['removed'],
  inspected: ['set', 'removed'],
  deburred: ['drilled'],
  drilled: ['gave-way', 'deviation'],
  dimpled: ['dimple-check', 'drilled'],
  countersunk: ['deviation'],
};

/** Steps of a row that two people marked at the same holes with nothing in between that asks for it. */
export function markedTwice(marks: readonly Mark[], rowId: string): MarkedTwice[] {
  const own = effectiveMarks(marks).filter((m) => m.rowId === rowId && m.holeIds.length > 0);
  if (new Set(own.map((m) => m.person)).size < 2) return [];
  const last = new Map<string, Mark>();
  const found = new Map<string, { kind: StepKind; layerId: string | null; holeIds: string[]; marks: [Mark, Mark] }>();
  for (const m of own)
    for (const holeId of m.holeIds) {
      for (const [kind, between] of Object.entries(BETWEEN)) if (between.includes(m.kind)) forget(last, `${holeId} ${kind}/`);
      if (!(STEP_KINDS as readonly MarkKind[]).includes(m.kind)) continue;
      for (const layerId of m.layerIds.length > 0 ? m.layerIds : [null]) {
        const key = `${holeId} ${stepKey(m.kind, layerId, m.side)}`;
        const before = last.get(key);
        last.set(key, m);
        if (!before || before.person === m.person) continue;
        const group = `${before.id} ${m.id} ${layerId ?? ''}`;
        const known = found.get(group);
        if (known) known.holeIds.push(holeId);
        else found.set(group, { kind: m.kind as StepKind, layerId, holeIds: [holeId], marks: [before, m] });
      }
    }
  return [...found.values()];
}

function forget(last: Map<string, Mark>, beginning: string): void {
  for (const key of last.keys()) if (key.startsWith(beginning)) last.delete(key);
}
