import { describe, expect, it } from 'vitest';
import { inches } from '../units/length';
import { parseDimension } from './dimension';
import { measuredText } from './measured';

describe('a reading as a hand writes it down', () => {
  it.each([
    ['141', 'in', '.141'],
    [' 62 ', 'in', '.062'],
    ['099', 'in', '.099'],
    ['10', 'in', '.010'],
    ['9', 'in', '9'],
    ['1411', 'in', '1411'],
    ['.141', 'in', '.141'],
    ['3/32', 'in', '3/32'],
    ['141 thou', 'in', '141 thou'],
    ['#40', 'in', '#40'],
    ['36', 'mm', '36'],
    ['3.6', 'mm', '3.6'],
    ['', 'in', ''],
  ] as const)('%j on a screen in %s is %j', (text, units, expected) => expect(measuredText(text, units)).toBe(expected));

  it('is the same length as the one written in thousandths', () => {
    for (let n = 10; n < 1000; n += 7) {
      const read = parseDimension(measuredText(String(n), 'in'), { units: 'in' });
      expect(read.ok && read.value.length).toBeCloseTo(inches(n / 1000), 12);
    }
  });
});
