import { describe, expect, it } from 'vitest';
import { mark, rowOf } from '../../test/build';
import { foldDone } from '../done/hole-done';
import type { DrillWork } from '../record/mark-work';
import { inches } from '../units/length';
import { drilledThroughOld, piecesOfPart } from './pieces-of-part';

const ROW = rowOf(['skin', 'rib'], 4);
const IDS = ROW.holes.map((h) => h.id);
const at = (n: number) => `2026-11-01T10:00:0${n}.000Z`;
const piece = (id: string, kind: 'scrapped' | 'arrived', n: number, more: object = {}) =>
  mark(id, { kind, rowId: 'a', doneAt: at(n), payload: { partIds: ['rib'], ...more } });
const drilled = (id: string, n: number, inch: number, holeIds: readonly string[], more: Partial<DrillWork> = {}) =>
  mark(id, {
    kind: 'drilled',
    holeIds,
    doneAt: at(n),
    payload: { work: { bitMm: inches(inch), holeMm: inches(inch), tool: 'drill', partIds: ['skin', 'rib'], ...more } },
  });

describe('the pieces of a part', () => {
  it('which is there and which are away, with when and why; one put back is away no more', () => {
    const gone = piece('s', 'scrapped', 1, { note: 'flange cracked' });
    expect(piecesOfPart([], 'rib')).toEqual({ now: 1, earlier: [] });
    const first = { number: 1, endedAt: at(1), why: 'flange cracked' };
    expect(piecesOfPart([gone], 'rib')).toEqual({ now: 2, earlier: [first] });
    expect(piecesOfPart([gone, piece('n', 'arrived', 2)], 'rib')).toEqual({ now: 2, earlier: [first] });
    expect(piecesOfPart([gone, piece('n', 'arrived', 2), piece('b', 'arrived', 3, { putBack: 1 })], 'rib')).toEqual({
      now: 1,
      earlier: [{ number: 2, endedAt: at(3), why: '' }],
    });
    /* A new one never came: there is none to put back. */
    expect(piecesOfPart([gone, piece('b', 'arrived', 2, { putBack: 1 })], 'rib')).toEqual({ now: 1, earlier: [] });
    expect(piecesOfPart([gone], 'skin').earlier).toEqual([]);
  });
});

describe('drilled through the old one as a pattern', () => {
  const [a, b, c, d] = IDS as [string, string, string, string];
  const before = [
    drilled('1', 0, 0.098, [a, b], { places: { [a]: { x: 1, y: 2 } }, isAlongRow: true }),
    drilled('2', 1, 0.1285, [c]),
    piece('s', 'scrapped', 3),
    piece('n', 'arrived', 4),
  ];
  const holes = (marks: Parameters<typeof foldDone>[0]) => [
    { id: 'r', row: ROW, done: foldDone(marks, () => ROW.layers).rows.get('r') ?? new Map() },
  ];
  it('each hole of the old piece, as large and where it had it; holes it had not stay open', () => {
    const wishes = drilledThroughOld(holes(before), 'rib', 1);
    expect(wishes.map((w) => [w.holeIds, w.payload.work])).toEqual([
      [
        [a, b],
        expect.objectContaining({
          holeMm: inches(0.098),
          partIds: ['rib'],
          asPattern: true,
          places: { [a]: { x: 1, y: 2 } },
          isAlongRow: true,
        }),
      ],
      [[c], expect.not.objectContaining({ places: expect.anything() as unknown })],
    ]);
    const after = [...before, ...wishes.map((w, i) => mark(`w${i}`, { ...w, doneAt: at(5) }))];
    const sheets = (id: string) =>
      foldDone(after, () => ROW.layers)
        .rows.get('r')
        ?.get(id)
        ?.sheets.get('rib');
    expect([sheets(a)?.diameter, sheets(c)?.diameter, sheets(d)]).toEqual([inches(0.098), inches(0.1285), undefined]);
    expect(sheets(a)?.edges).toEqual({ marked: 'burr', other: 'burr' });
    expect(drilledThroughOld(holes(after), 'rib', 1)).toEqual([]);
  });
  it('a hole drilled in the new piece already, one that was filled, and another part are left alone', () => {
    const again = [...before, drilled('3', 5, 0.098, [a], { partIds: ['rib'] })];
    expect(drilledThroughOld(holes(again), 'rib', 1).flatMap((w) => w.holeIds)).toEqual([b, c]);
    const filled = mark('f', { kind: 'left-over-settled', holeIds: [b], doneAt: at(2), payload: { settled: 'filled' } });
    expect(drilledThroughOld(holes([...before, filled]), 'rib', 1).flatMap((w) => w.holeIds)).toEqual([a, c]);
    expect(drilledThroughOld(holes(before), 'skin', 1)).toEqual([]);
  });
});
