import type { Lie, RivetCheck } from '../record/marks';
import type { Mm } from '../units/length';

const SAME_MM = 1e-9;

/** How a measured head lies: flush within the flushness wanted, either way. `off` above zero: proud. */
export function lieOf(off: Mm, flushness: Mm): Lie {
  return Math.abs(off) <= flushness + SAME_MM ? 'flush' : off > 0 ? 'proud' : 'sunken';
}

/** A countersink as the rivet found it. `look`: only felt, where a drop is wanted that a fingertip does not measure. */
export type RivetSays = 'right' | 'shallow' | 'deep' | 'look';

export interface RivetAnswer {
  readonly says: RivetSays;
  /** How far under the surface the head should lie: 0 where the head itself sits. */
  readonly drop: Mm;
  /** What the cage would have to do for this rivet; null where it is right or was only felt. Clicks, deeper above zero. */
  readonly clicks: number | null;
}

/** How far a bare rivet must lie under the surface: the planned depth less that for the head itself, d - d(0); 0 for a head's own countersink. */
export function plannedDrop(layer: { readonly receives: 'head' | 'dimple' | null; readonly extraDepth: Mm | undefined }): Mm {
  return layer.receives === 'dimple' ? (Math.max(0, layer.extraDepth ?? 0) as Mm) : (0 as Mm);
}

/**
 * A rivet laid into a countersink, against the drop that is planned there; one rivet is one reading, so the clicks are a hint and never
 * the advice.
 *
 * Example: under a .025 dimple the drop is .0076; a rivet .0076 under the surface is right, one that is flush says 8 clicks deeper.
 */
export function judgeRivet(check: RivetCheck, q: { readonly flushness: Mm; readonly click: Mm; readonly drop: Mm }): RivetAnswer {
  const { drop } = q;
  if (!check.off) {
    if (check.lie === 'proud') return { says: 'shallow', drop, clicks: null };
    const isDropWanted = drop > q.flushness + SAME_MM;
    if (isDropWanted) return { says: check.lie === 'flush' ? 'shallow' : 'look', drop, clicks: null };
    return { says: check.lie === 'flush' ? 'right' : 'deep', drop, clicks: null };
  }
  const off = (check.off.mm + drop) as Mm;
  const lie = lieOf(off, q.flushness);
  if (lie === 'flush') return { says: 'right', drop, clicks: null };
  return { says: lie === 'proud' ? 'shallow' : 'deep', drop, clicks: Math.round(off / q.click) };
}
