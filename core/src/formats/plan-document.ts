import Joi from 'joi';
import { newKit } from '../record/blank';
import type {
  AssemblyDefinition,
  Entity,
  KitDefinition,
  FastenerDefinition,
  PartDefinition,
  RowDefinition,
  SequenceDecision,
  ToolDefinition,
} from '../record/definitions';
import { arrange } from '../access/arrange';
import { decidedOrder } from '../access/follow';
import { sequenceShape } from '../access/model';
import type { AssemblyOperation } from '../operations/operations';
import { orderCost } from '../order/order-cost';
import { accessAlong, type AccessRow } from '../access/shut-off';
import { planRow, type WorkRow } from '../work/assembly-work';
import { round12, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { upgradePlan } from './upgrade-kit';
import { checkShape } from './document';
import { prepAnswer } from './prep-document';
import { DEFINITION_SCHEMAS } from './record-schemas';

/** A definition as it stands in the kit's export: under its id. */
interface Stored<T> {
  id: string;
  kind?: string;
  version?: number;
  deleted?: boolean;
  definition: T;
}

interface PlanDocument {
  units?: Units;
  kit?: KitDefinition;
  parts: Stored<PartDefinition>[];
  rows: Stored<RowDefinition>[];
  fasteners?: Stored<FastenerDefinition>[];
  assembly?: AssemblyDefinition;
  tools?: Stored<ToolDefinition>[];
}

/** Most parts and rows of one assembly. */
const MAX_EACH = 2000;

const stored = (kind: 'part' | 'row' | 'tool' | 'fastener') =>
  Joi.object({
    id: Joi.string().guid({ separator: '-' }).lowercase().required(),
    kind: Joi.valid(kind),
    version: Joi.number().integer().min(1),
    deleted: Joi.boolean(),
    definition: DEFINITION_SCHEMAS[kind].required(),
  });

/**
 * What `plan` takes: parts and rows as the kit's export has them (`docs/kit.schema.json`); the kit's own rules, the tools that are owned and the
 * assembly with the order its builder follows, where there are any.
 */
export const PLAN_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  kit: DEFINITION_SCHEMAS.kit,
  parts: Joi.array().items(stored('part')).max(MAX_EACH).required(),
  rows: Joi.array().items(stored('row')).max(MAX_EACH).required(),
  fasteners: Joi.array().items(stored('fastener')).max(MAX_EACH),
  assembly: DEFINITION_SCHEMAS.assembly,
  tools: Joi.array().items(stored('tool')).max(MAX_EACH),
})
  .required()
  .label('document');

/** The verb `plan`: the `prep` of every row of an assembly, its operations, and an order of them that changes set-ups least. */
export function answerPlan(value: unknown): Result<unknown> {
  const shape = checkShape<PlanDocument>(PLAN_SCHEMA, upgradePlan(value));
  if (!shape.ok) return shape;
  const doc = shape.value;
  const kit = doc.kit ?? newKit('assembly', doc.units ?? 'in', []);
  const units = doc.units ?? kit.units;
  for (const list of ['parts', 'rows'] as const) {
    const seen = new Set<string>();
    for (const [i, e] of doc[list].entries()) {
      if (seen.has(e.id)) return bad({ code: 'kit-id-twice', path: `${list}[${i}].id` });
      seen.add(e.id);
    }
  }
  const parts = new Map(doc.parts.filter((p) => p.deleted !== true).map((p) => [p.id, p.definition]));
  const fasteners = new Map((doc.fasteners ?? []).filter((f) => f.deleted !== true).map((f) => [f.id, f.definition]));
  const assemblyRows = doc.rows.filter((r) => r.deleted !== true).map((r) => r.definition);
  const answers: unknown[] = [];
  const rows: WorkRow[] = [];
  for (const [i, { id, definition: row, deleted }] of doc.rows.entries()) {
    if (deleted === true) continue;
    const missing = row.layers.findIndex((l) => !parts.has(l.partId));
    if (missing >= 0) return bad({ code: 'part-unknown', path: `rows[${i}].definition.layers[${missing}].partId` });
    if (row.fastenerId && !fasteners.has(row.fastenerId))
      return bad({ code: 'fastener-missing', path: `rows[${i}].definition.fastenerId` });
    const planned = planRow(id, row, { kit, parts, fasteners, assemblyRows });
    if (!planned) return bad({ code: 'part-unknown', path: `rows[${i}]` });
    answers.push({ id, name: planned.title, prep: prepAnswer(planned.plan, planned.stack, units) });
    rows.push(planned);
  }
  const tools = (doc.tools ?? [])
    .filter((t) => t.deleted !== true)
    .map((t): Entity<'tool'> => ({ kind: 'tool', id: t.id, version: t.version ?? 1, definition: t.definition }));
  const { guarded, access, operations } = sequenceShape({ kit, parts, rows, tools });
  const arranged = arrange(operations, access, new Set());
  if (!arranged.ok) return arranged;
  const { access: along, ...rest } = arranged.value;
  return good({
    rows: answers,
    operations: guarded.map((o) => ({ ...o, minutes: round12(o.minutes) })),
    ...rest,
    deadEnds: along.deadEnds,
    ...followed(operations, access, doc.assembly?.sequence),
  });
}

/** The order that the assembly's builder follows instead of the advice, what it costs and where it ends dead. */
function followed(
  operations: readonly AssemblyOperation[],
  access: readonly AccessRow[],
  decision: SequenceDecision | null | undefined,
): object {
  const order = decidedOrder({ left: operations, access }, decision);
  if (!decision || !order) return {};
  const cost = orderCost(order, new Map(operations.map((o) => [o.id, o])));
  return { followed: { follows: decision.follows, order, ...cost, deadEnds: accessAlong(order, access).deadEnds } };
}
