import { AT_HOLE } from './step-key';
import type { Step, StepKind } from './steps';

/** How far one hole is, over all sheets: the last stage whose steps are all done. Work on whole parts is no stage of a hole. */
export const STAGES = ['open', 'laid-out', 'piloted', 'drilled', 'deburred', 'prepared', 'set', 'inspected'] as const;
export type Stage = (typeof STAGES)[number];

/** The steps of each stage, and whether it is reached where a row has none of them. */
const STAGE_STEPS: readonly { readonly stage: Stage; readonly kinds: readonly StepKind[]; readonly isFree: boolean }[] = [
  { stage: 'laid-out', kinds: ['laid-out'], isFree: false },
  { stage: 'piloted', kinds: ['piloted'], isFree: false },
  { stage: 'drilled', kinds: ['drilled'], isFree: true },
  { stage: 'deburred', kinds: ['deburred'], isFree: true },
  { stage: 'prepared', kinds: ['dimpled', 'countersunk'], isFree: true },
  { stage: 'set', kinds: ['set'], isFree: false },
  { stage: 'inspected', kinds: ['inspected'], isFree: false },
];

/**
 * The stage of a hole from the steps of its row and the keys marked at it. Laying out and piloting are passed over by a drilled hole; one that is
 * closed is closed, whatever is open again under its fastener: every count gives one number.
 */
export function stageOf(steps: readonly Step[], done: ReadonlySet<string> | undefined): Stage {
  return stageReader(steps)(done);
}

/** {@link stageOf} for many holes of one row. */
export function stageReader(steps: readonly Step[]): (done: ReadonlySet<string> | undefined) => Stage {
  const wanted = STAGE_STEPS.map(({ stage, kinds, isFree }) => ({ stage, isFree, own: steps.filter((s) => kinds.includes(s.kind)) }));
  const isInspected = steps.some((s) => s.kind === 'inspected');
  const read = (done: ReadonlySet<string> | undefined): Stage => {
    if (done?.has(AT_HOLE.set)) return isInspected && done.has(AT_HOLE.inspected) ? 'inspected' : 'set';
    let reached: Stage = 'open';
    const isDrilled = done?.has(AT_HOLE.drilled) ?? false;
    for (const { stage, isFree, own } of wanted) {
      if (own.length === 0 && !isFree) continue;
      const isPassed = isDrilled && (stage === 'laid-out' || stage === 'piloted');
      if (!isPassed && !own.every((s) => done?.has(s.key))) return reached;
      reached = stage;
    }
    return reached;
  };
  const untouched = read(undefined);
  return (done) => (done === undefined ? untouched : read(done));
}
