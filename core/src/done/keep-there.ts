import type { Prep } from '../prep/stack';
import type { RowDefinition } from '../record/definitions';
import type { GatheredFinding } from './row-standing';

/**
 * The row with what is there kept as the plans' call-out, where a threshold moved under good work: the sheet that is dimpled stays
 * dimpled, the one that is countersunk stays so. Null: nothing of it can be kept that way.
 */
export function keepingThere(row: RowDefinition, gathered: readonly GatheredFinding[]): RowDefinition | null {
  const plans = new Map<number, Prep>();
  for (const { finding } of gathered) {
    const { there } = finding.data;
    if (finding.code === 'prepared-otherwise' && finding.layer !== undefined && (there === 'dimple' || there === 'countersink'))
      plans.set(finding.layer, there);
  }
  if (plans.size === 0) return null;
  return { ...row, layers: row.layers.map((l, i) => ({ ...l, plans: plans.get(i) ?? l.plans })) };
}
