import { describe, expect, it } from 'vitest';
import type { Mark } from '../record/marks';
import { scrappedParts } from './scrapped';

const mark = (id: string, kind: 'scrapped' | 'arrived' | 'undo', second: number, payload: object): Mark =>
  ({
    id,
    kind,
    v: 1,
    rowId: 'a',
    holeIds: [],
    layerIds: [],
    side: null,
    doneAt: `2026-11-28T10:00:0${second}.000Z`,
    recordedAt: `2026-11-28T10:00:0${second}.000Z`,
    person: 'p',
    device: 'd',
    payload,
  }) as unknown as Mark;
const scrapped = mark('s', 'scrapped', 1, { partIds: ['rib'] });
const came = mark('c', 'arrived', 2, { partIds: ['rib'] });

describe('scrapped parts', () => {
  it.each([
    [[], []],
    [[scrapped], ['rib']],
    [[scrapped, came], []],
    [[came, scrapped], []],
    [[scrapped, came, mark('t', 'scrapped', 3, { partIds: ['rib'] })], ['rib']],
    [[scrapped, mark('u', 'undo', 3, { undoes: 's' })], []],
    [[scrapped, came, mark('u', 'undo', 3, { undoes: 'c' })], ['rib']],
  ])('case %#', (marks, expected) => {
    expect([...scrappedParts(marks as Mark[])]).toEqual(expected);
  });
});
