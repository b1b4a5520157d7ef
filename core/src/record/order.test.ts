import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, fold, KIT, mark, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import { earlySentence } from '../wording/order';
import type { KitDefinition, RowDefinition } from './definitions';
import { earlyOf, missingBefore, rankOf, workOrderOf } from './order';
import { stackOf } from './stack-of';
import { stageOf } from './stage';
import { isHeld, progressOf, stepsOf, type Step } from './steps';

const kit: KitDefinition = { ...KIT, work: { scuff: true, prime: true, scuffAfterDimple: false } };
const parts = new Map(
  [part('p1', 'skin', 0.025), part('p2', 'spar', 0.063)].map((p) => [
    p.id,
    p.id === 'p1' ? { ...p.definition, crease: true } : p.definition,
  ]),
);
const build = (more: Partial<RowDefinition> = {}, choices = kit) => {
  const row = rowOf(['p1', 'p2'], 4, more);
  const stack = stackOf(row, { kit: choices, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  return { row, steps: stepsOf(row, planStack(stack).layers, { kit: choices, parts }) };
};
const { row, steps } = build();
const holes = row.holes.map((h) => h.id);
const [skin, spar] = row.layers.map((l) => l.id) as [string, string];
const of = (kind: Step['kind'], list = steps) => list.filter((s) => s.kind === kind);

describe('the steps of a row', () => {
  it('come in the order of the work, and only what applies', () => {
    expect([...new Set(steps.map((s) => s.kind))]).toEqual([
      'drilled',
      'deburred',
      'scuffed',
      'dimpled',
      'countersunk',
      'creased',
      'cleaned',
      'primed',
      'set',
      'inspected',
    ]);
    expect(of('creased').map((s) => s.partId)).toEqual(['p1']);
  });
  it.each([
    ['none', ['laid-out', 'piloted', 'drilled']],
    ['undersize', ['drilled']],
    ['final', []],
  ] as const)('a row that starts with %s holes', (start, wanted) =>
    expect(
      build({ start })
        .steps.map((s) => s.kind)
        .filter((k) => k !== 'deburred' && ['laid-out', 'piloted', 'drilled'].includes(k)),
    ).toEqual(wanted),
  );
  it('one switch puts scuffing after dimpling', () => {
    const kinds = build({}, { ...kit, work: { scuff: true, prime: true, scuffAfterDimple: true } }).steps.map((s) => s.kind);
    expect(kinds.indexOf('scuffed')).toBeGreaterThan(kinds.indexOf('countersunk'));
  });
});

describe('what is early', () => {
  const done = (...marks: Parameters<typeof mark>[1][]) => {
    const folded = fold(marks.map((m, i) => mark(`m${i}`, m)));
    return { work: { row, steps, states: folded.rows.get('r') ?? new Map() }, parts: folded.parts };
  };
  const missing = (kind: Step['kind'], at: ReturnType<typeof done>, order = workOrderOf()) =>
    missingBefore(of(kind), at.work, holes, { parts: at.parts, order });
  const both = { holeIds: holes, layerIds: [skin, spar] };

  it('the crease comes after the dimples, between them; one switch puts it before', () => {
    expect(missing('creased', done({ holeIds: holes }))).toEqual(['deburred', 'scuffed', 'dimpled']);
    const first = workOrderOf({ creaseBeforeDimple: true });
    expect(missing('creased', done({ holeIds: holes }), first)).toEqual(['deburred']);
    expect(missing('dimpled', done({ holeIds: holes }), first)).toEqual(['deburred', 'creased', 'scuffed']);
    const kinds = build({}, { ...kit, work: { scuff: true, prime: true, scuffAfterDimple: false, creaseBeforeDimple: true } }).steps.map(
      (s) => s.kind,
    );
    expect(kinds.indexOf('creased')).toBeLessThan(kinds.indexOf('dimpled'));
    for (const scuffAfterDimple of [false, true])
      for (const creaseBeforeDimple of [false, true]) {
        const order = workOrderOf({ scuffAfterDimple, creaseBeforeDimple });
        expect(workOrderOf({ scuffAfterDimple, creaseBeforeDimple })).toBe(order);
        expect(rankOf('creased', order) < rankOf('dimpled', order)).toBe(creaseBeforeDimple);
        expect(rankOf('scuffed', order) > rankOf('countersunk', order)).toBe(scuffAfterDimple);
      }
  });
  it('drilling is never early in a row with holes', () => expect(missing('drilled', done())).toEqual([]));
  it('deburring waits for the final size', () => {
    expect(missing('deburred', done())).toEqual(['drilled']);
    expect(missing('deburred', done({ holeIds: holes }))).toEqual([]);
    expect(missing('deburred', done({ holeIds: holes.slice(1) }))).toEqual(['drilled']);
  });
  it('dimpling waits for size, both sides deburred, and scuffing of its own part only', () => {
    const before = [
      { holeIds: holes },
      { kind: 'deburred' as const, side: 'head' as const, ...both },
      { kind: 'deburred' as const, side: 'shop' as const, ...both },
    ];
    expect(missing('dimpled', done({ holeIds: holes }))).toEqual(['deburred', 'scuffed']);
    expect(missing('dimpled', done(...before, { kind: 'scuffed', payload: { partIds: ['p2'] } }))).toEqual(['scuffed']);
    expect(missing('dimpled', done(...before, { kind: 'scuffed', payload: { partIds: ['p1'] } }))).toEqual([]);
  });
  it('priming a part waits for all its machining, in every row it is in', () => {
    const other = { row: rowOf(['p1'], 2), steps: build().steps.filter((s) => s.kind === 'drilled'), states: new Map() };
    const at = done({ holeIds: holes });
    expect(
      missingBefore(
        of('primed').filter((s) => s.partId === 'p1'),
        at.work,
        [],
        { parts: at.parts, order: workOrderOf(), rows: [other] },
      ),
    ).toEqual(['drilled']);
  });
  it('riveting waits for everything; a removed rivet is set no longer', () => {
    expect(missing('set', done())).toEqual(['drilled', 'deburred', 'scuffed', 'dimpled', 'countersunk', 'creased', 'cleaned', 'primed']);
    const folded = fold([
      mark('a', { kind: 'set', holeIds: holes, doneAt: '2026-11-01T10:00:00.000Z' }),
      mark('b', { kind: 'removed', holeIds: holes.slice(0, 1), doneAt: '2026-11-02T10:00:00.000Z' }),
    ]);
    expect(holes.map((h) => folded.rows.get('r')?.get(h)?.has('set//'))).toEqual([false, true, true, true]);
  });
  it('one gesture’s marks are judged together, by the row they name or by their parts', () => {
    const rows = [{ id: 'r', ...done().work }];
    const none = { parts: new Set<string>(), order: workOrderOf() };
    const wish = { rowId: 'r', holeIds: holes };
    expect(earlyOf([{ ...wish, kind: 'dimpled', layerIds: [skin] }], rows, none)).toEqual(['drilled', 'deburred', 'scuffed']);
    expect(
      earlyOf(
        [
          { ...wish, kind: 'drilled' },
          { ...wish, kind: 'deburred', layerIds: [skin, spar], side: 'head' },
        ],
        rows,
        none,
      ),
    ).toEqual([]);
    expect(earlyOf([{ kind: 'scuffed', rowId: 'a', holeIds: [], payload: { partIds: ['p1'] } }], rows, none)).toEqual([
      'drilled',
      'deburred',
    ]);
    expect(earlyOf([{ ...wish, rowId: 'gone', kind: 'set' }], rows, none)).toEqual([]);
    expect(earlyOf([], rows, none)).toEqual([]);
  });
  it('says why, one sentence a reason', () => {
    expect(earlySentence(['drilled', 'scuffed'], 'dimpled')).toBe(
      'Not drilled yet: the die’s pilot fits the final hole. Not scuffed yet: dimples shred the abrasive pad.',
    );
  });
});

describe('holes held back', () => {
  const held = build({
    holes: row.holes.map((h, i) => (i === 0 ? { ...h, holds: ['no-prep', 'square'] } : i === 1 ? { ...h, holds: ['no-rivet'] } : h)),
  });
  it.each([
    [0, 'dimpled', true],
    [0, 'set', false],
    [0, 'drilled', true],
    [1, 'set', true],
    [1, 'dimpled', false],
    [2, 'set', false],
  ] as const)('hole %i, %s: %s', (i, kind, wanted) =>
    expect(isHeld(held.row.holes[i] as (typeof held.row.holes)[number], kind, undefined)).toBe(wanted),
  );
  it('the square-up check frees the last hole', () =>
    expect(isHeld(held.row.holes[0] as (typeof held.row.holes)[number], 'drilled', new Set(['squared//']))).toBe(false));
  it('are not wanted, and do not hold up what comes after; a locking hole is wanted all the same', () => {
    const all = progressOf(row, steps).wanted;
    /* Hole 1: neither dimpled nor countersunk for now; hole 2: neither set nor inspected. */
    expect(progressOf(held.row, held.steps).wanted).toBe(all - 2 - 2);
  });
  it('the last square-up check comes when every other hole is drilled, and what follows waits for the locking hole', () => {
    const none = { parts: new Set<string>(), order: workOrderOf() };
    const wish = { kind: 'squared' as const, rowId: 'r', holeIds: holes.slice(0, 1) };
    const drilled = (ids: string[]) => new Map(ids.map((id) => [id, new Set(['drilled//'])]));
    const at = (ids: string[]) => [{ id: 'r', ...held, states: drilled(ids) }];
    expect(earlyOf([wish], at([]), none)).toEqual(['drilled']);
    expect(earlyOf([wish], at(holes.slice(1, -1)), none)).toEqual(['drilled']);
    expect(earlyOf([wish], at(holes.slice(1)), none)).toEqual([]);
    const deburr = { kind: 'deburred' as const, rowId: 'r', side: 'head' as const, layerIds: held.row.layers.map((l) => l.id) };
    expect(earlyOf([{ ...deburr, holeIds: holes }], at(holes.slice(1)), none)).toEqual(['drilled']);
    expect(earlyOf([{ ...deburr, holeIds: holes.slice(1) }], at(holes.slice(1)), none)).toEqual([]);
  });
});

describe('the stage of a hole', () => {
  const keys = (...k: string[]) => new Set(k);
  it('is reached step by step to the last look', () => {
    const own = build({}, KIT).steps.filter((s) => s.kind !== 'creased');
    const done: string[] = [];
    const stages = own.map((s) => {
      done.push(s.key);
      return stageOf(own, keys(...done));
    });
    expect(stages).toEqual(['drilled', 'drilled', 'drilled', 'drilled', 'deburred', 'deburred', 'prepared', 'set', 'inspected']);
  });
  it('laying out and piloting are stages of a row without holes; a drilled hole has passed them', () => {
    const own = build({ start: 'none' }).steps;
    expect(stageOf(own, keys('laid-out//'))).toBe('laid-out');
    expect(stageOf(own, keys('laid-out//', 'piloted//'))).toBe('piloted');
    expect(stageOf(own, keys('drilled//'))).toBe('drilled');
  });
});
