import { effectiveMarks, type Mark } from '../record/marks';
import type { SetWork } from '../record/mark-work';

/** Grips this near to each other want the same setting, mm. */
const SAME_GRIP_MM = 0.1;

/**
 * How far apart the sets of a squeezer stood, as somebody wrote it, when the last head of that rivet in that grip passed: accepted, or
 * inspected with the rest. Null: nobody wrote one that did.
 */
export function lastPassed(marks: readonly Mark[], toolId: string, dash: number, gripMm: number): string | null {
  const kinds: readonly Mark['kind'][] = ['set', 'inspected', 'head-check', 'removed', 'undo'];
  const gaps = new Map<string, string>();
  let passed: string | null = null;
  for (const mark of effectiveMarks(marks.filter((m) => kinds.includes(m.kind))))
    for (const holeId of mark.holeIds) {
      const key = `${mark.rowId}/${holeId}`;
      if (mark.kind === 'set') {
        const work = (mark.payload.work ?? mark.then ?? null) as SetWork | null;
        const isSame = work?.fastener.dash === dash && Math.abs((work.gripMm ?? 0) - gripMm) <= SAME_GRIP_MM;
        const gap = mark.payload.setting?.toolId === toolId && isSame ? mark.payload.setting.gap : undefined;
        if (gap === undefined) gaps.delete(key);
        else gaps.set(key, gap);
      } else if (mark.kind === 'inspected' || (mark.kind === 'head-check' && mark.payload.head.disposition.startsWith('accept')))
        passed = gaps.get(key) ?? passed;
    }
  return passed;
}
