import Joi from 'joi';
import { operationGraph } from '../order/graph';
import { orderOperations } from '../order/order';
import { good, type Result } from '../units/result';
import { checkShape } from './document';

interface SequenceDocument {
  operations: { id: string; setup: string; after?: string[]; minutes?: number }[];
}

/** Most operations one document may hold. */
const MAX_OPERATIONS = 2000;

const SEQUENCE_SCHEMA = Joi.object({
  operations: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().min(1).max(200).required(),
        setup: Joi.string().min(1).max(200).required(),
        after: Joi.array().items(Joi.string().min(1).max(200)).max(MAX_OPERATIONS),
        minutes: Joi.number().min(0).max(100_000),
      }),
    )
    .max(MAX_OPERATIONS)
    .required(),
})
  .required()
  .label('document');

/** The verb `sequence`: an order that keeps every `after` with as few changes of set-up as can be. */
export function answerSequence(value: unknown): Result<unknown> {
  const shape = checkShape<SequenceDocument>(SEQUENCE_SCHEMA, value);
  if (!shape.ok) return shape;
  const graph = operationGraph(shape.value.operations.map((o) => ({ id: o.id, setup: o.setup, after: o.after ?? [] })));
  if (!graph.ok) return graph;
  const { order, ...rest } = orderOperations(graph.value);
  return good({ order: order.map((i) => (graph.value.operations[i] as { id: string }).id), ...rest });
}
