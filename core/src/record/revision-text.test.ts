import { describe, expect, it } from 'vitest';
import { readRevision } from './revision-text';

describe('a revised page as it is typed', () => {
  it('one page or several, each once, whatever is around them', () => {
    expect(readRevision({ name: ' FL-07, FL-08 ;fl-07,, ', revision: ' B ', note: ' edge moved ' })).toEqual({
      ok: true,
      names: ['FL-07', 'FL-08'],
      revision: 'B',
      note: 'edge moved',
    });
  });
  it.each<[string, string, readonly string[]]>([
    ['', '', ['name page-name-missing', 'revision page-revision-missing']],
    [' , ;', 'B', ['name page-name-missing']],
    ['FL-07', '  ', ['revision page-revision-missing']],
  ])('%j revision %j: each fault at its field', (name, revision, wanted) => {
    const read = readRevision({ name, revision, note: '' });
    expect(read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`)).toEqual(wanted);
  });
});
