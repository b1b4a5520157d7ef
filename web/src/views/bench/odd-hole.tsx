import { judgeHole } from '#core/deviation/judge';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import type { Deviation } from '#core/record/marks';
import { showLength } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';

interface OddHoleProps {
  readonly row: RowModel;
  readonly number: number;
  readonly found: Deviation;
}

/** A hole that was measured and wants another rivet than the row's, or none before somebody was asked. */
export function OddHole({ row, number, found }: OddHoleProps) {
  const units = useUnits();
  if (found.verdict === 'unknown')
    return (
      <p role="alert" className="text-caution">
        Hole {number} stays empty: what was measured is not enough to say which rivet goes. Measure what the deviation names.
      </p>
    );
  if (found.verdict === 'stop')
    return (
      <p role="alert" className="text-stop">
        Hole {number} stays empty: it was measured{found.hole ? ` ${showLength(found.hole.mm as Mm, units)}` : ''} and the answer was stop.
        Ask the kit maker, then settle the stop with the answer.
      </p>
    );
  const { layers } = row.entity.definition;
  const { next } = judgeHole(row.stack, {
    hole: found.hole?.mm as Mm | undefined,
    isElongated: found.kind === 'elongated',
    isOnPurpose: true,
    edges: layers.map((l) => found.edges?.[l.id]?.mm as Mm | undefined),
    pitch: found.pitch?.mm as Mm | undefined,
  });
  if (!next) return null;
  const preps = next.plan.layers.map((l, i) => `${sheetName(l.part, i)}: ${PREP_WORDS[l.prep]}`).join(', ');
  return (
    <p className="text-caution">
      Hole {number} goes a size up: {next.plan.rivet.callout}, hole {showLength(next.stack.size.hole, units)} ({preps}). It has set-ups of
      its own: open it and prepare it there, then set its rivet.
    </p>
  );
}
