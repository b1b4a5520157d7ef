import { notSolid } from '#core/prep/stack';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import { drivenWidth, sectionOf, type Point, type Section } from '#core/section/section';
import type { Units } from '#core/units/length';
import { showNumber } from '#core/units/show';
import { LABEL_PX, spreadLabels, type Label, type PlacedLabel } from './labels';

/** CSS pixels in a millimetre. */
const PX_PER_MM = 96 / 25.4;
/** What the margins beside the drawing hold, in characters. */
const LEFT_CHARS = 17;
const RIGHT_CHARS = 16;
const cut = (text: string, chars: number) => (text.length > chars ? `${text.slice(0, chars - 1)}\u2026` : text);
/** Scales a drawing may have, so many to one. */
const SCALES = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25] as const;

export interface SectionMarks {
  readonly width: number;
  readonly height: number;
  /** So many to one. */
  readonly scale: number;
  readonly sheets: readonly { readonly index: number; readonly path: string; readonly hatch: number; readonly isOpen: boolean }[];
  readonly rivet: {
    readonly head: string;
    readonly shank: string;
    readonly driven: string;
    readonly undriven: string;
    readonly stem: string;
    readonly fill: readonly string[];
  };
  readonly axis: { readonly x: number; readonly top: number; readonly bottom: number };
  /** Shapes that should catch the eye: knife edges, broken-through walls, gaps. */
  readonly alarms: readonly string[];
  readonly left: readonly PlacedLabel[];
  readonly right: readonly PlacedLabel[];
  readonly plot: { readonly left: number; readonly right: number };
}

export interface SectionFrame {
  /** Room for the cut faces themselves. */
  readonly plotWidth: number;
  readonly plotHeight: number;
  /** Room for a column of labels on either side; 0 leaves them out. */
  readonly labelWidth: number;
}

function scaleFor(section: Section, top: number, bottom: number, frame: SectionFrame): number {
  const fits = (scale: number) =>
    2 * section.reach * PX_PER_MM * scale <= frame.plotWidth && (bottom - top) * PX_PER_MM * scale <= frame.plotHeight;
  return [...SCALES].reverse().find(fits) ?? SCALES[0];
}

/** Turns a section into paths and labels at a stated scale. Pure geometry; colours belong to the component. */
export function drawSection(stack: Stack, plan: Plan, units: Units, frame: SectionFrame): SectionMarks {
  const section = sectionOf(stack, plan);
  const topMm = Math.min(0, section.rivet.headTop);
  const drivenBottom = section.rivet.drivenOutline.reduce((y, p) => Math.max(y, p.y), 0);
  const bottomMm = Math.max(section.bottom, section.rivet.tailEnd, drivenBottom);
  const scale = scaleFor(section, topMm, bottomMm, frame);
  const px = PX_PER_MM * scale;
  const margin = frame.labelWidth > 0 ? LABEL_PX : 4;
  const axisX = frame.labelWidth + frame.plotWidth / 2;
  const toX = (x: number) => axisX + x * px;
  const toY = (y: number) => margin + (y - topMm) * px;
  const labels = frame.labelWidth > 0 ? labelsOf(stack, plan, section, units, toX, toY) : { left: [], right: [] };
  const column = Math.max(labels.left.length, labels.right.length) * LABEL_PX;
  const height = Math.max((bottomMm - topMm) * px + 2 * margin, column + LABEL_PX);

  const both = (outline: readonly Point[]) => closed(outline, toX, toY) + closed(mirrored(outline), toX, toY);
  const whole = (outline: readonly Point[]) => (outline.length === 0 ? '' : closed([...outline, ...mirrored(outline).reverse()], toX, toY));
  const r = section.rivet;
  return {
    width: 2 * frame.labelWidth + frame.plotWidth,
    height,
    scale,
    sheets: section.sheets.map((s) => ({ index: s.index, path: both(s.outline), hatch: s.index, isOpen: s.prep === 'unresolved' })),
    rivet: {
      head: r.stemOutline.length === 0 ? whole(r.headOutline) : both(r.headOutline),
      shank: r.shankOutline.length === 0 ? '' : r.stemOutline.length === 0 ? whole(r.shankOutline) : both(r.shankOutline),
      driven: r.drivenOutline.length === 0 ? '' : r.stemOutline.length === 0 ? whole(r.drivenOutline) : both(r.drivenOutline),
      stem: r.stemOutline.length === 0 ? '' : both(r.stemOutline),
      fill: r.fill.map(both),
      undriven:
        !notSolid(stack) && !stack.far && r.tailEnd > section.bottom
          ? closed(
              [
                { x: -r.shankRadius, y: section.bottom },
                { x: r.shankRadius, y: section.bottom },
                { x: r.shankRadius, y: r.tailEnd },
                { x: -r.shankRadius, y: r.tailEnd },
              ],
              toX,
              toY,
            )
          : '',
    },
    axis: { x: axisX, top: margin / 2, bottom: (bottomMm - topMm) * px + 1.5 * margin },
    alarms: alarmsOf(plan, section, toX, toY),
    left: spreadLabels(labels.left, 0, height),
    right: spreadLabels(labels.right, 0, height),
    plot: { left: frame.labelWidth, right: frame.labelWidth + frame.plotWidth },
  };
}

function mirrored(outline: readonly Point[]): Point[] {
  return outline.map((p) => ({ x: -p.x, y: p.y }));
}

function closed(outline: readonly Point[], toX: (x: number) => number, toY: (y: number) => number): string {
  return `M${outline.map((p) => `${toX(p.x).toFixed(2)} ${toY(p.y).toFixed(2)}`).join('L')}Z`;
}

/** Knife edges and gaps as short heavy strokes where they lie. */
function alarmsOf(plan: Plan, section: Section, toX: (x: number) => number, toY: (y: number) => number): string[] {
  const alarms: string[] = [];
  const stroke = (x1: number, y1: number, x2: number, y2: number) =>
    `M${toX(x1).toFixed(2)} ${toY(y1).toFixed(2)}L${toX(x2).toFixed(2)} ${toY(y2).toFixed(2)}`;
  section.sheets.forEach((sheet, i) => {
    const layer = plan.layers[i] as Plan['layers'][number];
    if (layer.prep === 'countersink' && (layer.waist !== undefined || (layer.depth as number) > layer.thickness)) {
      const edge = layer.holeAfter / 2;
      const y = layer.waist === undefined ? sheet.bottom : (sheet.top + sheet.bottom) / 2;
      for (const side of [-1, 1]) alarms.push(stroke(side * edge, y - 0.12, side * edge, y + 0.12));
    }
    if (sheet.gapAbove > 0 && i > 0) {
      for (const side of [-1, 1])
        alarms.push(stroke(side * section.reach * 0.92, sheet.top - sheet.gapAbove, side * section.reach * 0.92, sheet.top));
    }
  });
  if (section.rivet.proud > 0)
    for (const side of [-1, 1]) alarms.push(stroke(side * section.reach * 0.92, -section.rivet.proud, side * section.reach * 0.92, 0));
  return alarms;
}

/** What is written beside the drawing: sheets at the left; cuts, gaps and the rivet at the right. */
function labelsOf(stack: Stack, plan: Plan, section: Section, units: Units, toX: (x: number) => number, toY: (y: number) => number) {
  const n = (mm: number) => showNumber(mm, units);
  const left: Label[] = [];
  const right: Label[] = [];
  const edge = toX(-section.reach);
  const at = (x: number, y: number, text: string, tone: Label['tone'] = 'plain') =>
    right.push({ text, anchorX: toX(x), anchorY: toY(y), tone });
  /* Flush on both sides: each face is said from where it is cut. */
  const facesLabels = (layer: Plan['layers'][number], sheet: Section['sheets'][number]) => {
    for (const { from, prep, surfaceDiameter, depth } of layer.faces ?? []) {
      if (prep !== 'countersink' || surfaceDiameter === undefined || depth === undefined) continue;
      const [y, into] = from === 'far' ? [sheet.bottom, -1] : [sheet.top, 1];
      at(surfaceDiameter / 2, y, `\u00d8 ${n(surfaceDiameter)}`);
      at((surfaceDiameter + stack.hole) / 4, y + (into * Math.min(depth, layer.thickness)) / 2, `${n(depth)} deep`);
    }
    if (layer.waist !== undefined)
      at(layer.waist / 2, (sheet.top + sheet.bottom) / 2, `waist ${n(layer.waist)}`, layer.waist > stack.holeMax ? 'stop' : 'caution');
  };
  section.sheets.forEach((sheet, i) => {
    const layer = plan.layers[i] as Plan['layers'][number];
    const name = layer.part === '' ? `Layer ${i + 1}` : layer.part;
    left.push({
      text: `${cut(name, LEFT_CHARS - 1 - n(layer.thickness).length)} ${n(layer.thickness)}`,
      anchorX: edge,
      anchorY: toY((sheet.top + sheet.bottom) / 2),
      tone: 'plain',
    });
    if (sheet.gapAbove > 0.001 && i > 0) at(section.reach * 0.92, sheet.top - sheet.gapAbove / 2, `gap ${n(sheet.gapAbove)}`, 'stop');
    if (layer.faces && layer.faces.length > 0) return facesLabels(layer, sheet);
    if (layer.surfaceDiameter === undefined || layer.depth === undefined) return;
    const rest = layer.thickness - layer.depth;
    at(layer.surfaceDiameter / 2, sheet.top, `\u00d8 ${n(layer.surfaceDiameter)}`);
    if (layer.waist !== undefined)
      at(layer.waist / 2, (sheet.top + sheet.bottom) / 2, `waist ${n(layer.waist)}`, layer.waist > stack.holeMax ? 'stop' : 'caution');
    else if (rest < 0)
      at(layer.holeAfter / 2, sheet.bottom, `opens to ${n(layer.holeAfter)}`, layer.holeAfter > stack.holeMax ? 'stop' : 'caution');
    else
      at(
        stack.hole / 2,
        sheet.top + layer.depth + rest / 2,
        `${n(rest)} left`,
        layer.depth > (2 / 3) * layer.thickness ? 'caution' : 'plain',
      );
    at((layer.surfaceDiameter + stack.hole) / 4, sheet.top + Math.min(layer.depth, layer.thickness) / 2, `${n(layer.depth)} deep`);
  });
  if (section.rivet.proud > 0.001) at(section.reach * 0.92, -section.rivet.proud / 2, `proud ${n(section.rivet.proud)}`, 'stop');
  const other = notSolid(stack);
  if (other?.kind !== 'none') left.push({ text: `grip ${n(plan.grip)}`, anchorX: edge, anchorY: toY(section.bottom), tone: 'plain' });
  if (other) {
    /* A pin ends at the far face or beyond it; a hole that takes nothing is named at its wall. */
    const isShort = other.kind === 'none' || other.kind === 'pin';
    at(section.rivet.shankRadius, isShort ? section.bottom * 0.75 : section.rivet.tailEnd, cut(other.name, RIGHT_CHARS));
    return { left, right };
  }
  if (plan.rivet.proud !== undefined) {
    const { proud, length, works } = plan.rivet;
    const lies = Math.abs(proud) < 0.00005 * 25.4 ? 'flush' : `${n(Math.abs(proud))} ${proud > 0 ? 'above' : 'below'}`;
    at(stack.size.flushHead / 4, section.bottom, `end ${lies}`, works ? 'plain' : 'caution');
    at(0, section.bottom, `length ${n(length)}`, works ? 'plain' : 'caution');
    return { left, right };
  }
  const width = drivenWidth(stack, plan);
  if (width !== null) {
    const height = stack.size.diameter / 2;
    const face = section.rivet.drivenOutline[0]?.y ?? section.bottom;
    /* Of a stack dimpled all through the head lies between two widths. */
    const { lip, widthAtHalfD: flat, works } = plan.rivet;
    const wide = lip && flat !== null ? `${n(width)} to ${n(flat)}` : n(width);
    at(width / 2, face + height / 2, `head ${wide} \u00d7 ${n(height)}`, works || lip?.works ? 'plain' : 'caution');
  }
  at(
    section.rivet.shankRadius,
    section.rivet.tailEnd,
    `length ${n(plan.rivet.length)}`,
    plan.rivet.works || plan.rivet.lip?.works ? 'plain' : 'caution',
  );
  return { left, right };
}
