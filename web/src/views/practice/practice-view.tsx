import { useEffect, useRef, useState } from 'react';
import { STRATEGIES, type RowConditions, type Shares, type Strategy } from '#core/depth/simulate';
import { inches, type Mm } from '#core/units/length';
import { showLength, showNumber } from '#core/units/show';
import { useLocal } from '../../api/device';
import { drawShares } from '../../drawing/shares-drawing';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { TopBar } from '../../ui/top-bar';
import { UnitsContext } from '../../ui/units';
import type { SimulateAnswer, SimulateAsk } from '../../workers/simulate.worker';

const ROWS = 10_000;
const HOLES = 40;
const POINTS = 9;
const WAYS: Readonly<Record<Strategy, { readonly text: string; readonly dash: string; readonly colour: string }>> = {
  advice: { text: 'following the advice', dash: '', colour: 'var(--done)' },
  'every-reading': { text: 'adjusting after every reading', dash: '7 4', colour: 'var(--stop)' },
  never: { text: 'never adjusting', dash: '2 4', colour: 'var(--ink2)' },
};

/** Ten thousand simulated rows: when turning the cage pays, and when it spoils an even row. */
export function PracticeView() {
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  const worker = useRef<Worker | null>(null);
  const [typed, setTyped] = useState({ gauge: '.004 in', cage: '.0006 in', setting: '.0015 in', drift: '0', every: '2', seed: '1' });
  const [points, setPoints] = useState<readonly Shares[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  /* No drift and no scatter are lengths here too. */
  const lengthOf = (text: string): number | null => (/^[0.,\s]*$/.test(text) ? 0 : (dimensionValue(text, units).length?.mm ?? null));
  const most = lengthOf(typed.gauge) ?? 0;
  const values = Array.from({ length: POINTS }, (_, i) => (most * i) / (POINTS - 1));
  const run = () => {
    const [cage, setting, drift] = [lengthOf(typed.cage), lengthOf(typed.setting), lengthOf(typed.drift)];
    const [every, seed] = [Number(typed.every), Number(typed.seed)];
    if (cage === null || setting === null || drift === null || most <= 0) return setError('One of the lengths does not read.');
    if (!Number.isInteger(every) || every < 1 || every > HOLES || !Number.isInteger(seed) || seed < 0)
      return setError(`A reading every 1 to ${HOLES} holes, and a whole number as seed.`);
    setError(null);
    stop();
    const conditions = values.map((gaugeSd): RowConditions => ({
      holes: HOLES,
      readEvery: every,
      gaugeSd: gaugeSd as Mm,
      cageSd: cage as Mm,
      settingSd: setting as Mm,
      driftPerHole: drift as Mm,
      click: inches(0.001),
      tolerance: inches(0.002),
    }));
    const started = new Worker(new URL('../../workers/simulate.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    setProgress(0);
    started.onmessage = (event: MessageEvent<SimulateAnswer>) => {
      setPoints(event.data.points);
      if (event.data.kind === 'progress') setProgress(event.data.share);
      else stop();
    };
    const ask: SimulateAsk = { conditions, rows: ROWS, seed };
    started.postMessage(ask);
  };
  const marks = drawShares(values.slice(0, points.length), points, 640, 340);
  const set = (change: Partial<typeof typed>) => {
    stop();
    setPoints([]);
    setTyped({ ...typed, ...change });
  };
  return (
    <UnitsContext value={units}>
      <div className="flex min-h-full flex-col">
        <TopBar trail={[{ text: 'Practice' }]} heading="Practice: to turn the cage or to leave it" units={units} />
        <main id="content" className="mx-auto grid w-full max-w-6xl gap-4 p-4 md:grid-cols-[300px_minmax(0,1fr)]">
          <form
            className="flex flex-col gap-2"
            aria-label="Assumptions"
            onSubmit={(e) => {
              e.preventDefault();
              run();
            }}
          >
            <DimensionField label="Gauge scatter, up to" text={typed.gauge} onText={(gauge) => set({ gauge })} units={units} />
            <DimensionField label="Cage, from hole to hole" text={typed.cage} onText={(cage) => set({ cage })} units={units} />
            <DimensionField label="First setting off by about" text={typed.setting} onText={(setting) => set({ setting })} units={units} />
            <Field label="Drift a hole (0: none)">
              <TextInput value={typed.drift} onChange={(e) => set({ drift: e.target.value })} />
            </Field>
            <Field label="A reading every so many holes">
              <TextInput inputMode="numeric" value={typed.every} onChange={(e) => set({ every: e.target.value })} />
            </Field>
            <Field label="Seed: the same gives the same rows">
              <TextInput inputMode="numeric" value={typed.seed} onChange={(e) => set({ seed: e.target.value })} />
            </Field>
            <Button type="submit" tone="primary" className="min-h-12">
              Cut {ROWS.toLocaleString('en')} rows
            </Button>
            {progress === null ? null : (
              <p role="status" className="flex items-center gap-2">
                <progress value={progress} aria-label="Rows cut" /> {Math.round(progress * 100)} %<Button onClick={stop}>Stop</Button>
              </p>
            )}
            {error ? <ErrorText>{error}</ErrorText> : null}
          </form>
          <section aria-label="Result" className="flex flex-col gap-2">
            {points.length === 0 ? (
              <p className="text-[17px] text-ink2">
                Rows of {HOLES} holes are cut three ways under the same chances. The picture will say where each way wins.
              </p>
            ) : (
              <>
                <svg
                  viewBox={`0 0 ${marks.width} ${marks.height}`}
                  className="w-full"
                  role="img"
                  aria-label="Share of good holes over the gauge’s scatter, three ways"
                >
                  {marks.ticksY.map((t) => (
                    <g key={t.share}>
                      <line x1="52" x2={marks.width - 16} y1={t.y} y2={t.y} style={{ stroke: 'var(--line)' }} />
                      <text x="46" y={t.y + 4} textAnchor="end" fontSize="12" style={{ fill: 'var(--ink2)' }}>
                        {t.share * 100} %
                      </text>
                    </g>
                  ))}
                  {marks.ticksX.map((t) => (
                    <text key={t.x} x={t.x} y={marks.height - 40} textAnchor="middle" fontSize="12" style={{ fill: 'var(--ink2)' }}>
                      {showNumber(t.value, units)}
                    </text>
                  ))}
                  {marks.lines.map((l) => (
                    <g key={l.strategy}>
                      <path
                        d={l.path}
                        fill="none"
                        strokeWidth="2.5"
                        strokeDasharray={WAYS[l.strategy].dash}
                        style={{ stroke: WAYS[l.strategy].colour }}
                      />
                      {l.points.map((p) => (
                        <circle key={p.x} cx={p.x} cy={p.y} r="3" style={{ fill: WAYS[l.strategy].colour }} />
                      ))}
                    </g>
                  ))}
                  {marks.winners.map((w) => (
                    <rect
                      key={w.x1}
                      x={w.x1}
                      y={marks.height - 28}
                      width={Math.max(1, w.x2 - w.x1)}
                      height="12"
                      style={{ fill: WAYS[w.strategy].colour }}
                    />
                  ))}
                  <text x="52" y={marks.height - 2} fontSize="12" style={{ fill: 'var(--ink2)' }}>
                    gauge scatter, {units}; the bar: which way wins
                  </text>
                </svg>
                <table className="text-[14.5px]">
                  <caption className="label pb-1 text-left text-[16px]">
                    Holes within {showLength(inches(0.002), units)} of the target, {points[0]?.rows} rows
                  </caption>
                  <thead>
                    <tr className="text-left">
                      <th className="pr-3">Gauge scatter</th>
                      {STRATEGIES.map((s) => (
                        <th key={s} className="pr-3">
                          {WAYS[s].text}
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {points.map((p, i) => (
                      <tr key={i} className="border-t border-line">
                        <td>{showLength(values[i] as number, units)}</td>
                        {STRATEGIES.map((s) => (
                          <td key={s}>{(p.share[s] * 100).toFixed(1)} %</td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
                <p className="text-[14px] text-ink2">
                  Assumed: every scatter is normal, the drift even, the builder turns whole clicks of {showLength(inches(0.001), units)} and
                  the cage does what it is told. A real cage may stick, a real hand may press. It shows a tendency, not your shop.
                </p>
              </>
            )}
          </section>
        </main>
      </div>
    </UnitsContext>
  );
}
