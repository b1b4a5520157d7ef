import { describe, expect, it } from 'vitest';
import { answerDepth } from '../formats/depth-document';
import { inches, type Mm } from '../units/length';
import { cutRows, normalFrom, randomFrom, sharesOf, STRATEGIES, type RowConditions } from './simulate';
import { incompleteBeta, logGamma, t95, withinT } from './student';

interface Answer {
  n: number;
  mean: number | null;
  sd: number | null;
  standardError: number | null;
  advice: string;
  clicks: number;
}
function depth(readings: unknown[], more: Record<string, unknown> = {}): Answer {
  const answered = answerDepth({ target: 0.034, readings, ...more });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value as Answer;
}

describe('Student’s t', () => {
  /* Golden values: Abramowitz and Stegun, table 26.10, A = 0.95, to three decimals. */
  it.each([
    [1, 12.706],
    [2, 4.303],
    [3, 3.182],
    [4, 2.776],
    [5, 2.571],
    [6, 2.447],
    [9, 2.262],
    [10, 2.228],
    [15, 2.131],
    [20, 2.086],
    [30, 2.042],
    [60, 2.0],
    [120, 1.98],
    [100_000, 1.96],
  ])('%i degrees of freedom: %d', (degrees, wanted) => expect(t95(degrees)).toBeCloseTo(wanted, 3));
  it('agrees with the closed forms for one and two degrees of freedom', () => {
    for (const t of [0.1, 0.5, 1, 2, 5, 12]) {
      expect(withinT(t, 1)).toBeCloseTo((2 / Math.PI) * Math.atan(t), 12);
      expect(withinT(t, 2)).toBeCloseTo(t / Math.sqrt(2 + t * t), 12);
    }
  });
  it('agrees with summing the density up in small steps', () => {
    for (const degrees of [3, 7, 24]) {
      const density = (x: number) =>
        Math.exp(logGamma((degrees + 1) / 2) - logGamma(degrees / 2)) /
        Math.sqrt(degrees * Math.PI) /
        (1 + (x * x) / degrees) ** ((degrees + 1) / 2);
      const [t, steps] = [2.2, 20_000];
      let sum = 0;
      for (let i = 0; i < steps; i++) sum += density(-t + ((i + 0.5) * 2 * t) / steps);
      expect(withinT(t, degrees)).toBeCloseTo((sum * 2 * t) / steps, 7);
    }
  });
  it('the beta function at its ends', () => {
    expect(incompleteBeta(0, 2, 3)).toBe(0);
    expect(incompleteBeta(1, 2, 3)).toBe(1);
    expect(incompleteBeta(0.5, 4, 4)).toBeCloseTo(0.5, 12);
  });
});

describe('the depth of a countersink', () => {
  it.each([
    ['none', [], 0],
    ['one', [0.034], 1],
    ['two', [0.034, 0.038], 2],
  ])('%s: measure more', (_, readings, n) => expect(depth(readings)).toMatchObject({ n, advice: 'measure-more', clicks: 0 }));
  it('nothing to compute is null, never a number', () => {
    expect(depth([])).toMatchObject({ mean: null, sd: null, standardError: null });
    expect(depth([0.03])).toMatchObject({ mean: 0.03, sd: null, standardError: null });
  });
  it('mean, sd and standard error as on paper', () => {
    const a = depth([0.033, 0.035, 0.037]);
    expect(a.mean).toBeCloseTo(0.035, 12);
    expect(a.sd).toBeCloseTo(0.002, 12);
    expect(a.standardError).toBeCloseTo(0.002 / Math.sqrt(3), 12);
  });
  it.each([
    ['half a click: leave', [0.0345, 0.0345, 0.0345], 'leave', 0],
    ['a hair more: one click shallower', [0.03451, 0.03451, 0.03451], 'shallower', 1],
    ['too shallow: deeper', [0.031, 0.031, 0.031], 'deeper', 3],
    ['scatter explains it: leave', [0.033, 0.036, 0.039], 'leave', 0],
    [
      'many readings make the same difference sure',
      Array.from({ length: 30 }, (_, i) => 0.036 + (i % 2 === 0 ? 0.001 : -0.001)),
      'shallower',
      2,
    ],
  ])('%s', (_, readings, advice, clicks) => expect(depth(readings)).toMatchObject({ advice, clicks }));
  it('the gauge’s own scatter counts where it is larger than the readings’', () => {
    const readings = [0.036, 0.0361, 0.0359];
    expect(depth(readings)).toMatchObject({ advice: 'shallower', clicks: 2 });
    expect(depth(readings, { gaugeSd: 0.003 })).toMatchObject({ advice: 'leave' });
    expect(depth(readings, { gaugeSd: 0 })).toMatchObject({ advice: 'shallower' });
  });
  it('millimetres and other clicks', () => {
    expect(depth([1.0, 1.0, 1.0], { units: 'mm', target: 0.9, click: 0.05 })).toMatchObject({ advice: 'shallower', clicks: 2, mean: 1 });
    expect(depth(['.036', '36 thou', '0.9144 mm'], {}).mean).toBeCloseTo(0.036, 12);
  });
  it.each([
    [{ target: 'deep', readings: [] }, 'target'],
    [{ target: 0.034, readings: [0.034, 'gone'] }, 'readings[1]'],
    [{ target: 0.034, readings: [0.034], click: -1 }, 'click'],
    [{ target: 0.034, readings: [], gaugeSD: 0.001 }, 'gaugeSD'],
    [{ readings: [] }, 'target'],
  ])('%j is refused at %s', (document, path) => {
    const answered = answerDepth(document);
    expect(!answered.ok && answered.problem.path).toBe(path);
  });
  it('never says to turn what it would then turn back: after the turn the mean is within half a click and the scatter', () => {
    const normal = normalFrom(randomFrom(11));
    for (let k = 0; k < 400; k++) {
      const readings = Array.from({ length: 3 + (k % 9) }, () => 0.034 + 0.002 * normal());
      const a = depth(readings);
      if (a.advice === 'leave') continue;
      const turned = readings.map((r) => r + (a.advice === 'deeper' ? 1 : -1) * a.clicks * 0.001);
      expect(depth(turned).advice).toBe('leave');
    }
  });
});

describe('rows cut with one way of adjusting or another', () => {
  const conditions: RowConditions = {
    holes: 40,
    readEvery: 1,
    gaugeSd: inches(0.0025),
    cageSd: inches(0.0004),
    settingSd: inches(0.0005),
    driftPerHole: 0 as Mm,
    click: inches(0.001),
    tolerance: inches(0.002),
  };
  const shares = (more: Partial<RowConditions>, rows = 400) =>
    sharesOf(cutRows({ ...conditions, ...more }, 1, 0, rows), { ...conditions, ...more }, rows).share;
  it('the same seed gives the same rows, in one piece or in several', () => {
    const whole = cutRows(conditions, 5, 0, 60);
    const pieces = [cutRows(conditions, 5, 0, 25), cutRows(conditions, 5, 25, 60)];
    for (const s of STRATEGIES) expect((pieces[0]?.[s] ?? 0) + (pieces[1]?.[s] ?? 0)).toBe(whole[s]);
    expect(cutRows(conditions, 6, 0, 60)).not.toEqual(whole);
  });
  it('a nervous hand on a gauge that scatters spoils an even row; the advice leaves it alone', () => {
    const s = shares({});
    expect(s['every-reading']).toBeLessThan(s.advice - 0.2);
    expect(s.advice).toBeGreaterThan(s.never - 0.05);
  });
  it('a setting that is well off, and a drift, are what never adjusting loses to', () => {
    const s = shares({ settingSd: inches(0.004), gaugeSd: inches(0.0005), driftPerHole: inches(0.00005) });
    expect(s.advice).toBeGreaterThan(s.never + 0.2);
  });
  it('with a perfect gauge and cage everything is good once adjusted', () => {
    const s = shares({ gaugeSd: 0 as Mm, cageSd: 0 as Mm, settingSd: 0 as Mm });
    expect([s.advice, s['every-reading'], s.never]).toEqual([1, 1, 1]);
  });
  it('the normal numbers have mean 0 and deviation 1', () => {
    const normal = normalFrom(randomFrom(3));
    const all = Array.from({ length: 20_000 }, normal);
    const mean = all.reduce((a, b) => a + b) / all.length;
    expect(Math.abs(mean)).toBeLessThan(0.02);
    expect(Math.sqrt(all.reduce((a, b) => a + (b - mean) ** 2, 0) / all.length)).toBeCloseTo(1, 1);
  });
});
