import type { AssemblyAnswer } from '#contract/answers';
import { describe, expect, it } from 'vitest';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { holesInPlan } from '#core/record/holes';
import { mark, part, rowOf } from '../../../core/test/build';
import { answerOf } from '../../test/answer';
import { RowModels, rowModelsOf } from './row-model';
import { inSlices } from './slices';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)];

function rowNamed(id: string): Entity<'row'> {
  const row = rowOf(['skin', 'rib'], 4);
  return { kind: 'row', id, version: 1, definition: { ...row, name: id, layers: row.layers.map((l, i) => ({ ...l, id: `${id}/${i}` })) } };
}

const ROWS = ['one', 'two', 'three'].map(rowNamed);

const answer = (rows: readonly Entity<'row'>[], more: Partial<AssemblyAnswer> = {}) => answerOf('a', PARTS, rows, more);

/** Marks on rows and on whole parts, undos among them, the same at every run. */
function randomMarks(count: number, seed: number): Mark[] {
  let s = seed;
  const next = (n: number) => (s = (s * 48271) % 2147483647) % n;
  const made: Mark[] = [];
  for (let i = 0; i < count; i++) {
    const row = ROWS[next(ROWS.length)] as Entity<'row'>;
    const { holes, layers } = row.definition;
    const holeIds = [holesInPlan(holes)[next(4)]?.id ?? ''];
    const base = { doneAt: `2026-11-${String(1 + next(28)).padStart(2, '0')}T10:00:00.000Z`, rowId: row.id };
    const id = `${seed}/${i}`;
    const what = next(8);
    const undone = made[next(Math.max(1, made.length))];
    if (what === 0 && undone) made.push(mark(id, { ...base, rowId: undone.rowId, kind: 'undo', payload: { undoes: undone.id } }));
    else if (what === 1) made.push(mark(id, { ...base, kind: 'primed', payload: { partIds: [PARTS[next(2)]?.id ?? ''] } }));
    else if (what === 2) made.push(mark(id, { ...base, kind: 'arrived', payload: { partIds: [PARTS[next(2)]?.id ?? ''] } }));
    else if (what === 3) made.push(mark(id, { ...base, kind: 'drilled', holeIds }));
    else if (what === 4)
      made.push(mark(id, { ...base, kind: 'deviation', holeIds, payload: { deviation: { kind: 'oversize', verdict: 'keep' } } }));
    else made.push(mark(id, { ...base, kind: 'deburred', side: 'head', layerIds: [layers[0]?.id ?? ''], holeIds }));
  }
  return made;
}

describe('the rows of an assembly with their record', () => {
  it('are the same, made again and again as marks come, as made once from all of them', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const marks = randomMarks(40, seed);
      const kept = new RowModels();
      const data = answer(ROWS);
      for (let n = 0; n <= marks.length; n++) kept.of(data, marks.slice(0, n));
      expect(kept.of(data, marks), `seed ${seed}`).toEqual(new RowModels().of(data, marks));
    }
  });
  it('are the same list while nothing changes, whoever asks; a mark makes its own row alone anew', () => {
    const data = answer(ROWS);
    const drilled = mark('m', { rowId: 'two', kind: 'drilled', holeIds: [holesInPlan(ROWS[1]?.definition.holes ?? [])[0]?.id ?? ''] });
    const first = rowModelsOf('a').of(data, []);
    expect(rowModelsOf('a').of(data, [])).toBe(first);
    const second = rowModelsOf('a').of(data, [drilled]);
    expect(second.map((r, i) => r === first[i])).toEqual([true, false, true]);
    expect(second[1]?.progress.done).toBeGreaterThan(first[1]?.progress.done ?? Infinity);
    expect(rowModelsOf('b').of(data, [])).not.toBe(second);
  });
  it('a mark that is gone again, on a server that was put back, is gone from them', () => {
    const data = answer(ROWS);
    const marks = randomMarks(20, 5);
    const kept = new RowModels();
    kept.of(data, marks);
    expect(kept.of(data, marks.slice(0, 7))).toEqual(new RowModels().of(data, marks.slice(0, 7)));
  });
  it('what was made ahead is what is shown then, whatever was shown between', async () => {
    const [data, changed] = [answer(ROWS), answer(ROWS.slice(1))];
    const marks = randomMarks(30, 9);
    const kept = new RowModels();
    const isMaking = kept.ahead(
      changed,
      marks,
      inSlices(() => false),
    );
    kept.of(data, marks);
    await isMaking;
    expect(kept.of(changed, marks)).toEqual(new RowModels().of(changed, marks));
    expect(kept.of(data, marks)).toEqual(new RowModels().of(data, marks));
  });
  it('of a few assemblies only: what was made of others is let go', () => {
    const data = answer(ROWS);
    const first = rowModelsOf('first').of(data, []);
    for (const id of ['second', 'third', 'fourth']) rowModelsOf(id).of(data, []);
    expect(rowModelsOf('first').of(data, [])).not.toBe(first);
  });
});
