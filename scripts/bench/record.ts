import type { Mark } from '#core/record/marks';
import { foldDone } from '#core/done/hole-done';
import { standRow, type StoodRow } from '#core/done/row-standing';
import { workDone } from '#core/done/work';
import { planStack } from '#core/prep/plan';
import { blankRow, newKit } from '#core/record/blank';
import type { PartDefinition } from '#core/record/definitions';
import { stackOf } from '#core/record/stack-of';
import { stepsOf } from '#core/record/steps';
import { fold } from './old-fold';
import { randomUUID } from 'node:crypto';
import { medianMs, report } from './measure';

const HOLES = 15_000;
const MARKS = 60_000;

/** 60,000 marks on 15,000 holes of 625 rows, as the server gives them. */
export function manyMarks(rowIds: readonly string[], layerId: string): Mark[] {
  const holes = Array.from({ length: HOLES }, () => randomUUID());
  const perRow = Math.ceil(HOLES / rowIds.length);
  const kinds = ['drilled', 'deburred', 'deburred', 'dimpled'] as const;
  return Array.from({ length: MARKS }, (_, i): Mark => {
    const hole = i % HOLES;
    const round = Math.floor(i / HOLES);
    const at = new Date(1_770_000_000_000 + i * 1000).toISOString();
    return {
      id: randomUUID(),
      kind: kinds[round] ?? 'drilled',
      v: 1,
      rowId: rowIds[Math.floor(hole / perRow)] as string,
      holeIds: [holes[hole] as string],
      layerIds: round === 0 ? [] : [layerId],
      side: round === 1 ? 'head' : round === 2 ? 'shop' : null,
      doneAt: at,
      recordedAt: at,
      person: holes[0] as string,
      device: holes[1] as string,
      payload: {},
    };
  });
}

const length = (inch: number) => ({ mm: inch * 25.4, text: String(inch), units: 'in' as const });
const PART: PartDefinition = {
  v: 1,
  assemblyId: '',
  name: 'skin',
  hand: null,
  thickness: length(0.025),
  measured: null,
  mirroredFrom: null,
};
const LAYER = randomUUID();
/** A row of two sheets, the upper one dimpled. */
const ONE_ROW = {
  kit: newKit('bench', 'in', []),
  parts: new Map([
    ['skin', PART],
    ['spar', { ...PART, name: 'spar', thickness: length(0.063) }],
  ]),
  layerId: LAYER,
  definition: {
    ...blankRow('', 0),
    layers: [
      { id: LAYER, partId: 'skin', plans: null, edge: null, bothSides: false },
      { id: randomUUID(), partId: 'spar', plans: null, edge: null, bothSides: false },
    ],
  },
};

/** The same marks with the work in them, on rows that can be planned: for the fold that compares. */
export function marksWithWork(): { marks: Mark[]; rows: Map<string, StoodRow> } {
  const rows = new Map<string, StoodRow>();
  const { kit, parts, layerId, definition } = ONE_ROW;
  const stack = stackOf(definition, { fasteners: new Map(), kit, parts });
  if (!stack) throw new Error('no stack');
  const plan = planStack(stack);
  const steps = stepsOf(definition, plan.layers);
  const rowIds = Array.from({ length: 625 }, () => randomUUID());
  const wanted = { row: definition, stack, plan, steps };
  const marks = manyMarks(rowIds, layerId).map((m) => {
    const work = workDone({ kind: m.kind, holeIds: m.holeIds, layerId: m.layerIds[0] ?? null, side: m.side }, wanted);
    return (work ? { ...m, payload: { work } } : m) as Mark;
  });
  for (const id of rowIds) {
    const holes = [...new Set(marks.flatMap((m) => (m.rowId === id ? m.holeIds : [])))].map((hole) => ({ id: hole, out: false }));
    rows.set(id, { ...wanted, row: { ...definition, holes } });
  }
  return { marks, rows };
}

/** Folding a kit's record into states, against reading it, and against the fold of before marks carried the work. */
export async function folding(): Promise<void> {
  const { marks, rows } = marksWithWork();
  const bare = marks.map((m) => ({ ...m, payload: {} }) as Mark);
  const json = JSON.stringify(bare);
  const read = await medianMs(() => JSON.parse(json), 7, 1);
  const old = await medianMs(() => fold(bare), 7, 1);
  const folded = await medianMs(
    () => {
      const done = foldDone(marks);
      let holes = 0;
      for (const [id, row] of rows) holes += standRow(row, done.rows.get(id), done.parts).states.size;
      if (holes !== HOLES) throw new Error(`${holes} holes compared`);
    },
    7,
    1,
  );
  report(
    'folding 60,000 marks on 15,000 holes / reading them',
    `${(old / read).toFixed(2)}  (${old.toFixed(0)} ms / ${read.toFixed(0)} ms; aim 3 or less)`,
  );
  report(
    'folding and comparing them, the work in them / the fold of before',
    `${(folded / old).toFixed(2)}  (${folded.toFixed(0)} ms / ${old.toFixed(0)} ms; aim 1.5 or less)`,
  );
}
