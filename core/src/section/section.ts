import { notSolid } from '../prep/stack';
import { mismatchProud } from '../prep/mismatch';
import { coneDepth, coneOf, surfaceDiameter, type Cone } from '../rivet/cone';
import type { Plan } from '../prep/plan';
import { drawnHead, type Stack } from '../prep/stack';
import { headVolume, widthAtHalfD } from '../rivet/length';
import type { PlannedLayer } from '../prep/walk';
import type { Mm } from '../units/length';

/**
 * The cross-section of a row through a hole's axis, in millimetres: x to the right from the axis, y down from
 * where the head side's surface would be if everything sat. Only the right half is given; the left mirrors it.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface SectionSheet {
  readonly index: number;
  readonly prep: PlannedLayer['prep'];
  /** Flat faces, away from the hole. */
  readonly top: number;
  readonly bottom: number;
  /** How far what lies above stands off this sheet because it cannot come down. */
  readonly gapAbove: number;
  /** Right half of the sheet's cut face. */
  readonly outline: readonly Point[];
}

export interface Section {
  /** Half of the drawn width. */
  readonly reach: number;
  readonly sheets: readonly SectionSheet[];
  /** Shop-side face of the last sheet. */
  readonly bottom: number;
  readonly rivet: {
    /** Top of the manufactured head: 0 flush, negative proud or protruding. */
    readonly headTop: number;
    /** How far a flush head stands proud of the first sheet. */
    readonly proud: number;
    readonly headOutline: readonly Point[];
    readonly shankOutline: readonly Point[];
    /** Right half of the driven head; empty where the rivet cannot make one. */
    readonly drivenOutline: readonly Point[];
    /** Right half of a blind rivet's stem; empty of a solid one. */
    readonly stemOutline: readonly Point[];
    /** Where the undriven shank would end: the rivet at its real length. */
    readonly tailEnd: number;
    readonly shankRadius: number;
  };
}

/** Depth below its own head-side face of the lowest point of a dimple: its lip. */
export function dimpleLipDepth(cone: Cone, head: Mm, nest: Mm, hole: Mm, thickness: Mm): number {
  return coneDepth(cone, surfaceDiameter(cone, head, nest), hole) + thickness * cone.sin;
}

/** Builds the section of a planned stack. */
export function sectionOf(stack: Stack, plan: Plan): Section {
  const cone = coneOf(stack.cutterAngleDeg);
  const { size, hole } = stack;
  const A = drawnHead(stack);
  const head = stack.head === 'flush-100' ? A : size.protrudingHead;
  const widest = plan.layers.reduce(
    (w, l) => Math.max(w, l.surfaceDiameter ?? (l.prep === 'dimple' ? surfaceDiameter(cone, A, (l.nest + l.thickness) as Mm) : 0)),
    head as number,
  );
  const reach = Math.max(widest * 0.72, size.diameter * 1.35);

  const gaps = plan.layers.map((layer, i) => gapAbove(stack, cone, plan.layers, layer, i));
  /* What cannot come down lifts everything above it: the head first. */
  const proud = stack.head === 'flush-100' ? headProud(stack, cone, plan.layers) : 0;
  const sheets: SectionSheet[] = [];
  let y = 0;
  plan.layers.forEach((layer, index) => {
    const gap = index === 0 ? 0 : (gaps[index] as number);
    y += gap;
    sheets.push({
      index,
      prep: layer.prep,
      top: y,
      bottom: y + layer.thickness,
      gapAbove: index === 0 ? proud : gap,
      outline: sheetOutline(stack, cone, layer, index, y, reach),
    });
    y += layer.thickness;
  });

  const headTop = stack.head === 'flush-100' ? -proud : -size.protrudingHeadHeight;
  const radius = notSolid(stack) ? hole / 2 : Math.min(hole, size.holeMax) / 2;
  /* Where the last dimple's lip stands below the far face the driven head forms beyond it. */
  const face = Math.max(y, plan.rivet.lip ? plan.rivet.lip.z + (y - plan.grip) : y);
  const tailEnd = notSolid(stack) ? y + size.diameter : (stack.head === 'flush-100' ? -proud : 0) + plan.rivet.length;
  return {
    reach,
    sheets,
    bottom: y,
    rivet: {
      headTop,
      proud,
      headOutline:
        stack.head === 'flush-100'
          ? flushHead(stack, proud, radius)
          : domedHead(size.protrudingHead / 2, size.protrudingHeadHeight, radius),
      shankOutline: [
        { x: 0, y: headTop },
        { x: radius, y: headTop },
        { x: radius, y: Math.min(face, tailEnd) },
        { x: 0, y: Math.min(face, tailEnd) },
      ],
      drivenOutline: notSolid(stack) ? blindEnd(radius, size.diameter, y) : drivenBeyond(stack, plan, face, radius),
      stemOutline: notSolid(stack) ? stem(radius, headTop, tailEnd) : [],
      tailEnd,
      shankRadius: size.diameter / 2,
    },
  };
}

/** How far the flush head stands above the first sheet: left plain, or countersunk through onto a sheet below. */
function headProud(stack: Stack, cone: Cone, layers: readonly PlannedLayer[]): number {
  const first = layers[0] as PlannedLayer;
  if (first.prep === 'none' || first.prep === 'unresolved') return coneDepth(cone, drawnHead(stack), stack.hole);
  if (first.prep !== 'countersink') return 0;
  const onSheetBelow = layers.length > 1 ? Math.max(0, (first.depth as number) - first.thickness) : 0;
  /* A cutter of another angle holds the head by an edge. */
  return Math.max(onSheetBelow, mismatchProud(stack));
}

/** How far the sheets above stand off layer `i` because what comes down finds no room. */
function gapAbove(stack: Stack, cone: Cone, layers: readonly PlannedLayer[], layer: PlannedLayer, i: number): number {
  if (i === 0) return 0;
  const above = layers[i - 1] as PlannedLayer;
  if (above.prep === 'dimple') {
    const lip = dimpleLipDepth(cone, drawnHead(stack), above.nest, stack.hole, above.thickness) - above.thickness;
    if (layer.prep === 'none' || layer.prep === 'unresolved') return Math.max(0, lip);
    if (layer.prep === 'countersink') {
      const wanted = coneDepth(cone, surfaceDiameter(cone, drawnHead(stack), layer.nest), stack.hole);
      const tooShallow = Math.max(0, wanted - (layer.depth as number));
      const onSheetBelow = i + 1 < layers.length ? Math.max(0, lip - layer.thickness) : 0;
      return Math.max(tooShallow, onSheetBelow);
    }
  }
  return 0;
}

function sheetOutline(stack: Stack, cone: Cone, layer: PlannedLayer, index: number, top: number, reach: number): Point[] {
  const bottom = top + layer.thickness;
  const r = stack.hole / 2;
  if (layer.prep === 'dimple') {
    const surface = surfaceDiameter(cone, drawnHead(stack), layer.nest) / 2;
    const under = surfaceDiameter(cone, drawnHead(stack), (layer.nest + layer.thickness) as Mm) / 2;
    const depth = coneDepth(cone, (surface * 2) as Mm, stack.hole);
    const lip = { x: r + layer.thickness * cone.cos, y: top + depth + layer.thickness * cone.sin };
    /* A sheet too thick to dimple has no lip: its end face meets the flat underside. */
    const underside =
      lip.x < under ? [{ x: under, y: bottom }, lip] : [{ x: r + ((layer.thickness - depth) / cone.sin) * cone.cos, y: bottom }];
    return [{ x: Math.max(surface, r), y: top }, { x: reach, y: top }, { x: reach, y: bottom }, ...underside, { x: r, y: top + depth }];
  }
  if (layer.prep === 'countersink') {
    const surface = Math.max(layer.surfaceDiameter as number, stack.hole) / 2;
    const depth = layer.depth as number;
    const face = [
      { x: surface, y: top },
      { x: reach, y: top },
      { x: reach, y: bottom },
    ];
    if (layer.waist !== undefined) return [...face, { x: surface, y: bottom }, { x: layer.waist / 2, y: (top + bottom) / 2 }];
    if (stack.layers[index]?.bothSides) return [...face, { x: surface, y: bottom }, { x: r, y: bottom - depth }, { x: r, y: top + depth }];
    return depth > layer.thickness
      ? [...face, { x: layer.holeAfter / 2, y: bottom }]
      : [...face, { x: r, y: bottom }, { x: r, y: top + depth }];
  }
  return [
    { x: r, y: top },
    { x: reach, y: top },
    { x: reach, y: bottom },
    { x: r, y: bottom },
  ];
}

function flushHead(stack: Stack, proud: number, radius: number): Point[] {
  const cone = coneOf(stack.headAngleDeg);
  const half = drawnHead(stack) / 2;
  const depth = (half - radius) / cone.tan;
  return [
    { x: 0, y: -proud },
    { x: half, y: -proud },
    { x: radius, y: depth - proud },
    { x: 0, y: depth - proud },
  ];
}

/** A low dome on a short rim. */
function domedHead(half: number, height: number, radius: number): Point[] {
  const points: Point[] = [];
  for (let i = 0; i <= 8; i++) {
    const angle = (i / 8) * (Math.PI / 2);
    points.push({ x: half * Math.sin(angle) ** 0.8, y: -height * Math.cos(angle) ** 0.6 });
  }
  points.push({ x: radius, y: 0 }, { x: 0, y: 0 });
  return points;
}

/** The driven head the rivet makes: under the flat face, or, of a stack dimpled all through, beyond the lip with the metal left there. */
function drivenBeyond(stack: Stack, plan: Plan, face: number, radius: number): Point[] {
  const half = drivenWidth(stack, plan);
  return half === null ? [] : drivenHead(half / 2, stack.size.diameter / 2, face, radius);
}

/** Width of the drawn driven head at H = 0.5 D; reckoned to the lip where there is one. Null where no head can be made. */
export function drivenWidth(stack: Stack, plan: Plan): Mm | null {
  const { lip, length, widthAtHalfD: flat } = plan.rivet;
  if (!lip) return flat;
  const D = stack.size.diameter;
  return widthAtHalfD(headVolume(length, lip.z, D, stack.hole), D, stack.limits.formFactor);
}

/** The far end of a blind rivet as it swells behind the sheets; its true shape is its maker's, this one only says that it is there. */
function blindEnd(radius: number, diameter: number, face: number): Point[] {
  return [
    { x: 0, y: face },
    { x: radius, y: face },
    { x: radius * 1.35, y: face + diameter * 0.25 },
    { x: radius * 1.35, y: face + diameter * 0.6 },
    { x: radius * 0.9, y: face + diameter },
    { x: 0, y: face + diameter },
  ];
}

/** The stem inside, broken off at the head. */
function stem(radius: number, top: number, end: number): Point[] {
  return [
    { x: 0, y: top },
    { x: radius * 0.5, y: top },
    { x: radius * 0.5, y: end },
    { x: 0, y: end },
  ];
}

/** A barrel of half-width `half` at its middle and height `height` under the shop-side face. */
function drivenHead(half: number, height: number, face: number, radius: number): Point[] {
  const points: Point[] = [{ x: 0, y: face }];
  const shoulder = Math.max(radius, half * 0.88);
  for (let i = 0; i <= 8; i++) {
    const t = i / 8;
    points.push({ x: shoulder + (half - shoulder) * Math.sin(Math.PI * t) ** 0.7, y: face + height * t });
  }
  points.push({ x: 0, y: face + height });
  return points;
}
