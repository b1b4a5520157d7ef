import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { pathLength } from '#core/layout/path';
import type { Entity, PartDefinition } from '#core/record/definitions';
import { setOutFrom } from '#core/record/set-out-from';
import { rowsAround } from '#core/record/stack-of';
import type { Stack } from '#core/prep/stack';
import { secondRowOf } from '#core/compose/keep-layout';
import { carriedFields, layoutFields, readLayout, type LayoutFields, type LayoutProblem } from '#core/compose/layout-text';
import { showBoth } from '#core/units/show';
import { findingMessage } from '#core/wording/findings';
import { layoutChangeSentence } from '#core/wording/layout';
import { contextOf } from '../../models/planned-rows';
import { Button, ErrorText } from '../../ui/controls';
import { Choice } from '../../ui/choice';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { LayoutForm } from './layout-form';
import { LayoutPicture } from './layout-picture';
import { MarksTable } from './marks-table';
import { PickedUp } from './picked-up';
import { StripLinks } from './strip-links';
import { useKeepLayout } from './use-keep-layout';

interface LayoutOfRowProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  readonly stack: Stack;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly title: string;
}

const NO_PROBLEMS: readonly LayoutProblem[] = [];

/** One row laid out: what is asked, the picture of it, the marks for a ruler, and what keeping it changes. */
export function LayoutOfRow({ data, row, stack, parts, title }: LayoutOfRowProps) {
  const units = useUnits();
  const outlines = useMemo(
    () => row.definition.layers.map((l) => parts.get(l.partId)?.outline?.corners ?? null),
    [row.definition.layers, parts],
  );
  const others = useMemo(() => {
    const second = secondRowOf(row.definition, data.rows);
    const rows = data.rows.filter((r) => r.id !== second?.id).map((r) => r.definition);
    return rowsAround(row.definition, { ...contextOf(data), parts, rows });
  }, [row.definition, data, parts]);
  const from = useMemo(() => setOutFrom(row, data.rows, parts), [row, data.rows, parts]);
  const [fields, setFields] = useState(() => layoutFields(row.definition, units));
  const set = (change: Partial<LayoutFields>) => setFields((old) => ({ ...old, ...change }));
  useUnitSwitch((was) => setFields((old) => carriedFields(old, was)));
  /* Worked out at every key. */
  const read = useMemo(() => readLayout(fields, { stack, outlines, others, units }), [fields, stack, outlines, others, units]);
  const laid = read.ok ? read.laid : null;
  const problems = read.ok ? NO_PROBLEMS : read.problems;
  const [end, setEnd] = useState<'start' | 'end'>('start');
  const { changes, said, keepEven, keepPlaces, keepBetween } = useKeepLayout({ data, row, parts, laid, fields });
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[360px_minmax(0,1fr)]">
      <LayoutForm fields={fields} set={set} units={units} from={from} problems={problems} />
      <div className="flex min-w-0 flex-col gap-3">
        {laid ? (
          <>
            <LayoutPicture laid={laid} title={title} from={end} units={units} />
            <p className="text-[15px]">
              <strong>{laid.first.count} holes</strong>
              {laid.second.length > 0 ? ` and ${laid.second.length} in the second row` : ''}, pitch{' '}
              <strong>{showBoth(laid.first.pitch, units)}</strong>
              {laid.rowDistance === null ? '' : `, rows ${showBoth(laid.rowDistance, units)} apart`}
              {laid.first.clashes.length > 0
                ? `; holes ${laid.first.clashes.map((i) => i + 1).join(', ')} come too near a spot to keep clear`
                : ''}
              .
            </p>
            <ul aria-label="Findings" className="flex flex-col gap-1">
              {laid.findings.map((f, i) => (
                <li key={i} className="flex items-start gap-2 text-[14.5px]">
                  <VerdictSign of={f.severity} /> {findingMessage(f, units, stack.layers)}
                </li>
              ))}
            </ul>
            <PickedUp
              laid={laid}
              units={units}
              outlines={outlines}
              stack={stack}
              others={others}
              onKeep={keepPlaces}
              onBetween={keepBetween}
            />
            {changes ? (
              <section aria-label="Keeping will change" className="text-[14.5px]">
                <h2 className="label text-[16px]">Keeping will change</h2>
                <ul className="list-disc pl-5">
                  {changes.map((c, i) => (
                    <li key={i}>{layoutChangeSentence(c, units)}</li>
                  ))}
                  {changes.length === 0 ? <li>Nothing: the row is kept like this.</li> : null}
                </ul>
              </section>
            ) : null}
            <div className="flex flex-wrap items-center gap-3">
              <Choice
                label="Measure from"
                value={end}
                options={[
                  { value: 'start', text: 'from the start' },
                  { value: 'end', text: 'from the end' },
                ]}
                onChoose={setEnd}
              />
              <Button tone="primary" onClick={keepEven}>
                {laid.measured.length > 0 ? 'Keep the even layout' : 'Keep in the row'}
              </Button>
              {said?.ok ? <span role="status">{said.text}</span> : null}
            </div>
            {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
            <StripLinks
              row={row}
              title={`${data.assembly.definition.name}: ${title}`}
              stack={stack}
              parts={parts}
              units={units}
              from={end}
            />
            <MarksTable laid={laid} total={pathLength(laid.path)} from={end} units={units} />
          </>
        ) : problems.length > 0 ? (
          <p className="text-ink2">Nothing to lay out yet: see what stands at the fields.</p>
        ) : (
          <p className="text-ink2">
            Give the length of the part along the row, such as 24 1/2, or its corners one a line, such as 0 ; 0 then 24 ; 0 then 30 ; 4.
          </p>
        )}
      </div>
    </div>
  );
}
