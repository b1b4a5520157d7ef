import { AT_HOLE, partKey } from '../record/step-key';
import { holesInPlan } from '../record/holes';
import { ASSEMBLY_MARKS, type AssemblyMarkKind } from '../record/marks';
import { awaitsCheck, isDone, isHeld, isLocking, isPartStep, type HoleStates, type Step, type StepKind } from '../record/steps';
import { STEP_KINDS } from '../record/steps';
import { isSubAssembly, lockId, type AssemblyOperation, type OperationRow } from './operations';

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
 * How far every operation is, by what is marked at holes and parts. Work on the whole, such as fitting up or taking apart, counts as done
 * also once something that waits for it was begun: nobody who drills is asked whether the parts were together. A sub-assembly is finished
 * with what it waits for.
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
    const own = countOperation(o, byId, partsDone);
    if (own === null) continue;
    counted.set(o.id, own);
    if (own.done > 0) for (const a of o.after) begun.add(a.id);
  }
  const isFinished = (o: AssemblyOperation) => {
    const own = counted.get(o.id);
    if (own?.open === 0) return true;
    return (own === undefined || isAssemblyMark(o.kind)) && begun.has(o.id);
  };
  const finished = new Set(operations.filter(isFinished).map((o) => o.id));
  for (const o of operations) if (isSubAssembly(o.id) && o.after.length > 0 && o.after.every((a) => finished.has(a.id))) finished.add(o.id);
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

/** Whether it is work that is marked for a whole assembly or row. */
export function isAssemblyMark(kind: AssemblyOperation['kind']): kind is AssemblyMarkKind {
  return (ASSEMBLY_MARKS as readonly string[]).includes(kind);
}

interface Counted {
  readonly open: number;
  readonly done: number;
}

/** Things open and done of one operation; null where nothing is ever marked of it. Held holes are not wanted now. */
export function countOperation(
  o: AssemblyOperation,
  rows: ReadonlyMap<string, ProgressRow>,
  partsDone: ReadonlySet<string>,
): Counted | null {
  if (o.kind === 'arrive') return { open: 1, done: 0 };
  if (o.kind === 'job') return partsDone.has(o.id) ? { open: 0, done: 1 } : { open: 1, done: 0 };
  if (o.kind === 'squared') return countChecked(rows.get(o.rowId ?? ''));
  if (isSubAssembly(o.id)) return null;
  if (isAssemblyMark(o.kind)) return countWhole(o, o.kind, rows, partsDone);
  if (!(STEP_KINDS as readonly string[]).includes(o.kind)) return null;
  const kind = o.kind as StepKind;
  if (o.rowId === null) {
    const open = o.partIds.filter((p) => !partsDone.has(partKey(kind, p))).length;
    return { open, done: o.partIds.length - open };
  }
  const row = rows.get(o.rowId);
  const known = COUNTED.get(o);
  if (known && row && known.states === row.states && known.row === row.row && known.uses === row.uses) return known.counted;
  const counted = countHoles(o, kind, row);
  if (row) COUNTED.set(o, { states: row.states, row: row.row, uses: row.uses, counted });
  return counted;
}

/** What was counted of an operation at holes, kept while its row, its steps and what was done there are the same. */
const COUNTED = new WeakMap<AssemblyOperation, Pick<ProgressRow, 'states' | 'row' | 'uses'> & { readonly counted: Counted }>();

function countHoles(o: AssemblyOperation, kind: StepKind, row: ProgressRow | undefined): Counted {
  const steps = row?.uses.find((u) => u.setup.key === o.setup)?.steps.filter((s) => !isPartStep(s)) ?? [];
  let open = 0;
  let done = 0;
  const isLock = o.rowId !== null && o.id === lockId(o.rowId);
  for (const hole of holesInPlan(row?.row.holes ?? [])) {
    if (kind === 'drilled' && isLocking(hole) !== isLock) continue;
    const at = row?.states.get(hole.id);
    for (const s of steps)
      if (isDone(s, at)) done++;
      else if (!isHeld(hole, kind, at) || awaitsCheck(hole, kind, at)) open++;
  }
  return { open, done };
}

/** Work on the whole: so many parts of it are marked; before and after setting, the row's holes, where it is done at each of them. */
function countWhole(
  o: AssemblyOperation,
  kind: AssemblyMarkKind,
  rows: ReadonlyMap<string, ProgressRow>,
  partsDone: ReadonlySet<string>,
): Counted {
  if (o.rowId === null) {
    const open = o.partIds.filter((p) => !partsDone.has(partKey(kind, p))).length;
    return { open, done: o.partIds.length - open };
  }
  const row = rows.get(o.rowId);
  const holes = holesInPlan(row?.row.holes ?? []);
  const done = holes.filter((h) => row?.states.get(h.id)?.has(`${kind}//`)).length;
  if (o.count === 1) return done > 0 ? { open: 0, done: 1 } : { open: 1, done: 0 };
  return { open: holes.length - done, done };
}

/** The angle's check: done once no locking hole waits for it any more, and where all of them are drilled anyhow. */
function countChecked(row: ProgressRow | undefined): Counted {
  const waits = holesInPlan(row?.row.holes ?? []).some((h) => {
    const at = row?.states.get(h.id);
    return awaitsCheck(h, 'drilled', at) && !at?.has(AT_HOLE.drilled);
  });
  return waits ? { open: 1, done: 0 } : { open: 0, done: 1 };
}
