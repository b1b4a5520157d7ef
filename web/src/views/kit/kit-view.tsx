import type { KitAnswer } from '#contract/answers';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { inPairs, workedLast } from '#core/work/overview';
import { useKeep } from '../../api/commands';
import { useFollow, useKit, useOverview } from '../../api/queries';
import { useScreenUnits } from '../../ui/assembly-screen';
import { ErrorText, Select, TextInput } from '../../ui/controls';
import { useCarryOnKey } from '../../ui/page-keys';
import { KitBar, KitBarWithUndo } from '../../ui/kit-page';
import { StageLegend } from '../../ui/stage-legend';
import { UnitsContext } from '../../ui/units';
import { useInTurn } from '../../ui/use-in-turn';
import { useLate } from '../../ui/use-late';
import { Warning } from '../../ui/warning';
import { BAR_STAGES } from './assembly-bar';
import { AssemblyLine } from './assembly-line';
import { useShowMoment, ZoneContext, zoneOf } from '../../ui/zone';
import { ASSEMBLY_ORDERS, moveEdits, orderedAssemblies, type AssemblyOrder } from './assembly-order';
import { KitHours } from './kit-hours';
import { NewAssembly } from './new-assembly';

/** The assemblies of a kit, how far each is, and where one stopped. */
export function KitView() {
  const { kitId = '' } = useParams();
  const answer = useKit(kitId);
  const kit = answer.data?.kit;
  const units = useScreenUnits(kit?.definition.units);
  return (
    <ZoneContext value={zoneOf(kit)}>
      <UnitsContext value={units}>
        <div className="flex min-h-full flex-col max-sm:pb-16">
          {kit ? (
            <KitBarWithUndo kit={kit} here="assemblies" name="Assemblies" units={units} />
          ) : (
            <KitBar kit={undefined} here="assemblies" name="Assemblies" units={units} />
          )}
          <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-6 p-4">
            {answer.error ? <ErrorText>{answer.error.message}</ErrorText> : null}
            {answer.data ? <KitAtAGlance data={answer.data} /> : answer.error ? null : <p role="status">Loading the kit …</p>}
            <Warning />
          </main>
        </div>
      </UnitsContext>
    </ZoneContext>
  );
}

function KitAtAGlance({ data: { kit, assemblies } }: { data: KitAnswer }) {
  useFollow(kit.id);
  const overview = useOverview(kit.id);
  /* Sides face each other once it is known which is which; the way into an assembly does not wait for that. */
  const isLate = useLate(600);
  const keep = useKeep(kit);
  useCarryOnKey();
  const [view, setView] = useState<{ order: AssemblyOrder; text: string }>({ order: 'own', text: '' });
  const [refusal, setRefusal] = useState<string | null>(null);
  const glances = new Map((overview.data?.assemblies ?? []).map((g) => [g.id, g]));
  const all = [...assemblies].sort((a, b) => a.definition.order - b.definition.order);
  const shown = orderedAssemblies(assemblies, glances, view);
  const [current, archived] = [shown.filter((a) => !a.definition.isArchived), shown.filter((a) => a.definition.isArchived)];
  const move = useInTurn(async (id: string, by: -1 | 1) => {
    const edits = moveEdits(current, id, by);
    if (edits.length === 0) return;
    await keep({ edits, reason: 'Another order' }).then(
      () => setRefusal(null),
      (e: Error) => setRefusal(e.message),
    );
  });
  const latest = workedLast(overview.data?.assemblies ?? []);
  const lineOf = (a: (typeof all)[number], isTurned = false) => (
    <AssemblyLine
      key={a.id}
      kit={kit}
      assembly={a}
      glance={glances.get(a.id)}
      nextOrder={all.length + 1}
      assemblies={all}
      isTurned={isTurned}
      onMove={view.order === 'own' && view.text === '' ? (by) => move(a.id, by) : null}
    />
  );
  const byId = new Map(all.map((a) => [a.id, a]));
  const lines = (list: typeof all) =>
    inPairs(list.map((a) => ({ id: a.id, mirroredFrom: a.definition.mirroredFrom ?? null, hand: glances.get(a.id)?.hand ?? null }))).map(
      (one) => {
        if (!('left' in one)) return <li key={one.id}>{lineOf(byId.get(one.id) as (typeof all)[number])}</li>;
        return (
          <li key={one.left.id} className="md:grid md:grid-cols-2 md:divide-x-2 md:divide-line" aria-label="Two sides">
            {lineOf(byId.get(one.left.id) as (typeof all)[number], true)}
            {lineOf(byId.get(one.right.id) as (typeof all)[number])}
          </li>
        );
      },
    );
  return (
    <>
      <section aria-label="Assemblies" className="flex flex-col gap-3">
        <h1 className="label text-[26px]">{kit.definition.name}: assemblies</h1>
        {latest?.last ? (
          <CarryOn last={{ ...latest.last, assemblyId: latest.id }} name={all.find((a) => a.id === latest.id)?.definition.name ?? ''} />
        ) : null}
        {all.length > 1 ? (
          <div className="flex flex-wrap items-center gap-2">
            <TextInput
              aria-label="Filter assemblies"
              placeholder="Filter"
              value={view.text}
              onChange={(e) => setView({ ...view, text: e.target.value })}
            />
            <Select aria-label="Order" value={view.order} onChange={(e) => setView({ ...view, order: e.target.value as AssemblyOrder })}>
              {Object.entries(ASSEMBLY_ORDERS).map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
            </Select>
            <span className="ml-auto">{current.length > 0 ? <StageLegend stages={BAR_STAGES} /> : null}</span>
          </div>
        ) : current.length > 0 ? (
          <StageLegend stages={BAR_STAGES} />
        ) : null}
        {refusal ? <ErrorText>{refusal}</ErrorText> : null}
        <ul className="border-t border-line">
          {overview.isPending && !isLate ? (
            <li className="p-2 text-ink2" style={{ minHeight: `${66 * Math.max(1, current.length)}px` }}>
              <span role="status">How far everything is …</span>
            </li>
          ) : (
            lines(current)
          )}
          {all.length > 0 && shown.length === 0 ? (
            <li className="border-b border-line p-2 text-ink2">No assembly is called that.</li>
          ) : null}
          {all.length === 0 ? (
            <li className="border-b border-line p-2 text-ink2">No assembly yet. Name the first one, such as &quot;Baggage door&quot;.</li>
          ) : null}
        </ul>
        {archived.length > 0 ? (
          <details>
            <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">Archive ({archived.length})</summary>
            <ul aria-label="Archive" className="border-t border-line">
              {lines(archived)}
            </ul>
          </details>
        ) : null}
        <NewAssembly kit={kit} order={all.length + 1} />
      </section>
      <KitHours kitId={kit.id} />
    </>
  );
}

/** Where one stopped: one press goes on there. */
function CarryOn({ last, name }: { last: { rowId: string; row: string; text: string; doneAt: string; assemblyId: string }; name: string }) {
  const show = useShowMoment();
  return (
    <Link
      data-carry-on=""
      to={`/assemblies/${last.assemblyId}/bench?${new URLSearchParams({ row: last.rowId }).toString()}`}
      className="flex min-h-14 flex-wrap items-center gap-x-3 self-start rounded bg-dye px-4 py-2 text-on-dye"
    >
      <span className="label text-[19px]">Carry on: {last.row}</span>
      <span className="text-[15px]">
        {name}, last: {last.text}, {show(last.doneAt, 'day')}
      </span>
    </Link>
  );
}
