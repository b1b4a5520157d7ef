import { coneOf, surfaceDiameter, type Cone } from '../rivet/cone';
import type { Plan } from '../prep/plan';
import { drawnHead, type Stack } from '../prep/stack';
import { STEPPED_DEG, type PlannedLayer } from '../prep/walk';
import type { Mm } from '../units/length';

/** x to the right from the hole's axis, y down from the head side's surface, mm. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A dimple as it is drawn, y from the face it is made from: its cone down to the hole, the square-cut lip, the mouth it has underneath. */
export interface DrawnDimple {
  readonly kind: 'dimple';
  /** Radius of its mouth, and of the bulge where it leaves the far face. */
  readonly mouth: number;
  readonly under: number;
  /** Where its cone meets the hole. */
  readonly depth: number;
  /** How fast it narrows inside. */
  readonly tan: number;
  /** Outermost point of the lip. */
  readonly lip: Point;
}

/** A countersink as it is drawn, y from the face it is cut from: it narrows by `tan` until it meets the hole at `depth`. */
export interface DrawnCut {
  readonly kind: 'cut';
  readonly mouth: number;
  readonly depth: number;
  readonly tan: number;
}

export type DrawnFace = DrawnDimple | DrawnCut | null;

/** One sheet of the section, y from its own head-side face. */
export interface DrawnSheet {
  readonly thickness: number;
  readonly head: DrawnFace;
  readonly far: DrawnFace;
  /** Where two cuts from both faces meet; null: they do not. */
  readonly waist: Point | null;
}

/** The sheets of a planned stack with what is drawn into either face. */
export function drawnSheets(stack: Stack, plan: Plan): DrawnSheet[] {
  const dimpledFrom = (from: 'head' | 'far') => {
    let dimpled = 0;
    return (layer: PlannedLayer, index: number): DrawnFace => {
      const face = faceOf(layer, from, stack.layers[index]?.bothSides ?? false);
      if (!face) return null;
      if (face.prep === 'countersink') return drawnCut(stack, face.surfaceDiameter as number, face.depth as number);
      return drawnDimple(stack, face.nest, layer.thickness, dimpled++);
    };
  };
  const fromHead = dimpledFrom('head');
  const heads = plan.layers.map((l, i) => fromHead(l, i));
  const fromFar = dimpledFrom('far');
  const last = plan.layers.length - 1;
  const fars = [...plan.layers]
    .reverse()
    .map((l, i) => fromFar(l, last - i))
    .reverse();
  return plan.layers.map((layer, i) => {
    const [head, far] = [heads[i] ?? null, fars[i] ?? null];
    const { thickness } = layer;
    return { thickness, head, far, waist: waistOf(head, far, thickness) };
  });
}

/** What a side prepares in a layer; null: nothing, or nobody can say. */
function faceOf(
  layer: PlannedLayer,
  from: 'head' | 'far',
  isBothSides: boolean,
): Pick<PlannedLayer, 'prep' | 'nest' | 'surfaceDiameter' | 'depth'> | null {
  if (layer.prep === 'unresolved') return null;
  const isBoth = isBothSides && layer.prep === 'countersink';
  const face = layer.faces ? layer.faces.find((f) => f.from === from) : from === 'head' || isBoth ? layer : undefined;
  return face && (face.prep === 'dimple' || face.prep === 'countersink') ? face : null;
}

function drawnCut(stack: Stack, surface: number, depth: number): DrawnCut {
  const r = stack.hole / 2;
  const mouth = Math.max(surface / 2, r);
  return { kind: 'cut', mouth, depth, tan: depth > 0 ? (mouth - r) / depth : 1 };
}

/** Angles a dimple is formed with inside and outside: the head's, or of the older series ten degrees more under each. */
function dimpleCones(stack: Stack, dimpled: number): { readonly inner: Cone; readonly outer: Cone } {
  const own = coneOf(stack.headAngleDeg);
  if (stack.angles !== 'stepped') return { inner: own, outer: own };
  const at = (n: number) => coneOf(STEPPED_DEG[Math.min(n, STEPPED_DEG.length - 1)] ?? stack.headAngleDeg);
  return { inner: at(dimpled), outer: at(dimpled + 1) };
}

function drawnDimple(stack: Stack, nest: Mm, thickness: Mm, dimpled: number): DrawnDimple {
  const own = coneOf(stack.headAngleDeg);
  const A = drawnHead(stack);
  const r = stack.hole / 2;
  const { inner, outer } = dimpleCones(stack, dimpled);
  const mouth = Math.max(surfaceDiameter(own, A, nest) / 2, r);
  const under = Math.max(surfaceDiameter(own, A, (nest + thickness) as Mm) / 2, r);
  const depth = (mouth - r) / inner.tan;
  /* The end face stands square to the inner cone and ends where the outer one begins. */
  const along = Math.max(0, (under - (depth - thickness) * outer.tan - r) / (inner.cos + inner.sin * outer.tan));
  const lip = { x: r + along * inner.cos, y: depth + along * inner.sin };
  /* A sheet too thick to dimple has no lip: its end face meets the flat underside. */
  if (lip.y > thickness) return { kind: 'dimple', mouth, under, depth, tan: inner.tan, lip };
  const flat = Math.max(0, (thickness - depth) / inner.sin) * inner.cos;
  return { kind: 'dimple', mouth, under: r + flat, depth: Math.min(depth, thickness), tan: inner.tan, lip: { x: r + flat, y: thickness } };
}

function waistOf(head: DrawnFace, far: DrawnFace, thickness: number): Point | null {
  if (head?.kind !== 'cut' || far?.kind !== 'cut' || head.depth + far.depth <= thickness) return null;
  const y = (head.mouth - far.mouth + thickness * far.tan) / (head.tan + far.tan);
  if (y <= 0 || y >= thickness) return null;
  return { x: head.mouth - y * head.tan, y };
}

/** How far a dimple's lip stands below the far face of its own sheet. */
export const lipBelow = (dimple: DrawnDimple, thickness: number): number => Math.max(0, dimple.lip.y - thickness);

/** How far the sheets must stand apart between a dimple and what it comes down into. `isBacked`: something lies behind the receiving sheet. */
function apart(dimple: DrawnDimple, thickness: number, into: DrawnFace, intoThickness: number, isBacked: boolean): number {
  const lip = lipBelow(dimple, thickness);
  if (into === null) return lip;
  const atMouth = (dimple.under - into.mouth) / into.tan;
  const atLip = lip > 0 ? lip - (into.mouth - dimple.lip.x) / into.tan : 0;
  return Math.max(0, atMouth, atLip, isBacked && into.kind === 'cut' ? lip - intoThickness : 0);
}

/**
 * What lies open above each sheet because something cannot come down, or up from the far side; 0 above the first. `headReach`: how deep the
 * head comes into the first.
 */
export function gapsOf(sheets: readonly DrawnSheet[], headReach: number): number[] {
  const noise = (gap: number) => (gap < 1e-9 ? 0 : gap);
  return sheets.map((sheet, i) => {
    const above = sheets[i - 1];
    if (!above) return 0;
    const isBacked = i + 1 < sheets.length;
    const down = above.head?.kind === 'dimple' ? apart(above.head, above.thickness, sheet.head, sheet.thickness, isBacked) : 0;
    const up = sheet.far?.kind === 'dimple' ? apart(sheet.far, sheet.thickness, above.far, above.thickness, i > 1) : 0;
    return noise(Math.max(down, up, lipsMeet(above, sheet, sheets[i + 1]), i === 1 ? lipMeetsHead(above, sheet, headReach) : 0));
  });
}

/** A lip that comes up into the sheet the head itself sits in. */
function lipMeetsHead(first: DrawnSheet, below: DrawnSheet, headReach: number): number {
  if (first.head?.kind === 'dimple' || below.far?.kind !== 'dimple') return 0;
  return Math.max(0, headReach + lipBelow(below.far, below.thickness) - first.thickness);
}

/** Two lips in one sheet, one from either side: what they have too little room by. */
function lipsMeet(above: DrawnSheet, sheet: DrawnSheet, below: DrawnSheet | undefined): number {
  if (above.head?.kind !== 'dimple' || below?.far?.kind !== 'dimple') return 0;
  return Math.max(0, lipBelow(above.head, above.thickness) + lipBelow(below.far, below.thickness) - sheet.thickness);
}

/** Right half of a sheet's cut face: from its head-side mouth out, down, and back along the hole. */
export function sheetOutline({ thickness, head, far, waist }: DrawnSheet, top: number, hole: number, reach: number): Point[] {
  const r = hole / 2;
  const bottom = top + thickness;
  const upper = head?.kind === 'dimple' ? null : (head?.mouth ?? r);
  const lower = far?.kind === 'dimple' ? null : (far?.mouth ?? r);
  if (head?.kind === 'dimple') return dimpleOutline(head, thickness, reach, (x, y) => ({ x, y: top + y }), r);
  if (far?.kind === 'dimple') return dimpleOutline(far, thickness, reach, (x, y) => ({ x, y: bottom - y }), r).reverse();
  const corners = [
    { x: upper ?? r, y: top },
    { x: reach, y: top },
    { x: reach, y: bottom },
    { x: lower ?? r, y: bottom },
  ];
  if (waist) return [...corners, { x: waist.x, y: top + waist.y }];
  const [byHead, byFar] = throughOf(head, far, thickness);
  const own = [
    ...byFar.map(({ x, y }) => ({ x: Math.max(x, r), y: bottom - y })),
    ...byHead.reverse().map(({ x, y }) => ({ x: Math.max(x, r), y: top + y })),
  ];
  const whole = [...corners.slice(1, 3), ...own];
  const isSame = (a: Point, b: Point | undefined) => b !== undefined && Math.abs(a.x - b.x) < 1e-9 && Math.abs(a.y - b.y) < 1e-9;
  return whole.filter((p, i) => !isSame(p, whole[i - 1]) && !(i > 0 && i === whole.length - 1 && isSame(p, whole[0])));
}

/**
 * The inside of a sheet from either face: mouth, and the hole or the other face, whichever comes first; plain: the hole's edge. Of a cut
 * that goes right through, the other face has no edge of its own.
 */
function throughOf(head: DrawnFace, far: DrawnFace, thickness: number): [Point[], Point[]] {
  const own = (face: DrawnFace): Point[] => {
    if (face?.kind !== 'cut') return [{ x: 0, y: 0 }];
    const depth = Math.min(face.depth, thickness);
    return [
      { x: face.mouth, y: 0 },
      { x: face.mouth - depth * face.tan, y: depth },
    ];
  };
  const goesThrough = (face: DrawnFace, other: DrawnFace) =>
    face?.kind === 'cut' && face.depth > thickness && (other?.kind === 'cut' ? other.mouth : 0) <= face.mouth - thickness * face.tan;
  if (goesThrough(head, far)) return [own(head), []];
  return goesThrough(far, head) ? [[], own(far)] : [own(head), own(far)];
}

function dimpleOutline(
  { mouth, under, depth, lip }: DrawnDimple,
  thickness: number,
  reach: number,
  place: (x: number, y: number) => Point,
  r: number,
): Point[] {
  const underside = lip.y > thickness ? [place(under, thickness), place(lip.x, lip.y)] : [place(lip.x, lip.y)];
  return [place(mouth, 0), place(reach, 0), place(reach, thickness), ...underside, place(r, depth)];
}
