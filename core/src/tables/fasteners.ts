import { inches, longer, type Mm } from '../units/length';

export type Head = 'flush-100' | 'protruding';

/**
 * A solid rivet size. Sources: MS20426 (100-degree flush head: surface diameter A and head height),
 * MS20470 (universal head), drill and hole by common practice (AC 43.13-1B, chapter 4).
 * `holeMax` is this project's own default: final hole + .005 in. A kit's own figure replaces it.
 */
export interface RivetSize {
  /** First dash number: diameter in 32nds of an inch. */
  readonly dash: 3 | 4 | 5 | 6;
  /** Nominal diameter D. */
  readonly diameter: Mm;
  /** Surface diameter A of the flush head. */
  readonly flushHead: Mm;
  readonly flushHeadHeight: Mm;
  readonly protrudingHead: Mm;
  readonly protrudingHeadHeight: Mm;
  /** Final drill, as a builder names it. */
  readonly drill: string;
  /** Final hole Dh. */
  readonly hole: Mm;
  readonly holeMax: Mm;
}

function size(dash: 3 | 4 | 5 | 6, A: number, hA: number, P: number, hP: number, drill: string, hole: number, holeMax: number): RivetSize {
  return {
    dash,
    diameter: inches(dash / 32),
    flushHead: inches(A),
    flushHeadHeight: inches(hA),
    protrudingHead: inches(P),
    protrudingHeadHeight: inches(hP),
    drill,
    hole: inches(hole),
    holeMax: inches(holeMax),
  };
}

export const RIVET_SIZES: readonly RivetSize[] = [
  size(3, 0.179, 0.036, 0.187, 0.04, '#40', 0.098, 0.103),
  size(4, 0.225, 0.042, 0.25, 0.054, '#30', 0.1285, 0.1335),
  size(5, 0.286, 0.055, 0.312, 0.067, '#21', 0.159, 0.164),
  size(6, 0.353, 0.07, 0.375, 0.08, '#11', 0.191, 0.196),
];

/**
 * Screws and countersunk bolts: shank and clearance hole, and the sharp diameter of their 100-degree flush head. Heads and shanks: ASME, 100-degree
 * flat countersunk machine screws. Clearance holes of screws are this project's own default; a bolt's hole is typed.
 */
export const SCREW_CLEARANCE: readonly { readonly name: string; readonly shank: Mm; readonly flushHead: Mm; readonly hole: Mm | undefined }[] = (
  [
    ['#4', 0.112, 0.225, 0.113],
    ['#6', 0.138, 0.279, 0.1405],
    ['#8', 0.164, 0.332, 0.166],
    ['#10', 0.19, 0.385, 0.1935],
    ['1/4', 0.25, 0.507, undefined],
  ] as const
).map(([name, shank, head, hole]) => ({
  name,
  shank: inches(shank),
  flushHead: inches(head),
  hole: hole === undefined ? undefined : inches(hole),
}));

/** How far a typed diameter may be off a table size and still be meant (".094" for 3/32): half a thousandth. */
const DIAMETER_SLACK = inches(0.0005);

/** The table size of that nominal diameter; null where the tables have none. */
export function rivetOfDiameter(diameter: Mm): RivetSize | null {
  return RIVET_SIZES.find((s) => !longer(Math.abs(s.diameter - diameter), DIAMETER_SLACK)) ?? null;
}

/** The table size of that first dash number; null where the tables have none. */
export function rivetOfDash(dash: number): RivetSize | null {
  return RIVET_SIZES.find((s) => s.dash === dash) ?? null;
}

/** Rivet alloys by their letter in the call-out. Source: MS20426 / MS20470, material codes. */
export const ALLOYS = ['A', 'AD', 'B', 'D', 'DD'] as const;
export type Alloy = (typeof ALLOYS)[number];
