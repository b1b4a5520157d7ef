import { readNumber } from '../typed/number-text';
import type { Problem } from '../units/result';
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

/** A correction as it is typed: hours as text, in the order of the parts. */
export interface CorrectionTyped {
  /** As a date field has it, in the zone of the device. */
  readonly start: string;
  /** `as` empty: as its marks say. */
  readonly parts: readonly { readonly assemblyId: string; readonly hours: string; readonly as: MarkKind | '' }[];
}

export type ReadCorrection =
  | { readonly ok: true; readonly parts: readonly ShiftPart[] }
  /** Every field that does not read, by its path in {@link CorrectionTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

const HOUR_MS = 3_600_000;
/** Clocks of two devices may differ by so much. */
const CLOCKS_MS = 60_000;

/** @param startMs when it began, as the device reads it; NaN: it does not. */
export function readCorrection({ parts }: CorrectionTyped, startMs: number, nowMs: number): ReadCorrection {
  const problems: (Problem & { readonly path: string })[] = [];
  if (Number.isNaN(startMs)) problems.push({ code: 'shift-start-unreal', path: 'start' });
  let sum = 0;
  const told = parts.map((p, i): ShiftPart => {
    const hours = readNumber(p.hours) ?? NaN;
    const isGood = hours > 0 && sum + hours <= PAPER_HOURS_MAX;
    if (!isGood) problems.push({ code: 'shift-hours-unreal', data: { most: PAPER_HOURS_MAX }, path: `parts.${i}.hours` });
    else sum += hours;
    return { assemblyId: p.assemblyId, hours, ...(p.as === '' ? {} : { as: p.as }) };
  });
  if (problems.length === 0 && startMs + sum * HOUR_MS > nowMs + CLOCKS_MS) problems.push({ code: 'shift-in-future', path: 'start' });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, parts: told };
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
    const [startedAt, endedAt] = [new Date(startMs), new Date(startMs + hours * HOUR_MS)];
    from = endedAt.getTime();
    return [
      { kind: 'shift-started', rowId: assemblyId, doneAt: startedAt.toISOString(), payload: { note: was, ...(as ? { as } : {}) } },
      { kind: 'shift-ended', rowId: assemblyId, doneAt: endedAt.toISOString(), payload: {} },
    ];
  });
  return [...undos, ...told];
}
