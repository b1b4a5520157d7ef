import { notSolid } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import { useMemo } from 'react';
import type { Entity, HoleDefinition } from '#core/record/definitions';
import type { Deviation, Mark, Setting } from '#core/record/marks';
import type { AssemblyAnswer } from '#contract/answers';
import { SettingReach } from './setting-reach';
import { calloutOf } from '#core/prep/callout-of';
import { lastPassed } from '#core/inspect/last-passed';
import { rowSetting } from '#core/inspect/row-setting';
import { showBoth, showLength } from '#core/units/show';
import type { MarkWish } from '../../api/commands';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { orderNumbers } from './setting-order';
import { OddHole } from './odd-hole';
import { OtherFacts, FarFacts } from './setting-facts';
import { Sealant } from './sealant';
import { SettingFields } from './setting-fields';

interface SettingPanelProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly holes: readonly HoleDefinition[];
  /** Holes the planned rivet must not go into. */
  readonly odd: ReadonlyMap<string, Deviation>;
  readonly tools: readonly Entity<'tool'>[];
  readonly marks: readonly Mark[];
  readonly setting: Setting;
  readonly onSetting: (next: Setting) => void;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** How this row is set: the way, tool and pressure, the length judged for the real stack, sealant's clock. */
export function SettingPanel({ data, row, holes, odd, tools, marks, setting, onSetting, onMark }: SettingPanelProps) {
  const units = useUnits();
  const { definition } = row.entity;
  const { rivet } = row.plan;
  const other = notSolid(row.stack);
  const isBlind = other?.kind === 'blind';
  const setters = tools.filter((t) => t.definition.kind === 'squeezer');
  const squeezer = setters.find((t) => t.id === setting.toolId)?.definition;
  const { lengthDash, works, setsApart, halfTurn, tooNarrow } = rowSetting(row, setting, squeezer);
  const order = orderNumbers(row, holes);
  const next = holes
    .filter((h) => order.has(h.id) && !odd.has(h.id) && !row.states.get(h.id)?.has(AT_HOLE.set))
    .sort((a, b) => (order.get(a.id) as number) - (order.get(b.id) as number))[0];
  const passed = useMemo(
    () => (setting.toolId ? lastPassed(marks, setting.toolId, row.stack.size.dash, row.plan.grip) : null),
    [marks, setting.toolId, row.stack.size.dash, row.plan.grip],
  );
  const measured = row.stack.layers.map((l) => `${l.part} ${showLength(l.thickness, units)}`).join(', ');
  return (
    <section aria-label="How it is set" className="flex flex-col gap-2 rounded border border-line p-2 text-[16px]">
      {other && !isBlind ? null : <SettingFields row={row} squeezers={setters} setting={setting} onSetting={onSetting} />}
      {other ? (
        <OtherFacts row={row} />
      ) : row.stack.far ? (
        <FarFacts row={row} />
      ) : (
        <p className={works ? '' : 'font-semibold text-stop'}>
          {calloutOf(row.stack, lengthDash)} in a grip of {showBoth(row.plan.grip, units)} ({measured}):{' '}
          {works ? 'this length works.' : 'no good head can be made of this length here.'}
        </p>
      )}
      {other || row.stack.far || setting.way !== 'squeezer' ? null : (
        <p>
          Sets {showLength(setsApart, units)} apart at the end of the stroke for a head half a diameter high
          {row.stack.head === 'protruding' ? ', measured to the bottom of the cup' : ''}
          {rivet.lip ? ', from the lip of the last dimple' : ''}
          {passed ? `; the last head that passed with this squeezer here: ${passed}` : ''}.
          {halfTurn ? ` Half a turn of the set is ${showLength(halfTurn, units)}.` : ''}
        </p>
      )}
      {row.plan.layers.some((l) => l.method === 'rivet-formed') ? (
        <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1">
          The rivet forms it: put together, no dies. The rivet is the punch against a dimpling set on the bar; then the set is changed for
          the bar and the rivet is driven, one row at a time. No clinching: a clinched one cracks the dimple.
        </p>
      ) : null}
      {row.entity.definition.gotAtLater ? (
        <p role="note" className="text-caution">
          Has to be reached later: {row.entity.definition.gotAtLater}. Nothing set now may close it off.
        </p>
      ) : null}
      {tooNarrow && !isBlind && setting.way === 'squeezer' ? (
        <p className="text-stop">
          That squeezer opens {showLength(tooNarrow.opens, units)}, this rivet stands {showLength(tooNarrow.stands, units)} high before it
          is driven: it does not go over it.
        </p>
      ) : null}
      <p>
        {other && !isBlind ? (
          next ? (
            <strong>Next: hole {holes.indexOf(next) + 1}.</strong>
          ) : (
            'All of them are in.'
          )
        ) : (
          <>
            From the middle, then the ends, then halving the gaps; the small numbers are the order.{' '}
            {next ? <strong>Next: hole {holes.indexOf(next) + 1}.</strong> : 'All of them are set.'} The first three after any change of
            tool, pressure, length or person are looked at before the next one.
          </>
        )}
      </p>
      {[...odd].map(([id, found]) => (
        <OddHole key={id} row={row} number={holes.findIndex((h) => h.id === id) + 1} found={found} />
      ))}
      {!other || isBlind ? <SettingReach data={data} row={row} tools={tools} /> : null}
      {definition.setting?.isSealed ? <Sealant assemblyId={data.assembly.id} row={row} marks={marks} onMark={onMark} /> : null}
    </section>
  );
}
