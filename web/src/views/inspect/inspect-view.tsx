import type { AssemblyAnswer } from '#contract/answers';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { DRIFT_OF, heightDrift, type HeadReading } from '#core/inspect/heads';
import { notSolid } from '#core/prep/stack';
import { holesInPlan } from '#core/record/holes';
import { PROFILES } from '#core/tables/profiles';
import { DEFECT_WORDS, DISPOSITION_WORDS } from '#core/wording/inspect';
import { useKeep } from '../../api/commands';
import { useFollow, useTools } from '../../api/queries';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Select, TextInput } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useRecord } from '../../models/use-row-models';
import { useInspection } from '../../models/use-inspection';

const HeadChart = lazy(() => import('./head-chart'));

/** What is due to be looked at, what was decided, and how the heads went over time. */
export function InspectView() {
  return <AssemblyScreen name="Inspect">{(data) => <InspectOfAssembly data={data} />}</AssemblyScreen>;
}

const GROUPS = { row: 'by row', tool: 'by tool', person: 'by person' } as const;
type Group = keyof typeof GROUPS;

function InspectOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const { marks, rows } = useRecord(data);
  const undo = useUndo(kit, marks);
  const keep = useKeep(kit);
  const tools = useTools(kit.id).data?.tools ?? [];
  const [group, setGroup] = useState<Group>('tool');
  const [text, setText] = useState('');
  const byId = useMemo(() => new Map(rows.map((r) => [r.entity.id, r])), [rows]);
  const { every, due, readings, fitted, rejected } = useInspection(kit.definition, rows, marks);
  const nameOf = (r: HeadReading): string =>
    group === 'row'
      ? (byId.get(r.rowId)?.title ?? '')
      : group === 'tool'
        ? (tools.find((t) => t.id === r.toolId)?.definition.name ?? 'tool not said')
        : (kit.definition.people.find((p) => p.id === r.setter)?.initials ?? 'somebody');
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const series = new Map<string, HeadReading[]>();
  for (const r of readings) {
    const name = nameOf(r);
    if (words.every((w) => name.toLowerCase().includes(w))) series.set(name, [...(series.get(name) ?? []), r]);
  }
  const drifts = [...series].flatMap(([name, own]) => {
    const drift = heightDrift(own);
    return drift ? [{ name, ...drift }] : [];
  });
  const numberOf = (rowId: string, holeId: string) =>
    holesInPlan(byId.get(rowId)?.entity.definition.holes ?? []).findIndex((h) => h.id === holeId) + 1;
  const profile = PROFILES[kit.definition.profile];
  const dueByRow = [...new Set(due.map((d) => d.rowId))];
  return (
    <AssemblyPage data={data} here="inspect" undo={undo}>
      <main id="content" className="grid grid-cols-[minmax(0,1fr)] gap-6 p-4 lg:grid-cols-[360px_minmax(0,1fr)]">
        <div className="flex flex-col gap-4">
          <section aria-label="To look at next">
            <h1 className="label text-[24px]">To look at next</h1>
            <label className="flex items-center gap-2 text-[15px]">
              after the first three of a batch every
              <Select
                value={every}
                onChange={(e) =>
                  void keep({
                    edits: [
                      {
                        kind: 'kit',
                        id: kit.id,
                        expectedVersion: kit.version,
                        definition: { ...kit.definition, inspectEvery: Number(e.target.value) },
                      },
                    ],
                    reason: 'Sampling',
                  })
                }
              >
                {[1, 2, 3, 5, 10, 15, 20, 30, 50].map((n) => (
                  <option key={n}>{n}</option>
                ))}
              </Select>
              th
            </label>
            {due.length === 0 ? <p className="pt-2">Nothing is due. What is marked as set appears here.</p> : null}
            <ul className="pt-2">
              {dueByRow.map((rowId) => {
                const own = due.filter((d) => d.rowId === rowId);
                return (
                  <li key={rowId} className="border-t border-line py-1.5">
                    <Link
                      className="label text-[18px] underline-offset-2 hover:underline"
                      to={`/assemblies/${assembly.id}/bench?${new URLSearchParams({ setup: 'inspected/hand', item: `row/${rowId}` }).toString()}`}
                    >
                      {byId.get(rowId)?.title}
                    </Link>{' '}
                    <span className="text-ink2">
                      {own.length === 1 ? 'hole' : 'holes'} {own.map((d) => numberOf(rowId, d.holeId)).join(', ')}
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
          <section aria-label="Decided and still open">
            <h2 className="label text-[20px]">Decided, still open</h2>
            {rejected.length === 0 ? <p>Nothing waits to be driven more, taken out or asked about.</p> : null}
            <ul>
              {rejected.map(({ rowId, holeId, mark: { id, payload } }) => (
                <li key={`${id}/${holeId}`} className="border-t border-line py-1.5">
                  <strong>{payload.head ? DISPOSITION_WORDS[payload.head.disposition] : ''}</strong>: {byId.get(rowId)?.title}, hole{' '}
                  {numberOf(rowId, holeId)}
                  {payload.head?.defects?.length ? ` (${payload.head.defects.map((d) => DEFECT_WORDS[d].name).join(', ')})` : ''}.{' '}
                  <Link
                    className="underline underline-offset-2"
                    to={`/assemblies/${assembly.id}/removal?${new URLSearchParams({ row: rowId, hole: holeId }).toString()}`}
                  >
                    removal card
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        </div>
        <section aria-label="Heads over time" className="flex min-w-0 flex-col gap-2">
          <div className="flex flex-wrap items-center gap-3">
            <h2 className="label text-[24px]">Heads over time</h2>
            <Select aria-label="Told apart" value={group} onChange={(e) => setGroup(e.target.value as Group)}>
              {(Object.keys(GROUPS) as Group[]).map((g) => (
                <option key={g} value={g}>
                  {GROUPS[g]}
                </option>
              ))}
            </Select>
            <TextInput aria-label="Filter by name" placeholder="Filter by name" value={text} onChange={(e) => setText(e.target.value)} />
          </div>
          {drifts.map((d) => (
            <p key={d.name} role="status" className="text-[17px] font-semibold text-caution">
              {d.name}: the last {DRIFT_OF} heads are {d.now < d.before ? 'flatter' : 'higher'} than before, {d.now.toFixed(2)} D instead of{' '}
              {d.before.toFixed(2)} D on the average. Look at pressure and tool before the next one.
            </p>
          ))}
          {readings.length === 0 ? (
            <p>No head was measured yet. At the bench, under inspect, width and height of a head land here.</p>
          ) : (
            <Suspense fallback={<p>Drawing …</p>}>
              <HeadChart series={[...series].map(([name, own]) => ({ name, readings: own }))} profile={profile} />
            </Suspense>
          )}
          {rows.some((r) => !notSolid(r.stack)) ? (
            <p className="text-[14.5px] text-ink2">
              Height of the driven head in diameters, in the order it was looked at; dashed: the least and the most the profile takes.{' '}
              {fitted
                ? `Your own form factor from ${fitted.n} good heads: ${fitted.mean.toFixed(3)} ± ${fitted.sd.toFixed(3)}.`
                : 'The form factor is the default until a dozen good heads of your own are measured.'}
            </p>
          ) : null}
        </section>
      </main>
    </AssemblyPage>
  );
}
