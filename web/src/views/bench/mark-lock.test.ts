import { describe, expect, it } from 'vitest';
import { LOCK_MS, MarkLock, WEDGE_MS } from './mark-lock';

/** A touch: down at a time, up after so long, a click at its end; what it did. */
function tap(lock: MarkLock, at: number, long = 80, what = 'finger 1') {
  lock.press(what, at);
  lock.release(what, at + long);
  return lock.tryMark('click', at + long);
}
function enter(lock: MarkLock, at: number) {
  lock.press('key Enter', at);
  return lock.tryMark('key', at);
}

describe('what a press at the bench does', () => {
  it('a press marks', () => expect(tap(new MarkLock(), 5000)).toBe('mark'));
  it.each([
    [180, 'locked'],
    [LOCK_MS + 79, 'locked'],
    [LOCK_MS + 81, 'mark'],
  ])('a second tap that begins %i ms after the first one: %s', (after, wanted) => {
    const lock = new MarkLock();
    expect(tap(lock, 5000)).toBe('mark');
    expect(tap(lock, 5000 + after)).toBe(wanted);
  });
  it('a resting palm, three touches of .3 s, .5 s apart: one row', () => {
    const lock = new MarkLock();
    const done = [0, 800, 1600].map((at) => tap(lock, 5000 + at, 300));
    expect(done).toEqual(['mark', 'locked', 'locked']);
    expect(tap(lock, 5000 + 1900 + LOCK_MS)).toBe('mark');
  });
  it('nothing marks until the mark before is on the screen, and a moment after it', () => {
    const lock = new MarkLock();
    expect(tap(lock, 5000)).toBe('mark');
    lock.hold(true, 5100);
    expect(tap(lock, 9000)).toBe('locked');
    lock.hold(false, 9200);
    expect(tap(lock, 9300)).toBe('locked');
    expect(tap(lock, 9500 + LOCK_MS)).toBe('mark');
  });
  it('what others mark, while it is worked out, swallows no press', () => {
    const lock = new MarkLock();
    lock.hold(true, 4000);
    expect(tap(lock, 5000)).toBe('mark');
  });
  it('nothing marks while another finger rests on the screen', () => {
    const lock = new MarkLock();
    expect(tap(lock, 5000)).toBe('mark');
    lock.press('finger 2', 5100);
    expect(tap(lock, 9000)).toBe('locked');
    lock.release('finger 2', 9500);
    expect(tap(lock, 9500 + LOCK_MS - 1)).toBe('locked');
    expect(tap(lock, 9500 + 3 * LOCK_MS)).toBe('mark');
  });
  it('a held Enter marks once, however long it is held', () => {
    const lock = new MarkLock();
    expect(enter(lock, 5000)).toBe('mark');
    expect([5030, 5500, 9000].map((at) => lock.tryMark('held-key', at))).toEqual(['locked', 'locked', 'locked']);
    lock.release('key Enter', 9000);
    expect(enter(lock, 9000 + LOCK_MS)).toBe('mark');
  });
  it('what was down when the window went away is up', () => {
    const lock = new MarkLock();
    enter(lock, 5000);
    lock.releaseAll(6000);
    expect(lock.isLocked(6000 + LOCK_MS - 1)).toBe(true);
    expect(lock.isLocked(6000 + LOCK_MS)).toBe(false);
  });
  it('a click without a finger (an assistive program) waits as long', () => {
    const lock = new MarkLock();
    expect(lock.tryMark('click', 5000)).toBe('mark');
    expect(lock.tryMark('click', 5000 + LOCK_MS - 1)).toBe('locked');
    expect(lock.tryMark('click', 5000 + LOCK_MS)).toBe('mark');
  });
  it.each([
    [20, 'typed'],
    [WEDGE_MS - 1, 'typed'],
    [WEDGE_MS, 'mark'],
  ])('Enter %i ms after digits that a gauge typed: %s', (after, wanted) => {
    const lock = new MarkLock();
    lock.typed(5000);
    expect(enter(lock, 5000 + after)).toBe(wanted);
  });
});
