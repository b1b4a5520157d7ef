import { own } from '../units/own';
import { inches, MM_PER_INCH, type Mm } from '../units/length';

/**
 * Number drills #1 to #60 in inches. Source: ANSI B94.11M, twist drills, number (wire gauge) sizes.
 * Index 0 is #1.
 */
const NUMBER_INCHES = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, //
  0.191, 0.189, 0.185, 0.182, 0.18, 0.177, 0.173, 0.1695, 0.166, 0.161, //
  0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, //
  0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, //
  0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, //
  0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04,
] as const;

/** Letter drills A to Z in inches. Source: ANSI B94.11M, twist drills, letter sizes. */
const LETTER_INCHES: Readonly<Record<string, number>> = {
  A: 0.234, B: 0.238, C: 0.242, D: 0.246, E: 0.25, F: 0.257, G: 0.261, H: 0.266, I: 0.272,
  J: 0.277, K: 0.281, L: 0.29, M: 0.295, N: 0.302, O: 0.316, P: 0.323, Q: 0.332, R: 0.339,
  S: 0.348, T: 0.358, U: 0.368, V: 0.377, W: 0.386, X: 0.397, Y: 0.404, Z: 0.413,
};

/** Diameter of number drill #1 to #60; null outside. */
export function numberDrill(size: number): Mm | null {
  const found = NUMBER_INCHES[size - 1];
  return found === undefined ? null : inches(found);
}

/** Diameter of letter drill A to Z, either case; null otherwise. */
export function letterDrill(letter: string): Mm | null {
  const found = own(LETTER_INCHES, letter.toUpperCase());
  return found === undefined ? null : inches(found);
}

/** All drills from #60 to Z in the order of the tables, with the name a builder uses. */
export function allDrills(): { name: string; diameter: Mm }[] {
  const numbers = NUMBER_INCHES.map((d, i) => ({ name: `#${i + 1}`, diameter: inches(d) }));
  const letters = Object.entries(LETTER_INCHES).map(([name, d]) => ({ name, diameter: inches(d) }));
  return [...numbers, ...letters];
}

/** A hole this near a drill's diameter is that drill's, mm (half a thousandth of an inch). */
const DRILL_SLACK_MM = 0.0127;

/** The drill of a diameter as a builder names it: the nearest of numbers, letters and 64ths; null where none is that size. `slack`: mm. */
export function drillOfDiameter(diameter: Mm, slack: number = DRILL_SLACK_MM): string | null {
  let best: { name: string; off: number } | null = null;
  const consider = (name: string, size: number) => {
    const off = Math.abs(size - diameter);
    /* On a tie the number or letter stays, which was considered first. */
    if (off <= slack && (!best || off < best.off - 1e-9)) best = { name, off };
  };
  for (const d of allDrills()) consider(d.name, d.diameter);
  const sixtyFourths = Math.round((diameter / MM_PER_INCH) * 64);
  if (sixtyFourths >= 1) consider(fractionName(sixtyFourths), (sixtyFourths * MM_PER_INCH) / 64);
  return (best as { name: string } | null)?.name ?? null;
}

function fractionName(sixtyFourths: number): string {
  let [top, bottom] = [sixtyFourths, 64];
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2];
  return bottom === 1 ? `${top}` : `${top}/${bottom}`;
}
