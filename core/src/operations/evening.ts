import { DEFAULT_MINUTES } from './minutes';
import { workOf, type MinutesOf } from './hours';
import type { AssemblyOperation } from './operations';
import type { OperationProgress } from './progress';

/** One operation of an evening, or as much of it as the evening holds. */
export interface EveningStep {
  readonly operation: AssemblyOperation;
  readonly minutes: number;
  /** Single things meant for tonight, of those still open. */
  readonly things: number;
  readonly open: number;
}

/** Work on holes is not begun for the last few minutes of an evening. This program's default. */
const BEGUN_FROM_MINUTES = 5;

/** What is still to be planned: operations planned whole, and of others the single things that are left. */
interface StillOpen {
  readonly taken: Set<string>;
  readonly open: Map<string, number>;
}

/**
 * The first operations of an order that fit into an evening, those that wait for nothing but each other, and so on for as many evenings as are
 * asked for; fewer, where everything that is ready is planned before. Work hole by hole that does not fit is begun, as far as the minutes
 * go, and the evening is full; alone, what needs two is left out, and what waits for it; what is done as a whole is passed over for what fits. At least one thing an evening, where anything is ready.
 */
export function eveningsOf(
  order: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  minutes: MinutesOf,
  budgetMinutes: number,
  count: number,
  isAlone = false,
): EveningStep[][] {
  const still: StillOpen = { taken: new Set(), open: new Map([...progress].map(([id, p]) => [id, p.open])) };
  const evenings: EveningStep[][] = [];
  while (evenings.length < count) {
    const evening = oneEvening(order, progress, minutes, budgetMinutes, still, isAlone);
    if (evening.length === 0) break;
    evenings.push(evening);
  }
  return evenings;
}

/** Plans one evening, and takes it off what is still open. */
function oneEvening(
  order: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  minutes: MinutesOf,
  budgetMinutes: number,
  { taken, open: openOf }: StillOpen,
  isAlone: boolean,
): EveningStep[] {
  const planned: EveningStep[] = [];
  let left = budgetMinutes;
  for (const operation of order) {
    const p = progress.get(operation.id);
    const open = openOf.get(operation.id) ?? 0;
    if (!p || p.state === 'done' || taken.has(operation.id) || p.waitsFor.some((id) => !taken.has(id))) continue;
    if (operation.kind === 'arrive' || (isAlone && operation.needsTwo)) continue;
    const each = operation.kind === 'job' ? operation.minutes : minutes[workOf(operation)].minutes;
    const isFirst = planned.length === 0;
    if (open * each > left && DEFAULT_MINUTES[operation.kind].per === 'hole') {
      const things = Math.max(isFirst ? 1 : 0, Math.floor(left / each + 1e-9));
      if (things === 0 || (!isFirst && left < BEGUN_FROM_MINUTES)) continue;
      planned.push({ operation, minutes: things * each, things, open });
      openOf.set(operation.id, open - things);
      if (things === open) taken.add(operation.id);
      break;
    }
    if (open * each > left && !isFirst) continue;
    planned.push({ operation, minutes: open * each, things: open, open });
    taken.add(operation.id);
    left -= open * each;
    if (left <= 0) break;
  }
  return planned;
}
