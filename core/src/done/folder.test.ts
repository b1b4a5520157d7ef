import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { foldDone, type RecordDone } from './hole-done';
import { MarkFolder } from './folder';
import type { Mark } from '../record/marks';

/** Everything a record comes to, in an order of its own, so that two can be compared. */
const plain = (f: RecordDone) => {
  const sorted = <V>(map: ReadonlyMap<string, V>) => [...map].sort(([a], [b]) => (a < b ? -1 : 1));
  return {
    rows: sorted(f.rows).map(([id, holes]) => [
      id,
      sorted(holes).map(([h, d]) => [
        h,
        {
          ...d,
          keys: sorted(d.keys),
          sheets: sorted(d.sheets).map(([id, s]) => [id, { ...s, causes: null }]),
          earlier: sorted(d.earlier).map(([id, s]) => [id, { ...s, causes: null }]),
          causes: null,
        },
      ]),
    ]),
    parts: [sorted(f.parts.steps), sorted(f.parts.pieces)],
  };
};

/** Marks of every sort, undos of undos among them, the same at every run. */
function randomMarks(count: number, seed: number): Mark[] {
  let s = seed;
  const next = (n: number) => (s = (s * 48271) % 2147483647) % n;
  const made: Mark[] = [];
  for (let i = 0; i < count; i++) {
    const base = { doneAt: `2026-11-${String(1 + next(28)).padStart(2, '0')}T10:00:00.000Z`, rowId: `r${next(4)}` };
    const id = `m${String(i).padStart(3, '0')}`;
    const what = next(10);
    if (what < 3 && made.length > 0) {
      const target = made[next(made.length)] as Mark;
      made.push(mark(id, { ...base, rowId: target.rowId, kind: 'undo', payload: { undoes: target.id } }));
    } else if (what === 3) made.push(mark(id, { ...base, kind: 'scuffed', rowId: 'a', payload: { partIds: [`p${next(3)}`] } }));
    else if (what === 4) made.push(mark(id, { ...base, kind: 'removed', holeIds: [`h${next(5)}`] }));
    else if (what === 5) made.push(mark(id, { ...base, kind: 'set', holeIds: [`h${next(5)}`] }));
    else
      made.push(
        mark(id, { ...base, kind: 'deburred', side: 'head', layerIds: [`l${next(2)}`], holeIds: [`h${next(5)}`, `h${5 + next(5)}`] }),
      );
  }
  return made;
}

describe('folding a record that grows', () => {
  it('is the same as folding it whole, in whatever pieces and order it comes', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const marks = randomMarks(80, seed);
      const shuffled = [...marks].sort((a, b) => ((a.id.charCodeAt(3) * seed) % 7) - ((b.id.charCodeAt(3) * seed) % 7));
      const folder = new MarkFolder();
      for (let n = 0; n <= shuffled.length; n += 1 + (seed % 9)) folder.update(shuffled.slice(0, n));
      expect(plain(folder.update(shuffled)), `seed ${seed}`).toEqual(plain(foldDone(marks)));
    }
  });
  it('rows that did not change keep their identity; nothing new is the same answer', () => {
    const folder = new MarkFolder();
    const marks = [mark('a', { rowId: 'r1', holeIds: ['h'] }), mark('b', { rowId: 'r2', holeIds: ['h'] })];
    const first = folder.update(marks);
    expect(folder.update([...marks, mark('a', { rowId: 'r1', holeIds: ['h'] })])).toBe(first);
    const second = folder.update([...marks, mark('c', { rowId: 'r2', holeIds: ['i'] })]);
    expect(second.rows.get('r1')).toBe(first.rows.get('r1'));
    expect(second.rows.get('r2')).not.toBe(first.rows.get('r2'));
    expect(second.parts).toBe(first.parts);
  });
  it('an undo that comes before its mark counts when the mark is there', () => {
    const folder = new MarkFolder();
    const undo = mark('u', { kind: 'undo', rowId: 'elsewhere', payload: { undoes: 'a' } });
    folder.update([undo]);
    expect(plain(folder.update([undo, mark('a', { holeIds: ['h'] })])).rows).toEqual([]);
  });
  it('a mark that is gone is gone, whatever else came in the meantime', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const marks = randomMarks(60, seed);
      const folder = new MarkFolder();
      folder.update(marks.slice(0, 50));
      const left = marks.filter((_, i) => (i * 7 + seed) % 11 !== 0);
      expect(plain(folder.update(left)), `seed ${seed}`).toEqual(plain(foldDone(left)));
      expect(plain(folder.update(marks)), `seed ${seed}`).toEqual(plain(foldDone(marks)));
    }
  });
});
