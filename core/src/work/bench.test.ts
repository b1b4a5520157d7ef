import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, fold, KIT, mark, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import type { RowDefinition } from '../record/definitions';
import { rankOf, workOrderOf } from '../record/order';
import { stackOf } from '../record/stack-of';
import { stepsOf } from '../record/steps';
import type { Mark } from '../record/marks';
import { itemAmount, setupName } from '../wording/setups';
import { benchOf, marksFor, type BenchRow } from './bench';
import { setupsOf } from '../setup/setup';

const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'rib', 0.032), part('p3', 'spar', 0.063)].map((p) => [p.id, p.definition]));
const kit = { ...KIT, work: { scuff: true, prime: false, scuffAfterDimple: false } };

function bench(rows: { id: string; row: RowDefinition }[], marks: Mark[] = []) {
  const folded = fold(marks);
  const all = rows.map(({ id, row }): BenchRow => {
    const stack = stackOf(row, { kit, parts, fasteners: NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    const plan = planStack(stack);
    const steps = stepsOf(row, plan.layers, { kit, parts });
    return { id, row, steps, uses: setupsOf(steps, row, stack, plan), states: folded.rows.get(id) ?? new Map() };
  });
  return benchOf(all, { parts: folded.parts, order: workOrderOf() });
}
const named = (setups: ReturnType<typeof bench>) => setups.map((s) => `${s.setup.operation}: ${setupName(s.setup, 'in')}`);

describe('the bench', () => {
  const thin = { id: 'r1', row: rowOf(['p1', 'p2'], 6, { hand: 'L' }) };
  const thick = { id: 'r2', row: rowOf(['p1', 'p3'], 4, { hand: 'R' }) };
  it('gathers rows by what is in the tool, in the order of the work', () => {
    const setups = bench([thin, thick]);
    expect(named(setups).sort()).toEqual([
      'countersunk: cutter 100°, pilot .098 in, .0416 in deep',
      'deburred: deburring bit, two light turns',
      'dimpled: dies 3/32, 100°, skin',
      'dimpled: dies 3/32, 100°, substructure',
      'drilled: #40, .098 in',
      'inspected: gauges, straightedge, feeler',
      'scuffed: abrasive pad',
      'set: sets 3/32, flush',
    ]);
    const ranks = setups.map((s) => rankOf(s.setup.operation, workOrderOf()));
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  });
  it('substructure dies only where a dimple comes down; skin dies under the head', () => {
    const dies = bench([thin]).filter((s) => s.setup.operation === 'dimpled');
    expect(dies.map((s) => s.items[0]?.steps.map((st) => st.partId))).toEqual(expect.arrayContaining([['p1'], ['p2']]));
  });
  it('a part of two rows is scuffed once, and waits for the machining of both', () => {
    const scuff = bench([thin, thick]).find((s) => s.setup.operation === 'scuffed');
    expect(scuff?.items.map((i) => i.partId).sort()).toEqual(['p1', 'p2', 'p3']);
    expect(scuff?.items.every((i) => i.waitsFor.includes('drilled'))).toBe(true);
  });
  it('what is done is gone; what waits says for what', () => {
    const drilled = bench([thin], [mark('a', { rowId: 'r1', holeIds: thin.row.holes.map((h) => h.id) })]);
    expect(drilled[0]?.setup.operation).toBe('deburred');
    expect(drilled[0]).toMatchObject({ openHoles: 6, readyHoles: 6 });
    expect(drilled.find((s) => s.setup.operation === 'dimpled')?.items[0]?.waitsFor).toEqual(['deburred', 'scuffed']);
  });
  it('plugs are listed apart and not counted', () => {
    const row = { ...thick.row, holes: thick.row.holes.map((h, i) => (i < 2 ? { ...h, holds: ['no-prep' as const] } : h)) };
    const csk = bench([{ id: 'r2', row }]).find((s) => s.setup.operation === 'countersunk');
    expect(csk?.items[0]).toMatchObject({
      openHoleIds: row.holes.slice(2).map((h) => h.id),
      heldHoleIds: row.holes.slice(0, 2).map((h) => h.id),
    });
  });
  it('a row stays on the bench while its locking hole waits for the angle’s check', () => {
    const row = { ...thick.row, holes: thick.row.holes.map((h, i) => (i === 3 ? { ...h, holds: ['square' as const] } : h)) };
    const ids = row.holes.map((h) => h.id);
    const most = mark('a', { rowId: 'r2', holeIds: ids.slice(0, 3) });
    const drilling = (marks: Mark[]) => bench([{ id: 'r2', row }], marks).find((s) => s.setup.operation === 'drilled')?.items[0];
    expect(drilling([most])).toMatchObject({ openHoleIds: [], heldHoleIds: ids.slice(3), openSteps: 0, waitsFor: [] });
    const checked = mark('b', { kind: 'squared', rowId: 'r2', holeIds: ids.slice(3) });
    expect(drilling([most, checked])).toMatchObject({ openHoleIds: ids.slice(3), heldHoleIds: [] });
    expect(drilling([most, checked, mark('c', { rowId: 'r2', holeIds: ids.slice(3) })])).toBeUndefined();
    expect(itemAmount(drilling([most]) ?? { partId: null, openHoleIds: ['h'] })).toBe(': check that it is square');
  });
  it('24 holes deburred on both sides of three sheets are two marks that name all 144', () => {
    const row = rowOf(['p1', 'p2', 'p3'], 24);
    const [deburr] = bench([{ id: 'r', row }], [mark('a', { holeIds: row.holes.map((h) => h.id) })]);
    const item = deburr?.items[0];
    expect(item?.openSteps).toBe(144);
    const marks = marksFor(item?.steps ?? [], item?.openHoleIds ?? []);
    expect(marks.map((m) => [m.kind, m.side, m.layerIds.length, m.holeIds.length])).toEqual([
      ['deburred', 'head', 3, 24],
      ['deburred', 'shop', 3, 24],
    ]);
    const folded = fold([
      mark('a', { holeIds: row.holes.map((h) => h.id) }),
      ...marks.map((m, i) => mark(`d${i}`, { kind: m.kind, side: m.side, layerIds: m.layerIds, holeIds: m.holeIds })),
    ]);
    expect([...(folded.rows.get('r')?.values() ?? [])].every((done) => done.size === 7)).toBe(true);
  });
  it('taking every item one by one, whatever comes first, ends with nothing to do and nothing early', () => {
    let marks: Mark[] = [];
    for (let n = 0; n < 200; n++) {
      const next = bench([thin, thick], marks)
        .flatMap((s) => s.items)
        .find((i) => i.waitsFor.length === 0);
      if (!next) break;
      const plans = marksFor(next.steps, next.openHoleIds);
      marks = marks.concat(
        plans.map((m, i) =>
          mark(`n${n}-${i}`, {
            kind: m.kind,
            rowId: next.rowId,
            side: m.side,
            layerIds: m.layerIds,
            holeIds: m.holeIds,
            payload: m.partIds.length > 0 ? { partIds: m.partIds } : {},
          }),
        ),
      );
    }
    expect(bench([thin, thick], marks)).toEqual([]);
  });
});
