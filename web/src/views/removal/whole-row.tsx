import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { Link } from 'react-router';
import { holesInPlan } from '#core/record/holes';
import { Button } from '../../ui/controls';
import type { RowModel } from '../../models/row-model';
import { useWorkMark } from '../../models/use-work-mark';
import { Steps, inHoleOf } from './removal-steps';

/** A whole row comes out, such as for a part that is changed: the card once, then a tick for every hole. */
export function WholeRow({ data, row }: { data: AssemblyAnswer; row: RowModel }) {
  const mark = useWorkMark(data, [row]);
  const holes = holesInPlan(row.entity.definition.holes);
  const [seen] = useState(() => new Set(holes.filter((h) => row.states.get(h.id)?.has(AT_HOLE.set)).map((h) => h.id)));
  const left = holes.filter((h) => row.states.get(h.id)?.has(AT_HOLE.set));
  const first = left[0] ?? holes.find((h) => seen.has(h.id));
  if (!first) return <p className="text-[19px]">Nothing of this row is set: there is nothing to take out.</p>;
  return (
    <>
      <h1 className="label text-[30px] leading-tight">
        Taking out the row: <span className="text-dye">{inHoleOf(row, first.id).name}</span>, {row.title}
      </h1>
      <Steps data={data} row={row} holeId={first.id} />
      <section aria-label="Hole by hole" className="flex flex-col gap-2 border-t border-line pt-2">
        <h2 className="label text-[22px]">Out, hole by hole: {left.length === 0 ? 'all of them are' : `${left.length} still in`}</h2>
        <ul className="flex flex-wrap gap-2">
          {holes.map((h, i) =>
            seen.has(h.id) ? (
              <li key={h.id} className="flex flex-col items-stretch">
                <Button
                  className="min-h-14 min-w-20 text-[19px]"
                  disabled={!left.some((l) => l.id === h.id)}
                  aria-label={`Hole ${i + 1} is out`}
                  onClick={() => mark([{ kind: 'removed', rowId: row.entity.id, holeIds: [h.id] }])}
                >
                  {left.some((l) => l.id === h.id) ? i + 1 : `${i + 1} ✓`}
                </Button>
                <Link
                  className="text-center text-[14px] underline underline-offset-2"
                  to={`/assemblies/${data.assembly.id}/removal?${new URLSearchParams({ row: row.entity.id, hole: h.id }).toString()}`}
                >
                  measure
                </Link>
              </li>
            ) : null,
          )}
        </ul>
      </section>
    </>
  );
}
