import { operationGraph, type Operation } from '#core/sequence/graph';
import type { Problem } from '#core/units/result';
import { orderOperations } from '#core/sequence/order';

export type SequenceAnswer =
  | {
      readonly kind: 'order';
      readonly order: readonly string[];
      readonly setupChanges: number;
      readonly lowerBound: number;
      readonly optimal: boolean;
    }
  | { readonly kind: 'problem'; readonly code: string; readonly data: NonNullable<Problem['data']> };

/** Orders operations off the page. */
self.onmessage = (event: MessageEvent<readonly Operation[]>) => {
  const graph = operationGraph(event.data);
  if (!graph.ok) {
    self.postMessage({ kind: 'problem', code: graph.problem.code, data: graph.problem.data ?? {} } satisfies SequenceAnswer);
    return;
  }
  const { order, ...rest } = orderOperations(graph.value);
  self.postMessage({ kind: 'order', order: order.map((n) => (event.data[n] as Operation).id), ...rest } satisfies SequenceAnswer);
};
