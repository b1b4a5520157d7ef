import type { EntityKind } from '../record/definitions';
import type { RowEffects } from './effects';

/** Kinds of definitions whose edits can reach work. */
export const REACHING: readonly EntityKind[] = ['kit', 'part', 'row', 'fastener'];

/** Whether anything becomes open or contradicted, or is left over: then a reason is wanted. */
export function wantsReason(all: readonly RowEffects[]): boolean {
  return all.some((r) => r.effects.some((e) => e.kind !== 'resolved'));
}
