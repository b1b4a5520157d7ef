import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutText, halfCharacterIn } from './whole-text';

describe('texts are whole', () => {
  it.each([
    ['plain', 'Keel', null],
    ['a whole pair', 'Keel \u{1F6E0}', null],
    ['its first half', 'Keel \uD83D', ''],
    ['its second half', '\uDEE0 Keel', ''],
    ['in a list of a document', { marks: [{ payload: { note: 'x\uD83D' } }] }, 'marks[0].payload.note'],
    ['in a key', { a: { 'b\uD83D': 1 } }, 'a'],
    ['numbers and nothing', { a: [1, null, true] }, null],
  ])('%s', (_, value, wanted) => expect(halfCharacterIn(value)).toBe(wanted));
  it('a cut never leaves half a character', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 20 }), fc.integer({ min: 0, max: 30 }), (text, max) => {
        const cut = cutText(text, max);
        return cut.length <= max && text.startsWith(cut) && halfCharacterIn(cut) === null && cut.length >= Math.min(text.length, max) - 1;
      }),
      { seed: 8, numRuns: 500 },
    );
  });
});
