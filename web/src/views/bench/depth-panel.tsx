import type { AssemblyAnswer } from '#contract/answers';
import { carryUnit } from '#core/units/carry';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { BenchSetup } from '#core/work/bench';
import { cageOf, cageRecord, clickOf, isPlausible, nextToRead } from '#core/depth/cage-record';
import type { Mark } from '#core/record/marks';
import { holesInPlan } from '#core/record/holes';
import { typedMm } from '#core/compose/compose-drawing';
import type { Entity } from '#core/record/definitions';
import { gaugeMarkId } from '#core/record/gauge-id';
import type { SetupCard } from '#core/work/cards';
import { lengthIn, type Mm } from '#core/units/length';
import { showBoth, showLength, showNumber } from '#core/units/show';
import { depthSentence } from '#core/wording/depth';
import type { MarkWish } from '../../api/commands';
import { Button, ErrorText } from '../../ui/controls';
import { dimensionValue } from '../../ui/dimension-field';
import { useUnits, useUnitSwitch } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { plannedDrop } from '#core/depth/rivet-check';
import { CageSetDialog } from './cage-set-dialog';
import { GaugeField } from './gauge-field';
import { RivetCheckPanel } from './rivet-check';

const RunChart = lazy(() => import('./run-chart'));

/** A reading is due every so many holes. */
const READ_EVERY = 5;

interface DepthPanelProps {
  readonly data: AssemblyAnswer;
  readonly current: BenchSetup;
  readonly card: SetupCard;
  readonly tools: readonly Entity<'tool'>[];
  readonly row: RowModel;
  readonly marks: readonly Mark[];
  /** The hole that was touched last. */
  readonly holeId: string | null;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Depth readings of one setting of the cage, and whether to turn it: typed, or sent by a gauge that types. */
export function DepthPanel({ data, current, card, tools, row, marks, holeId, onMark }: DepthPanelProps) {
  const units = useUnits();
  const tool = current.setup.tool;
  const [text, setText] = useState('');
  const [isGauge, setGauge] = useState(false);
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => setText((old) => carryUnit(old, from)));
  const [isSetting, setSetting] = useState(false);
  const cages = tools.filter((t) => t.definition.kind === 'cage');
  const field = useRef<HTMLInputElement>(null);
  const target = tool.kind === 'cutter' ? tool.depth : null;
  const { key } = current.setup;
  const cage = useMemo(() => cageOf(tools, marks, key), [tools, marks, key]);
  const click = clickOf(cage);
  const record = useMemo(() => (target === null ? null : cageRecord(marks, key, { target, click })), [marks, key, target, click]);
  const shown = useMemo(() => {
    return { values: record?.readings.map((r) => lengthIn(r.reading, units)) ?? [], changes: record?.changes.map((c) => c.after) ?? [] };
  }, [record, units]);
  if (target === null || !record) return null;

  const holes = holesInPlan(row.entity.definition.holes);
  const layerId =
    current.items.find((i) => i.rowId === row.entity.id)?.steps[0]?.layerId ?? row.steps.find((s) => s.kind === 'countersunk')?.layerId;
  const holeIds = holes.map((h) => h.id);
  const at = holeId ?? (holeIds[nextToRead(holeIds, record.current, READ_EVERY)] as string);
  const number = holeIds.indexOf(at) + 1;
  const flushness = row.stack.limits.flushness;
  const layer = row.plan.layers[row.entity.definition.layers.findIndex((l) => l.id === layerId)];
  const drop = layer ? plannedDrop(layer) : (0 as Mm);
  const take = (gauge: string, reading: { readonly seq: number; readonly mm: number }) => {
    if (!layerId) return;
    if (!isPlausible(reading.mm as Mm, target))
      return setError(
        `${gauge} said ${showBoth(reading.mm as Mm, units)}, which is no depth near ${showLength(target, units)}: not taken.`,
      );
    setError(null);
    onMark([
      {
        id: gaugeMarkId(gauge, reading.seq, `${data.assembly.id}/${key}`),
        kind: isGauge ? 'gauge-read' : 'depth-read',
        rowId: row.entity.id,
        holeIds: [at],
        layerIds: [layerId],
        payload: { reading: typedMm(reading.mm, units), setupKey: key, note: `${gauge} ${reading.seq}` },
      },
    ]);
  };
  const keep = () => {
    const value = dimensionValue(text, units);
    if (!value.length || !layerId) return setError(text.trim() === '' ? 'Type what the gauge shows.' : 'That does not read as a depth.');
    /* A slip of the point would move the mean for good. */
    if (!isPlausible(value.length.mm as Mm, target))
      return setError(`${showBoth(value.length.mm, units)} is no depth near ${showLength(target, units)}: was it read in other units?`);
    setError(null);
    setText('');
    onMark([
      {
        kind: isGauge ? 'gauge-read' : 'depth-read',
        rowId: row.entity.id,
        holeIds: [at],
        layerIds: [layerId],
        payload: { reading: value.length, setupKey: key },
      },
    ]);
    field.current?.focus();
  };
  const changed = (clicks: number, more: Pick<Mark['payload'], 'cage' | 'note'>) =>
    onMark([{ kind: 'cage-set', rowId: data.assembly.id, holeIds: [], payload: { setupKey: key, clicks, ...more } }]);
  const { advice } = record;
  const signed = advice.advice === 'deeper' ? advice.clicks : -advice.clicks;
  return (
    <section aria-label="Depth of the cage" className="flex flex-col gap-2 rounded border border-line p-3">
      <h2 className="label text-[22px]">
        Depth: target {showLength(target, units)}
        {record.gaugeSd === null ? '' : `, the gauge scatters by ${showLength(record.gaugeSd, units)}`}
      </h2>
      <p role="status" className={`text-[19px] ${advice.clicks > 0 || advice.trend?.walking ? 'font-semibold text-caution' : ''}`}>
        {depthSentence(advice, units, record.gaugeSd)}
      </p>
      <div className="flex flex-wrap items-end gap-2">
        <label className="flex flex-col text-[14px] text-ink2">
          {isGauge ? 'The same hole again' : 'Reading'} at hole {number}
          <input
            ref={field}
            data-measure=""
            className="field min-h-14 w-40 text-[22px]"
            inputMode="decimal"
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              keep();
            }}
          />
        </label>
        <Button tone="primary" className="min-h-14 px-4 text-[18px]" onClick={keep}>
          Keep the reading
        </Button>
        {advice.clicks > 0 ? (
          <Button
            className="min-h-14 px-4 text-[18px]"
            onClick={() => changed(signed, { cage: { way: 'advice', ...(cage ? { toolId: cage.id } : {}) } })}
          >
            I turned it {advice.clicks} {advice.advice}
          </Button>
        ) : null}
        <Button className="min-h-14 px-4 text-[18px]" onClick={() => setSetting(true)}>
          The cage was set
        </Button>
        <label className="flex min-h-14 items-center gap-2 text-[15px]">
          <input type="checkbox" className="size-6" checked={isGauge} onChange={(e) => setGauge(e.target.checked)} />
          reading one hole again, for the gauge’s own scatter
        </label>
      </div>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <GaugeField onTake={take} />
      {layerId ? (
        <RivetCheckPanel
          rowId={row.entity.id}
          layerId={layerId}
          setupKey={key}
          hole={{ id: at, number }}
          marks={marks}
          flushness={flushness}
          drop={drop}
          click={click}
          onMark={onMark}
        />
      ) : null}
      {record.readings.length > 0 ? (
        <>
          <Suspense fallback={<p>Drawing …</p>}>
            <RunChart
              values={shown.values}
              target={lengthIn(target, units)}
              tolerance={lengthIn(flushness, units)}
              changes={shown.changes}
              label={`Run chart: ${record.readings.length} readings, ${record.changes.length} changes of the setting`}
            />
          </Suspense>
          <p className="text-[14px] text-ink2">
            Since the last change: {record.current.map((r) => showNumber(r.reading, units)).join(', ') || 'none'}. Dashed:{' '}
            {showLength(flushness, units)} either way. Upright: the setting was changed.
          </p>
        </>
      ) : (
        <p className="text-[15px] text-ink2">
          <Link className="underline underline-offset-2" to="/practice">
            Why leaving it alone often wins
          </Link>
          . Set the cage on scrap of the same thickness and hole, then check every {READ_EVERY}th hole against a real rivet and here.
        </p>
      )}
      {isSetting ? (
        <CageSetDialog
          card={card}
          cages={cages}
          cageId={cage?.id ?? ''}
          onKeep={(more) => changed(0, more)}
          onClose={() => setSetting(false)}
        />
      ) : null}
    </section>
  );
}
