import { describe, expect, it } from 'vitest';
import { readCageTyped, type CageTyped } from './cage-text';

const good: CageTyped = { way: 'computed', clicks: '8', scrap: '', toolId: '', note: '' };
const faults = (more: Partial<CageTyped>) => {
  const read = readCageTyped({ ...good, ...more });
  return read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`);
};

describe('a cage set anew as it is typed', () => {
  it.each<[Partial<CageTyped>, string[]]>([
    [{}, []],
    [{ clicks: '' }, []],
    [{ clicks: '200' }, []],
    [{ clicks: '200.5' }, ['clicks cage-clicks']],
    [{ clicks: '\u2212200' }, []],
    [{ clicks: '-201' }, ['clicks cage-clicks']],
    [{ clicks: 'eight' }, ['clicks cage-clicks']],
    [{ way: 'trial' }, ['scrap cage-trial-without-scrap']],
    [{ way: 'trial', scrap: 'flush' }, []],
    [{ way: 'trial', clicks: 'x' }, ['clicks cage-clicks', 'scrap cage-trial-without-scrap']],
  ])('%j: %j', (more, told) => expect(faults(more)).toEqual(told));
  it('says what was said, and nothing of what was not', () => {
    expect(readCageTyped({ ...good, clicks: ' ' })).toEqual({ ok: true, cage: { way: 'computed' } });
    expect(readCageTyped({ way: 'trial', clicks: '7,5', scrap: 'proud', toolId: 't', note: ' worn ' })).toEqual({
      ok: true,
      cage: { way: 'trial', pastFlush: 7.5, scrap: 'proud', toolId: 't' },
      note: 'worn',
    });
  });
});
