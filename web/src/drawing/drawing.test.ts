import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPrepDocument } from '#core/formats/prep-document';
import { planStack } from '#core/prep/plan';
import { LABEL_PX, spreadLabels } from './labels';
import { drawSection } from './section-drawing';
import { stripPlaces } from './strip-drawing';

const label = (anchorY: number) => ({ text: 'x', anchorX: 0, anchorY, tone: 'plain' as const });

describe('labels', () => {
  it('stay where they point when there is room', () => {
    expect(spreadLabels([label(20), label(60)], 0, 100).map((l) => l.y)).toEqual([20, 60]);
  });
  it('never overlap, never leave the drawing, keep their order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 400 }), { maxLength: 14 }), (anchors) => {
        const placed = spreadLabels(anchors.map(label), 0, 14 * LABEL_PX + 60);
        return placed.every((l, i) => {
          const before = placed[i - 1];
          return (
            l.y >= LABEL_PX / 2 - 1e-9 &&
            l.y <= 14 * LABEL_PX + 60 - LABEL_PX / 2 + 1e-9 &&
            (!before || (l.y - before.y >= LABEL_PX - 1e-9 && before.anchorY <= l.anchorY))
          );
        });
      }),
      { seed: 31, numRuns: 1000 },
    );
  });
});

describe('the section as drawn', () => {
  const draw = (thicknesses: number[], diameter = '3/32') => {
    const read = readPrepDocument({
      head: 'flush-100',
      diameter,
      stack: thicknesses.map((thickness, i) => ({ part: `sheet ${i}`, thickness })),
    });
    if (!read.ok) throw new Error('refused');
    const { stack } = read.value;
    return drawSection(stack, planStack(stack), 'in', { plotWidth: 280, plotHeight: 270, labelWidth: 112 });
  };
  it('is to the scale it states', () => {
    const marks = draw([0.025, 0.063]);
    const ys = [...(marks.sheets[1]?.path ?? '').matchAll(/ ([\d.]+)/g)].map((m) => Number(m[1]));
    const heightPx = Math.max(...ys) - Math.min(...ys);
    expect(heightPx / marks.scale / (96 / 25.4)).toBeCloseTo(0.063 * 25.4, 2);
  });
  it('writes the same numbers as the headless answer', () => {
    const texts = draw([0.025, 0.04]).right.map((l) => l.text);
    expect(texts).toEqual(expect.arrayContaining(['\u00d8 .1972', '.0416 deep', 'opens to .1019']));
    expect(draw([0.025, 0.04]).alarms).toHaveLength(2);
    expect(draw([0.025, 0.063]).alarms).toEqual([]);
  });
  it('fits its frame and keeps labels apart for any stack', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.integer({ min: 10, max: 250 }).map((n) => n / 1000),
          { minLength: 1, maxLength: 8 },
        ),
        fc.constantFrom('3/32', '1/8', '3/16'),
        (sheets, diameter) => {
          const marks = draw(sheets, diameter);
          return [marks.left, marks.right].every(
            (side) =>
              side.every((l, i) => i === 0 || l.y - (side[i - 1] as { y: number }).y >= LABEL_PX - 1e-6) &&
              side.every((l) => l.y <= marks.height),
          );
        },
      ),
      { seed: 4, numRuns: 400 },
    );
  });
});

describe('the strip', () => {
  it('a hole is found where it is drawn, and the ends catch what lies beyond', () => {
    const places = stripPlaces({ holes: 24, layers: 3, nameWidth: 10 });
    for (let i = 0; i < 24; i++) expect(places.holeAt(places.holeX(i))).toBe(i);
    expect([places.holeAt(-5), places.holeAt(9999)]).toEqual([0, 23]);
  });
});
