import type { Plan } from '../prep/plan';
import { drawnHead, type Stack } from '../prep/stack';
import { headVolume, widthAtHalfD } from '../rivet/length';
import type { PlannedLayer } from '../prep/walk';
import type { Mm } from '../units/length';
import { drawnFastener, headReach, type DrawnFastener } from './fastener';
import { drawnSheets, gapsOf, sheetOutline, type Point } from './sheets';

export type { Point } from './sheets';

/**
 * The cross-section of a row through a hole's axis, in millimetres: x to the right from the axis, y down from
 * where the head side's surface would be if everything sat. Only the right half is given; the left mirrors it.
 */
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
  readonly rivet: DrawnFastener;
}

/** Builds the section of a planned stack. No two of its bodies overlap. */
export function sectionOf(stack: Stack, plan: Plan): Section {
  const { size, hole } = stack;
  const drawn = drawnSheets(stack, plan);
  const head = stack.head === 'flush-100' ? drawnHead(stack) : size.protrudingHead;
  const mouths = drawn.flatMap(({ head: h, far: f }) => [h, f].map((face) => (face?.kind === 'dimple' ? face.under : (face?.mouth ?? 0))));
  const reach = Math.max(Math.max(head / 2, ...mouths) * 1.44, size.diameter * 1.35);
  const gaps = gapsOf(drawn, headReach(stack, drawn));
  let y = 0;
  const tops = drawn.map(({ thickness }, i) => {
    const top = y + (gaps[i] as number);
    y = top + thickness;
    return top;
  });
  const outlines = drawn.map((sheet, i) => sheetOutline(sheet, tops[i] as number, hole, reach));
  const lowest = Math.max(y, ...outlines.flat().map((p) => p.y));
  const rivet = drawnFastener({ stack, plan, sheets: drawn, tops, bottom: y, lowest, drivenWidth: drivenWidth(stack, plan) });
  return {
    reach,
    sheets: plan.layers.map((layer, index) => ({
      index,
      prep: layer.prep,
      top: tops[index] as number,
      bottom: (tops[index] as number) + layer.thickness,
      gapAbove: index === 0 ? rivet.proud : (gaps[index] as number),
      outline: outlines[index] ?? [],
    })),
    bottom: y,
    rivet,
  };
}

/** Width of the drawn driven head at H = 0.5 D; reckoned to the lip where there is one. Null where no head can be made. */
export function drivenWidth(stack: Stack, plan: Plan): Mm | null {
  const { lip, length, widthAtHalfD: flat } = plan.rivet;
  if (!lip) return flat;
  const D = stack.size.diameter;
  return widthAtHalfD(headVolume(length, lip.z, D, stack.hole), D, stack.limits.formFactor);
}

/** Everything that is metal in a section, each body by the right half of its outline: sheets first, then the fastener's parts. */
export function bodiesOf({ sheets, rivet }: Section): { readonly name: string; readonly outline: readonly Point[] }[] {
  return [
    ...sheets.map((s) => ({ name: `sheet ${s.index}`, outline: s.outline })),
    { name: 'head', outline: rivet.headOutline },
    { name: 'shank', outline: rivet.shankOutline },
    { name: 'driven', outline: rivet.drivenOutline },
    { name: 'stem', outline: rivet.stemOutline },
    ...rivet.fill.map((outline, i) => ({ name: `fill ${i}`, outline })),
  ].filter((b) => b.outline.length > 0);
}
