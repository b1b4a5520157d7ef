import { useMemo } from 'react';
import { fastenerOf } from '#core/done/work';
import { lookOf } from '#core/inspect/looked-at';
import { calloutOf } from '#core/prep/callout-of';
import type { SetWork } from '#core/record/mark-work';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { dashLength } from '#core/rivet/callout';
import { headVolume } from '#core/rivet/length';
import { rivetOfDash } from '#core/tables/fasteners';
import { PROFILES } from '#core/tables/profiles';
import type { Mm } from '#core/units/length';
import type { RowModel } from '../../models/row-model';

/**
 * The rivet that is in a hole, by the record: judged is what was set, whatever is planned now. `at`: the hole; null: none.
 * `formFactor`: of the driven head. Volumes are in cubes of its diameter.
 */
export function useRivetThere(row: RowModel, marks: readonly Mark[], at: string | null, formFactor: number) {
  const rowId = row.entity.id;
  const set = useMemo(
    () =>
      effectiveMarks(marks.filter((m) => m.kind === 'undo' || (m.kind === 'set' && m.rowId === rowId)))
        .filter((m) => at !== null && m.holeIds.includes(at))
        .at(-1),
    [marks, rowId, at],
  );
  const there = ((set?.payload.work ?? set?.then ?? null) as SetWork | null)?.fastener;
  const setting = set?.payload.setting;
  const { stack, plan } = row;
  const dash = there?.dash ?? setting?.dash ?? stack.size.dash;
  const isPlanned = dash === stack.size.dash;
  const size = isPlanned ? stack.size : (rivetOfDash(dash) ?? stack.size);
  const rivet = {
    size,
    lengthDash: there?.lengthDash ?? setting?.lengthDash ?? plan.rivet.lengthDash,
    grip: plan.grip,
    lip: size.dash === stack.size.dash ? plan.rivet.lip?.z : undefined,
    hole: size.dash === stack.size.dash ? stack.hole : size.hole,
    profile: PROFILES[stack.profile],
    formFactor,
    halfDash: stack.halfDash,
  };
  const volumeD3 = (grip: Mm) => headVolume(dashLength(rivet.lengthDash), grip, size.diameter, rivet.hole) / size.diameter ** 3;
  return {
    rivet,
    name: there?.name ?? plan.rivet.callout,
    look: lookOf(there ?? fastenerOf({ row: row.entity.definition, stack, plan })),
    volumeD3: volumeD3(plan.grip),
    lipVolumeD3: rivet.lip === undefined ? null : volumeD3(rivet.lip),
    /** How the same rivet is called in another length. */
    nameOf: (lengthDash: number) =>
      calloutOf({ ...stack, head: there?.head ?? stack.head, alloy: there?.alloy ?? stack.alloy, size }, lengthDash),
  };
}
