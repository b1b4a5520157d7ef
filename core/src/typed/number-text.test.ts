import { expect, test } from 'vitest';
import { readNumber } from './number-text';

test.each([
  ['', undefined],
  ['   ', undefined],
  ['0', 0],
  ['100', 100],
  [' 2.5 ', 2.5],
  ['2,5', 2.5],
  ['.5', 0.5],
  [',5', 0.5],
  ['5.', 5],
  ['-3', -3],
  ['\u22123', -3],
  ['+3', 3],
  ['100\u00b0', 100],
  ['100 deg', 100],
  ['100 Degrees', 100],
])('%j reads as %j', (text, value) => expect(readNumber(text)).toBe(value));

test.each(['x', '1,000,000', '1e3', '0x10', '1 2', '--3', '.', ',', '\u00b0', 'Infinity', '3 mm', '1/2'])('%j does not read', (text) =>
  expect(readNumber(text)).toBeNaN(),
);
