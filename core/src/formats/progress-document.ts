import Joi from 'joi';
import { standingOf, type OpenStep, type Standing, type WantedRow } from '../done/compare';
import type { StandingCode } from '../done/findings';
import { foldDone } from '../done/hole-done';
import { fastenerOf } from '../done/work';
import { coneDepth, coneOf } from '../rivet/cone';
import { planStack } from '../prep/plan';
import { blankRow } from '../record/blank';
import type { RowDefinition } from '../record/definitions';
import { parseRange } from '../record/holes';
import type { FastenerDone } from '../record/mark-work';
import type { Mark, MarkKind, Side } from '../record/marks';
import { isPartStep, stepsOf, type StepKind } from '../record/steps';
import { parseCallout } from '../rivet/callout';
import { rivetOfDiameter } from '../tables/fasteners';
import type { Mm, Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { checkShape, readLength, type LengthText } from './document';
import { PREP_SCHEMA, readPrepDocument, STACK_MAX_LAYERS } from './prep-document';
import { ROW_MAX_HOLES } from '../typed/row-line-options';

/** What a piece of work is called in the document, and the kind of mark it is. */
const DOES = { drill: 'drilled', deburr: 'deburred', dimple: 'dimpled', countersink: 'countersunk', set: 'set' } as const;
type Do = keyof typeof DOES;
const DO_OF: Partial<Readonly<Record<StepKind, Do>>> = {
  drilled: 'drill',
  deburred: 'deburr',
  dimpled: 'dimple',
  countersunk: 'countersink',
  set: 'set',
};

interface WorkEntry {
  readonly do: Do;
  readonly holes: string;
  readonly layer?: number;
  readonly hole?: LengthText;
  readonly dies?: LengthText;
  readonly depth?: LengthText;
  readonly callout?: string;
  readonly face?: 'head' | 'far';
}

interface ProgressDocument {
  readonly row: { readonly count: number; readonly units?: Units };
  readonly work: readonly WorkEntry[];
}

/** Most pieces of work in one document. */
const WORK_MAX = 2000;

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));

export const PROGRESS_SCHEMA = Joi.object({
  row: (PREP_SCHEMA as Joi.ObjectSchema).keys({ count: Joi.number().integer().min(1).max(ROW_MAX_HOLES).required() }).required(),
  work: Joi.array()
    .items(
      Joi.object({
        do: Joi.valid(...Object.keys(DOES)).required(),
        holes: Joi.string().max(2000).required(),
        layer: Joi.number()
          .integer()
          .min(0)
          .max(STACK_MAX_LAYERS - 1),
        hole: length,
        dies: length,
        depth: length,
        callout: Joi.string().max(40),
        face: Joi.valid('head', 'far'),
      }),
    )
    .max(WORK_MAX)
    .required(),
})
  .required()
  .label('document');

const faceSide = (face: WorkEntry['face']): Side => (face === 'far' ? 'shop' : 'head');

/** The row of a `prep` document as the record would have it: its layers are named by their place. */
function rowOf(stack: WantedRow['stack'], count: number): RowDefinition {
  return {
    ...blankRow('', 0),
    head: stack.head,
    dash: stack.size.dash,
    alloy: stack.alloy,
    lengthDash: stack.lengthDash ?? null,
    headAngleDeg: stack.headAngleDeg,
    cutterAngleDeg: stack.cutterAngleDeg,
    layers: stack.layers.map((l, i) => ({
      id: String(i),
      partId: String(i),
      plans: l.plans ?? null,
      edge: null,
      bothSides: l.bothSides ?? false,
    })),
    holes: Array.from({ length: count }, (_, i) => ({ id: String(i + 1), out: false })),
  };
}

/** One piece of work as the mark it would have left. */
function markOf(entry: WorkEntry, n: number, wanted: WantedRow, drilledMm: number, units: Units): Result<Mark> {
  const { stack, row } = wanted;
  const path = `work[${n}]`;
  const places = parseRange(entry.holes, row.holes.length);
  if (!places || places.length === 0) return bad({ code: 'holes-unreadable', path: `${path}.holes`, data: { text: entry.holes } });
  if (entry.layer !== undefined && entry.layer >= row.layers.length)
    return bad({ code: 'layer-out-of-range', path: `${path}.layer`, data: { layer: entry.layer, count: row.layers.length } });
  const read = (key: 'hole' | 'dies' | 'depth') => {
    const value = entry[key];
    return value === undefined ? null : readLength(value, units, `${path}.${key}`);
  };
  const [hole, dies, depth] = [read('hole'), read('dies'), read('depth')];
  for (const one of [hole, dies, depth]) if (one && !one.ok) return one;
  const side = faceSide(entry.face);
  const layerIds = layersOf(entry, wanted);
  const make = (kind: MarkKind, more: object): Result<Mark> =>
    good({
      id: String(n),
      kind,
      v: 1,
      rowId: 'row',
      holeIds: places.map((i) => String(i + 1)),
      layerIds: [],
      side: null,
      doneAt: String(n).padStart(6, '0'),
      recordedAt: '',
      person: '',
      device: '',
      payload: {},
      ...more,
    } as unknown as Mark);
  switch (entry.do) {
    case 'drill': {
      const holeMm = hole?.ok ? hole.value : stack.hole;
      const partIds = entry.layer === undefined ? row.layers.map((l) => l.partId) : [String(entry.layer)];
      return make('drilled', { payload: { work: { bitMm: holeMm, holeMm, tool: 'drill', partIds } } });
    }
    case 'deburr':
      return make('deburred', { layerIds, side });
    case 'dimple': {
      const size = dies?.ok ? rivetOfDiameter(dies.value) : stack.size;
      if (!size) return bad({ code: 'diameter-not-in-table', path: `${path}.dies` });
      const work = { dash: size.dash, angleDeg: stack.headAngleDeg, sheet: 'skin', face: side };
      return make('dimpled', { layerIds, payload: { work } });
    }
    case 'countersink': {
      const planned = wanted.plan.layers[Number(layerIds[0])];
      const holeMm = hole?.ok ? hole.value : drilledMm;
      /* Cut as planned where no depth is said: to the planned width, whatever the hole. */
      const asPlanned =
        planned?.surfaceDiameter === undefined ? 0 : coneDepth(coneOf(stack.cutterAngleDeg), planned.surfaceDiameter, holeMm as Mm);
      const depthMm = depth?.ok ? depth.value : asPlanned;
      if (depthMm <= 0) return bad({ code: 'depth-missing', path: `${path}.depth` });
      const work = { angleDeg: stack.cutterAngleDeg, pilotMm: holeMm, holeMm, depthMm, surfaceMm: 0, extraMm: 0, face: side };
      const isBothSides = row.layers[Number(layerIds[0])]?.bothSides ?? false;
      return make('countersunk', { layerIds, side: isBothSides ? side : null, payload: { work } });
    }
    case 'set': {
      const fastener = fastenerNamed(entry, wanted, path);
      return fastener.ok
        ? make('set', { payload: { work: { fastener: fastener.value, gripMm: wanted.plan.grip, holeMm: drilledMm } } })
        : fastener;
    }
  }
}

/** The layers a piece of work is done in: the one that is named, else those the plan wants it in, else the one under the head. */
function layersOf(entry: WorkEntry, { plan, row }: WantedRow): string[] {
  if (entry.layer !== undefined) return [String(entry.layer)];
  if (entry.do === 'deburr') return row.layers.map((l) => l.id);
  const prep = entry.do === 'dimple' ? 'dimple' : 'countersink';
  const meant = plan.layers.flatMap((l, i) => (l.prep === prep ? [String(i)] : []));
  return meant.length > 0 ? meant : ['0'];
}

function fastenerNamed(entry: WorkEntry, wanted: WantedRow, path: string): Result<FastenerDone> {
  if (entry.callout === undefined) return good(fastenerOf(wanted));
  const callout = parseCallout(entry.callout);
  if (!callout.ok) return bad({ ...callout.problem, path: `${path}.callout` });
  const { head, size, alloy, lengthDash } = callout.value;
  return good({ kind: 'solid', name: entry.callout, head, dash: size.dash, alloy, ...(lengthDash === null ? {} : { lengthDash }) });
}

/** The whole verb: wanted against done for every hole of a row, by the table the program itself goes by. */
export function answerProgress(value: unknown): Result<{ holes: object[] }> {
  const shape = checkShape<ProgressDocument>(PROGRESS_SCHEMA, value);
  if (!shape.ok) return shape;
  const { count, ...prep } = shape.value.row;
  const read = readPrepDocument(prep);
  if (!read.ok) return bad({ ...read.problem, path: read.problem.path ? `row.${read.problem.path}` : 'row' });
  const { stack, units } = read.value;
  const plan = planStack(stack);
  const row = rowOf(stack, count);
  const steps = stepsOf(row, plan.layers).filter((s) => s.kind in DO_OF && !isPartStep(s));
  const wanted: WantedRow = { row, stack, plan, steps };
  const marks: Mark[] = [];
  /* The hole as it was when something was cut in it, by its place. */
  const drilled = new Map<number, number>();
  for (const [n, entry] of shape.value.work.entries()) {
    /* A hole is deburred on both sides unless a face is named. */
    const entries =
      entry.do === 'deburr' && entry.face === undefined ? (['head', 'far'] as const).map((face) => ({ ...entry, face })) : [entry];
    for (const [k, one] of entries.entries()) {
      const first = parseRange(one.holes, count)?.[0] ?? 0;
      const mark = markOf(one, n, wanted, drilled.get(first) ?? stack.hole, units);
      if (!mark.ok) return mark;
      marks.push(k === 0 ? mark.value : { ...mark.value, id: `${n}/${k}` });
      if (mark.value.kind === 'drilled')
        for (const id of mark.value.holeIds) drilled.set(Number(id) - 1, mark.value.payload.work?.holeMm ?? stack.hole);
    }
  }
  const done = foldDone(marks, () => row.layers).rows.get('row');
  return good({
    holes: row.holes.map((hole, i) => ({ hole: i + 1, ...answerOf(standingOf(wanted, hole, done?.get(hole.id)), row.layers.length) })),
  });
}

/** This verb names what was never recorded under a rivet as open too, and a finding of every sheet once, at the hole. */
function answerOf({ open, findings, notRecorded }: Standing, layers: number) {
  const everywhere = OF_THE_HOLE.filter((code) => findings.filter((f) => f.code === code).length === layers);
  const once = findings.filter((f, i) => !everywhere.includes(f.code) || findings.findIndex((g) => g.code === f.code) === i);
  return {
    open: openEntries([...open, ...notRecorded.filter((s) => s.kind !== 'drilled').map((step) => ({ step, because: 'never' as const }))]),
    findings: once.map(({ code, severity, layer }) => ({
      code,
      severity,
      ...(layer === undefined || everywhere.includes(code) ? {} : { layer }),
    })),
  };
}

const OF_THE_HOLE: readonly StandingCode[] = ['hole-larger-than-planned', 'drilled-elsewhere', 'shut-under-rivet'];

/** In the order of the work; deburring once a layer, whichever side it is wanted on. */
function openEntries(open: readonly OpenStep[]): { do: Do; layer?: number }[] {
  const seen = new Set<string>();
  return open.flatMap(({ step, layer }) => {
    const what = DO_OF[step.kind] as Do;
    const at = step.layerId === null ? layer : Number(step.layerId);
    const key = `${what} ${at ?? ''}`;
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ do: what, ...(at === undefined ? {} : { layer: at }) }];
  });
}
