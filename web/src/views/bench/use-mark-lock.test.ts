import { describe, expect, it } from 'vitest';
import { LOCK_MS, pressOf, WEDGE_MS } from './use-mark-lock';

const press = (more: Partial<Parameters<typeof pressOf>[0]>) =>
  pressOf({ nowMs: 10_000, isRepeat: false, isDown: false, lastMarkMs: -Infinity, lastTypedMs: -Infinity, ...more });

describe('what a press at the bench does', () => {
  it.each([
    ['a press', {}, 'mark'],
    ['a held key', { isRepeat: true }, 'locked'],
    ['two taps 180 ms apart', { lastMarkMs: 10_000 - 180 }, 'locked'],
    ['just inside the lock', { lastMarkMs: 10_000 - LOCK_MS + 1 }, 'locked'],
    ['at its end', { lastMarkMs: 10_000 - LOCK_MS }, 'mark'],
    ['a finger that never came up', { lastMarkMs: 0, isDown: true }, 'locked'],
    ['Enter after digits that a gauge typed', { lastTypedMs: 10_000 - 20 }, 'typed'],
    ['just inside that', { lastTypedMs: 10_000 - WEDGE_MS + 1 }, 'typed'],
    ['digits long ago', { lastTypedMs: 10_000 - WEDGE_MS }, 'mark'],
  ] as const)('%s: %s', (_, more, wanted) => expect(press(more)).toBe(wanted));
});
