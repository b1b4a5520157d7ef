import { normalFrom, randomFrom } from '#core/depth/simulate';
import { planStack } from '#core/prep/plan';
import type { RowDefinition } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { stackOf, type RowContext } from '#core/record/stack-of';
import { stepsOf } from '#core/record/steps';
import { setupsOf } from '#core/setup/setup';
import { MM_PER_INCH } from '#core/units/length';
import { DAY_MS, demoId, demoMark, MINUTE_MS, typedLength } from './mark-maker';

const READINGS = 40;
/** Chosen so that ten of the forty are off by a click or more, though the setting never moved. */
const SEED = 34;
const GAUGE_SD_INCH = 0.0008;

/** A cage set by trial and left alone through forty readings, and a skin dimpled to the wrong side. */
export function preparationMarks(rows: ReadonlyMap<string, RowDefinition>, context: RowContext, now: Date): Mark[] {
  return [...cage(rows, context, now), ...wrongSide(rows, now)];
}

function cage(rows: ReadonlyMap<string, RowDefinition>, context: RowContext, now: Date): Mark[] {
  const rowId = demoId('row/0');
  const row = rows.get(rowId) as RowDefinition;
  const stack = stackOf(row, context);
  if (!stack) throw new Error('demo: a row names a part that is not there');
  const plan = planStack(stack);
  const use = setupsOf(stepsOf(row, plan.layers), row, stack, plan).find((u) => u.setup.tool.kind === 'cutter');
  if (use?.setup.tool.kind !== 'cutter') throw new Error('demo: the keel is not countersunk');
  const { key, tool } = use.setup;
  const layerIds = [use.steps[0]?.layerId as string];
  const holes = holesInPlan(row.holes);
  const began = now.getTime() - 5 * DAY_MS;
  const at = (minutes: number) => new Date(began + minutes * MINUTE_MS).toISOString();
  const normal = normalFrom(randomFrom(SEED));
  const set = demoMark('cage/set', 'TK', at(-6), {
    kind: 'cage-set',
    rowId: demoId('assembly'),
    payload: {
      setupKey: key,
      clicks: 0,
      cage: { way: 'trial', pastFlush: 8, scrap: 'flush' },
      note: 'Scrap of .063 under a dimpled .025.',
    },
  });
  const gauge = Array.from({ length: 5 }, (_, i) =>
    demoMark(`cage/gauge/${i}`, 'TK', at(-5 + i / 4), {
      kind: 'gauge-read',
      rowId,
      layerIds,
      holeIds: [(holes[0] as { id: string }).id],
      payload: { setupKey: key, reading: typedLength((tool.depth / MM_PER_INCH + GAUGE_SD_INCH * normal()).toFixed(4)) },
    }),
  );
  const readings = Array.from({ length: READINGS }, (_, i) =>
    demoMark(`cage/reading/${i}`, 'TK', at(i * 3), {
      kind: 'depth-read',
      rowId,
      layerIds,
      holeIds: [(holes[i % holes.length] as { id: string }).id],
      payload: { setupKey: key, reading: typedLength((tool.depth / MM_PER_INCH + GAUGE_SD_INCH * normal()).toFixed(4)) },
    }),
  );
  return [set, ...gauge, ...readings];
}

function wrongSide(rows: ReadonlyMap<string, RowDefinition>, now: Date): Mark[] {
  const rowId = demoId('row/2');
  const row = rows.get(rowId) as RowDefinition;
  const holeIds = [(holesInPlan(row.holes)[5] as { id: string }).id];
  const layerIds = [(row.layers[1] as { id: string }).id];
  const at = (minutes: number) => new Date(now.getTime() - 2 * DAY_MS + minutes * MINUTE_MS).toISOString();
  return [
    demoMark('wrong-side/dimpled', 'TK', at(0), { kind: 'dimpled', rowId, holeIds, layerIds }),
    demoMark('wrong-side/found', 'RV', at(9), {
      kind: 'dimple-check',
      rowId,
      holeIds,
      layerIds,
      payload: { dimple: 'wrong-side', note: 'The skin lay face down on the bench.' },
    }),
  ];
}
