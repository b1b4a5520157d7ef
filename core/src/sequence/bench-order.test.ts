import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import type { PartDefinition, RowDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { assemblyWork } from '../setup/assembly-work';
import { arrange, withAccess } from './arrange';
import { benchInOrder, benchSetupOf, operationOf } from './bench-order';
import { kitHours, summaryOfAssembly } from './kit-hours';
import { deriveSequence } from './model';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032), part('top', 'top', 0.025)];
const entity = (id: string, parts: string[], order: number, more: Partial<RowDefinition> = {}) => ({
  kind: 'row' as const,
  id,
  version: 1,
  definition: { ...rowOf(parts, 4), order, ...more },
});
const shutByTop = { shutBy: [{ by: { kind: 'part' as const, id: 'top' }, side: 'shop' as const }] };
const record = (rows: ReturnType<typeof entity>[], marks: Mark[] = []) => ({ kit: KIT, parts: PARTS, rows, marks });

function bench(rows: ReturnType<typeof entity>[], marks: Mark[] = []) {
  const work = assemblyWork(record(rows, marks));
  const parts = new Map<string, PartDefinition>(PARTS.map((p) => [p.id, p.definition]));
  const derived = deriveSequence({ kit: KIT, parts, rows: work.rows, tools: [], partsDone: work.partsDone });
  const arranged = arrange(derived.left, derived.access, derived.done);
  if (!arranged.ok) throw new Error('a loop');
  const operations = new Map(withAccess(derived.left, derived.access).operations.map((o) => [o.id, o]));
  return {
    work,
    derived,
    operations,
    setups: benchInOrder(work.setups, arranged.value.order, operations, derived.done),
    order: arranged.value.order,
  };
}

describe('the bench in the order of the work', () => {
  /* The closing row was laid out first and would come first by itself. */
  const rows = [entity('closing', ['top', 'rib'], 1), entity('inner', ['skin', 'rib'], 2, shutByTop)];
  it('every item is part of an operation, and stands where the order has it', () => {
    const { setups, operations, order } = bench(rows);
    for (const s of setups) {
      const places = s.items.map((i) => order.indexOf(operationOf(s, i)));
      for (const i of s.items) expect(operations.has(operationOf(s, i)), operationOf(s, i)).toBe(true);
      expect(places).toEqual([...places].sort((a, b) => a - b));
    }
  });
  it('the row that would be shut off comes first; the other says what it waits for, through the closing that nobody marks', () => {
    const { setups } = bench(rows);
    const riveting = setups.find((s) => s.setup.operation === 'set');
    expect(riveting?.items.map((i) => i.rowId)).toEqual(['inner', 'closing']);
    expect(riveting?.items[0]?.toldWaits).toEqual([]);
    expect(riveting?.items[1]?.toldWaits.map((w) => [w.id.split('/').slice(0, 2).join('/'), w.because])).toEqual([
      ['inner/set', 'shuts-off'],
    ]);
    expect(riveting?.readyHoles).toBe(0);
  });
  it('a row that waits for a later part says which', () => {
    const { setups } = bench([entity('held', ['skin', 'rib'], 1, { waitsForParts: ['top'] })]);
    const riveting = setups.find((s) => s.setup.operation === 'set');
    expect(riveting?.items[0]?.toldWaits).toEqual([{ id: 'part/top/fit-up', because: 'waits-for-part' }]);
  });
  it('the row whose last hole waits for the angle stands where its check does', () => {
    const base = rowOf(['skin', 'rib'], 4);
    const locking = { holes: base.holes.map((h, i) => (i === 3 ? { ...h, holds: ['square' as const] } : h)) };
    const drilled = mark('d', { rowId: 'locks', holeIds: base.holes.slice(0, 3).map((h) => h.id) });
    const { setups, order, derived } = bench([entity('other', ['top', 'rib'], 1), entity('locks', ['skin', 'rib'], 2, locking)], [drilled]);
    const drilling = setups.find((s) => s.setup.operation === 'drilled');
    expect(drilling?.items.map((i) => [i.rowId, i.openHoleIds.length, i.heldHoleIds.length]).sort()).toEqual([
      ['locks', 0, 1],
      ['other', 4, 0],
    ]);
    expect(order).toContain('locks/squared');
    expect(derived.progress.get('locks/squared')?.state).toBe('ready');
  });
  it('sealing and bending are done where the row is set, the check where it is drilled, work on the whole nowhere', () => {
    const base = rowOf(['skin', 'rib'], 4);
    const row = entity('r', ['skin', 'rib'], 1, {
      holes: base.holes.map((h, i) => (i === 3 ? { ...h, holds: ['square' as const] } : h)),
      setting: { way: 'gun', isSealed: true },
      shutBy: [{ by: { kind: 'part', id: 'top' }, side: 'shop', isBentOpen: true }],
    });
    const { operations } = bench([row, entity('closing', ['top', 'rib'], 2)]);
    const at = (id: string) => {
      const o = operations.get(id);
      return o ? benchSetupOf(o, operations) : 'no such operation';
    };
    const [set, drilled] = ['set', 'drilled'].map(
      (kind) => [...operations.values()].find((o) => o.rowId === 'r' && o.kind === kind)?.setup,
    );
    expect([at('r/seal'), at('r/bend-open'), at('r/bend-back')]).toEqual([set, set, set]);
    expect([at('r/squared'), at('r/lock')]).toEqual([drilled, drilled]);
    expect([at('assembly/fit-up'), at('part/top/close')]).toEqual([null, null]);
  });
  it('nothing told: nothing waits beyond the steps', () => {
    const { setups } = bench([entity('a', ['skin', 'rib'], 1), entity('b', ['top', 'rib'], 2)]);
    expect(setups.flatMap((s) => s.items.flatMap((i) => i.toldWaits))).toEqual([]);
  });
});

describe('hours over a kit', () => {
  const rows = [entity('closing', ['top', 'rib'], 1), entity('inner', ['skin', 'rib'], 2, shutByTop)];
  const advice = summaryOfAssembly(record(rows), [], null);
  it('the dead ends are those of the order that is followed', () => {
    const plans = summaryOfAssembly(record(rows), [], { follows: 'plans', reason: '', plans: ['closing', 'inner'] });
    expect([advice.deadEnds, plans.deadEnds]).toEqual([0, 1]);
    expect(plans.operations).toBe(advice.operations);
  });
  it('the middles add up, and so do the ranges: a kind of work that goes off goes off everywhere', () => {
    const { whole, each } = kitHours([advice.open, advice.open], []);
    expect(whole.middle).toBeCloseTo(2 * (each[0]?.middle ?? 0), 9);
    expect(whole.high - whole.low).toBeCloseTo(2 * ((each[0]?.high ?? 0) - (each[0]?.low ?? 0)), 9);
    expect(kitHours([], []).whole).toMatchObject({ low: 0, middle: 0, high: 0, ownShare: 0 });
  });
});
