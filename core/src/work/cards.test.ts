import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, fold, KIT, mark, part, rowOf } from '../../test/build';
import { CLICK } from '../rivet/cone';
import { planStack } from '../prep/plan';
import { secondFace } from '../prep/two-sided';
import type { RowDefinition } from '../record/definitions';
import { earlyOf, workOrderOf } from '../record/order';
import { stackOf } from '../record/stack-of';
import { isDone, stepsOf } from '../record/steps';
import { clicksSentence, scrapSentence, secondFaceSentence } from '../wording/preparation';
import { setupName } from '../wording/setups';
import { benchOf } from './bench';
import { setupCards, type CardRow } from './cards';
import { setupsOf } from '../setup/setup';

const parts = new Map(
  [
    part('p16', 'thin skin', 0.016), part('p25', 'skin', 0.025), part('p32', 'rib', 0.032), part('p63', 'spar', 0.063), part('p71', 'wedge', 0.071),
    part('p50', 'strip', 0.05),
  ].map((p) => [p.id, p.definition]),
); // prettier-ignore

function cardRow(id: string, row: RowDefinition, marks: Parameters<typeof fold>[0] = []) {
  const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  const plan = planStack(stack);
  const steps = stepsOf(row, plan.layers);
  return {
    id,
    title: id,
    row,
    stack,
    plan,
    steps,
    uses: setupsOf(steps, row, stack, plan),
    states: fold(marks).rows.get(id) ?? new Map<string, Set<string>>(),
  } satisfies CardRow & { steps: unknown };
}
const cardsOf = (rows: CardRow[]) => setupCards(rows, () => CLICK);
const names = (rows: CardRow[]) => cardsOf(rows).map((c) => setupName(c.setup, 'in'));

describe('set-up cards', () => {
  it('one for each set of dies and each depth of the cage, in an order that changes them least', () => {
    const rows = [
      cardRow('a', rowOf(['p25', 'p63'], 4)),
      cardRow('b', rowOf(['p16', 'p63'], 4)),
      cardRow('c', rowOf(['p25', 'p32'], 4, { dash: 4 })),
      cardRow('d', rowOf(['p25', 'p32'], 4)),
      cardRow('e', rowOf(['p63', 'p32'], 4)),
      cardRow('f', rowOf(['p25', 'p32'], 4, { head: 'protruding' })),
    ];
    expect(names(rows)).toEqual([
      'dies 3/32, 100°, skin',
      'dies 3/32, 100°, substructure',
      'dies 1/8, 100°, skin',
      'dies 1/8, 100°, substructure',
      'cutter 100°, pilot .098 in, .034 in deep',
      'cutter 100°, pilot .098 in, .0389 in deep',
      'cutter 100°, pilot .098 in, .0416 in deep',
    ]);
  });
  it.each([
    /* Extra depth by docs/rules.md: .3054 n. */
    ['p16', 4.9, 'the rule of thumb cuts 2.1 clicks deeper'],
    ['p25', 7.6, 'the rule of thumb cuts 0.6 clicks too little'],
  ])('under a dimple of %s: computed %d clicks past flush beside the fixed seven', (sheet, computed, said) => {
    const [card] = cardsOf([cardRow('a', rowOf([sheet, 'p63'], 4))]).filter((c) => c.clicks);
    expect(card?.clicks?.computed).toBeCloseTo(computed, 1);
    expect(card?.clicks?.ruleOfThumb).toBeCloseTo(7, 9);
    expect(card?.clicks && clicksSentence(card.clicks)).toContain(said);
  });
  it('under a bare head both ways say nothing past flush', () => {
    const [card] = cardsOf([cardRow('a', rowOf(['p63', 'p32'], 4))]);
    expect(card?.clicks).toMatchObject({ computed: 0, ruleOfThumb: 0 });
    expect([card?.depth, card?.surface].map((l) => ((l ?? 0) / 25.4).toFixed(4))).toEqual(['0.0340', '0.1790']);
  });
  it('a cage of coarser clicks counts fewer of them', () => {
    const [card] = setupCards([cardRow('a', rowOf(['p25', 'p63'], 4))], () => (2 * CLICK) as typeof CLICK).filter((c) => c.clicks);
    expect(card?.clicks?.computed).toBeCloseTo(3.8, 1);
    expect(card?.clicks?.ruleOfThumb).toBeCloseTo(3.5, 9);
  });
  it('scrap is named once for each thickness, with its hole', () => {
    const [card] = cardsOf([
      cardRow('a', rowOf(['p25', 'p63'], 4)),
      cardRow('b', rowOf(['p16', 'p32'], 2)),
      cardRow('c', rowOf(['p25', 'p32'], 2)),
    ]);
    expect(card && scrapSentence(card, 'in')).toMatch(/^Scrap of \.016 in, \.025 in with the hole at \.098 in/);
    expect(card?.lines.map((l) => [l.rowId, l.part, l.holes])).toEqual([
      ['a', 'skin', 4],
      ['b', 'thin skin', 2],
      ['c', 'skin', 2],
    ]);
  });
  it('plugged holes are not counted, done ones no longer open', () => {
    const row = rowOf(['p25', 'p63'], 5);
    const held = { ...row, holes: row.holes.map((h, i) => (i === 0 ? { ...h, holds: ['no-prep' as const] } : h)) };
    const layerIds = [(row.layers[0] as { id: string }).id];
    const done = mark('m', { kind: 'dimpled', rowId: 'a', holeIds: [(row.holes[1] as { id: string }).id], layerIds });
    expect(cardsOf([cardRow('a', held, [done])])[0]?.lines[0]).toMatchObject({ holes: 4, openHoles: 3 });
  });
});

describe('a strip countersunk from both faces', () => {
  const strip = (id: string) => {
    const row = rowOf([id], 3);
    return { ...row, layers: row.layers.map((l) => ({ ...l, bothSides: true, plans: 'countersink' as const })) };
  };
  it('is two set-ups, and the second waits for the first', () => {
    const made = cardRow('r', strip('p71'));
    expect(names([made])).toEqual([
      'cutter 100°, pilot .098 in, .034 in deep',
      'cutter 100°, pilot .098 in, .034 in deep, second face, in the jig',
    ]);
    const holeIds = made.row.holes.map((h) => h.id);
    const layerIds = [(made.row.layers[0] as { id: string }).id];
    const before = [
      mark('a', { rowId: 'r', holeIds }),
      mark('b', { kind: 'deburred', rowId: 'r', holeIds, layerIds, side: 'head' }),
      mark('c', { kind: 'deburred', rowId: 'r', holeIds, layerIds, side: 'shop' }),
    ];
    const early = (marks: typeof before) => {
      const now = cardRow('r', strip('p71'), marks);
      return earlyOf([{ kind: 'countersunk', rowId: 'r', holeIds, layerIds, side: 'shop' }], [now], {
        parts: new Set(),
        order: workOrderOf({ scuffAfterDimple: false }),
      });
    };
    const bench = (marks: typeof before) =>
      benchOf([cardRow('r', strip('p71'), marks)], { parts: new Set(), order: workOrderOf({ scuffAfterDimple: false }) }).map((s) => [
        s.setup.key.endsWith('second'),
        s.items[0]?.waitsFor,
      ]);
    expect(bench(before).slice(0, 2)).toEqual([
      [false, []],
      [true, ['countersunk']],
    ]);
    const first = mark('d', { kind: 'countersunk', rowId: 'r', holeIds, layerIds, side: 'head' });
    expect(bench([...before, first])[0]).toEqual([true, []]);
    expect(early([...before, first])).toEqual([]);
  });
  it.each([
    /* Dash 3: d .0340 from each face; .071 leaves .0031 of straight hole, .050 a waist of .179 - .050 tan 50. */
    ['p71', null, 0.00306, true],
    ['p50', 0.11941, 0, false],
  ])('%s: waist %s', (id, waist, straight, isGuided) => {
    const { plan, stack } = cardRow('r', strip(id));
    const layer = plan.layers[0];
    const face = layer ? secondFace(layer, stack.hole) : null;
    expect(face?.isGuided).toBe(isGuided);
    expect((face?.straight ?? 0) / 25.4).toBeCloseTo(straight, 4);
    if (waist === null) expect(face?.waist).toBeNull();
    else expect((face?.waist ?? 0) / 25.4).toBeCloseTo(waist, 4);
    expect(face && secondFaceSentence(face, stack.hole, 'in')).toContain(isGuided ? 'straight hole stays' : 'no longer guided');
  });
});

describe('a dimple that was found wrong', () => {
  it('under-formed is open again until it is dimpled once more; the others stay as they are', () => {
    const made = cardRow('r', rowOf(['p25', 'p32'], 2));
    const [hole] = made.row.holes as readonly { id: string }[];
    const layerIds = [(made.row.layers[0] as { id: string }).id];
    const step = made.steps.find((s) => s.kind === 'dimpled' && s.layerId === layerIds[0]);
    const at = (n: number) => `2026-11-01T1${n}:00:00.000Z`;
    const dimpled = (id: string, n: number) =>
      mark(id, { kind: 'dimpled', rowId: 'r', holeIds: [hole?.id ?? ''], layerIds, doneAt: at(n) });
    const check = (dimple: 'under-formed' | 'cracked') =>
      mark('c', { kind: 'dimple-check', rowId: 'r', holeIds: [hole?.id ?? ''], layerIds, doneAt: at(2), payload: { dimple } });
    const done = (...marks: ReturnType<typeof mark>[]) =>
      step &&
      isDone(
        step,
        fold(marks)
          .rows.get('r')
          ?.get(hole?.id ?? ''),
      );
    expect(done(dimpled('a', 1))).toBe(true);
    expect(done(dimpled('a', 1), check('under-formed'))).toBe(false);
    expect(done(dimpled('a', 1), check('under-formed'), dimpled('b', 3))).toBe(true);
    expect(done(dimpled('a', 1), check('cracked'))).toBe(true);
  });
});
