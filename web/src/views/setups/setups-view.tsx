import { countOf } from '#core/wording/words';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { cageOf, clickOf } from '#core/depth/cage-record';
import type { Entity } from '#core/record/definitions';
import { setupCards, type SetupCard } from '#core/work/cards';
import { toolsForSetup } from '#core/reach/tools-for-setup';
import { showLength } from '#core/units/show';
import { findingMessage } from '#core/wording/findings';
import { clicksSentence, scrapSentence } from '#core/wording/preparation';
import { setupVerb, setupName } from '#core/wording/setups';
import { useFollow, useTools } from '../../api/queries';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { TextInput } from '../../ui/controls';
import { useFirstOf } from '../../ui/first-of';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { cardRows } from '../../models/use-bench';
import { useRecord } from '../../models/use-row-models';
import { CageHistory } from './cage-history';
import { SetupGlyph } from './setup-glyph';

/** One card for every set of dies and every setting of the cage, in an order that keeps changes few. */
export function SetupsView() {
  return <AssemblyScreen name="Set-ups">{(data) => <SetupsOfAssembly data={data} />}</AssemblyScreen>;
}

/** Of a set-up with more rows so many are shown at first; on paper all. */
const LINES_AT_FIRST = 30;

const NO_TOOLS: readonly Entity<'tool'>[] = [];

function SetupsOfAssembly({ data }: { data: AssemblyAnswer }) {
  const units = useUnits();
  const { kit, assembly } = data;
  useFollow(kit.id);
  const { marks, rows } = useRecord(data);
  const tools = useTools(kit.id).data?.tools ?? NO_TOOLS;
  const undo = useUndo(kit, marks);
  const [text, setText] = useState('');
  const cards = useMemo(() => {
    const cageMarks = marks.filter((m) => m.kind === 'cage-set' || m.kind === 'undo');
    return setupCards(cardRows(rows), (key) => clickOf(cageOf(tools, cageMarks, key)));
  }, [rows, marks, tools]);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = cards.filter((c) => {
    const said = [setupVerb(c.setup), setupName(c.setup, units), ...c.lines.flatMap((l) => [l.title, l.part])].join(' ');
    return words.every((w) => said.toLowerCase().includes(w));
  });
  return (
    <AssemblyPage data={data} here="setups" undo={undo}>
      <main id="content" className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h1 className="label text-[26px]">Set-ups to prepare with</h1>
          <TextInput
            aria-label="Filter set-ups by die, cutter, row or part"
            placeholder="Filter: die, cutter, row, part"
            className="w-72"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </div>
        {cards.length === 0 ? (
          <p>
            Nothing here is dimpled or countersunk yet. A row such as <code>skin .025 / rib .032 : 426AD3 x12</code>, typed under Plan,
            makes the first card.
          </p>
        ) : (
          <p className="text-ink2">In this order the dies are changed least; then the cutters, each pilot from shallow to deep.</p>
        )}
        <ol className="flex flex-col">
          {shown.map((card) => (
            <li key={card.setup.key} className="border-t border-line py-4">
              <Card card={card} assemblyId={assembly.id} tools={tools} />
            </li>
          ))}
        </ol>
        <CageHistory cards={cards} marks={marks} kit={kit.definition} tools={tools} />
      </main>
    </AssemblyPage>
  );
}

function Card({ card, assemblyId, tools }: { card: SetupCard; assemblyId: string; tools: readonly Entity<'tool'>[] }) {
  const units = useUnits();
  const { setup } = card;
  const found = toolsForSetup(tools, setup);
  const open = card.lines.reduce((n, l) => n + l.openHoles, 0);
  const all = card.lines.reduce((n, l) => n + l.holes, 0);
  const { shown: lines, more } = useFirstOf(card.lines, LINES_AT_FIRST, 'line');
  return (
    <section
      aria-label={`${setupVerb(setup)}: ${setupName(setup, units)}`}
      className="grid gap-x-6 gap-y-2 md:grid-cols-[150px_minmax(0,1fr)_minmax(0,1.1fr)]"
    >
      <SetupGlyph card={card} />
      <div className="flex flex-col gap-1">
        <h2 className="label text-[22px] leading-tight">
          {setupVerb(setup)}: <span className="text-dye">{setupName(setup, units)}</span>
        </h2>
        {card.depth !== null && card.surface !== null ? (
          <p className="text-[17px]">
            {showLength(card.depth, units)} deep, {showLength(card.surface, units)} across the surface
          </p>
        ) : null}
        {card.clicks ? <p>{clicksSentence(card.clicks)}</p> : null}
        {card.lines.flatMap((l) =>
          l.findings.map((f, i) => (
            <p key={`${l.rowId}/${l.part}/${i}`} className={f.severity === 'stop' ? 'text-stop' : 'text-caution'}>
              {l.title}: {findingMessage(f, units, l.parts)}
            </p>
          )),
        )}
        <p className="text-ink2">{scrapSentence(card, units)}</p>
        {found.fit[0] ? (
          <p className="text-ink2">In the tool: {found.fit[0].definition.name}.</p>
        ) : found.isKindOwned ? (
          <p className="text-stop">Nothing of yours fits.</p>
        ) : null}
        <Link
          className="self-start underline underline-offset-2"
          to={`/assemblies/${assemblyId}/bench?${new URLSearchParams({ setup: setup.key }).toString()}`}
        >
          {open === 0 ? 'all done' : `${open} of ${countOf(all, 'hole')} to do, at the bench`}
        </Link>
      </div>
      <table className="w-full self-start text-[14.5px]">
        <caption className="sr-only">Rows of this set-up</caption>
        <thead>
          <tr className="label text-left text-ink2">
            <th className="font-normal">row</th>
            <th className="font-normal">sheet</th>
            <th className="font-normal">from the</th>
            <th className="text-right font-normal">to do</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l, i) => (
            <tr key={`${l.rowId}/${i}`} className="border-t border-line align-top">
              <td className="py-0.5 pr-2">
                <Link className="hover:underline" to={`/assemblies/${assemblyId}/plan?row=${l.rowId}`}>
                  {l.title}
                </Link>
                {l.hand ? <span className="text-ink2"> {l.hand === 'L' ? 'left' : 'right'}</span> : null}
              </td>
              <td className="py-0.5 pr-2">
                {l.part} {showLength(l.thickness, units)}
              </td>
              <td className="py-0.5 pr-2">{l.side} side</td>
              <td className="py-0.5 text-right">
                {l.openHoles}/{l.holes}
              </td>
            </tr>
          ))}
          {more ? (
            <tr className="border-t border-line">
              <td colSpan={4} className="py-1">
                {more}
              </td>
            </tr>
          ) : null}
        </tbody>
      </table>
    </section>
  );
}
