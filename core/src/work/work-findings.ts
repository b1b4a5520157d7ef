import type { Finding } from '../prep/findings';
import type { Plan } from '../prep/plan';
import type { RowDefinition } from '../record/definitions';
import type { Step } from '../record/steps';

/** Kinds of work that whatever is found of the row as a whole concerns: its holes are made, its rivets go in. */
const OF_THE_ROW: readonly Step['kind'][] = ['laid-out', 'piloted', 'drilled', 'set'];

/**
 * What the plan warns of where this work is done: stops and cautions of the sheets that are worked on, and for holes and rivets those of
 * the row as a whole. So a finding that stands in the plan stands at the bench and on the set-up card too.
 */
export function workFindings(row: RowDefinition, plan: Pick<Plan, 'findings'>, steps: readonly Step[]): Finding[] {
  const layers = new Set(
    steps.flatMap((s) => (s.kind === 'deburred' || s.layerId === null ? [] : [row.layers.findIndex((l) => l.id === s.layerId)])),
  );
  const isOfRow = steps.some((s) => OF_THE_ROW.includes(s.kind));
  return plan.findings.filter((f) => f.severity !== 'note' && (f.layer === undefined ? isOfRow : layers.has(f.layer) || isOfRow));
}
