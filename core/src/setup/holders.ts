import { inches, type Mm } from '../units/length';

/** Sheet holders come one size for each rivet's hole. */
const SIZES: readonly { readonly dash: 3 | 4 | 5 | 6; readonly name: string }[] = [
  { dash: 3, name: '3/32' },
  { dash: 4, name: '1/8' },
  { dash: 5, name: '5/32' },
  { dash: 6, name: '3/16' },
];

/** A pin this much larger than its hole still goes in: half a thousandth of an inch. */
const FIT_MM = inches(0.0005);

/** The holders that go into a hole, by dash: the largest whose pin does; null: the hole is smaller than every one of them. */
export function holderDash(hole: Mm): 3 | 4 | 5 | 6 | null {
  return SIZES.filter((s) => inches(s.dash / 32) <= hole + FIT_MM).at(-1)?.dash ?? null;
}

/** The size of holder for a rivet's hole, as it is named. */
export function holderSize(dash: 3 | 4 | 5 | 6): string {
  return (SIZES.find((s) => s.dash === dash) as { name: string }).name;
}

/** Every third to fifth hole gets a holder: the middle of that. */
export const HOLDER_EVERY = 4;

/**
 * Where holders go in a row, zero-based, in the order they are put in: from the centre outward, both sides in turn, so that
 * slack moves to the free edges; the two end holes last. `every` is 1 or more.
 */
export function holderOrder(count: number, every: number = HOLDER_EVERY): number[] {
  if (count <= 0) return [];
  const centre = Math.floor((count - 1) / 2);
  const order = [centre];
  for (let out = every; centre - out >= 0 || centre + out < count; out += every) {
    if (centre + out < count) order.push(centre + out);
    if (centre - out >= 0) order.push(centre - out);
  }
  for (const end of [0, count - 1]) if (!order.includes(end)) order.push(end);
  return order;
}

/** A flange no thicker than this gives way under the bit wherever a thicker sheet lies before it; this project's own default is the trade's. */
const THIN_MM: Mm = inches(0.016);
/** One no thicker than this does at the two holes at either end, where nothing holds it on one side. */
const THIN_AT_ENDS_MM: Mm = inches(0.02);

/** A sheet that the bit pushes off, zero-based from the head side; `atEnds`: only at the two holes at either end of the row. */
export interface GivesWay {
  readonly layer: number;
  readonly atEnds: boolean;
}

/**
 * Sheets that the bit pushes away: thin ones behind a thicker one, seen from where the bit comes in. Source: a flange that gave way,
 * docs/rules.md.
 */
export function thinBehindThick(thicknesses: readonly Mm[], from: 'head' | 'shop' = 'head'): GivesWay[] {
  return thicknesses.flatMap((t, layer) => {
    const before = from === 'head' ? thicknesses.slice(0, layer) : thicknesses.slice(layer + 1);
    if (!before.some((b) => b > t + 1e-9) || t > THIN_AT_ENDS_MM + 1e-9) return [];
    return [{ layer, atEnds: t > THIN_MM + 1e-9 }];
  });
}
