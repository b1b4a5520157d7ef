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
  const ofSheets = steps.filter((s) => s.kind !== 'deburred' && s.layerId !== null);
  /* A finding about one face stands where that face is worked on. */
  const isWorked = ({ layer, face }: Finding) =>
    ofSheets.some((s) => row.layers[layer ?? -1]?.id === s.layerId && (face === undefined || (face === 'far') === (s.side === 'shop')));
  const isOfRow = steps.some((s) => OF_THE_ROW.includes(s.kind));
  return plan.findings.filter((f) => f.severity !== 'note' && (f.layer === undefined ? isOfRow : isWorked(f) || isOfRow));
}
