import { notSolid, type StackFastenerKind } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import { useEffect, useMemo, useState } from 'react';
import { judgeHole } from '#core/deviation/judge';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import { settingOrder } from '#core/inspect/setting-order';
import { SETTING_WAYS, type Entity, type HoleDefinition } from '#core/record/definitions';
import { effectiveMarks, type Deviation, type Mark, type Setting } from '#core/record/marks';
import { isHeld } from '#core/record/steps';
import type { AssemblyAnswer } from '#contract/answers';
import { SettingReach } from './setting-reach';
import { calloutOf } from '#core/prep/callout-of';
import { lastPassed } from '#core/inspect/last-passed';
import { dashLength } from '#core/rivet/callout';
import { squeezerGap } from '#core/rivet/fitting';
import { neededOpening } from '#core/rivet/opening';
import { showBoth, showLength } from '#core/units/show';
import { longer, shorter, type Mm } from '#core/units/length';
import { SETTING_WORDS } from '#core/wording/inspect';
import type { MarkWish } from '../../api/commands';
import { Button, Select, TextInput } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';

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

/** The place of each hole in the order of riveting, from 1; held ones have none. */
export function orderNumbers(row: RowModel, holes: readonly HoleDefinition[]): ReadonlyMap<string, number> {
  const free = holes.filter((h) => !isHeld(h, 'set', row.states.get(h.id)));
  return new Map(settingOrder(free.length).map((place, i) => [(free[place] as HoleDefinition).id, i + 1]));
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
      {definition.setting?.isSealed ? <Sealant row={row} marks={marks} onMark={onMark} /> : null}
    </section>
  );
}

interface OddHoleProps {
  readonly row: RowModel;
  readonly holeId: string;
  readonly number: number;
  readonly found: Deviation;
  readonly setting: Setting;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A hole that was measured and wants another rivet than the row's, or none before somebody was asked. */
function OddHole({ row, holeId, number, found, setting, onMark }: OddHoleProps) {
  const units = useUnits();
  if (found.verdict === 'unknown')
    return (
      <p role="alert" className="text-caution">
        Hole {number} stays empty: what was measured is not enough to say which rivet goes. Measure what the deviation names, and keep it
        anew.
      </p>
    );
  if (found.verdict === 'stop')
    return (
      <p role="alert" className="text-stop">
        Hole {number} stays empty: it was measured{found.hole ? ` ${showLength(found.hole.mm as Mm, units)}` : ''} and the answer was stop.
        Ask the kit maker; what is decided is kept as a deviation.
      </p>
    );
  const { layers } = row.entity.definition;
  const { next } = judgeHole(row.stack, {
    hole: found.hole?.mm as Mm | undefined,
    isElongated: found.kind === 'elongated',
    isOnPurpose: true,
    edges: layers.map((l) => found.edges?.[l.id]?.mm as Mm | undefined),
    pitch: found.pitch?.mm as Mm | undefined,
  });
  if (!next) return null;
  const preps = next.plan.layers.map((l, i) => `${sheetName(l.part, i)}: ${PREP_WORDS[l.prep]}`).join(', ');
  const { dash } = next.stack.size;
  return (
    <p className="flex flex-wrap items-center gap-2 text-caution">
      <span className="min-w-0 flex-1">
        Hole {number} goes a size up: {next.plan.rivet.callout}, hole {showLength(next.stack.size.hole, units)}. Open it, prepare it anew
        for the larger head ({preps}), then set it apart.
      </span>
      <Button
        className="min-h-12"
        onClick={() =>
          onMark([
            {
              kind: 'set',
              rowId: row.entity.id,
              holeIds: [holeId],
              payload: { setting: { ...setting, dash, lengthDash: next.plan.rivet.lengthDash } },
            },
          ])
        }
      >
        Hole {number}: {next.plan.rivet.callout} is set
      </Button>
    </p>
  );
}

/** What is no solid rivet: hole, grip against its range, and what is looked at when it is in. */
function OtherFacts({ row }: { row: RowModel }) {
  const units = useUnits();
  const other = notSolid(row.stack);
  if (!other) return null;
  const { grip } = row.plan;
  const { gripFrom, gripTo } = other;
  const isOut = (gripTo !== undefined && longer(grip, gripTo)) || (gripFrom !== undefined && shorter(grip, gripFrom));
  const isRanged = gripFrom !== undefined || gripTo !== undefined;
  const range = isRanged
    ? `good from ${gripFrom === undefined ? '0' : showLength(gripFrom, units)} to ${gripTo === undefined ? 'any' : showLength(gripTo, units)}`
    : 'its range is not typed: whether the sheets fit it is not judged';
  const hasGrip = other.kind === 'blind' || other.kind === 'screw' || other.kind === 'bolt';
  return (
    <p className={isOut ? 'font-semibold text-stop' : ''}>
      {other.name}: hole {showBoth(row.stack.hole, units)}
      {hasGrip ? `; grip here ${showLength(grip, units)}, ${range}` : ''}
      {isOut ? ': out of its range, take another' : ''}. {SET_HINTS[other.kind]}
    </p>
  );
}

const SET_HINTS: Readonly<Record<StackFastenerKind, string>> = {
  solid: '',
  blind:
    'Pulled square, in one steady stroke. Afterwards: the stem broke flush, the head is tight and does not spin, the far end is formed.',
  screw: 'By hand to its seat first, then as tight as its own documents say; then it is looked at.',
  bolt: 'Through the holes by hand, never driven; as tight as the plans or its own documents say, and locked as they say.',
  pin: 'By hand or with a light tap. In a blind hole it wants a vent, or a thread to draw it by.',
  none: 'Why and how stands with its entry under Fasteners.',
};

/** A rivet that ends flush on both sides: what holds it, in which order the sets come, and what it should come to. */
function FarFacts({ row }: { row: RowModel }) {
  const units = useUnits();
  const { rivet, layers } = row.plan;
  const lies = rivet.proud ?? 0;
  return (
    <>
      <p className={rivet.works ? '' : 'font-semibold text-caution'}>
        {rivet.callout}: its driven end fills the cone on the far side and should end {showLength(Math.abs(lies) as Mm, units)}{' '}
        {lies >= 0 ? 'above' : 'below'} the surface
        {rivet.works ? '' : `; flush would be ${showLength(rivet.ideal, units)} long: cut the next longer one to that`}.
        {layers.some((l) => l.prep === 'dimple')
          ? ' Set one in scrap of the same stack first, and correct the length by what it stands.'
          : ''}
      </p>
      <p>
        A straight steel bar as long as the edge under it. The set square to the shank first, then tilted to the surface, the flush set
        last. Judged by straightedge: within .005 in, both ends.
      </p>
    </>
  );
}

const TICK_MS = 10_000;

/** Sealant: mixed when, how long it can be worked, holes cleared after the cure. */
function Sealant({ row, marks, onMark }: { row: RowModel; marks: readonly Mark[]; onMark: (wishes: readonly MarkWish[]) => void }) {
  const [minutes, setMinutes] = useState('45');
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), TICK_MS);
    return () => window.clearInterval(timer);
  }, []);
  const rowId = row.entity.id;
  const mixed = useMemo(
    () => effectiveMarks(marks.filter((m) => m.kind === 'undo' || (m.kind === 'sealant-mixed' && m.rowId === rowId))).at(-1),
    [marks, rowId],
  );
  /* Rounded down, and never more than was mixed: a clock of sealant must not promise. */
  const spentMs = mixed ? Math.max(0, now - Date.parse(mixed.doneAt)) : 0;
  const left = mixed ? Math.floor((mixed.payload.workMinutes ?? 0) - spentMs / 60_000) : null;
  const { bareZone } = row.entity.definition.setting ?? {};
  return (
    <div role="group" aria-label="Sealant" className="flex flex-wrap items-end gap-2 border-t border-line pt-2">
      <span className="self-center">
        Set wet: {bareZone ? `bare stays ${bareZone}; ` : ''}ventilation and gloves.{' '}
        {left === null ? (
          ''
        ) : left > 0 ? (
          <strong>{left} min left to work it.</strong>
        ) : (
          <strong className="text-stop">Its working time is over.</strong>
        )}
      </span>
      <label className="flex flex-col text-[14px] text-ink2">
        Working time, min
        <TextInput className="min-h-12 w-24" inputMode="numeric" value={minutes} onChange={(e) => setMinutes(e.target.value)} />
      </label>
      <Button
        className="min-h-12"
        disabled={!(Number(minutes) >= 1 && Number(minutes) <= 2000)}
        onClick={() => onMark([{ kind: 'sealant-mixed', rowId, holeIds: [], payload: { workMinutes: Number(minutes) } }])}
      >
        Mixed now
      </Button>
      <Button
        className="min-h-12"
        onClick={() => onMark([{ kind: 'cleared', rowId, holeIds: row.entity.definition.holes.filter((h) => !h.out).map((h) => h.id) }])}
      >
        Cured, holes cleared
      </Button>
    </div>
  );
}
