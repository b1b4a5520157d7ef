import { DEFAULT_MINUTES } from '../tables/minutes';
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

/**
 * The first operations of an order that fit into an evening, those that wait for nothing but each other. Work hole by hole that does not fit is
 * begun, as far as the minutes go, and the evening is full; what is done as a whole is passed over for what fits. At least one thing,
 * where anything is ready.
 */
export function eveningOf(
  order: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  minutes: MinutesOf,
  budgetMinutes: number,
): EveningStep[] {
  const planned: EveningStep[] = [];
  const taken = new Set<string>();
  let left = budgetMinutes;
  for (const operation of order) {
    const p = progress.get(operation.id);
    if (!p || p.state === 'done' || p.waitsFor.some((id) => !taken.has(id))) continue;
    const each = minutes[workOf(operation)].minutes;
    const isFirst = planned.length === 0;
    if (p.open * each > left && DEFAULT_MINUTES[operation.kind].per === 'hole') {
      if (!isFirst && left < BEGUN_FROM_MINUTES) continue;
      const things = Math.max(isFirst ? 1 : 0, Math.floor(left / each + 1e-9));
      if (things === 0) continue;
      planned.push({ operation, minutes: things * each, things, open: p.open });
      break;
    }
    if (p.open * each > left && !isFirst) continue;
    planned.push({ operation, minutes: p.open * each, things: p.open, open: p.open });
    taken.add(operation.id);
    left -= p.open * each;
    if (left <= 0) break;
  }
  return planned;
}
