import Joi from 'joi';
import { planStack } from '../prep/plan';
import { newKit } from '../record/blank';
import type { KitDefinition, PartDefinition, RowDefinition } from '../record/definitions';
import { stackOf } from '../record/stack-of';
import { stepsOf } from '../record/steps';
import { rowTitle } from '../record/title';
import { assemblyOperations, type OperationRow } from '../sequence/operations';
import { operationGraph } from '../sequence/graph';
import { orderOperations } from '../sequence/order';
import { setupsOf } from '../setup/setup';
import type { Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
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
}

/** Most parts and rows of one assembly. */
const MAX_EACH = 2000;

const stored = (kind: 'part' | 'row') =>
  Joi.object({
    id: Joi.string().guid({ separator: '-' }).lowercase().required(),
    kind: Joi.valid(kind),
    version: Joi.number().integer().min(1),
    deleted: Joi.boolean(),
    definition: DEFINITION_SCHEMAS[kind].required(),
  });

/** What `plan` takes: parts and rows as the kit's export has them (`docs/kit.schema.json`), and the kit's own rules where there are any. */
export const PLAN_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  kit: DEFINITION_SCHEMAS.kit,
  parts: Joi.array().items(stored('part')).max(MAX_EACH).required(),
  rows: Joi.array().items(stored('row')).max(MAX_EACH).required(),
})
  .required()
  .label('document');

/** The verb `plan`: the `prep` of every row of an assembly, its operations, and an order of them that changes set-ups least. */
export function answerPlan(value: unknown): Result<unknown> {
  const shape = checkShape<PlanDocument>(PLAN_SCHEMA, value);
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
  const answers: unknown[] = [];
  const rows: OperationRow[] = [];
  for (const [i, { id, definition: row, deleted }] of doc.rows.entries()) {
    if (deleted === true) continue;
    const missing = row.layers.findIndex((l) => !parts.has(l.partId));
    if (missing >= 0) return bad({ code: 'part-unknown', path: `rows[${i}].definition.layers[${missing}].partId` });
    const stack = stackOf(row, { kit, parts });
    if (!stack) return bad({ code: 'part-unknown', path: `rows[${i}]` });
    const plan = planStack(stack);
    answers.push({ id, name: rowTitle(row, parts), prep: prepAnswer(plan, stack, units) });
    rows.push({ id, row, uses: setupsOf(stepsOf(row, plan.layers, { kit, parts }), row, stack, plan) });
  }
  const operations = assemblyOperations(rows, parts, kit.work?.scuffAfterDimple ?? false);
  const graph = operationGraph(operations.map((o) => ({ id: o.id, setup: o.setup, after: o.after.map((a) => a.id) })));
  if (!graph.ok) return graph;
  const { order, ...rest } = orderOperations(graph.value);
  return good({ rows: answers, operations, order: order.map((n) => operations[n]?.id), ...rest });
}
