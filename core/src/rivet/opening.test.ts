import { describe, expect, it } from 'vitest';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { inches } from '../units/length';
import { dashLength } from './callout';
import { neededOpening } from './opening';

const size = (dash: number) => rivetOfDash(dash) as RivetSize;

describe('what a squeezer must open to go over a rivet', () => {
  it.each([
    ['flush-100', 4, 6, 0.375],
    ['protruding', 4, 6, 0.429],
    ['flush-100', 3, 3.5, 0.21875],
    ['protruding', 3, 3, 0.2275],
    ['protruding', 6, 8, 0.58],
  ] as const)('%s dash %i-%f: %f in', (head, dash, length, inch) =>
    expect(neededOpening(head, size(dash), dashLength(length)) / inches(1)).toBeCloseTo(inch, 9),
  );
});
