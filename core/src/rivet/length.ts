import { LARGEST_BARREL_D3, type Profile } from '../tables/profiles';
import { MM_PER_INCH, type Mm } from '../units/length';
import { coneDepth, surfaceDiameter, type Cone } from './cone';
import { LENGTH_DASH_MAX } from './callout';

/** Slack of the volume window, which has no unit: rounding only. */
const SAME_RATIO = 1e-9;
const MM_PER_DASH = MM_PER_INCH / 16;

/** What the length depends on. All lengths Mm. */
export interface LengthQuestion {
  readonly grip: Mm;
  readonly diameter: Mm;
  readonly hole: Mm;
  readonly profile: Profile;
  /** Form factor k of the driven barrel. */
  readonly formFactor: number;
  readonly halfDash: boolean;
}

/** L = G + 1.5 D. Flush rivets are measured over the head and protrude under it: the same formula. */
export function idealLength(grip: Mm, diameter: Mm): Mm {
  return (grip + 1.5 * diameter) as Mm;
}

/** The nearest stocked dash to a length; ties (within 1e-9 of a step) go to the longer one; at least 1. */
export function nearestDash(length: Mm, halfDash: boolean): number {
  const step = halfDash ? 0.5 : 1;
  return Math.max(1, Math.floor(length / MM_PER_DASH / step + 0.5 + 1e-9) * step);
}

/**
 * Volume left to make the driven head, over pi/4: V = (L - G) D^2 - G (Dh^2 - D^2), mm^3.
 * What the shank swells to fill the hole is taken off; zero or negative: no head at all.
 */
export function headVolume(length: Mm, grip: Mm, diameter: Mm, hole: Mm): number {
  return (length - grip) * diameter ** 2 - grip * (hole ** 2 - diameter ** 2);
}

/**
 * Depth of the outer rim of the last lip of a stack that is dimpled all through: Z = s + (C(s) - Dh) / (2 tan a) + t sin a, s the sheets
 * above the last one, t the last one. The driven head forms round it or beyond; `headVolume` with Z in the place of the grip is the
 * least it can be. Source: a stack dimpled all through, docs/rules.md.
 */
export function lipDepth(cone: Cone, head: Mm, above: Mm, last: Mm, hole: Mm): Mm {
  return (above + coneDepth(cone, surfaceDiameter(cone, head, above), hole) + last * cone.sin) as Mm;
}

/** Width of a head driven to H = 0.5 D: sqrt(V / (k 0.5 D)). For comparing lengths, no target. Null where V <= 0. */
export function widthAtHalfD(volume: number, diameter: Mm, formFactor: number): Mm | null {
  return volume > 0 ? (Math.sqrt(volume / (formFactor * 0.5 * diameter)) as Mm) : null;
}

/** The volumes, as multiples of D^3, between which a head can be made: k Wmin^2 Hmin to k 2.25. */
export function volumeWindow(profile: Profile, formFactor: number): { readonly least: number; readonly most: number } {
  return { least: formFactor * profile.minWidthD ** 2 * profile.minHeightD, most: formFactor * LARGEST_BARREL_D3 };
}

/** Whether a length can give an acceptable head: k Wmin^2 Hmin <= V / D^3 <= k 2.25, and L > G, V > 0. */
export function lengthWorks(length: Mm, q: LengthQuestion): boolean {
  const volume = headVolume(length, q.grip, q.diameter, q.hole);
  if (length <= q.grip || volume <= 0) return false;
  const ratio = volume / q.diameter ** 3;
  const { least, most } = volumeWindow(q.profile, q.formFactor);
  return ratio >= least - SAME_RATIO && ratio <= most + SAME_RATIO;
}

/** The dash nearest to `dash` that works, of those the builder stocks; null where none does. */
export function nearestWorkingDash(dash: number, q: LengthQuestion): number | null {
  const step = q.halfDash ? 0.5 : 1;
  const d3 = q.diameter ** 3;
  const swell = q.grip * (q.hole ** 2 - q.diameter ** 2);
  const lengthFor = (ratio: number) => q.grip + (ratio * d3 + swell) / q.diameter ** 2;
  const { least, most } = volumeWindow(q.profile, q.formFactor);
  const low = lengthFor(least) / MM_PER_DASH;
  const high = lengthFor(most) / MM_PER_DASH;
  const first = Math.max(1, Math.ceil(low / step - SAME_RATIO) * step);
  const last = Math.min(LENGTH_DASH_MAX, Math.floor(high / step + SAME_RATIO) * step);
  if (first > last) return null;
  const wanted = Math.round(dash / step) * step;
  const nearest = Math.min(last, Math.max(first, wanted));
  return lengthWorks((nearest * MM_PER_DASH) as Mm, q) ? nearest : null;
}

/** The chosen dash with its neighbours either side, shortest first, none under 1. */
export function neighbourDashes(dash: number, halfDash: boolean): number[] {
  const steps = halfDash ? [-1, -0.5, 0, 0.5, 1] : [-1, 0, 1];
  return steps.map((s) => dash + s).filter((d) => d >= 1 && d <= LENGTH_DASH_MAX);
}
