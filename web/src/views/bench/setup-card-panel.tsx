import { useState } from 'react';
import type { AssemblyAnswer } from '#contract/answers';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { couponsOf } from '#core/record/notes';
import { Button } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { NoteForm } from '../../ui/note-form';
import { Photos } from '../../ui/notes';
import { cageNeeds } from '#core/reach/cage-access';
import { accessOf } from '#core/reach/row-reach';
import { secondFace } from '#core/prep/two-sided';
import { toolsForSetup } from '#core/reach/tools-for-setup';
import type { BenchItem, BenchSetup } from '#core/work/bench';
import type { SetupCard } from '#core/work/cards';
import { CAGE_NEED_WORDS, clicksSentence, scrapSentence, secondFaceSentence } from '#core/wording/preparation';
import { toolProblemWords } from '#core/wording/tools';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { useShowMoment } from '../../ui/zone';

interface SetupCardPanelProps {
  readonly data: AssemblyAnswer;
  readonly marks: readonly Mark[];
  readonly card: SetupCard;
  readonly current: BenchSetup;
  readonly item: BenchItem;
  readonly row: RowModel;
  readonly tools: readonly Entity<'tool'>[];
}

/** What goes into the tool, what it should come to, what to try on scrap, and what this row needs beside it. */
export function SetupCardPanel({ data, marks, card, current, item, row, tools }: SetupCardPanelProps) {
  const units = useUnits();
  const found = toolsForSetup(tools, current.setup);
  const near = found.refused.filter((r) => r.isNear);
  const cages = tools.filter((t) => t.definition.kind === 'cage').map((t) => t.definition);
  const index = row.entity.definition.layers.findIndex((l) => l.id === item.steps[0]?.layerId);
  const needs = current.setup.operation === 'countersunk' ? cageNeeds(accessOf(row.entity.definition, index), cages) : [];
  const layer = row.plan.layers[index];
  const isBoth = row.entity.definition.layers[index]?.bothSides || layer?.faces?.length === 2;
  const face = isBoth && layer ? secondFace(layer, row.stack.hole) : null;
  return (
    <section aria-label="Set-up card" className="flex flex-col gap-1 rounded border border-line p-2 text-[16px]">
      {card.clicks ? <p>{clicksSentence(card.clicks)}</p> : null}
      <p>{scrapSentence(card, units)}</p>
      {face ? (
        <p className={face.isGuided ? '' : 'text-caution'} role={face.isGuided ? undefined : 'alert'}>
          {secondFaceSentence(face, row.stack.hole, units)}
        </p>
      ) : null}
      {needs.map((n) => (
        <p key={n} className={n === 'no-cage-reaches' ? 'text-stop' : 'text-caution'}>
          {CAGE_NEED_WORDS[n]}
        </p>
      ))}
      {found.fit[0] ? (
        <p>In the tool: {found.fit[0].definition.name}.</p>
      ) : found.isKindOwned ? (
        <p className="text-stop">Nothing of yours fits this set-up.</p>
      ) : null}
      {near.length > 0 ? (
        <p className="text-caution">
          {near
            .map(
              (r) =>
                `Not ${r.tool.definition.name}: ${r.problems.map((p) => toolProblemWords(p, r.tool.definition, current.setup, units)).join(', ')}.`,
            )
            .join(' ')}
        </p>
      ) : null}
      {found.refused.length > near.length ? (
        <details>
          <summary className="cursor-pointer text-ink2">Others that do not fit ({found.refused.length - near.length})</summary>
          <ul className="text-[15px] text-ink2">
            {found.refused
              .filter((r) => !r.isNear)
              .map((r) => (
                <li key={r.tool.id}>
                  {r.tool.definition.name}: {r.problems.map((p) => toolProblemWords(p, r.tool.definition, current.setup, units)).join(', ')}
                </li>
              ))}
          </ul>
        </details>
      ) : null}
      <Coupons data={data} marks={marks} setupKey={current.setup.key} />
    </section>
  );
}

/** The scrap piece kept for this set-up, with its photo. */
function Coupons({ data, marks, setupKey }: { data: AssemblyAnswer; marks: readonly Mark[]; setupKey: string }) {
  const show = useShowMoment();
  const [isOpen, setOpen] = useState(false);
  const last = couponsOf(marks, setupKey).at(-1);
  return (
    <div className="flex flex-wrap items-center gap-2">
      {last ? (
        <span>
          Scrap piece kept on {show(last.doneAt, 'day')}
          {last.payload.note ? `: ${last.payload.note}` : ''}
        </span>
      ) : null}
      <Photos ids={last?.payload.photoIds ?? []} alt="The scrap piece" />
      <Button className="min-h-12" onClick={() => setOpen(true)}>
        Keep a scrap piece
      </Button>
      {isOpen ? (
        <Modal title="The scrap piece of this set-up" open onClose={() => setOpen(false)}>
          <NoteForm kit={data.kit} about={{ rowId: data.assembly.id, setupKey }} button="Keep it" onKept={() => setOpen(false)} />
        </Modal>
      ) : null}
    </div>
  );
}
