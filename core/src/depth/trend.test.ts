import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerDepth } from '../formats/depth-document';
import { inches, MM_PER_INCH } from '../units/length';
import { depthSentence } from '../wording/depth';
import { depthAdvice } from './advice';
import { t95 } from './student';
import { depthTrend } from './trend';

const of = (...inch: number[]) => depthTrend(inch.map((r) => inches(r)));

describe('a cage that walks', () => {
  it('is seen though its mean is right', () => {
    const readings = [0.0396, 0.0401, 0.0406, 0.0409, 0.0416, 0.042, 0.0426, 0.0429, 0.0436].map((r) => inches(r));
    const advice = depthAdvice({ target: inches(0.0416), click: inches(0.001), readings });
    expect(advice.advice).toBe('leave');
    expect(advice.trend?.walking).toBe(true);
    expect(depthSentence(advice, 'in', null)).toMatch(/^The cage is walking, .*check its lock before turning it.*Leave it/s);
  });
  it.each([
    ['three readings', [0.04, 0.041, 0.042], null],
    ['four on a line', [0.04, 0.041, 0.042, 0.043], { perReading: 0.001, t: null, walking: true }],
    ['four alike', [0.04, 0.04, 0.04, 0.04], { perReading: 0, t: null, walking: false }],
    ['scatter about no line', [0.04, 0.042, 0.039, 0.041], { walking: false }],
  ] as const)('%s', (_, readings, wanted) => {
    const trend = of(...readings);
    if (wanted === null) return expect(trend).toBeNull();
    expect(trend).toMatchObject('t' in wanted ? { t: wanted.t, walking: wanted.walking } : wanted);
    if ('perReading' in wanted) expect((trend?.perReading ?? NaN) / MM_PER_INCH).toBeCloseTo(wanted.perReading, 12);
  });
  it('either side of t at 95 %: two degrees of freedom, 4.303', () => {
    /* Slope b over residuals +e -e -e +e: standard error of b = sqrt(4 e^2 / 2 / 5). */
    const at = (times: number) => {
      const e = 0.0002;
      const b = times * t95(2) * Math.sqrt((4 * e * e) / 2 / 5);
      return of(...[e, -e, -e, e].map((r, i) => 0.04 + b * i + r));
    };
    expect([at(0.999)?.walking, at(1.001)?.walking, at(-1.001)?.walking]).toEqual([false, true, true]);
    expect(at(1)?.t).toBeCloseTo(t95(2), 6);
  });
  it('the slope is that between the sums, worked out another way', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 300, max: 500 }), { minLength: 4, maxLength: 30 }), (raw) => {
        const trend = of(...raw.map((r) => r / 10_000));
        const n = raw.length;
        const sums = raw.reduce((s, y, x) => ({ x: s.x + x, y: s.y + y / 10_000, xy: s.xy + (x * y) / 10_000, xx: s.xx + x * x }), {
          x: 0,
          y: 0,
          xy: 0,
          xx: 0,
        });
        const slope = (n * sums.xy - sums.x * sums.y) / (n * sums.xx - sums.x ** 2);
        return Math.abs((trend?.perReading ?? NaN) / MM_PER_INCH - slope) < 1e-9;
      }),
      { seed: 4, numRuns: 300 },
    );
  });
  it('headless: beside an advice that stays one of its four; null under four readings', () => {
    const answer = (readings: number[]) => {
      const answered = answerDepth({ target: 0.0416, readings });
      if (!answered.ok) throw new Error(answered.problem.code);
      return answered.value as { advice: string; trend: { perReading: number; t: number | null; walking: boolean } | null };
    };
    expect(answer([0.04, 0.041, 0.042]).trend).toBeNull();
    expect(answer([0.04, 0.041, 0.042, 0.043])).toMatchObject({ advice: 'leave', trend: { perReading: 0.001, t: null, walking: true } });
  });
});
