import { describe, expect, it } from 'vitest';
import { randomFrom } from '../depth/simulate';
import { parsePlaces, placesText } from './places-text';

const read = (text: string, units: 'in' | 'mm' = 'mm') => {
  const parsed = parsePlaces(text, units);
  return parsed.ok ? parsed.value.map((p) => [p.x, p.y]) : `${parsed.problem.code} ${JSON.stringify(parsed.problem.data)}`;
};

describe('places as text', () => {
  it.each([
    ['', []],
    ['\n \r\n', []],
    ['12.5 ; 3.0', [[12.5, 3]]],
    ['12.5\t3.0', [[12.5, 3]]],
    ['12.5, 3.0', [[12.5, 3]]],
    ['12,5 ; 3,0', [[12.5, 3]]],
    ['10.0\r\n20.0\r30.0', [[10, 0], [20, 0], [30, 0]]],
    ['-4.0 ; 0', [[-4, 0]]],
    ['\u22124.0 ; -0.0', [[-4, 0]]],
    ['+4.0 ; 0,00', [[4, 0]]],
  ])('%j', (text, wanted) => expect(read(text)).toEqual(wanted)); // prettier-ignore
  it('inches may be fractions', () => {
    expect(read('0 ; 12 1/2', 'in')).toEqual([[0, 12.5 * 25.4]]);
    expect(read('3/32 ; -1/4', 'in')).toEqual([[(3 / 32) * 25.4, -0.25 * 25.4]]);
  });
  it.each([
    ['1.0 ; 2.0 ; 3.0', 1],
    ['1.0 ; 2.0\nwest', 2],
    ['1.0 ; 2.0\n\n4.0 ; --3.0', 3],
    [';', 1],
  ])('what does not read is named by its line: %j', (text, line) =>
    expect(read(text)).toMatch(new RegExp(`^place-unreadable .*"line":${line}`)),
  );
  it('500 places and not one more', () => {
    expect(read('1.0\n'.repeat(500))).toHaveLength(500);
    expect(read('1.0\n'.repeat(501))).toContain('places-too-many');
  });
  it('reads back what it writes, in either unit', () => {
    const random = randomFrom(7);
    for (const units of ['in', 'mm'] as const)
      for (let round = 0; round < 200; round++) {
        const places = Array.from({ length: 1 + Math.floor(random() * 5) }, () => ({
          x: (random() - 0.5) * 2000,
          y: (random() - 0.5) * 20,
        }));
        const back = parsePlaces(placesText(places, units), units);
        if (!back.ok) throw new Error(placesText(places, units));
        back.value.forEach((p, i) => {
          expect(p.x).toBeCloseTo(places[i]?.x ?? NaN, 5);
          expect(p.y).toBeCloseTo(places[i]?.y ?? NaN, 5);
        });
      }
  });
});
