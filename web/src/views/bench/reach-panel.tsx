import { useMemo } from 'react';
import { Link } from 'react-router';
import { measuresToTake, reachRanges, type ReachingTool } from '#core/reach/reach';
import { dieProblems, diesFor, reachingTool, rowAccess } from '#core/reach/row-reach';
import type { BenchItem, BenchSetup } from '#core/setup/bench';
import { DIE_PROBLEM_WORDS } from '#core/wording/tools';
import { useTools, type AssemblyAnswer } from '../../api/queries';
import type { RowModel } from '../../rows/row-model';

interface ReachPanelProps {
  readonly data: AssemblyAnswer;
  readonly current: BenchSetup;
  readonly item: BenchItem;
  readonly row: RowModel;
}

const MEASURE_WORDS = { throat: 'throat depth', noseHalfWidth: 'half the nose’s width', noseHeight: 'nose height' } as const;

/** Which of the owned tools reach which holes of this row, and which dies go in. */
export function ReachPanel({ data, current, item, row }: ReachPanelProps) {
  const answer = useTools(data.kit.id);
  const partId = item.steps[0]?.partId;
  const part = data.parts.find((p) => p.id === partId)?.definition;
  const found = useMemo(() => {
    const tools = (answer.data?.tools ?? []).map(reachingTool).filter((t): t is ReachingTool => t !== null);
    const holes = rowAccess(row.entity.definition, part);
    return { tools, ranges: reachRanges(tools, holes), holes };
  }, [answer.data, row.entity.definition, part]);
  if (!answer.data) return null;
  const toTools = (
    <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}/tools`}>
      My tools
    </Link>
  );
  if (found.tools.length === 0) return <p className="text-[16px]">Which tool reaches which hole: say what you own under {toTools}.</p>;
  const dies = diesFor(answer.data.tools, current.setup);
  const refused = answer.data.tools.filter(
    (t) =>
      t.definition.kind === 'die-set' &&
      t.definition.dash === row.entity.definition.dash &&
      dieProblems(t.definition, current.setup).length > 0,
  );
  const asks = measuresToTake(found.tools, found.holes).flatMap(({ tool, measures }) =>
    measures.map((m) => `${tool.name}: ${MEASURE_WORDS[m]}`),
  );
  return (
    <section aria-label="Which tool for which holes" className="rounded border border-line p-2 text-[16px]">
      <ul>
        {found.ranges.map((r) => (
          <li key={r.from}>
            <strong>{r.from === r.to ? `Hole ${r.from + 1}` : `Holes ${r.from + 1}-${r.to + 1}`}: </strong>
            {r.best ? (
              `${r.best.name}${r.best.kind === 'pull-through' ? ' (the poorest dimple)' : ''}`
            ) : (
              <span className="text-stop">
                no tool of yours reaches. Bend the flange open, use a blind rivet with its own hole, or find another tool before anything is
                closed.
              </span>
            )}
          </li>
        ))}
      </ul>
      <p>
        {dies[0] ? `Dies: ${dies[0].definition.name}.` : <span className="text-stop">No set of dies of yours fits this set-up.</span>}{' '}
        {refused
          .map(
            (t) =>
              `Not ${t.definition.name}: ${dieProblems(t.definition, current.setup)
                .map((p) => DIE_PROBLEM_WORDS[p])
                .join(', ')}.`,
          )
          .join(' ')}
      </p>
      {asks.length > 0 ? (
        <p className="text-caution">
          Measure, since it would change the answer: {asks.join('; ')}. {toTools}
        </p>
      ) : null}
    </section>
  );
}
