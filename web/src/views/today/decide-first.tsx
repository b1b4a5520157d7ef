import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { rowsThatMeet, withMeeting, type RowsMeet } from '#core/record/meetings';
import { decisionSentence } from '#core/wording/decisions';
import { openDecisions, type Decision } from '#core/work/open-decisions';
import { rangeIn } from '../../models/use-work-mark';
import { useInspection } from '../../models/use-inspection';
import type { RowModel } from '../../models/row-model';
import { useKeep } from '../../api/commands';
import { Button, ErrorText } from '../../ui/controls';
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
        meeting: rowsThatMeet(rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, diameter: r.stack.size.diameter }))),
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
            <div className="flex flex-wrap items-center gap-2">
              <Link className="underline underline-offset-2" to={placeOf(d, data)}>
                {decisionSentence(d, holesOf(d))}
              </Link>
              {d.kind === 'one-hole' ? <OneHole kit={data.kit} rows={rows} meet={d.meet} /> : null}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Asked once: both rows then judge one metal and one fastener, or each its own. */
function OneHole({ kit, rows, meet }: { kit: Entity<'kit'>; rows: readonly RowModel[]; meet: RowsMeet }) {
  const keep = useKeep(kit);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const answer = (isOne: boolean) => {
    const [a, b] = meet.rowIds.map((id) => rows.find((r) => r.entity.id === id)?.entity);
    if (!a || !b) return;
    const [first, second] = withMeeting(a.definition, b.definition, meet, isOne);
    const edits = [
      { kind: 'row' as const, id: a.id, expectedVersion: a.version, definition: first },
      { kind: 'row' as const, id: b.id, expectedVersion: b.version, definition: second },
    ];
    setBusy(true);
    setError(null);
    keep({ edits, reason: isOne ? 'One hole of two rows' : 'Two holes' })
      .catch((e: Error) => setError(e.message))
      .finally(() => setBusy(false));
  };
  return (
    <div className="flex gap-2">
      <Button className="min-h-11" disabled={isBusy} onClick={() => answer(true)}>
        One hole
      </Button>
      <Button className="min-h-11" disabled={isBusy} onClick={() => answer(false)}>
        Two holes
      </Button>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}

/** Where a decision is taken. */
function placeOf(d: Decision, { assembly }: AssemblyAnswer): string {
  const at = `/assemblies/${assembly.id}`;
  if (d.kind === 'part-missing') return `${at}/parts`;
  const row = new URLSearchParams({ row: d.kind === 'one-hole' ? d.meet.rowIds[0] : d.row.id }).toString();
  return d.kind === 'look-due' ? `${at}/inspect?${row}` : `${at}/plan?${row}`;
}
