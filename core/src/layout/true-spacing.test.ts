import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trueSpacingFindings } from '../prep/spacing';
import { DEFAULT_LIMITS } from '../tables/limits';
import { inches, MM_PER_INCH, type Mm } from '../units/length';
import type { Place } from './path';
import { trueSpacing, type LaidRow } from './true-spacing';

const D = 3 / 32;
const place = ([x, y]: readonly [number, number]): Place => ({ x: x * MM_PER_INCH, y: y * MM_PER_INCH });
const row = (places: readonly (readonly [number, number])[], name = 'other'): LaidRow => ({
  name,
  places: places.map(place),
  diameter: inches(D),
});
const even = (n: number, pitch: number, y = 0, x = 0) => Array.from({ length: n }, (_, i) => [x + i * pitch, y] as const);
const found = (mine: LaidRow, others: LaidRow[], flush = true) =>
  trueSpacingFindings(trueSpacing(mine, others), { diameter: inches(D), flush, limits: DEFAULT_LIMITS }).map(
    (f) => `${f.code}:${f.severity}:${(f.data.limitD as number).toString()}`,
  );

describe('true distances, either side of each limit', () => {
  it.each([
    ['at 3 D', even(4, 3 * D), ['pitch-low:caution:3.5']],
    ['under 3 D', even(4, 3 * D - 0.0001), ['pitch-low:stop:3']],
    ['at 3.5 D', even(4, 3.5 * D), []],
    ['one gap of many under', [...even(4, 1), [3.28, 0]], ['pitch-low:stop:3']],
    [
      'round a corner the chord counts: .2 and .2 along, .283 across',
      [
        [0, 0],
        [0.8, 0],
        [1, 0.2],
        [1, 1],
      ],
      ['pitch-low:caution:3.5'],
    ],
    [
      'a path that comes back near itself',
      [
        [0, 0],
        [1, 0],
        [2, 0],
        [2, 1],
        [1, 1],
        [1, 0.2],
      ],
      ['pitch-low:stop:3'],
    ],
    ['over 16 D', even(3, 16 * D + 0.001), ['pitch-high:note:16']],
  ] as const)('one row %s', (_, places, wanted) => {
    expect(found(row(places as [number, number][]), [])).toEqual(wanted);
  });
  it.each([
    ['square, 3 D across', even(5, 1, 3 * D), []],
    ['square, under 3 D across: the holes are too near, the rows not', even(5, 1, 3 * D - 0.0001), ['pitch-low:stop:3']],
    ['square, under 2.5 D across', even(5, 1, 2.5 * D - 0.0001), ['row-distance-low:stop:2.5', 'pitch-low:stop:3']],
    ['staggered, 2.5 D across', even(4, 1, 2.5 * D, 0.5), []],
    ['staggered, under 2.5 D across', even(4, 1, 2.5 * D - 0.0001, 0.5), ['row-distance-low:stop:2.5']],
    ['far off', even(5, 1, 7 * D), []],
    ['beyond its end', even(3, 1, 0, 4.2), ['pitch-low:stop:3']],
    [
      'crossing square to it, apart',
      [
        [2.5, 0.3],
        [2.5, 1.3],
        [2.5, 2.3],
      ],
      [],
    ],
  ] as const)('two rows %s', (_, other, wanted) => {
    expect(found(row(even(5, 1)), [row(other as [number, number][])])).toEqual(wanted);
  });
  it.each([
    [3.99, 4, ['pitch-low:caution:4']],
    [4, 4, []],
    [3.99, 4.01, []],
    [3, 4, ['pitch-low:caution:4']],
    [2.99, 4, ['pitch-low:stop:3']],
  ])('a pitch of %f D with a row %f D beside it', (pitchD, acrossD, wanted) => {
    expect(found(row(even(6, pitchD * D)), [row(even(6, pitchD * D, acrossD * D))], false)).toEqual(wanted);
  });
  it('within 30 degrees rows are side by side, beyond they are not', () => {
    const slanted = (deg: number) => {
      const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
      return row([-0.4, 0, 0.4].map((t) => [1.5 + t * c, 0.22 + t * s + 0.01] as const));
    };
    expect(found(row(even(4, 1)), [slanted(29)])).toContain('row-distance-low:stop:2.5');
    expect(found(row(even(4, 1)), [slanted(31)])).not.toContain('row-distance-low:stop:2.5');
  });
  it('the larger rivet of two rows counts', () => {
    const big = { ...row(even(5, 1, 3.2 * D)), diameter: inches(5 / 32) };
    expect(found(row(even(5, 1)), [big])).toEqual(['row-distance-low:stop:2.5', 'pitch-low:stop:3']);
  });
  it('names the holes', () => {
    const s = trueSpacing(row([...even(4, 1), [3.2, 0]]), [row(even(4, 1, 0.25), 'lap')]);
    expect(s.least).toMatchObject({ hole: 3, other: 4 });
    expect(s.beside).toMatchObject({ row: 'lap' });
    expect(s.near).toMatchObject({ row: 'lap', hole: 0, other: 0 });
  });
  it('the sweep finds what looking at every pair finds', () => {
    const places = fc.array(fc.tuple(fc.double({ min: 0, max: 10, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true })), {
      minLength: 2,
      maxLength: 40,
    });
    fc.assert(
      fc.property(places, (raw) => {
        const mine = row(raw);
        let least = Infinity;
        mine.places.forEach((a, i) => mine.places.forEach((b, k) => i < k && (least = Math.min(least, Math.hypot(a.x - b.x, a.y - b.y)))));
        return Math.abs((trueSpacing(mine, []).least?.distance as Mm) - least) < 1e-6;
      }),
      { seed: 12, numRuns: 300 },
    );
  });
});

describe('a group’s own spacing is the fastener’s, and no question of the plan', () => {
  /* Centres 2 in apart, their small holes .34375 in to either side, along the row or across it. */
  const centres = (reach: number): LaidRow => ({ ...row(even(3, 2), 'centres'), groupReach: inches(reach) });
  const small = (reach: number, across: boolean): LaidRow => ({
    ...row(
      even(3, 2).flatMap(([x, y]): [number, number][] =>
        across
          ? [
              [x, y + reach],
              [x, y - reach],
            ]
          : [
              [x + reach, y],
              [x - reach, y],
            ],
      ),
      'small',
    ),
    isSmall: true,
  });
  it.each([
    [0.34375, false],
    [0.34375, true],
    [0.2, true],
  ])('small holes %f in from the centre, across the row: %s', (reach, across) => {
    expect(found(small(reach, across), [centres(reach)])).toEqual([]);
    expect(found(centres(reach), [small(reach, across)])).toEqual(['pitch-high:note:16']);
  });
  it('what lies nearer than the group is one is still said', () => {
    expect(found(centres(0.34375), [small(0.2, false)])).toContain('pitch-low:stop:3');
    expect(found(small(0.34375, false), [row([[0.5, 0]], 'other')])).toEqual(['pitch-low:stop:3']);
  });
});
