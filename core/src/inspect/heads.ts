import type { Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import { effectiveMarks, type Disposition, type HeadDefect, type Mark } from '../record/marks';
import type { SetWork } from '../record/mark-work';
import { dashLength } from '../rivet/callout';
import { headVolume } from '../rivet/length';
import type { RivetSize } from '../tables/fasteners';
import type { Mm } from '../units/length';

/** The rivet a row is set with, for reading its heads. */
export interface HeadContext {
  readonly size: RivetSize;
  readonly lengthDash: number;
  readonly grip: Mm;
  readonly hole: Mm;
  /** Of a stack dimpled all through: depth of the last lip's rim. */
  readonly lip?: Mm | undefined;
}

/** What a planned row says of its heads. */
export function headContext({ stack, plan }: { readonly stack: Stack; readonly plan: Pick<Plan, 'grip' | 'rivet'> }): HeadContext {
  return { size: stack.size, lengthDash: plan.rivet.lengthDash, grip: plan.grip, hole: stack.hole, lip: plan.rivet.lip?.z };
}

/** One head as it was measured, with who set it and with what. */
export interface HeadReading {
  readonly markId: string;
  readonly rowId: string;
  readonly holeId: string;
  readonly doneAt: string;
  /** Who set it, and with which tool; empty: not said. */
  readonly setter: string;
  readonly toolId: string;
  readonly lengthDash: number;
  /** W / D and H / D; null where that was not measured. */
  readonly widthD: number | null;
  readonly heightD: number | null;
  readonly disposition: Disposition;
  readonly defects: readonly HeadDefect[];
  /** V / (W^2 H): the form factor this one head had; null where it cannot be told. */
  readonly formFactor: number | null;
}

/** Every check of a head, oldest first. Rows that `contextOf` does not know are left out. */
export function headReadings(marks: readonly Mark[], contextOf: (rowId: string) => HeadContext | undefined): HeadReading[] {
  const setBy = new Map<string, Mark>();
  const readings: HeadReading[] = [];
  for (const mark of effectiveMarks(marks.filter((m) => m.kind === 'set' || m.kind === 'head-check' || m.kind === 'undo'))) {
    for (const holeId of mark.holeIds) {
      if (mark.kind === 'set') setBy.set(`${mark.rowId}/${holeId}`, mark);
      const { head } = mark.payload;
      const context = contextOf(mark.rowId);
      if (!head || !context) continue;
      const set = setBy.get(`${mark.rowId}/${holeId}`);
      /* A rivet of another size is judged where it is looked at; among the row's own it would only mislead. */
      const there = ((set?.payload.work ?? set?.then ?? null) as SetWork | null)?.fastener;
      const dash = there?.dash ?? set?.payload.setting?.dash;
      if (dash !== undefined && dash !== context.size.dash) continue;
      const lengthDash = there?.lengthDash ?? set?.payload.setting?.lengthDash ?? context.lengthDash;
      const D = context.size.diameter;
      const width = head.width && head.width2 ? (head.width.mm + head.width2.mm) / 2 : head.width?.mm;
      const volume = headVolume(dashLength(lengthDash), context.grip, D, context.hole);
      readings.push({
        markId: mark.id,
        rowId: mark.rowId,
        holeId,
        doneAt: mark.doneAt,
        setter: set?.person ?? mark.person,
        toolId: set?.payload.setting?.toolId ?? '',
        lengthDash,
        widthD: width === undefined ? null : width / D,
        heightD: head.height ? head.height.mm / D : null,
        disposition: head.disposition,
        defects: head.defects ?? [],
        formFactor: width !== undefined && head.height && volume > 0 ? volume / (width * width * head.height.mm) : null,
      });
    }
  }
  return readings;
}

/** Good heads of one's own from which the form factor is taken. This project's own default. */
export const FIT_FROM = 12;

export interface FittedFactor {
  readonly n: number;
  readonly mean: number;
  readonly sd: number;
}

/**
 * The form factor of the builder's own good heads, with its spread: the mean of V / (W^2 H) over heads accepted without a note; null
 * until there are enough.
 */
export function fittedFactor(readings: readonly HeadReading[]): FittedFactor | null {
  const own = readings.flatMap((r) => (r.disposition === 'accept' && r.formFactor !== null ? [r.formFactor] : []));
  if (own.length < FIT_FROM) return null;
  const mean = own.reduce((s, k) => s + k, 0) / own.length;
  const sd = Math.sqrt(own.reduce((s, k) => s + (k - mean) ** 2, 0) / (own.length - 1));
  return { n: own.length, mean, sd };
}

/** Whether the last heads lie off the ones before: a habit that drifts. Both sides of the split need as many. */
export const DRIFT_OF = 8;

export interface Drift {
  /** H / D of the last ones and of those before them. */
  readonly before: number;
  readonly now: number;
}

/** A drift of the height in a series, beyond three standard errors of the difference; null: none to be seen. */
export function heightDrift(readings: readonly HeadReading[]): Drift | null {
  const heights = readings.flatMap((r) => (r.heightD === null ? [] : [r.heightD]));
  if (heights.length < 2 * DRIFT_OF) return null;
  const [before, now] = [heights.slice(0, -DRIFT_OF), heights.slice(-DRIFT_OF)];
  const mean = (l: readonly number[]) => l.reduce((s, v) => s + v, 0) / l.length;
  const variance = (l: readonly number[], m: number) => l.reduce((s, v) => s + (v - m) ** 2, 0) / (l.length - 1);
  const [a, b] = [mean(before), mean(now)];
  const error = Math.sqrt(variance(before, a) / before.length + variance(now, b) / now.length);
  return Math.abs(b - a) > 3 * error + 1e-9 ? { before: a, now: b } : null;
}
