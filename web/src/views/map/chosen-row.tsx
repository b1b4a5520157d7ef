import type { AssemblyAnswer } from '#contract/answers';
import { Link } from 'react-router';
import type { Mark } from '#core/record/marks';
import { holesInPlan } from '#core/record/holes';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { VerdictSign } from '../../ui/verdict';
import { HoleMenu } from '../hole/hole-menu';

interface ChosenRowProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly marks: readonly Mark[];
  /** The hole that was touched, from 1. */
  readonly hole: number;
  readonly isMenuOpen: boolean;
  readonly onMenu: (isOpen: boolean) => void;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** The row chosen on the map, with everything of the hole that was touched. */
export function ChosenRow({ data, row, marks, hole, isMenuOpen, onMenu, onMark }: ChosenRowProps) {
  const holes = holesInPlan(row.entity.definition.holes);
  const at = holes[Math.min(holes.length, Math.max(1, Math.round(hole) || 1)) - 1];
  return (
    <div className="flex flex-col items-start gap-1 rounded border border-dye p-2">
      <div className="flex items-center gap-2">
        <strong className="label text-[17px]">{row.title}</strong>
        <VerdictSign of={row.verdict} />
      </div>
      <p className="text-[14px] text-ink2">
        {row.holeCount} {row.holeCount === 1 ? 'hole' : 'holes'}, {row.plan.rivet.callout}, {row.progress.done} of {row.progress.wanted}{' '}
        steps done
      </p>
      <div className="flex flex-wrap items-center gap-3">
        {at ? (
          <HoleMenu data={data} row={row} marks={marks} holeId={at.id} here="map" open={isMenuOpen} onOpen={onMenu} onMark={onMark} />
        ) : null}
        <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${row.entity.id}`}>
          Open in the plan
        </Link>
      </div>
    </div>
  );
}
