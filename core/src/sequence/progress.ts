import { holesInPlan } from '../record/holes';
import { awaitsCheck, isDone, isHeld, isLocking, isPartStep, partKey, type HoleStates, type Step, type StepKind } from '../record/steps';
import { STEP_KINDS } from '../record/steps';
import { lockId, type AssemblyOperation, type OperationRow } from './operations';

export type OperationState = 'done' | 'under-way' | 'ready' | 'blocked';

export interface OperationProgress {
  readonly state: OperationState;
  /** Single things still open. */
  readonly open: number;
  /** What it still waits for: operations that are not done. */
  readonly waitsFor: readonly string[];
}

/** A row with what was done at its holes. */
export interface ProgressRow extends OperationRow {
  readonly steps: readonly Step[];
  readonly states: HoleStates;
}

/**
 * How far every operation is. What is marked at holes and parts is known; fitting up, taking apart, masking and putting together are
 * nobody's mark: they count as done as soon as something that waits for them was begun.
 */
export function operationProgress(
  operations: readonly AssemblyOperation[],
  rows: readonly ProgressRow[],
  partsDone: ReadonlySet<string>,
): Map<string, OperationProgress> {
  const byId = new Map(rows.map((r) => [r.id, r]));
  const counted = new Map<string, Counted>();
  const begun = new Set<string>();
  for (const o of operations) {
    const own = count(o, byId, partsDone);
    if (own === null) continue;
    counted.set(o.id, own);
    if (own.done > 0) for (const a of o.after) begun.add(a.id);
  }
  const isFinished = (o: AssemblyOperation) => {
    const own = counted.get(o.id);
    return own ? own.open === 0 : begun.has(o.id);
  };
  const finished = new Set(operations.filter(isFinished).map((o) => o.id));
  return new Map(
    operations.map((o) => {
      const waitsFor = o.after.filter((a) => !finished.has(a.id)).map((a) => a.id);
      const left = finished.has(o.id) ? 0 : (counted.get(o.id)?.open ?? o.count);
      const isBegun = (counted.get(o.id)?.done ?? 0) > 0;
      const state: OperationState = left === 0 ? 'done' : isBegun ? 'under-way' : waitsFor.length === 0 ? 'ready' : 'blocked';
      return [o.id, { state, open: left, waitsFor }] as const;
    }),
  );
}

interface Counted {
  readonly open: number;
  readonly done: number;
}

/** Things open and done of one operation; null where nothing is ever marked of it. Held holes are not wanted now. */
function count(o: AssemblyOperation, rows: ReadonlyMap<string, ProgressRow>, partsDone: ReadonlySet<string>): Counted | null {
  if (o.kind === 'squared') return countChecked(rows.get(o.rowId ?? ''));
  if (!(STEP_KINDS as readonly string[]).includes(o.kind)) return null;
  const kind = o.kind as StepKind;
  if (o.rowId === null) {
    const open = o.partIds.filter((p) => !partsDone.has(partKey(kind, p))).length;
    return { open, done: o.partIds.length - open };
  }
  const row = rows.get(o.rowId);
  const steps = row?.uses.find((u) => u.setup.key === o.setup)?.steps.filter((s) => !isPartStep(s)) ?? [];
  let open = 0;
  let done = 0;
  const isLock = o.id === lockId(o.rowId);
  for (const hole of holesInPlan(row?.row.holes ?? [])) {
    if (kind === 'drilled' && isLocking(hole) !== isLock) continue;
    const at = row?.states.get(hole.id);
    for (const s of steps)
      if (isDone(s, at)) done++;
      else if (!isHeld(hole, kind, at) || awaitsCheck(hole, kind, at)) open++;
  }
  return { open, done };
}

/** The angle's check: done once no locking hole waits for it any more, and where all of them are drilled anyhow. */
function countChecked(row: ProgressRow | undefined): Counted {
  const waits = holesInPlan(row?.row.holes ?? []).some((h) => {
    const at = row?.states.get(h.id);
    return awaitsCheck(h, 'drilled', at) && !at?.has('drilled//');
  });
  return waits ? { open: 1, done: 0 } : { open: 0, done: 1 };
}
