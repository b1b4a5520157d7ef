import { useEffect, useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { carryPractice, PRACTICE, readPracticeTyped, type PracticeTyped } from '#core/depth/practice-text';
import type { Shares } from '#core/depth/simulate';
import type { Mm } from '#core/units/length';
import { useLocal } from '../../api/device';
import { Button } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { LengthField, TextField } from '../../ui/form-fields';
import { TopBar } from '../../ui/top-bar';
import { UnitsContext, useUnits, useUnitSwitch } from '../../ui/units';
import { Result } from './result';
import type { SimulateAnswer, SimulateAsk } from '../../workers/simulate.worker';

const ROWS = 10_000;
/** Ten thousand simulated rows: when turning the cage pays, and when it spoils an even row. */
export function PracticeView() {
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  return (
    <UnitsContext value={units}>
      <Practice />
    </UnitsContext>
  );
}

function Practice() {
  const units = useUnits();
  const worker = useRef<Worker | null>(null);
  const form = useForm<PracticeTyped>({
    defaultValues: { gauge: '.004 in', cage: '.0006 in', setting: '.0015 in', drift: '0', every: '2', seed: '1' },
    resolver: (typed) => {
      const read = readPracticeTyped(typed, units);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<PracticeTyped>(read.problems) };
    },
  });
  const { control } = form;
  useUnitSwitch((from) => form.reset(carryPractice(form.getValues(), from), { keepDirty: true }));
  const [points, setPoints] = useState<readonly Shares[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const [values, setValues] = useState<readonly Mm[]>([]);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = form.handleSubmit((typed) => {
    const read = readPracticeTyped(typed, units);
    if (!read.ok) return;
    const { conditions, seed } = read;
    stop();
    setValues(conditions.map((c) => c.gaugeSd));
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
  });
  /* What was cut belongs to what was assumed then. */
  const forget = () => {
    if (progress === null && points.length === 0) return;
    stop();
    setPoints([]);
  };
  return (
    <div className="flex min-h-full flex-col">
      <TopBar trail={[{ text: 'Practice' }]} heading="Practice: to turn the cage or to leave it" units={units} />
      <main id="content" className="mx-auto grid w-full max-w-6xl gap-4 p-4 md:grid-cols-[300px_minmax(0,1fr)]">
        <form className="flex flex-col gap-2" aria-label="Assumptions" noValidate onChange={forget} onSubmit={(e) => void run(e)}>
          <LengthField control={control} name="gauge" label="Gauge scatter, up to" />
          <LengthField control={control} name="cage" label="Cage, from hole to hole" />
          <LengthField control={control} name="setting" label="First setting off by about" />
          <TextField control={control} name="drift" label="Drift a hole (0: none)" />
          <TextField control={control} name="every" label="A reading every so many holes" isNumber />
          <TextField control={control} name="seed" label="Seed: the same gives the same rows" isNumber />
          <Button type="submit" tone="primary" className="min-h-12">
            Cut {ROWS.toLocaleString('en')} rows
          </Button>
          {progress === null ? null : (
            <p role="status" className="flex items-center gap-2">
              <progress value={progress} aria-label="Rows cut" /> {Math.round(progress * 100)} %<Button onClick={stop}>Stop</Button>
            </p>
          )}
        </form>
        <section aria-label="Result" className="flex flex-col gap-2">
          {points.length === 0 ? (
            <p className="text-[17px] text-ink2">
              Rows of {PRACTICE.holes} holes are cut three ways under the same chances. The picture will say where each way wins.
            </p>
          ) : (
            <Result points={points} values={values} units={units} />
          )}
        </section>
      </main>
    </div>
  );
}
