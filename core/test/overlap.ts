import polygonClipping, { type Ring } from 'polygon-clipping';
import { planStack } from '../src/prep/plan';
import type { Stack } from '../src/prep/stack';
import { bodiesOf, sectionOf, type Point } from '../src/section/section';

/** On a grid of a ten-millionth of a millimetre: what lies nearer than that is the same point. */
const onGrid = (v: number) => Math.round(v * 1e7) / 1e7;
const ringOf = (outline: readonly Point[]): Ring => outline.map((p) => [onGrid(p.x), onGrid(p.y)]);

/** Area of a polygon, mm2. */
export function area(points: readonly (readonly number[])[]): number {
  let sum = 0;
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length] as number[];
    sum += (p[0] as number) * (q[1] as number) - (q[0] as number) * (p[1] as number);
  });
  return Math.abs(sum) / 2;
}

/** The largest area two of a section's bodies share, mm2, and which. */
export function overlap(stack: Stack): { readonly mm2: number; readonly of: string } {
  const bodies = bodiesOf(sectionOf(stack, planStack(stack)));
  let worst = { mm2: 0, of: 'none' };
  bodies.forEach((a, i) => {
    for (const b of bodies.slice(i + 1)) {
      const shared = polygonClipping.intersection([ringOf(a.outline)], [ringOf(b.outline)]);
      const mm2 = shared.flat().reduce((sum, ring) => sum + area(ring), 0);
      if (mm2 > worst.mm2) worst = { mm2, of: `${a.name} and ${b.name}` };
    }
  });
  return worst;
}
