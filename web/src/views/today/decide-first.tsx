import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Entity, RowDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { headedBothWays, withHeadSide, type HeadedBothWays } from '#core/record/headed-both-ways';
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
        headed: headedBothWays(
          rows.map((r) => ({ id: r.entity.id, row: r.entity.definition })),
          marks,
        ),
      }),
    [rows, data.parts, due, marks],
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
              {d.kind === 'headed-both-ways' ? <HeadSides kit={data.kit} rows={rows} headed={d.headed} /> : null}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface TwoAnswersProps<T> {
  readonly kit: Entity<'kit'>;
  readonly rows: readonly RowModel[];
  readonly rowIds: readonly string[];
  readonly answers: readonly { readonly name: string; readonly reason: string; readonly means: T }[];
  /** The rows with the answer on record, in their order. */
  readonly as: (rows: readonly RowDefinition[], means: T) => readonly RowDefinition[];
}

/** A question about rows that is asked once: an answer is kept in all of them together. */
function TwoAnswers<T>({ kit, rows, rowIds, answers, as }: TwoAnswersProps<T>) {
  const keep = useKeep(kit);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const answer = (means: T, reason: string) => {
    const asked = rowIds.flatMap((id) => rows.find((r) => r.entity.id === id)?.entity ?? []);
    if (asked.length < rowIds.length) return;
    const said = as(
      asked.map((r) => r.definition),
      means,
    );
    const edits = asked.flatMap((r, i) => {
      const definition = said[i];
      return definition ? [{ kind: 'row' as const, id: r.id, expectedVersion: r.version, definition }] : [];
    });
    setBusy(true);
    setError(null);
    keep({ edits, reason })
      .catch((e: Error) => setError(e.message))
      .finally(() => setBusy(false));
  };
  return (
    <div className="flex flex-wrap gap-2">
      {answers.map(({ name, reason, means }) => (
        <Button key={name} className="min-h-11" disabled={isBusy} onClick={() => answer(means, reason)}>
          {name}
        </Button>
      ))}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}

/** Both rows then judge one metal and one fastener, or each its own. */
function OneHole({ kit, rows, meet }: { kit: Entity<'kit'>; rows: readonly RowModel[]; meet: RowsMeet }) {
  return (
    <TwoAnswers
      kit={kit}
      rows={rows}
      rowIds={meet.rowIds}
      answers={[
        { name: 'One hole', reason: 'One hole of two rows', means: true },
        { name: 'Two holes', reason: 'Two holes', means: false },
      ]}
      as={([a, b], isOne) => (a && b ? withMeeting(a, b, meet, isOne) : [])}
    />
  );
}

/** The faces of old marks, and of the plan, are then read so. */
function HeadSides({ kit, rows, headed }: { kit: Entity<'kit'>; rows: readonly RowModel[]; headed: HeadedBothWays }) {
  return (
    <TwoAnswers
      kit={kit}
      rows={rows}
      rowIds={headed.otherIds}
      answers={[
        { name: 'From the other side', reason: 'Headed from the other side', means: true },
        { name: 'Sheets lie the other way', reason: 'Sheets lie the other way round there', means: false },
      ]}
      as={(asked, isFromOtherSide) => asked.map((row) => withHeadSide(row, isFromOtherSide))}
    />
  );
}

function rowOf(d: Exclude<Decision, { readonly kind: 'part-missing' }>): string {
  if (d.kind === 'one-hole') return d.meet.rowIds[0];
  return d.kind === 'headed-both-ways' ? (d.headed.otherIds[0] ?? d.headed.rowId) : d.row.id;
}

/** Where a decision is taken. */
function placeOf(d: Decision, { assembly }: AssemblyAnswer): string {
  const at = `/assemblies/${assembly.id}`;
  if (d.kind === 'part-missing') return `${at}/parts`;
  const row = new URLSearchParams({ row: rowOf(d) }).toString();
  return d.kind === 'look-due' ? `${at}/inspect?${row}` : `${at}/plan?${row}`;
}
