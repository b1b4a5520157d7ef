import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { dentsOf } from './dents';

const dent = (id: string, partId: string) =>
  mark(id, { kind: 'dent', holeIds: [], payload: { partIds: [partId], dent: { where: 'by the edge' } } });
const settle = (id: string, because: string, dented: 'dressed' | 'left', second: number) =>
  mark(id, {
    kind: 'dent-settled',
    holeIds: [],
    doneAt: `2026-11-29T10:00:0${second}.000Z`,
    payload: { partIds: ['p1'], because, dented },
  });
const found = (marks: Parameters<typeof dentsOf>[0]) =>
  dentsOf(marks, new Set(['p1'])).map((d) => [d.found.id, d.settled?.payload.dented ?? null]);

describe('dents of parts', () => {
  it('are open until something is said of them; the later answer counts', () => {
    expect(found([dent('d1', 'p1'), dent('d2', 'p2')])).toEqual([['d1', null]]);
    expect(found([dent('d1', 'p1'), settle('s2', 'd1', 'left', 2), settle('s1', 'd1', 'dressed', 1)])).toEqual([['d1', 'left']]);
  });
  it('go with a part that is scrapped; one of the new part is its own', () => {
    const scrap = mark('s', { kind: 'scrapped', holeIds: [], doneAt: '2027-01-01T00:00:00.000Z', payload: { partIds: ['p1'] } });
    const later = { ...dent('d2', 'p1'), doneAt: '2027-01-02T00:00:00.000Z' };
    expect(dentsOf([dent('d1', 'p1'), scrap, later], new Set(['p1'])).map((d) => [d.found.id, d.isGone])).toEqual([
      ['d1', true],
      ['d2', false],
    ]);
  });
  it('a dent or an answer taken back does not count', () => {
    const undo = (id: string) => mark(`u${id}`, { kind: 'undo', holeIds: [], payload: { undoes: id } });
    expect(found([dent('d1', 'p1'), undo('d1')])).toEqual([]);
    expect(found([dent('d1', 'p1'), settle('s1', 'd1', 'left', 1), undo('s1')])).toEqual([['d1', null]]);
  });
});
