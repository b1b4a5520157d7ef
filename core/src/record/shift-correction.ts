import type { MarkKind } from './marks';
import { PAPER_HOURS_MAX } from './paper';
import type { Shift } from './shifts';

/** A piece of a shift as it is told afterwards: where, how long, at what. */
export interface ShiftPart {
  readonly assemblyId: string;
  readonly hours: number;
  /** Absent: as its marks say. */
  readonly as?: MarkKind | undefined;
}

/** A mark that a correction writes. */
export interface CorrectionMark {
  readonly kind: 'undo' | 'shift-started' | 'shift-ended';
  readonly rowId: string;
  readonly doneAt?: string;
  readonly payload: { readonly undoes?: string; readonly note?: string; readonly as?: MarkKind };
}

export type CorrectionProblem = 'hours-unreal' | 'start-unreal' | 'in-future';

/** What is wrong with a correction; null: nothing. */
export function correctionProblem(startMs: number, parts: readonly ShiftPart[], nowMs: number): CorrectionProblem | null {
  if (Number.isNaN(startMs)) return 'start-unreal';
  const hours = parts.reduce((sum, p) => sum + p.hours, 0);
  if (parts.some((p) => !(p.hours > 0)) || !(hours <= PAPER_HOURS_MAX)) return 'hours-unreal';
  return startMs + hours * 3_600_000 > nowMs + 60_000 ? 'in-future' : null;
}

/**
 * The marks that put other hours in the place of a shift: its own marks are taken back and stay in the record, the new ones say what they
 * stand for. The parts follow each other from the start on; `was` says in words what is corrected.
 */
export function shiftCorrection(shift: Shift, beganMs: number, parts: readonly ShiftPart[], was: string): CorrectionMark[] {
  const undos = shift.markIds.map((undoes): CorrectionMark => ({ kind: 'undo', rowId: shift.assemblyId, payload: { undoes } }));
  let from = beganMs;
  const told = parts.flatMap(({ assemblyId, hours, as }, i): CorrectionMark[] => {
    /* The next one begins a moment after: two marks of one moment have no order. */
    const startMs = from + (i > 0 ? 1 : 0);
    const [startedAt, endedAt] = [new Date(startMs), new Date(startMs + hours * 3_600_000)];
    from = endedAt.getTime();
    return [
      { kind: 'shift-started', rowId: assemblyId, doneAt: startedAt.toISOString(), payload: { note: was, ...(as ? { as } : {}) } },
      { kind: 'shift-ended', rowId: assemblyId, doneAt: endedAt.toISOString(), payload: {} },
    ];
  });
  return [...undos, ...told];
}
