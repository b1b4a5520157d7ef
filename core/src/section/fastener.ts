import { coneOf } from '../rivet/cone';
import type { Plan } from '../prep/plan';
import { drawnHead, notSolid, type Stack } from '../prep/stack';
import { lipBelow, type DrawnSheet, type Point } from './sheets';

/** A fastener as it lies in its sheets; right halves of its parts, none of which overlaps another. */
export interface DrawnFastener {
  /** Top of the manufactured head: 0 flush, negative proud or protruding. */
  readonly headTop: number;
  /** How far a flush head stands proud of the first sheet. */
  readonly proud: number;
  readonly headOutline: readonly Point[];
  readonly shankOutline: readonly Point[];
  /** Right half of the driven head, or of what fills the far cone; empty where the rivet cannot make one. */
  readonly drivenOutline: readonly Point[];
  /** Right half of a blind fastener's stem; empty of any other. */
  readonly stemOutline: readonly Point[];
  /** Rings the driven rivet fills under dimples, where both sides are flush. */
  readonly fill: readonly (readonly Point[])[];
  /** Where the undriven shank would end: the rivet at its real length. */
  readonly tailEnd: number;
  readonly shankRadius: number;
}

/** What a fastener is drawn from: its sheets placed by their tops, the last one's far face, and the lowest metal of any sheet. */
export interface FastenerQuestion {
  readonly stack: Stack;
  readonly plan: Plan;
  readonly sheets: readonly DrawnSheet[];
  readonly tops: readonly number[];
  readonly bottom: number;
  readonly lowest: number;
  /** Width of the driven head; null: none can be made. */
  readonly drivenWidth: number | null;
}

const NOTHING: readonly Point[] = [];

export function drawnFastener(q: FastenerQuestion): DrawnFastener {
  const { stack, plan } = q;
  const other = notSolid(stack);
  const isFlush = stack.head === 'flush-100';
  const proud = isFlush ? headProud(stack, q.sheets) : 0;
  const radius = other ? stack.hole / 2 : Math.min(stack.hole, stack.size.holeMax) / 2;
  const headTop = isFlush ? -proud : other && (other.kind === 'pin' || other.kind === 'none') ? 0 : -stack.size.protrudingHeadHeight;
  const tailEnd = tailEndOf(q, proud);
  const base = { headTop, proud, stemOutline: NOTHING, fill: [], tailEnd, shankRadius: stack.size.diameter / 2 };
  if (other?.kind === 'none') return { ...base, headOutline: NOTHING, shankOutline: NOTHING, drivenOutline: NOTHING };
  if (other?.kind === 'pin') {
    const end = q.bottom + stack.size.diameter / 4;
    return { ...base, headOutline: NOTHING, shankOutline: tube(0, radius, -stack.size.diameter / 4, end), drivenOutline: NOTHING };
  }
  const inner = other?.kind === 'blind' ? radius * 0.5 : 0;
  const headOutline = isFlush ? flushHead(q, proud, radius, inner) : domedHead(stack, radius, inner);
  const under = headOutline.reduce((y, p) => Math.max(y, p.y), 0);
  /* A head may be deeper than all its sheets. */
  const low = Math.max(q.lowest, under);
  const end = stack.far && plan.rivet.proud !== undefined ? farEnd(q, radius, under) : null;
  if (end)
    return {
      ...base,
      headOutline,
      shankOutline: end.start > under ? tube(0, radius, under, end.start) : NOTHING,
      drivenOutline: end.outline,
      fill: ringsOf(q, radius),
    };
  if (other?.kind === 'blind')
    return {
      ...base,
      headOutline,
      shankOutline: tube(inner, radius, under, low),
      drivenOutline: blindEnd(inner, radius, stack.size.diameter, low),
      stemOutline: tube(0, inner, headTop, low + stack.size.diameter),
    };
  if (other) return { ...base, headOutline, shankOutline: tube(0, radius, under, tailEnd), drivenOutline: NOTHING };
  return {
    ...base,
    headOutline,
    shankOutline: tube(0, radius, under, Math.max(under, Math.min(low, tailEnd))),
    drivenOutline: q.drivenWidth === null ? NOTHING : drivenHead(q.drivenWidth / 2, stack.size.diameter / 2, low, radius),
  };
}

function tailEndOf({ stack, plan, lowest }: FastenerQuestion, proud: number): number {
  if (notSolid(stack)) return lowest + stack.size.diameter;
  return (stack.head === 'flush-100' ? -proud : 0) + plan.rivet.length;
}

/** How deep the flush head's cone reaches below the first sheet's face; 0 of any other. */
export function headReach(stack: Stack, sheets: readonly DrawnSheet[]): number {
  if (stack.head !== 'flush-100') return 0;
  const depth = (drawnHead(stack) - stack.hole) / 2 / coneOf(stack.headAngleDeg).tan;
  return Math.max(0, depth - headProud(stack, sheets));
}

/** How far the flush head stands above the first sheet: left plain, cut through onto a sheet below, or held by a cutter of another angle. */
export function headProud(stack: Stack, sheets: readonly DrawnSheet[]): number {
  const [first, below] = sheets;
  if (!first || first.head?.kind === 'dimple') return 0;
  const { tan } = coneOf(stack.headAngleDeg);
  const half = drawnHead(stack) / 2;
  /* The cone must not be wider than the metal is open, at any depth where the metal has an edge. */
  const needs = (x: number, y: number) => (half - x) / tan - y;
  const r = stack.hole / 2;
  if (!first.head) return Math.max(0, needs(r, 0));
  const { mouth, depth, tan: cut } = first.head;
  const through = depth > first.thickness ? needs(mouth - first.thickness * cut, first.thickness) : needs(r, depth);
  const inSheet = first.waist ? needs(first.waist.x, first.waist.y) : through;
  return Math.max(0, needs(mouth, 0), inSheet, below ? needs(r, first.thickness) : 0);
}

function tube(inner: number, outer: number, from: number, to: number): Point[] {
  if (to - from < 1e-12) return [];
  return [
    { x: inner, y: from },
    { x: outer, y: from },
    { x: outer, y: to },
    { x: inner, y: to },
  ];
}

function flushHead({ stack, sheets, tops }: FastenerQuestion, proud: number, radius: number, inner: number): Point[] {
  const { tan } = coneOf(stack.headAngleDeg);
  const half = Math.max(drawnHead(stack) / 2, radius);
  const depth = (half - radius) / tan;
  /* Where the far cone meets it in one sheet, it ends there. */
  const meets = stack.far && sheets[0]?.waist ? (tops[0] ?? 0) + sheets[0].waist.y + proud : Infinity;
  const end = Math.min(depth, meets);
  return [
    { x: inner, y: -proud },
    { x: half, y: -proud },
    { x: half - end * tan, y: end - proud },
    { x: inner, y: end - proud },
  ];
}

/** A low dome on a short rim. */
function domedHead(stack: Stack, radius: number, inner: number): Point[] {
  const [half, height] = [Math.max(stack.size.protrudingHead / 2, radius), stack.size.protrudingHeadHeight];
  const points: Point[] = [];
  for (let i = 0; i <= 8; i++) {
    const angle = (i / 8) * (Math.PI / 2);
    const x = half * Math.sin(angle) ** 0.8;
    if (x >= inner) points.push({ x, y: -height * Math.cos(angle) ** 0.6 });
  }
  const top = points[0]?.y ?? -height;
  if (inner > 0) points.unshift({ x: inner, y: top });
  points.push({ x: radius, y: 0 }, { x: inner, y: 0 });
  return points;
}

/** Where the shank ends and the far cone begins, and what fills it; null: the rivet does not come to its far side. */
function farEnd(q: FastenerQuestion, radius: number, under: number): { readonly start: number; readonly outline: readonly Point[] } | null {
  const { stack, plan, sheets, tops, bottom } = q;
  const last = sheets.at(-1);
  const proud = plan.rivet.proud ?? 0;
  if (!last?.far || last.far.mouth <= radius) return null;
  /* It fills what is there: the mouth and the slope are the sheet's, which are the head's where they were cut for it. */
  const A = 2 * last.far.mouth;
  const tan = (last.far.mouth - stack.hole / 2) / last.far.depth;
  const depth = (A / 2 - radius) / tan;
  const meets = last.waist ? bottom - ((tops.at(-1) ?? 0) + last.waist.y) : Infinity;
  const isCut = last.far.kind === 'cut';
  /* No further than its own sheet, and not into the lip that comes down into it. */
  const above = sheets.at(-2)?.head;
  const free = last.thickness - (above?.kind === 'dimple' ? lipBelow(above, sheets.at(-2)?.thickness ?? 0) : 0);
  const deep = Math.min(depth, meets, isCut ? Math.max(free, 0) : Infinity, bottom - under);
  /* Too short: its end lies so far inside that what is missing is the volume the formula says. */
  const missing = proud < 0 ? A ** 3 - 6 * tan * A ** 2 * -proud : null;
  const inside = missing === null ? 0 : (A - Math.cbrt(Math.max(0, missing))) / (2 * tan);
  if (inside >= deep) return { start: bottom - Math.min(deep, inside), outline: [] };
  const end: Point[] =
    proud > 0
      ? [
          { x: 0, y: bottom + proud },
          { x: A / 2, y: bottom + proud },
          { x: A / 2, y: bottom },
        ]
      : [
          { x: 0, y: bottom - inside },
          { x: A / 2 - inside * tan, y: bottom - inside },
        ];
  const neck = { x: A / 2 - deep * tan, y: bottom - deep };
  return { start: bottom - deep, outline: [{ x: 0, y: bottom - deep }, neck, ...end.reverse()] };
}

/** Under every dimple the square-cut lip leaves a ring that the driven rivet fills, from either side. */
function ringsOf({ stack, sheets, tops }: FastenerQuestion, radius: number): Point[][] {
  const rings: Point[][] = [];
  sheets.forEach((sheet, i) => {
    const top = tops[i] as number;
    const down =
      sheet.head?.kind === 'dimple' ? ring(sheet, sheets[i + 1], 'head', stack.hole / 2, radius, lipInto(sheets[i + 2], 'far')) : null;
    if (down && isClose(tops, sheets, i)) rings.push(down.map(({ x, y }) => ({ x, y: top + y })));
    const up =
      sheet.far?.kind === 'dimple' ? ring(sheet, sheets[i - 1], 'far', stack.hole / 2, radius, lipInto(sheets[i - 2], 'head')) : null;
    if (up && i > 0 && isClose(tops, sheets, i - 1)) rings.push(up.map(({ x, y }) => ({ x, y: top + sheet.thickness - y })));
  });
  return rings;
}

/** Nothing lies open between a sheet and the next. */
function isClose(tops: readonly number[], sheets: readonly DrawnSheet[], i: number): boolean {
  const next = tops[i + 1];
  return next !== undefined && Math.abs(next - (tops[i] as number) - (sheets[i]?.thickness ?? 0)) < 1e-9;
}

/** How far the lip of a dimple from that side comes into the sheet before it. */
function lipInto(sheet: DrawnSheet | undefined, side: 'head' | 'far'): number {
  const face = sheet?.[side];
  return sheet && face?.kind === 'dimple' ? lipBelow(face, sheet.thickness) : 0;
}

/** The ring under a dimple, y from the face it is made from; null: what it comes into is not made for it. */
function ring(
  sheet: DrawnSheet,
  into: DrawnSheet | undefined,
  side: 'head' | 'far',
  r: number,
  radius: number,
  otherLip: number,
): Point[] | null {
  const dimple = sheet[side];
  const face = into?.[side];
  if (dimple?.kind !== 'dimple' || !into || !face || lipBelow(dimple, sheet.thickness) === 0) return null;
  /* One countersink swallowed by the other: what is left is no ring. */
  const facing = into[side === 'head' ? 'far' : 'head'];
  if (facing?.kind === 'cut' && !into.waist && facing.depth + face.depth > into.thickness) return null;
  const { lip, depth } = dimple;
  /* The next sheet's cone, down to the hole, to its own far face, or to where the other side's cone begins. */
  const { mouth, tan } = face;
  const waist = into.waist ? (side === 'head' ? into.waist.y : into.thickness - into.waist.y) : Infinity;
  const deep = Math.min((mouth - r) / tan, waist, face.kind === 'cut' ? into.thickness - otherLip : Infinity);
  const end = { x: mouth - deep * tan, y: sheet.thickness + deep };
  if (end.y <= lip.y) return null;
  const neck = end.x > radius + 1e-12 ? [end, { x: radius, y: end.y }] : [{ x: radius, y: end.y }];
  return [{ x: r, y: depth }, { x: lip.x, y: lip.y }, ...neck, ...(r > radius ? [{ x: radius, y: depth }] : [])];
}

/** The far end of a blind fastener as it swells behind the sheets; its true shape is its maker's, this one only says that it is there. */
function blindEnd(inner: number, radius: number, diameter: number, face: number): Point[] {
  return [
    { x: inner, y: face },
    { x: radius, y: face },
    { x: radius * 1.35, y: face + diameter * 0.25 },
    { x: radius * 1.35, y: face + diameter * 0.6 },
    { x: radius * 0.9, y: face + diameter },
    { x: inner, y: face + diameter },
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
