import { describe, expect, it } from 'vitest';
import { part, rowOf } from '../../test/build';
import { Finder, saying } from './find';
import { rowWords } from './row-words';

const PARTS = new Map(
  [part('b', 'bottom skin', 0.025, 'L'), part('k', 'keel angle', 0.063, 'L'), part('d', 'deck skin', 0.025)].map((p) => [
    p.id,
    p.definition,
  ]),
);
const SUMMARY = { callout: 'MS20426AD3-3.5', verdict: 'ok', preps: ['dimple', 'countersink'] };
const rows = [
  { id: '1', ...rowWords(rowOf(['b', 'k'], 3, { name: 'Keel, forward half', page: 'FL-07', hand: 'L' }), PARTS, undefined, SUMMARY) },
  { id: '2', ...rowWords(rowOf(['b', 'k'], 3, { name: 'Keel, aft half', page: 'FL-07 rev B', dash: 4, hand: 'R' }), PARTS, undefined, { ...SUMMARY, verdict: 'stop' }) },
  { id: '3', ...rowWords(rowOf(['d', 'k'], 3, { name: 'Deck edge', page: 'FL-08', head: 'protruding' }), PARTS, undefined, null) },
]; // prettier-ignore
const finder = new Finder(rows);
const found = (question: string) => finder.find(question, 10).map((r) => r.id);

describe('found as one would say it', () => {
  it.each([
    ['flush 3/32 rows on the bottom skin', ['1']],
    ['flush rows on the bottom skin', ['1', '2']],
    ['page FL-07', ['1', '2']],
    ['fl-07', ['1', '2']],
    ['keel', ['1', '2', '3']],
    ['aft keel', ['2']],
    ['keel aft, half', ['2']],
    ['426AD3-3.5', ['1', '2']],
    ['ms20426ad3', ['1', '2']],
    ['stop', ['2']],
    ['left keel', ['1']],
    ['protruding', ['3']],
    ['dimple', ['1', '2']],
    ['#30', ['2']],
    ['nothing like it', []],
    ['the of', []],
    ['', []],
  ])('%s', (question, ids) => expect(found(question)).toEqual(ids));
  it('what the title says comes before what else it is called by', () => {
    const two = new Finder([
      { id: 'by part', title: 'Frame', words: ['chine strip'] },
      { id: 'by name', title: 'Chine lap', words: [] },
    ]);
    expect(two.find('chine', 5).map((f) => f.id)).toEqual(['by name', 'by part']);
  });
  it('no more than asked for', () => expect(finder.find('keel', 2)).toHaveLength(2));
  it('words without an s of the plural, numbers as they are', () =>
    expect(saying('All rows, 3/32" holes (12)')).toEqual(['row', '3/32"', 'hole', '12']));
});
