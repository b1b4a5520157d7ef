import { oppositeFace, type PartFace } from '../record/face';
import type { WantedPlace } from '../record/hole-places';
import { inches } from '../units/length';

/*
 * One hole in one piece of metal. What is done to it accumulates: a hole is never smaller again, a cone never narrower, a dimple never back on
 * the other side. Lengths in millimetres, angles in degrees. Source: docs/rules.md, "The metal".
 */

/** What an old mark does not say. It counts as done. */
export const NOT_SAID = 'not-said';
export type Said<T> = T | typeof NOT_SAID;

/** A hole opened by more than this is another hole: its burr is new. Source: docs/rules.md, "Wanted against done", .0005 in. */
export const ENLARGED_MM: number = inches(0.0005);

/** Cutters and dies whose angles differ by no more than this make the same cone, degrees. Source: docs/rules.md, "The metal". */
export const SAME_ANGLE_DEG = 1;

/** A cone no wider than its hole by this is gone, mm: what the rounding of inches leaves. */
const SAME_WIDTH_MM = 1e-9;

export type Edge = 'untouched' | 'burr' | 'clean';

export interface Cone {
  readonly face: PartFace;
  readonly angleDeg: number;
  /** Diameter at the surface. */
  readonly widthMm: Said<number>;
}

export interface Dimple {
  /** The face it stands out of. */
  readonly toward: PartFace;
  /** Size of the largest dies, first dash number of their rivet. */
  readonly dash: Said<number>;
  readonly angleDeg: number;
}

/** The newest mark of each sort at this hole, by its place in the fold, 0 where there is none: what it said later opens a settled finding anew. */
export type SheetCause = 'dimple' | 'cut' | 'crack' | 'drill';

export interface SheetHole {
  /** The largest it was ever drilled, reamed or gauged; null: no hole is known. */
  diameter: Said<number> | null;
  /** A drilling is on record, not a reading alone. */
  isDrilled: boolean;
  readonly edges: Record<PartFace, Edge>;
  cones: readonly Cone[];
  dimple: Dimple | null;
  /** Struck again with dies of another size. */
  isDimpledTwice: boolean;
  isDimpledBothWays: boolean;
  /** A dimple was found to stand out of the other face than was marked. */
  isOnWrongSide: boolean;
  /** A dimple was pressed flat again. */
  isFlattened: boolean;
  /** Opened after it was dimpled. */
  isOpenedAfterDimple: boolean;
  isCracked: boolean;
  /** Pushed off by the bit and not drilled there since. */
  hasGivenWay: boolean;
  isFilled: boolean;
  /** Where it was drilled first, mm; null: not known. */
  at: WantedPlace | null;
  readonly causes: Record<SheetCause, number>;
}

const NO_CONES: readonly Cone[] = [];

/** A piece where nothing was done yet at a hole. */
export function blankSheet(): SheetHole {
  return {
    diameter: null,
    isDrilled: false,
    edges: { marked: 'untouched', other: 'untouched' },
    cones: NO_CONES,
    dimple: null,
    isDimpledTwice: false,
    isDimpledBothWays: false,
    isOnWrongSide: false,
    isFlattened: false,
    isOpenedAfterDimple: false,
    isCracked: false,
    hasGivenWay: false,
    isFilled: false,
    at: null,
    causes: { dimple: 0, cut: 0, crack: 0, drill: 0 },
  };
}

/** Drilled, reamed or opened to `to`. Example: .098, then .1285, then .098 again leaves .1285. */
export function drill(hole: SheetHole, to: Said<number>, at: SheetHole['at'] = null): void {
  const before = hole.diameter;
  const isBoth = typeof before === 'number' && typeof to === 'number';
  const isOpened = isBoth && to > before + ENLARGED_MM;
  const isThereAgain = hole.hasGivenWay && (!isBoth || to >= before - SAME_WIDTH_MM);
  if (isThereAgain) hole.hasGivenWay = false;
  if (!hole.isDrilled || isOpened || isThereAgain) hole.edges.marked = hole.edges.other = 'burr';
  if (isOpened && hole.dimple) hole.isOpenedAfterDimple = true;
  hole.isDrilled = true;
  hole.at ??= at;
  widen(hole, to);
}

/** Read by a gauge: at least so large. A smaller reading than what was drilled changes nothing. */
export function gauge(hole: SheetHole, reading: number): void {
  widen(hole, reading);
}

function widen(hole: SheetHole, to: Said<number>): void {
  const before = hole.diameter;
  if (typeof before === 'number') {
    if (typeof to === 'number' && to > before) hole.diameter = to;
  } else if (before === null || typeof to === 'number') hole.diameter = to;
  const now = hole.diameter;
  if (typeof now !== 'number' || hole.cones.length === 0) return;
  hole.cones = hole.cones.filter((c) => c.widthMm === NOT_SAID || c.widthMm > now + SAME_WIDTH_MM);
}

/** The burr taken off one face. */
export function deburr(hole: SheetHole, face: PartFace): void {
  hole.edges[face] = 'clean';
}

/**
 * Pressed by dies, away from the face that was touched. The largest dies count; the direction stays the first's. Example: 1/8, then 3/32 leaves
 * 1/8, dimpled twice.
 */
export function dimple(hole: SheetHole, made: Dimple): void {
  const before = hole.dimple;
  if (!before) {
    hole.dimple = made;
    return;
  }
  if (before.toward !== made.toward) {
    hole.isDimpledBothWays = true;
    return;
  }
  if (before.dash === NOT_SAID) hole.dimple = made;
  else if (made.dash !== NOT_SAID && made.dash !== before.dash) {
    hole.isDimpledTwice = true;
    if (made.dash > before.dash) hole.dimple = made;
  }
}

/** The dies struck too lightly: the same ones are wanted once more. */
export function forgetDimple(hole: SheetHole): void {
  hole.dimple = null;
}

/** The dimple pressed flat again: what work-hardened there stays so, whatever is struck after it. */
export function flatten(hole: SheetHole): void {
  hole.dimple = null;
  hole.isFlattened = true;
}

/**
 * Found on the wrong side: it stands out of the other face than its mark said. Found again, or by two presses, it is on the same wrong side. One
 * that nobody has marked yet stands out of `face`, the face the head goes in from.
 */
export function findWrongSide(hole: SheetHole, face: PartFace): void {
  if (hole.isOnWrongSide) return;
  hole.isOnWrongSide = true;
  const toward = hole.dimple ? oppositeFace(hole.dimple.toward) : face;
  hole.dimple = { dash: NOT_SAID, angleDeg: 0, ...hole.dimple, toward };
}

/** Cut from a face. A narrower cut of the same angle changes nothing; of another angle both are kept. */
export function cut(hole: SheetHole, made: Cone): void {
  const { diameter } = hole;
  if (typeof diameter === 'number' && typeof made.widthMm === 'number' && made.widthMm <= diameter + SAME_WIDTH_MM) return;
  const same = hole.cones.find((c) => c.face === made.face && isSameAngle(c.angleDeg, made.angleDeg));
  if (!same) hole.cones = [...hole.cones, made];
  else if (same.widthMm === NOT_SAID || (made.widthMm !== NOT_SAID && made.widthMm > same.widthMm))
    hole.cones = hole.cones.map((c) => (c === same ? made : c));
}

/** Filled or closed: no hole any more, and drilling there again does not make it one of the sheet's own metal. */
export function fill(hole: SheetHole): void {
  hole.diameter = null;
  hole.isDrilled = false;
  hole.isFilled = true;
}

export const isSameAngle = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_ANGLE_DEG + 1e-9;

/** The widest cone on a face, whatever its angle; null: none. One whose width is not said counts before all others. */
export function widestCone(hole: SheetHole, face: PartFace): Cone | null {
  let widest: Cone | null = null;
  for (const cone of hole.cones) {
    if (cone.face !== face) continue;
    if (cone.widthMm === NOT_SAID) return cone;
    if (widest === null || cone.widthMm > (widest.widthMm as number)) widest = cone;
  }
  return widest;
}
