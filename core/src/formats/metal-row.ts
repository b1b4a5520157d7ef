import { planStack, type Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import { blankRow } from '../record/blank';
import type { RowDefinition } from '../record/definitions';
import { stepsOf, type StepKind, type Step } from '../record/steps';
import type { OwnRow } from '../done/own-rows';
import { RIVET_SIZES } from '../tables/fasteners';
import { lengthIn, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { readLength } from './document';
import type { MetalPart, MetalRowSaid } from './metal-schema';
import { readPrepDocument, type PrepDocument } from './prep-document';

/** What the verb calls a step, and what it leaves out. */
export const DO_OF: Partial<Readonly<Record<StepKind, 'drill' | 'deburr' | 'dimple' | 'countersink' | 'set'>>> = {
  drilled: 'drill',
  deburred: 'deburr',
  dimpled: 'dimple',
  countersunk: 'countersink',
  set: 'set',
};

/** A row as it is asked for now, planned; layers and holes are named by their part and number. */
export interface MetalRow {
  readonly said: MetalRowSaid;
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly steps: readonly Step[];
  readonly uses: readonly [];
  /** The same for a rivet of another size of the tables. */
  readonly own: { readonly of: (dash: number) => OwnRow | null };
}

interface Planning {
  readonly units: Units;
  readonly school: PrepDocument['school'];
  readonly parts: ReadonlyMap<string, MetalPart>;
  readonly path: string;
  /** The most holes the row ever had. */
  readonly most: number;
}

/** Reads and plans a row; every problem carries its path. */
export function planMetalRow(said: MetalRowSaid, q: Planning): Result<MetalRow> {
  for (const [i, { part }] of said.stack.entries())
    if (!q.parts.has(part)) return bad({ code: 'part-unknown', path: `${q.path}.stack[${i}].part`, data: { part } });
  const pitch = said.pitch === undefined ? null : readLength(said.pitch, q.units, `${q.path}.pitch`);
  if (pitch && !pitch.ok) return pitch;
  const planned = planSize(said, said.diameter, q);
  if (!planned.ok) return planned;
  const row: RowDefinition = {
    ...planned.value.row,
    pitch: pitch ? { mm: pitch.value, text: String(said.pitch), units: q.units } : null,
  };
  const made = new Map<number, OwnRow | null>();
  const of = (dash: number): OwnRow | null => {
    let own = made.get(dash);
    if (own === undefined) {
      const size = RIVET_SIZES.find((s) => s.dash === dash);
      const sized = size && planSize({ ...said, head: planned.value.stack.head }, lengthIn(size.diameter, q.units), q);
      own = sized?.ok ? { ...sized.value, row: { ...sized.value.row, pitch: row.pitch }, uses: [] } : null;
      made.set(dash, own);
    }
    return own;
  };
  return good({ said, ...planned.value, row, uses: [], own: { of } });
}

/** The row closed with a rivet of that diameter, or with the fastener it names. */
function planSize(said: MetalRowSaid, diameter: MetalRowSaid['diameter'], q: Planning): Result<Omit<MetalRow, 'said' | 'own' | 'uses'>> {
  const { units } = q;
  const fastener = diameter === said.diameter ? said.fastener : undefined;
  const document: PrepDocument = {
    units,
    ...(q.school ? { school: q.school } : {}),
    ...(said.head === undefined ? {} : { head: said.head }),
    ...(diameter === undefined ? {} : { diameter }),
    ...(fastener ? { fastener } : {}),
    ...(said.far ? { far: said.far } : {}),
    ...(said.pitch === undefined ? {} : { pitch: said.pitch }),
    stack: said.stack.map(({ part, plans }) => {
      const { thickness, material, bought } = q.parts.get(part) as MetalPart;
      return { part, thickness, ...(plans ? { plans } : {}), ...(material ? { material } : {}), ...(bought ? { bought } : {}) };
    }),
  };
  const read = readPrepDocument(document);
  if (!read.ok) return bad({ ...read.problem, path: read.problem.path ? `${q.path}.${read.problem.path}` : q.path });
  const { stack } = read.value;
  const plan = planStack(stack);
  const row: RowDefinition = {
    ...blankRow('', 0),
    head: stack.head,
    dash: stack.size.dash,
    alloy: stack.alloy,
    headAngleDeg: stack.headAngleDeg,
    cutterAngleDeg: stack.cutterAngleDeg,
    layers: said.stack.map(({ part, plans, face }) => ({
      id: part,
      partId: part,
      plans: plans ?? null,
      edge: null,
      bothSides: false,
      face: face ?? 'marked',
    })),
    holes: Array.from({ length: Math.max(said.count, q.most) }, (_, i) => ({ id: String(i + 1), out: i >= said.count })),
    ...(stack.far ? { far: stack.far } : {}),
  };
  const steps = stepsOf(row, plan.layers).filter((s) => s.kind in DO_OF);
  return good({ row, stack, plan, steps });
}

/** The hole a row asks for at a hole of its own size or the row's. */
export const askedFor = (row: MetalRow, ownDash: number | null): Pick<OwnRow, 'row' | 'stack' | 'plan' | 'steps'> =>
  (ownDash === null ? null : row.own.of(ownDash)) ?? row;

/** A planned depth, for a part and a side; undefined: nothing is cut there. */
export function depthAsked(asked: Pick<OwnRow, 'row' | 'plan'>, part: string, isFar: boolean): Mm | undefined {
  const planned = asked.plan.layers[asked.row.layers.findIndex((l) => l.partId === part)];
  if (!planned) return undefined;
  const face = planned.faces?.find((f) => f.from === (isFar ? 'far' : 'head'));
  if (face) return face.depth;
  return isFar ? undefined : planned.depth;
}
