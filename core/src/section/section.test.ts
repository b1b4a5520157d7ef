import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPrepDocument, type PrepDocument } from '../formats/prep-document';
import { planStack } from '../prep/plan';
import { sectionOf, type Point } from './section';

function sectionFor(sheets: PrepDocument['stack'], more: Partial<PrepDocument> = {}) {
  const read = readPrepDocument({ head: 'flush-100', diameter: '3/32', stack: sheets, ...more });
  if (!read.ok) throw new Error(JSON.stringify(read.problem));
  const plan = planStack(read.value.stack);
  return { section: sectionOf(read.value.stack, plan), plan };
}
const inch = (mm: number) => mm / 25.4;
const has = (outline: readonly Point[], x: number, y: number) =>
  outline.some((p) => Math.abs(inch(p.x) - x) < 1e-4 && Math.abs(inch(p.y) - y) < 1e-4);

describe('section geometry shows the computed numbers', () => {
  it('a countersink runs from C/2 at the surface to the hole at its depth', () => {
    const { section } = sectionFor([
      { part: 'skin', thickness: 0.025 },
      { part: 'spar', thickness: 0.063 },
    ]);
    const spar = section.sheets[1]?.outline ?? [];
    expect(has(spar, 0.1972 / 2, 0.025)).toBe(true);
    expect(has(spar, 0.049, 0.025 + 0.0416)).toBe(true);
  });
  it('a dimple’s underside is the countersink’s cone: the two faces coincide', () => {
    const { section } = sectionFor([
      { part: 'skin', thickness: 0.025 },
      { part: 'spar', thickness: 0.063 },
    ]);
    expect(has(section.sheets[0]?.outline ?? [], 0.1972 / 2, 0.025)).toBe(true);
  });
  it('a broken-through sheet ends in a knife edge at the hole left', () => {
    const { section } = sectionFor([
      { part: 'skin', thickness: 0.025 },
      { part: 'flange', thickness: 0.04 },
    ]);
    const flange = section.sheets[1]?.outline ?? [];
    expect(has(flange, 0.1019 / 2, 0.065)).toBe(true);
    expect(flange).toHaveLength(4);
  });
  it('a sheet left plain under a dimple stands off by the dimple’s lip', () => {
    const { section } = sectionFor([
      { part: 'skin', thickness: 0.02 },
      { part: 'rail', thickness: 0.032, plans: 'none' },
    ]);
    expect(inch(section.sheets[1]?.gapAbove ?? 0)).toBeCloseTo(0.03399 + 0.02 * Math.sin((50 * Math.PI) / 180) - 0.02, 4);
  });
  it('a head on a plain sheet stands proud', () => {
    const { section } = sectionFor([{ part: 'skin', thickness: 0.032, plans: 'none' }]);
    expect(inch(section.rivet.proud)).toBeCloseTo(0.034, 4);
    expect(section.rivet.headTop).toBeCloseTo(-section.rivet.proud, 10);
  });
  it('an allowance too small leaves the dimple proud by what is missing', () => {
    const { section } = sectionFor(
      [
        { part: 'skin', thickness: 0.032 },
        { part: 'spar', thickness: 0.063 },
      ],
      { nest: { fixed: 0.007 } },
    );
    expect(inch(section.sheets[1]?.gapAbove ?? 0)).toBeCloseTo(0.3054 * 0.032 - 0.007, 4);
  });
  it('the rivet ends at its real length; one too short makes no head', () => {
    const { section, plan } = sectionFor(
      [
        { part: 'a', thickness: 0.125 },
        { part: 'b', thickness: 0.125 },
      ],
      { length: '3/16' },
    );
    expect(section.rivet.tailEnd).toBeCloseTo(plan.rivet.length, 10);
    expect(section.rivet.drivenOutline).toEqual([]);
  });
  it('a protruding head stands on the first sheet', () => {
    const { section } = sectionFor([{ part: 'a', thickness: 0.05 }], { head: 'protruding' });
    expect(inch(section.rivet.headTop)).toBeCloseTo(-0.04, 6);
  });
  it('the driven head of a stack dimpled all through lies beyond the last lip, never through it', () => {
    for (const sheets of [[0.02, 0.025], [0.032, 0.032], [0.02, 0.02, 0.02], [0.016]]) {
      const { section, plan } = sectionFor(
        sheets.map((thickness, i) => ({ part: `s${i}`, thickness })),
        { length: '1/4' },
      );
      const lip = Math.max(...(section.sheets.at(-1)?.outline ?? []).map((p) => p.y));
      expect(lip).toBeCloseTo(plan.rivet.lip?.z ?? 0, 9);
      expect(section.rivet.drivenOutline.length).toBeGreaterThan(0);
      for (const p of section.rivet.drivenOutline) expect(p.y).toBeGreaterThanOrEqual(lip - 1e-9);
    }
  });
  it('in a cutter of another angle the head stands as proud as it would, .0106 for a dash 3 in 120 degrees', () => {
    const { section } = sectionFor([{ part: 'a', thickness: 0.08 }], { cutterAngle: 120 });
    expect(inch(section.rivet.proud)).toBeCloseTo(0.0106, 4);
    expect(inch(section.rivet.headTop)).toBeCloseTo(-0.0106, 4);
    expect(sectionFor([{ part: 'a', thickness: 0.08 }], { cutterAngle: 82 }).section.rivet.proud).toBe(0);
  });
  it('every outline of every stack is finite, right of the axis, and as thick as its sheet away from the hole', () => {
    const sheet = fc.record({
      part: fc.constant('p'),
      thickness: fc.integer({ min: 10, max: 250 }).map((n) => n / 1000),
      plans: fc.constantFrom('dimple' as const, 'countersink' as const, 'none' as const),
      bothSides: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(sheet, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('3/32', '1/8', '5/32', '3/16'),
        fc.constantFrom('flush-100' as const, 'protruding' as const),
        (sheets, diameter, head) => {
          const { section, plan } = sectionFor(sheets, { diameter, head });
          return section.sheets.every((s, i) => {
            const thick = plan.layers[i]?.thickness ?? 0;
            const points = [...s.outline, ...section.rivet.headOutline, ...section.rivet.drivenOutline];
            return (
              points.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y) && p.x >= -1e-9) &&
              Math.abs(s.bottom - s.top - thick) < 1e-9 &&
              s.gapAbove >= 0
            );
          });
        },
      ),
      { seed: 9, numRuns: 500 },
    );
  });
});
