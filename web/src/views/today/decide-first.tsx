import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Mark } from '#core/record/marks';
import { decisionSentence } from '#core/wording/decisions';
import { openDecisions, type Decision } from '#core/work/open-decisions';
import { rangeIn } from '../../models/use-work-mark';
import { useInspection } from '../../models/use-inspection';
import type { RowModel } from '../../models/row-model';
import { VerdictSign } from '../../ui/verdict';

interface DecideFirstProps {
  readonly data: AssemblyAnswer;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
}

/** What waits for a person before the work goes on, each with the place that answers it; with nothing to decide it is not there. */
export function DecideFirst({ data, rows, marks }: DecideFirstProps) {
  const { due } = useInspection(data.kit.definition, rows, marks);
  const decisions = useMemo(
    () =>
      openDecisions({
        rows: rows.map((r) => ({ id: r.entity.id, title: r.title, plan: r.plan, standing: r.standing })),
        parts: data.parts,
        due,
      }),
    [rows, data.parts, due],
  );
  if (decisions.length === 0) return null;
  const holesOf = (d: Decision) => {
    const ids = d.kind === 'work-stop' ? d.gathered.holeIds : 'holeIds' in d ? d.holeIds : [];
    return 'row' in d && ids.length > 0 ? { range: rangeIn(rows, d.row.id, ids), count: ids.length } : null;
  };
  return (
    <section aria-labelledby="decide-first" className="rounded border border-stop p-3">
      <h2 id="decide-first" className="label text-[22px]">
        Decide first
      </h2>
      <ul className="flex flex-col gap-2 text-[17px]">
        {decisions.map((d, i) => (
          <li key={i} className="flex items-start gap-2">
            <VerdictSign of={d.kind === 'work-stop' || d.kind === 'plan-stop' ? 'stop' : 'caution'} />
            <Link className="underline underline-offset-2" to={placeOf(d, data)}>
              {decisionSentence(d, holesOf(d))}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where a decision is taken. */
function placeOf(d: Decision, { assembly }: AssemblyAnswer): string {
  const at = `/assemblies/${assembly.id}`;
  if (d.kind === 'part-missing') return `${at}/parts`;
  const row = new URLSearchParams({ row: d.row.id }).toString();
  return d.kind === 'look-due' ? `${at}/inspect?${row}` : `${at}/plan?${row}`;
}
