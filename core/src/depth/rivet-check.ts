import type { Lie, RivetCheck } from '../record/marks';
import type { Mm } from '../units/length';

const SAME_MM = 1e-9;

/** How a measured head lies: flush within the flushness wanted, either way. `off` above zero: proud. */
export function lieOf(off: Mm, flushness: Mm): Lie {
  return Math.abs(off) <= flushness + SAME_MM ? 'flush' : off > 0 ? 'proud' : 'sunken';
}

export interface RivetAnswer {
  readonly lie: Lie;
  /** What the cage would have to do for this rivet; null where it lies flush or was only felt. Clicks, deeper above zero. */
  readonly clicks: number | null;
}

/** A rivet laid into a countersink: one rivet is one reading, so the clicks are a hint and never the advice. */
export function judgeRivet(check: RivetCheck, q: { readonly flushness: Mm; readonly click: Mm }): RivetAnswer {
  if (!check.off) return { lie: check.lie, clicks: null };
  const off = check.off.mm as Mm;
  const lie = lieOf(off, q.flushness);
  return { lie, clicks: lie === 'flush' ? null : Math.round(off / q.click) };
}
