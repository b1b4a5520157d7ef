import { describe, expect, it } from 'vitest';
import { TRANSFER_WAYS, type RowDefinition } from '../record/definitions';
import { bendSentence, makingSentences, TRANSFER_CARDS, TRANSFER_WORDS } from './making';

const row = (own: Partial<RowDefinition>) => own as RowDefinition;
const small = { stages: [{ hole: { mm: 2.4892, text: '#40', units: 'in' as const }, until: 'the lap is fitted' }] };

describe('how a row’s holes are made', () => {
  it.each([
    [small, 'piloted', ['Small now, .098 in: opened to its size later, once the lap is fitted.']],
    [small, 'drilled', ['Opened to its size only once the lap is fitted.']],
    [small, 'deburred', []],
    [{ beginAt: { hole: 4, because: 'the tab stands in the way' } }, 'set', ['Begin at hole 4: the tab stands in the way.']],
    [{ beginAt: { hole: 4, because: 'the tab stands in the way' } }, 'dimpled', []],
    [{}, 'drilled', []],
  ] as const)('%j at %s', (own, operation, expected) => {
    expect(makingSentences(row(own as Partial<RowDefinition>), operation, 'in')).toEqual(expected);
  });
  it('every way of transferring a hole has its name and its card, shown while holes are drilled and not else', () => {
    for (const way of TRANSFER_WAYS) {
      expect(TRANSFER_WORDS[way]).not.toBe('');
      expect(makingSentences(row({ transfer: way }), 'drilled', 'in')).toEqual(TRANSFER_CARDS[way]);
      expect(makingSentences(row({ transfer: way }), 'set', 'in')).toEqual([]);
    }
  });
});

describe('a sheet that gave way before', () => {
  it.each([
    [1, false],
    [2, true],
    [3, true],
  ])('%i times: stop said %s', (before, isStop) => {
    expect(bendSentence(before).includes('stop')).toBe(isStop);
  });
});
