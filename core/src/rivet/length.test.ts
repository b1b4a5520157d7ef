import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PROFILES } from '../tables/profiles';
import { inches, type Mm } from '../units/length';
import { dashLength } from './callout';
import { lengthWorks, nearestDash, nearestWorkingDash, neighbourDashes, type LengthQuestion } from './length';

const question = (grip: number, more: Partial<LengthQuestion> = {}): LengthQuestion => ({
  grip: inches(grip),
  diameter: inches(0.09375),
  hole: inches(0.098),
  profile: PROFILES.classic,
  formFactor: 0.91,
  halfDash: true,
  ...more,
});

describe('rivet length', () => {
  it.each([
    [3.5 / 16, true, 3.5],
    [3.24 / 16, true, 3],
    [3.26 / 16, true, 3.5],
    [3.25 / 16, true, 3.5],
    [3.49 / 16, false, 3],
    [3.5 / 16, false, 4],
    [0.02, true, 1],
    [0.02, false, 1],
  ])('%f in, half dashes %s: dash %f', (length, halfDash, dash) => {
    expect(nearestDash(inches(length), halfDash)).toBe(dash);
  });
  it('a tie within 1e-9 goes up', () => {
    expect(nearestDash(inches((3.25 - 1e-10) / 16), true)).toBe(3.5);
  });
  it('lists neighbours from 1 up', () => {
    expect(neighbourDashes(3.5, true)).toEqual([2.5, 3, 3.5, 4, 4.5]);
    expect(neighbourDashes(1, true)).toEqual([1, 1.5, 2]);
    expect(neighbourDashes(4, false)).toEqual([3, 4, 5]);
  });
  it('finds the nearest that works, as trying every one does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 600 }),
        fc.integer({ min: 2, max: 40 }),
        fc.boolean(),
        fc.integer({ min: 98, max: 110 }),
        (grip, dash2, halfDash, hole) => {
          const q = question(grip / 1000, { halfDash, hole: inches(hole / 1000) });
          const dash = halfDash ? dash2 / 2 : Math.max(1, Math.floor(dash2 / 2));
          const step = halfDash ? 0.5 : 1;
          const working = Array.from({ length: 128 }, (_, i) => (i + 1) * step).filter(
            (d) => d >= 1 && d <= 64 && lengthWorks(dashLength(d), q),
          );
          const best = working.length === 0 ? null : Math.min(...working.map((d) => Math.abs(d - dash)));
          const found = nearestWorkingDash(dash, q);
          return best === null ? found === null : found !== null && working.includes(found) && Math.abs(found - dash) === best;
        },
      ),
      { seed: 47196, numRuns: 2000 },
    );
  });
  it('says none where the window holds no stocked length', () => {
    expect(nearestWorkingDash(4, question(0.1, { formFactor: 0.01, halfDash: false }))).toBeNull();
    expect(lengthWorks(0 as Mm, question(0.1))).toBe(false);
  });
});
