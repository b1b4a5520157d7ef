import { bad, good, type Result } from '../units/result';

/** One thing to do, in one set-up, after others. */
export interface Operation {
  readonly id: string;
  readonly setup: string;
  readonly after: readonly string[];
}

/** Operations by number, with their set-ups by number, both ways along the precedences. */
export interface OperationGraph {
  readonly operations: readonly Operation[];
  readonly setupCount: number;
  readonly setupOf: Int32Array;
  readonly before: readonly (readonly number[])[];
  readonly next: readonly (readonly number[])[];
  /** An order that keeps every precedence. */
  readonly topological: readonly number[];
}

/** Problems: an id twice, a precedence that names nothing, a loop, which is named. */
export function operationGraph(operations: readonly Operation[]): Result<OperationGraph> {
  const numbers = new Map<string, number>();
  for (const [i, o] of operations.entries()) {
    if (numbers.has(o.id)) return bad({ code: 'operation-twice', path: `operations[${i}].id`, data: { id: o.id } });
    numbers.set(o.id, i);
  }
  const setups = new Map<string, number>();
  const setupOf = Int32Array.from(operations, (o) => {
    const known = setups.get(o.setup);
    if (known !== undefined) return known;
    setups.set(o.setup, setups.size);
    return setups.size - 1;
  });
  const before: number[][] = [];
  const next: number[][] = operations.map(() => []);
  for (const [i, o] of operations.entries()) {
    const own: number[] = [];
    for (const [k, id] of o.after.entries()) {
      const number = numbers.get(id);
      if (number === undefined) return bad({ code: 'operation-unknown', path: `operations[${i}].after[${k}]`, data: { id } });
      if (own.includes(number)) continue;
      own.push(number);
      (next[number] as number[]).push(i);
    }
    before.push(own);
  }
  const waiting = before.map((b) => b.length);
  const topological = waiting.flatMap((w, i) => (w === 0 ? [i] : []));
  for (let at = 0; at < topological.length; at++)
    for (const n of next[topological[at] as number] as number[]) if (--(waiting[n] as number) === 0) topological.push(n);
  if (topological.length < operations.length) return bad(loopProblem(operations, before, waiting));
  return good({ operations, setupCount: setups.size, setupOf, before, next, topological });
}

/** Follows what still waits backwards until something comes again: that is the loop. */
function loopProblem(operations: readonly Operation[], before: readonly (readonly number[])[], waiting: readonly number[]) {
  const path: number[] = [];
  let at = waiting.findIndex((w) => w > 0);
  while (!path.includes(at)) {
    path.push(at);
    at = (before[at] as number[]).find((b) => (waiting[b] as number) > 0) as number;
  }
  const loop = path.slice(path.indexOf(at)).reverse();
  const first = loop.indexOf(Math.min(...loop));
  const turned = [...loop.slice(first), ...loop.slice(0, first)];
  const names = [...turned, turned[0] as number].map((i) => (operations[i] as Operation).id);
  return { code: 'operation-loop', path: `operations[${turned[0]}].after`, data: { loop: names.join(' -> ') } };
}
