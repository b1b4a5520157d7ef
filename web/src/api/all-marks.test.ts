import { describe, expect, it } from 'vitest';
import { mark } from '../../../core/test/build';
import { servedAndWaiting } from './all-marks';

describe('marks of the server and of the outbox', () => {
  const [a, b, c] = [mark('a', { kind: 'drilled' }), mark('b', { kind: 'deburred' }), mark('c', { kind: 'drilled' })];
  it('one that is in both, since the outbox has not let go of it yet, is shown once', () =>
    expect(servedAndWaiting([a, b], [{ mark: b }, { mark: c }]).map((m) => m.id)).toEqual([a.id, b.id, c.id]));
  it('what waits comes after what the server has, in the order it was marked; with nothing waiting the list is the same', () => {
    expect(servedAndWaiting([a], [{ mark: c }, { mark: b }]).map((m) => m.id)).toEqual([a.id, c.id, b.id]);
    const served = [a, b];
    expect(servedAndWaiting(served, [])).toBe(served);
  });
});
