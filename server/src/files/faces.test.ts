import { describe, expect, it } from 'vitest';
import { allFaces, faceFor } from './faces';

describe('the face a text is written in', () => {
  it.each([
    ['plain', 'Keel, lower', 'text', 'Keel, lower'],
    ['Polish', 'Wręga łódź', 'text', 'Wręga łódź'],
    ['Czech', 'Žebro č. 3', 'text', 'Žebro č. 3'],
    ['Greek', 'Νευρό 3', 'text', 'Νευρό 3'],
    ['Cyrillic', 'Шпангоут 3', 'text', 'Шпангоут 3'],
    ['Vietnamese', 'Sườn dưới', 'text', 'Sườn dưới'],
    ['signs', 'Ø 3/32 ≤ 2 D, 100° ½', 'text', 'Ø 3/32 ≤ 2 D, 100° ½'],
    ['an arrow and a mark', 'row → sheet ▪', null, 'row → sheet ▪'],
    ['Hebrew', 'צלע 3', 'wide', 'צלע 3'],
    ['a letter no face has', 'rib 中', 'wide', 'rib [U+4E2D]'],
    ['beyond the first plane', 'rib 🛩', null, /^rib (🛩|\[U\+1F6E9\])$/],
    ['line breaks', 'two\r\nlines\tand', 'text', 'two lines and'],
  ])('%s', (_, text, face, written) => {
    const got = faceFor(text, false);
    if (face !== null) expect(got.face).toBe(face);
    if (typeof written === 'string') expect(got.written).toBe(written);
    else expect(got.written).toMatch(written);
  });
  it('has bold faces too, and no two names that differ look the same', () => {
    expect(faceFor('Wręga', true).face).toBe('text-bold');
    expect(faceFor('中', true)).toEqual({ face: 'wide-bold', written: '[U+4E2D]' });
    expect(faceFor('中', false).written).not.toBe(faceFor('文', false).written);
    expect(allFaces().map((f) => f.name)).toEqual(['text', 'text-bold', 'wide', 'wide-bold']);
  });
});
