import type { AssemblyAnswer } from '#contract/answers';
import { describe, expect, it } from 'vitest';
import { deriveSequence } from '#core/access/model';
import { withAccess } from '#core/access/arrange';
import type { Entity } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { workOrderOf } from '#core/record/order';
import { benchOf } from '#core/work/bench';
import { KIT, mark, part, rowOf } from '../../../core/test/build';
import { answerOf } from '../../test/answer';
import { lastOf } from './last-of';
import { RowModels, rowModelsOf } from './row-model';
import { derivedOf, guardedWork, sequenceModel, setupsLeft, workAhead } from './sequence-work';
import { inSlices } from './slices';

const PARTS = ['skin', 'rib', 'spar'].map((name, i) => part(name, name, 0.025 + i * 0.008));
const NO_TOOLS: readonly Entity<'tool'>[] = [];

function rowNamed(n: number): Entity<'row'> {
  const row = rowOf(['skin', n % 2 === 0 ? 'rib' : 'spar'], 5);
  const layers = row.layers.map((l, i) => ({ ...l, id: `${n}/${i}` }));
  return { kind: 'row', id: `row ${n}`, version: 1, definition: { ...row, name: `Row ${n}`, order: n, layers } };
}

const answer = (id: string, count: number) =>
  answerOf(
    id,
    PARTS,
    Array.from({ length: count }, (_, i) => rowNamed(i)),
  );

const drilled = (data: AssemblyAnswer, n: number): Mark => {
  const row = data.rows[n] as Entity<'row'>;
  return mark(`m${n}`, { rowId: row.id, kind: 'drilled', holeIds: holesInPlan(row.definition.holes).map((h) => h.id) });
};

describe('what is left to do, for whichever view asks', () => {
  const data = answer('a', 40);
  const marks = [drilled(data, 3), drilled(data, 4)];
  const order = workOrderOf(KIT.work);
  const never = inSlices(() => false);
  it('worked out ahead it is the same as made at once, and is there already', async () => {
    expect(await workAhead(data, marks, NO_TOOLS, never)).toBe(true);
    const rows = rowModelsOf('a').of(data, marks);
    const model = sequenceModel(data, rows, NO_TOOLS);
    const derived = derivedOf(model);
    expect(derivedOf(sequenceModel(data, rows, NO_TOOLS))).toBe(derived);
    expect(setupsLeft(rows, order)).toBe(setupsLeft(rows, order));
    /* Made anew, by other objects, from the start. */
    const anew = new RowModels().of(data, marks);
    const plain = deriveSequence(sequenceModel(data, anew, []));
    expect(derived.operations).toEqual(plain.operations);
    expect(derived.left).toEqual(plain.left);
    expect([...derived.progress]).toEqual([...plain.progress]);
    expect(guardedWork(derived.left, derived.access).left).toEqual(withAccess(plain.left, plain.access).operations);
    const bench = anew.map((r) => ({ id: r.entity.id, row: r.entity.definition, steps: r.steps, uses: r.setups, states: r.states }));
    expect(setupsLeft(rows, order)).toEqual(benchOf(bench, { parts: anew[0]?.partsDone ?? new Set(), order }));
  });
  it('a mark that finishes no operation leaves what is left the same list; one that does, another', () => {
    const one = { ...drilled(data, 5), holeIds: drilled(data, 5).holeIds.slice(0, 1) };
    const at = (list: readonly Mark[]) => derivedOf(sequenceModel(data, rowModelsOf('a').of(data, list), NO_TOOLS));
    const before = at(marks);
    const begun = at([...marks, one]);
    expect(begun.left).toBe(before.left);
    expect(begun.progress).not.toBe(before.progress);
    expect(at([...marks, one, drilled(data, 6)]).left).not.toBe(before.left);
  });
  it('as marks come one by one it is what it would be made anew from all of them', () => {
    const few = answer('c', 6);
    const came: Mark[] = [];
    let s = 7;
    const next = (n: number) => (s = (s * 48271) % 2147483647) % n;
    for (let i = 0; i < 40; i++) {
      const row = few.rows[next(few.rows.length)] as Entity<'row'>;
      const holes = holesInPlan(row.definition.holes).map((h) => h.id);
      const undone = came[next(Math.max(1, came.length))];
      const at = { rowId: row.id, doneAt: `2026-11-${String(1 + (i % 28)).padStart(2, '0')}T10:00:00.000Z` };
      const what = next(4);
      came.push(
        what === 0 && undone
          ? mark(`${i}`, { ...at, rowId: undone.rowId, kind: 'undo', payload: { undoes: undone.id } })
          : what === 1
            ? mark(`${i}`, { ...at, rowId: 'c', kind: 'take-apart', payload: { partIds: PARTS.map((p) => p.id) } })
            : mark(`${i}`, { ...at, kind: 'drilled', holeIds: next(2) === 0 ? holes : holes.slice(0, 2) }),
      );
      const derived = derivedOf(sequenceModel(few, rowModelsOf('c').of(few, [...came]), NO_TOOLS));
      const anew = deriveSequence(sequenceModel(few, new RowModels().of(few, [...came]), []));
      expect([...derived.progress], `after ${i + 1} marks`).toEqual([...anew.progress]);
      expect(derived.left).toEqual(anew.left);
    }
  });
  it('is no further worked out once nobody waits', async () => {
    const other = answer('b', 300);
    let asked = 0;
    expect(await workAhead(other, [], NO_TOOLS, async () => Promise.resolve(++asked < 20))).toBe(false);
    expect(asked).toBe(20);
  });
});

describe('the last answer', () => {
  it('is given again for the very same things, and for nothing else', () => {
    let made = 0;
    const sum = lastOf((a: readonly number[], b: number) => (made++, a.length + b));
    const list = [1, 2];
    expect([sum(list, 1), sum(list, 1), sum(list, 2), sum([1, 2], 2), sum(list, 2)]).toEqual([3, 3, 4, 4, 4]);
    expect(made).toBe(4);
  });
  it('that there is none is an answer, too', () => {
    let made = 0;
    const none = lastOf((_: object): null => (made++, null));
    const thing = {};
    expect([none(thing), none(thing)]).toEqual([null, null]);
    expect(made).toBe(1);
  });
});
