import { describe, expect, it } from 'vitest';
import { carryUnit } from './carry';

describe('a text typed under another unit', () => {
  it.each([
    ['.25', 'in', '.25 in'],
    ['40', 'mm', '40 mm'],
    ['3/8', 'in', '3/8'],
    ['#40', 'in', '#40'],
    ['25 thou', 'in', '25 thou'],
    ['1.5 in', 'mm', '1.5 in'],
    ['', 'in', ''],
    ['0 ; 12.5', 'in', '0 ; 12.5 in'],
    ['0 ; 0\n24 ; -1.5\n30 mm ; 4', 'in', '0 ; 0\n24 in ; -1.5 in\n30 mm ; 4 in'],
  ] as const)('%s from %s', (text, from, wanted) => expect(carryUnit(text, from)).toBe(wanted));
});
