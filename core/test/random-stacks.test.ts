import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerPrep } from '../src/formats/prep-document';
import { SCHOOL_IDS } from '../src/prep/stack';
import { oracle, type OracleRow } from './second-computation';

const STOCK = [0.016, 0.02, 0.025, 0.032, 0.04, 0.05, 0.063, 0.071, 0.08, 0.09, 0.1, 0.125, 0.16, 0.19, 0.25];
const thickness = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(...STOCK) },
  { weight: 1, arbitrary: fc.integer({ min: 100, max: 2500 }).map((n) => n / 10_000) },
  { weight: 1, arbitrary: fc.constantFrom(0.0294, 0.0295, 0.0325, 0.0326, 0.0395, 0.0405, 0.0406) },
);
const maybe = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: undefined, freq: 2 });

const HOLES = { 3: 0.098, 4: 0.1285, 5: 0.159, 6: 0.191 };

const bareRow: fc.Arbitrary<OracleRow & { over: number | undefined }> = fc.record({
  over: fc.option(fc.integer({ min: -15, max: 120 }), { nil: undefined, freq: 2 }),
  school: fc.constantFrom(...SCHOOL_IDS),
  head: fc.constantFrom('flush-100' as const, 'flush-100' as const, 'flush-100' as const, 'protruding' as const),
  dash: fc.constantFrom(3 as const, 4 as const, 5 as const, 6 as const),
  stack: fc.array(
    fc.record({
      t: thickness,
      plans: fc.option(fc.constantFrom('dimple', 'countersink', 'none'), { nil: undefined, freq: 4 }),
      edge: fc.option(
        fc.integer({ min: 50, max: 900 }).map((n) => n / 1000),
        { nil: undefined, freq: 5 },
      ),
    }),
    { minLength: 1, maxLength: 5 },
  ),
  fixed: maybe(fc.integer({ min: 0, max: 15 }).map((n) => n / 1000)),
  edge: maybe(fc.integer({ min: 50, max: 900 }).map((n) => n / 1000)),
  pitch: maybe(fc.integer({ min: 100, max: 4000 }).map((n) => n / 1000)),
  halfDash: fc.boolean(),
  profile: fc.constantFrom('mil-minimum' as const, 'classic' as const, 'production' as const),
  angle: fc.constantFrom(100, 100, 100, 100, 82, 120, 110),
});
const row: fc.Arbitrary<OracleRow> = bareRow.map(({ over, ...r }) => ({
  ...r,
  ...(over === undefined ? {} : { hole: Math.round((HOLES[r.dash] + over / 10_000) * 1e4) / 1e4 }),
}));

const DIAMETER = { 3: '3/32', 4: '1/8', 5: '5/32', 6: '3/16' };
const defined = (o: Record<string, unknown>) => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined));

function documentOf(r: OracleRow, per = 1) {
  return defined({
    units: 'in',
    school: r.school,
    head: r.head,
    diameter: DIAMETER[r.dash],
    hole: r.hole === undefined ? undefined : r.hole * per,
    stack: r.stack.map((l) => defined({ part: 'p', thickness: l.t, plans: l.plans, edge: l.edge })),
    nest: r.fixed === undefined ? undefined : { fixed: r.fixed },
    edge: r.edge,
    pitch: r.pitch,
    halfDash: r.halfDash,
    profile: r.profile,
    cutterAngle: r.angle,
  });
}

describe('random stacks against a second, independent computation', () => {
  it('agrees in preparation, numbers, findings, length and every school', () => {
    fc.assert(
      fc.property(row, (r) => {
        const answered = answerPrep(documentOf(r));
        if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
        const got = answered.value;
        const want = oracle(r);
        expect(got.layers.map((l) => l.prep)).toEqual(want.governed.steps.map((s) => s.prep));
        want.governed.steps.forEach((s, i) => {
          const layer = got.layers[i] as (typeof got.layers)[number];
          expect(layer.nest).toBeCloseTo(s.nest, 10);
          expect('depth' in layer).toBe(s.prep === 'countersink');
          if (s.prep !== 'countersink') return;
          const through = Math.max(want.Dh, s.C - 2 * (r.stack[i]?.t as number) * Math.tan(want.half));
          expect(layer.depth).toBeCloseTo(s.d, 9);
          expect(layer.surfaceDiameter).toBeCloseTo(s.C, 9);
          expect(layer.holeAfter).toBeCloseTo(through, 9);
        });
        expect(got.findings.map((f) => `${f.code}:${f.severity}`).sort()).toEqual(want.governed.codes);
        expect(got.verdict).toBe(want.governed.verdict);
        for (const s of got.schools) {
          const alone = want.alone(s.school);
          expect([s.school, s.preps, s.verdict]).toEqual([s.school, alone.steps.map((x) => x.prep), alone.verdict]);
        }
        expect(got.grip).toBeCloseTo(want.G, 10);
        expect(got.rivet!.ideal).toBeCloseTo(want.ideal, 10);
        expect(got.rivet!.length).toBeCloseTo(want.L, 10);
        expect(got.rivet!.works).toBe(want.works);
      }),
      { seed: 20426, numRuns: 3000 },
    );
  });

  it('answers the same in millimetres', () => {
    fc.assert(
      fc.property(row, (r) => {
        const inch = answerPrep(documentOf(r));
        const scale = (v: number | undefined) => (v === undefined ? undefined : v * 25.4);
        const mm = answerPrep({
          ...documentOf(
            {
              ...r,
              fixed: scale(r.fixed),
              edge: scale(r.edge),
              pitch: scale(r.pitch),
              stack: r.stack.map((l) => ({ ...l, t: l.t * 25.4, edge: scale(l.edge) })),
            },
            25.4,
          ),
          units: 'mm',
        });
        if (!inch.ok || !mm.ok) throw new Error('refused');
        expect(mm.value.findings.map((f) => f.code)).toEqual(inch.value.findings.map((f) => f.code));
        expect(mm.value.rivet!.callout).toBe(inch.value.rivet!.callout);
        expect(mm.value.layers.map((l) => l.prep)).toEqual(inch.value.layers.map((l) => l.prep));
      }),
      { seed: 254, numRuns: 500 },
    );
  });
});
