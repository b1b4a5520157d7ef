import { judgeHole } from '#core/deviation/judge';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import type { Deviation, Setting } from '#core/record/marks';
import { showLength } from '#core/units/show';
import type { Mm } from '#core/units/length';
import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';

interface OddHoleProps {
  readonly row: RowModel;
  readonly holeId: string;
  readonly number: number;
  readonly found: Deviation;
  readonly setting: Setting;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A hole that was measured and wants another rivet than the row's, or none before somebody was asked. */
export function OddHole({ row, holeId, number, found, setting, onMark }: OddHoleProps) {
  const units = useUnits();
  if (found.verdict === 'unknown')
    return (
      <p role="alert" className="text-caution">
        Hole {number} stays empty: what was measured is not enough to say which rivet goes. Measure what the deviation names, and keep it
        anew.
      </p>
    );
  if (found.verdict === 'stop')
    return (
      <p role="alert" className="text-stop">
        Hole {number} stays empty: it was measured{found.hole ? ` ${showLength(found.hole.mm as Mm, units)}` : ''} and the answer was stop.
        Ask the kit maker; what is decided is kept as a deviation.
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
  const { dash } = next.stack.size;
  return (
    <p className="flex flex-wrap items-center gap-2 text-caution">
      <span className="min-w-0 flex-1">
        Hole {number} goes a size up: {next.plan.rivet.callout}, hole {showLength(next.stack.size.hole, units)}. Open it, prepare it anew
        for the larger head ({preps}), then set it apart.
      </span>
      <Button
        className="min-h-12"
        onClick={() =>
          onMark([
            {
              kind: 'set',
              rowId: row.entity.id,
              holeIds: [holeId],
              payload: { setting: { ...setting, dash, lengthDash: next.plan.rivet.lengthDash } },
            },
          ])
        }
      >
        Hole {number}: {next.plan.rivet.callout} is set
      </Button>
    </p>
  );
}
