import { describe, expect, it } from 'vitest';
import type { SequenceAnswer } from '../workers/sequence.worker';
import { foundOrder, lastOrder, NO_ORDER, rememberOrder } from './found-orders';

const order = (...ids: string[]) => ({ kind: 'order', isLast: true, order: ids }) as unknown as SequenceAnswer;

describe('orders that were found', () => {
  it('are there by their question; the last one by what it is of, never another’s', () => {
    rememberOrder('float', 'question 1', order('a', 'b'));
    rememberOrder('float/tried', 'question 2', order('b', 'a'));
    rememberOrder('float', 'question 3', { kind: 'problem', code: 'loop', data: {} });
    expect(foundOrder('question 1')).toEqual(order('a', 'b'));
    expect([lastOrder('float'), lastOrder('float/tried'), lastOrder('hatch')]).toEqual([['a', 'b'], ['b', 'a'], NO_ORDER]);
  });
  it('the oldest are let go', () => {
    for (let i = 0; i < 8; i++) rememberOrder(`of ${i}`, `later ${i}`, order(`${i}`));
    expect([foundOrder('question 1'), lastOrder('float')]).toEqual([undefined, NO_ORDER]);
    expect(lastOrder('of 7')).toEqual(['7']);
  });
});
