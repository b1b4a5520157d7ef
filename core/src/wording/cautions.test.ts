import { describe, expect, it } from 'vitest';
import { cautionsFor } from './cautions';

describe('cautions', () => {
  it.each([
    [['none', 'none'], ['Drilling']],
    [
      ['dimple', 'dimple'],
      ['Drilling', 'Dimpling'],
    ],
    [
      ['dimple', 'countersink', 'none'],
      ['Drilling', 'Dimpling', 'Countersinking'],
    ],
    [
      ['countersink', 'none'],
      ['Drilling', 'Countersinking'],
    ],
  ] as const)('for %j', (preps, starts) => {
    expect(cautionsFor(preps).map((c) => c.split(':')[0])).toEqual(starts);
  });
});
