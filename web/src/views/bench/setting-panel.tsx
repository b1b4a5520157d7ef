import { notSolid } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import { useMemo } from 'react';
import { SETTING_WAYS, type Entity, type HoleDefinition } from '#core/record/definitions';
import type { Deviation, Mark, Setting } from '#core/record/marks';
import type { AssemblyAnswer } from '#contract/answers';
import { SettingReach } from './setting-reach';
import { calloutOf } from '#core/prep/callout-of';
import { lastPassed } from '#core/inspect/last-passed';
import { dashLength } from '#core/rivet/callout';
import { squeezerGap } from '#core/rivet/fitting';
import { neededOpening } from '#core/rivet/opening';
import { showBoth, showLength } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { SETTING_WORDS } from '#core/wording/inspect';
import type { MarkWish } from '../../api/commands';
import { Select, TextInput } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { orderNumbers } from './setting-order';
import { OddHole } from './odd-hole';
import { OtherFacts, FarFacts } from './setting-facts';
import { Sealant } from './sealant';

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
  const name = (lengthDash: number) => calloutOf(row.stack, lengthDash);
  const setters = tools.filter((t) => t.definition.kind === 'squeezer');
  const wide = setters.find((t) => t.id === setting.toolId)?.definition.gap;
  const chosen = setting.lengthDash ?? rivet.lengthDash;
  const opening = neededOpening(row.stack.head, row.stack.size, dashLength(chosen));
  const candidate = rivet.candidates.find((c) => c.lengthDash === chosen);
  const works = candidate ? candidate.works || candidate.worksAtLip : rivet.works || (rivet.lip?.works ?? false);
  const order = orderNumbers(row, holes);
  const next = holes
    .filter((h) => order.has(h.id) && !odd.has(h.id) && !row.states.get(h.id)?.has(AT_HOLE.set))
    .sort((a, b) => (order.get(a.id) as number) - (order.get(b.id) as number))[0];
  const gap = squeezerGap({ head: row.stack.head, size: row.stack.size, grip: row.plan.grip, lip: rivet.lip?.z });
  const passed = useMemo(
    () => (setting.toolId ? lastPassed(marks, setting.toolId, row.stack.size.dash, row.plan.grip) : null),
    [marks, setting.toolId, row.stack.size.dash, row.plan.grip],
  );
  const pitch = setters.find((t) => t.id === setting.toolId)?.definition.pitch;
  const measured = row.stack.layers.map((l) => `${l.part} ${showLength(l.thickness, units)}`).join(', ');
  return (
    <section aria-label="How it is set" className="flex flex-col gap-2 rounded border border-line p-2 text-[16px]">
      {other && !isBlind ? null : (
        <div className="flex flex-wrap items-end gap-3">
          <label className="flex flex-col text-[14px] text-ink2">
            Set with
            <Select
              className="min-h-14 text-[17px]"
              value={isBlind ? 'blind' : setting.way}
              disabled={isBlind}
              onChange={(e) => onSetting({ ...setting, way: e.target.value as Setting['way'] })}
            >
              {SETTING_WAYS.filter((w) => isBlind === (w === 'blind')).map((w) => (
                <option key={w} value={w}>
                  {SETTING_WORDS[w]}
                </option>
              ))}
            </Select>
          </label>
          {setting.way === 'squeezer' && setters.length > 0 && !isBlind ? (
            <label className="flex flex-col text-[14px] text-ink2">
              Which one
              <Select
                className="min-h-14 text-[17px]"
                value={setting.toolId ?? ''}
                onChange={(e) => onSetting({ ...setting, toolId: e.target.value || undefined })}
              >
                <option value="">not said</option>
                {setters.map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.definition.name}
                  </option>
                ))}
              </Select>
            </label>
          ) : null}
          <label className="flex flex-col text-[14px] text-ink2">
            Pressure
            <TextInput
              className="min-h-14 w-28 text-[17px]"
              maxLength={20}
              placeholder="not said"
              value={setting.pressure ?? ''}
              onChange={(e) => onSetting({ ...setting, pressure: e.target.value || undefined })}
            />
          </label>
          {isBlind ? null : (
            <label className="flex flex-col text-[14px] text-ink2">
              The rivet that goes in
              <Select
                className="min-h-14 text-[17px]"
                value={chosen}
                onChange={(e) => {
                  const dash = Number(e.target.value);
                  onSetting({ ...setting, lengthDash: dash === rivet.lengthDash ? undefined : dash });
                }}
              >
                {rivet.candidates.map((c) => (
                  <option key={c.lengthDash} value={c.lengthDash}>
                    {name(c.lengthDash)}
                    {c.lengthDash === rivet.lengthDash ? ', as planned' : ''}
                    {c.works || c.worksAtLip ? '' : ': does not work here'}
                  </option>
                ))}
              </Select>
            </label>
          )}
          {setting.way === 'squeezer' && !isBlind && !row.stack.far ? (
            <label className="flex flex-col text-[14px] text-ink2">
              Sets apart, closed
              <TextInput
                className="min-h-14 w-28 text-[17px]"
                maxLength={20}
                placeholder="not said"
                value={setting.gap ?? ''}
                onChange={(e) => onSetting({ ...setting, gap: e.target.value || undefined })}
              />
            </label>
          ) : null}
        </div>
      )}
      {other ? (
        <OtherFacts row={row} />
      ) : row.stack.far ? (
        <FarFacts row={row} />
      ) : (
        <p className={works ? '' : 'font-semibold text-stop'}>
          {name(chosen)} in a grip of {showBoth(row.plan.grip, units)} ({measured}):{' '}
          {works ? 'this length works.' : 'no good head can be made of this length here.'}
        </p>
      )}
      {other || row.stack.far || setting.way !== 'squeezer' ? null : (
        <p>
          Sets {showLength(gap, units)} apart at the end of the stroke for a head half a diameter high
          {row.stack.head === 'protruding' ? ', measured to the bottom of the cup' : ''}
          {rivet.lip ? ', from the lip of the last dimple' : ''}
          {passed ? `; the last head that passed with this squeezer here: ${passed}` : ''}.
          {pitch ? ` Half a turn of the set is ${showLength((pitch.mm / 2) as Mm, units)}.` : ''}
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
      {wide && !isBlind && setting.way === 'squeezer' && wide.mm < opening ? (
        <p className="text-stop">
          That squeezer opens {showLength(wide.mm as Mm, units)}, this rivet stands {showLength(opening, units)} high before it is driven:
          it does not go over it.
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
        <OddHole
          key={id}
          row={row}
          holeId={id}
          number={holes.findIndex((h) => h.id === id) + 1}
          found={found}
          setting={setting}
          onMark={onMark}
        />
      ))}
      {!other || isBlind ? <SettingReach data={data} row={row} tools={tools} /> : null}
      {definition.setting?.isSealed ? <Sealant assemblyId={data.assembly.id} row={row} marks={marks} onMark={onMark} /> : null}
    </section>
  );
}
