import { describe, expect, it } from 'vitest';
import { ids, part, rowOf } from '../../test/build';
import { editsOfDrawing, evenPitch, leastGap, placeHoles, typedMm, type DrawnLine } from './compose-drawing';
import type { Entity, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';

const line = (count: number, step: number, more: Partial<DrawnLine> = {}): DrawnLine => ({
  name: 'drawn',
  rowId: null,
  places: Array.from({ length: count }, (_, i) => ({ x: i * step, y: 5 })),
  ...more,
});
const entity = (id: string, definition: RowDefinition): Entity<'row'> => ({ kind: 'row', id, version: 4, definition });
const context = () => ({ assemblyId: 'a', units: 'in' as const, parts: [part('p1', 'skin', 0.025)], newId: ids(7) });
const edits = (lines: DrawnLine[], rows: Entity<'row'>[] = [], stack = 'skin .025 / rib .032 : 426AD3') => {
  const made = editsOfDrawing(lines, stack, rows, context(), 5);
  if (!made.ok) throw new Error(made.problem.code);
  return made.value;
};

describe('gaps of a drawn line', () => {
  it.each([
    ['nothing', [], null, null],
    ['one hole', [0], null, null],
    ['even', [0, 20, 40], 20, 20],
    ['as uneven as counts as even', [0, 20, 40.14], 20.07, 20],
    ['a little more', [0, 20, 40.16], null, 20],
  ])('%s', (_, xs, pitch, least) => {
    const places = xs.map((x) => ({ x, y: 0 }));
    if (pitch === null) expect(evenPitch(places)).toBeNull();
    else expect(evenPitch(places)).toBeCloseTo(pitch, 9);
    expect(leastGap(places)).toBe(least);
  });
  it('a length is kept as if typed, in twenty letters', () => {
    expect(typedMm(25.4, 'in')).toEqual({ mm: 25.4, text: '1.0', units: 'in' });
    expect(typedMm(1 / 3, 'mm').text.length).toBeLessThanOrEqual(20);
  });
});

describe('rows from a drawing', () => {
  it('a new row with its holes where they are drawn, the missing part made once for all lines', () => {
    const made = edits([line(4, 20), line(3, 30, { name: 'second' })]);
    expect(made.map((e) => e.kind)).toEqual(['part', 'row', 'row']);
    const rows = made.flatMap((e) => (e.kind === 'row' && e.definition ? [e.definition as RowDefinition] : []));
    expect(rows.map((r) => [r.name, r.order, r.holes.length, r.pitch?.mm])).toEqual([
      ['drawn', 5, 4, 20],
      ['second', 6, 3, 30],
    ]);
    expect(rows[0]?.holes.map((h) => h.at)).toEqual(line(4, 20).places);
    expect(rows[0]?.layers[0]?.partId).toBe('p1');
    expect(rows[0]?.layers[1]?.partId).toBe(made[0]?.id);
    expect(rows[1]?.layers[1]?.partId).toBe(made[0]?.id);
    expect(new Set(made.map((e) => e.id)).size).toBe(3);
  });
  it('a row that is there gets its places, its ids and marks stay; nothing else is touched', () => {
    const before = rowOf(['p1'], 4);
    const [edit] = edits([line(4, 20, { rowId: 'r' })], [entity('r', before)], 'not read at all');
    expect(edit).toMatchObject({ kind: 'row', id: 'r', expectedVersion: 4 });
    const after = edit?.definition as RowDefinition;
    expect(after.holes.map((h) => h.id)).toEqual(before.holes.map((h) => h.id));
    expect({ ...after, holes: [] }).toEqual({ ...before, holes: [] });
  });
  it('holes out of the plan keep out of it and take no place', () => {
    const base = rowOf(['p1'], 4);
    const before = { ...base, holes: base.holes.map((h, i) => (i === 1 ? { ...h, out: true } : h)) };
    const after = placeHoles(before, line(3, 20).places, ids(8));
    expect(after.holes.map((h) => h.at?.x)).toEqual([0, undefined, 20, 40]);
    expect(holesInPlan(after.holes)).toHaveLength(3);
  });
  it.each([
    ['more holes drawn', line(5, 20, { rowId: 'r' }), { row: 4, drawn: 5 }],
    ['fewer', line(3, 20, { rowId: 'r' }), { row: 4, drawn: 3 }],
    ['a row that is gone', line(4, 20, { rowId: 'x' }), { row: 0, drawn: 4 }],
  ])('%s: refused with both counts', (_, drawn, data) => {
    const made = editsOfDrawing([drawn], '', [entity('r', rowOf(['p1'], 4))], context(), 1);
    expect(made).toMatchObject({ ok: false, problem: { code: 'holes-differ', data } });
  });
  it('a stack that does not read, and a part of another thickness, are refused', () => {
    expect(editsOfDrawing([line(3, 20)], 'skin', [], context(), 1).ok).toBe(false);
    expect(editsOfDrawing([line(3, 20)], 'skin .032 / rib .032 : 426AD3', [], context(), 1).ok).toBe(false);
  });
  it('a single hole has no pitch', () => {
    const [, row] = edits([line(1, 0)]);
    expect((row?.definition as RowDefinition).pitch).toBeNull();
  });
});
