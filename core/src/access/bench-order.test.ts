import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, mark, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import type { PartDefinition, RowDefinition } from '../record/definitions';
import { MARK_ADDRESS, MARK_KINDS, type Mark } from '../record/marks';
import { assemblyWork } from '../work/assembly-work';
import { arrange, withAccess } from './arrange';
import { benchInOrder, benchSetupOf, benchStations, operationOf, worksInOrder } from './bench-order';
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
const record = (rows: ReturnType<typeof entity>[], marks: Mark[] = []) => ({ kit: KIT, parts: PARTS, rows, fasteners: [], marks });

function bench(rows: ReturnType<typeof entity>[], marks: Mark[] = []) {
  const work = assemblyWork(record(rows, marks));
  const parts = new Map<string, PartDefinition>(PARTS.map((p) => [p.id, p.definition]));
  const derived = deriveSequence({ fasteners: NO_FASTENERS, kit: KIT, parts, rows: work.rows, tools: [], partsDone: work.partsDone });
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
  it('the row that would be shut off comes first; the other says what it waits for, through the closing', () => {
    const { setups } = bench(rows);
    const riveting = setups.find((s) => s.setup.operation === 'set');
    expect(riveting?.items.map((i) => i.rowId)).toEqual(['inner', 'closing']);
    const together = ['assembly/reassemble', 'together-before-riveting'];
    expect(riveting?.items[0]?.orderWaits.map((w) => [w.id, w.because])).toEqual([together]);
    expect(riveting?.items[1]?.orderWaits.map((w) => [w.id.split('/').slice(0, 2).join('/'), w.because])).toEqual([
      together,
      ['inner/set', 'shuts-off'],
    ]);
    expect(riveting?.readyHoles).toBe(0);
  });
  it('another order of the same work moves the items, which stay what they are; what is done changes what they wait for', () => {
    const { work, operations, derived, order } = bench(rows);
    const items = (of: readonly string[], done: ReadonlySet<string>) =>
      benchInOrder(work.setups, of, operations, done).flatMap((s) => s.items.map((i) => [`${s.setup.key} ${i.key}`, i] as const));
    const first = new Map(items(order, derived.done));
    for (const [key, item] of items([...order].reverse(), derived.done)) expect(item).toBe(first.get(key));
    const together = new Map(items(order, new Set([...derived.done, 'assembly/reassemble'])));
    const waiting = [...first].filter(([, i]) => i.orderWaits.some((w) => w.id === 'assembly/reassemble'));
    expect(waiting.length).toBeGreaterThan(0);
    for (const [key] of waiting) expect(together.get(key)?.orderWaits.map((w) => w.id)).not.toContain('assembly/reassemble');
    /* And back again as it was. */
    for (const [key, item] of items(order, derived.done)) expect(item).toEqual(first.get(key));
  });
  it('a row that waits for a later part says which', () => {
    const { setups } = bench([entity('held', ['skin', 'rib'], 1, { waitsForParts: ['top'] })]);
    const riveting = setups.find((s) => s.setup.operation === 'set');
    expect(riveting?.items[0]?.orderWaits).toContainEqual({ id: 'part/top/join', because: 'waits-for-part' });
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
  it('work on the whole is a place of its own, the check is where its row is drilled', () => {
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
    const drilled = [...operations.values()].find((o) => o.rowId === 'r' && o.kind === 'drilled')?.setup;
    expect([at('r/seal'), at('r/bend-open'), at('r/bend-back')]).toEqual(['r/seal', 'r/bend-open', 'r/bend-back']);
    expect([at('r/squared'), at('r/lock')]).toEqual([drilled, drilled]);
    expect([at('assembly/fit-up'), at('part/top/close')]).toEqual(['assembly/fit-up', 'part/top/close']);
  });
  it('nothing told: beyond the steps only work on the whole is waited for', () => {
    const { setups } = bench([entity('a', ['skin', 'rib'], 1), entity('b', ['top', 'rib'], 2)]);
    const waits = setups.map((s) => [s.setup.operation, [...new Set(s.items.flatMap((i) => i.orderWaits.map((w) => w.id)))]]);
    expect(Object.fromEntries(waits)).toEqual({
      drilled: ['assembly/fit-up'],
      deburred: ['assembly/take-apart'],
      dimpled: ['assembly/take-apart'],
      set: ['assembly/reassemble'],
      inspected: [],
    });
  });
});

describe('work on the whole at the bench', () => {
  const rows = [entity('a', ['skin', 'rib'], 1), entity('b', ['top', 'rib'], 2)];
  const whole = (id: string, kind: Mark['kind'], partIds: string[]) =>
    mark(id, { kind, rowId: 'assembly', holeIds: [], payload: { partIds } });
  const drilled = rows.map((r) => mark(`d-${r.id}`, { rowId: r.id, holeIds: r.definition.holes.map((h) => h.id) }));
  const stations = (marks: Mark[]) => {
    const { work, derived, operations, setups, order } = bench(rows, marks);
    const byId = new Map(work.rows.map((r) => [r.id, r]));
    return benchStations(setups, worksInOrder(order, operations, derived, byId, work.partsDone));
  };
  const readyAt = (marks: Mark[]) =>
    stations(marks).flatMap((s) =>
      s.kind === 'work' ? (s.work.waits.length === 0 ? [s.key] : []) : s.setup.readyHoles > 0 ? [s.setup.setup.operation] : [],
    );
  it('fit up comes first, take apart after drilling, and each frees what waits for it', () => {
    expect(readyAt([])).toEqual(['assembly/fit-up']);
    expect(readyAt([whole('f', 'fit-up', ['skin', 'rib', 'top'])])).toEqual(['drilled']);
    expect(readyAt(drilled)).toEqual(['assembly/take-apart']);
    expect(readyAt([...drilled, whole('t', 'take-apart', ['skin', 'rib', 'top'])])).toEqual(['deburred']);
  });
  it('parts one by one; taken back it is open again', () => {
    const some = [whole('f', 'fit-up', ['skin'])];
    const fit = stations(some)[0];
    expect(fit?.kind === 'work' ? fit.work.openPartIds : null).toEqual(['rib', 'top']);
    const all = [...some, whole('g', 'fit-up', ['rib', 'top'])];
    expect(stations(all).some((s) => s.key === 'assembly/fit-up')).toBe(false);
    const undone = [...all, mark('u', { kind: 'undo', rowId: 'assembly', holeIds: [], payload: { undoes: 'g' } })];
    expect(stations(undone)[0]).toEqual(fit);
  });
  it('who drilled without a word had the parts together', () => {
    expect(stations(drilled.slice(0, 1)).map((s) => s.key)).not.toContain('assembly/fit-up');
  });
  it('nothing is ready at the bench that waits in the order: 200 random records', () => {
    const random = randomFrom(7);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    for (let n = 0; n < 200; n++) {
      const own = [
        entity('a', ['skin', 'rib'], 1, pick([{}, shutByTop, { waitsForParts: ['top'] }, { setting: { way: 'gun', isSealed: true } }])),
        entity('b', ['top', 'rib'], 2, pick([{}, { start: 'none' }, { start: 'final' }])),
      ];
      const marks = Array.from({ length: Math.floor(random() * 12) }, (_, i): Mark => {
        const row = pick(own);
        const kind = pick(
          MARK_KINDS.filter(
            (k) =>
              !['assembly', 'mark', 'kit', 'anywhere'].includes(MARK_ADDRESS[k]) &&
              ![
                'deviation',
                'head-check',
                'dimple-check',
                'angle-read',
                'rivet-check',
                'depth-read',
                'gauge-read',
                'own-fastener',
                'finding-settled',
              ].includes(k),
          ),
        );
        if (MARK_ADDRESS[kind] === 'part') return whole(`m${i}`, kind, pick([['skin'], ['skin', 'rib', 'top'], ['top']]));
        const layerIds = MARK_ADDRESS[kind] === 'hole' ? [] : row.definition.layers.map((l) => l.id);
        const holeIds = row.definition.holes.map((h) => h.id).slice(0, pick([1, 4, 4]));
        return mark(`m${i}`, {
          kind,
          rowId: row.id,
          holeIds,
          layerIds,
          side: kind === 'deburred' ? pick(['head', 'shop'] as const) : null,
        });
      });
      const { setups, operations, derived } = bench(own, marks);
      for (const s of setups)
        for (const i of s.items) {
          const id = operationOf(s, i);
          const isReady = i.waitsFor.length === 0 && i.orderWaits.length === 0;
          if (isReady && operations.has(id)) expect([id, derived.progress.get(id)?.state], `case ${n}`).not.toEqual([id, 'blocked']);
        }
    }
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
