import { describe, expect, it } from 'vitest';
import { blindFastener, KIT, part, rowOf } from '../../test/build';
import type { Entity, PartDefinition, RowDefinition, ShutOff, ToolDefinition } from '../record/definitions';
import { planRow, type WorkRow } from '../work/assembly-work';
import { arrange, withAccess } from './arrange';
import { breaksOf, followOrder, moved, plansWish } from './follow';
import { deriveSequence, type SequenceModel } from './model';
import { closeId, type AssemblyOperation } from '../operations/operations';
import { accessAlong, shutOffBySetting, waysAfter, waysLeft, type AccessRow, type DeadEnd } from './shut-off';
import { eveningsOf } from '../operations/evening';
import { learnedMinutes } from '../operations/hours';
import { wantedSetsSentence } from '../wording/sequence';
import { couldBeBlind, wantedSets, waysOut, type WayOut } from './ways-out';
import { NOTHING_TRIED, tryOut } from './what-if';

const MINUTES = learnedMinutes([]);

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const PARTS: ReadonlyMap<string, PartDefinition> = new Map(
  [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032), part('spar', 'spar', 0.04), part('cover', 'cover', 0.025)].map((p) => [
    p.id,
    p.definition,
  ]),
);
const squeezer = (nose: number, more: Partial<ToolDefinition> = {}): Entity<'tool'> => ({
  kind: 'tool',
  id: `nose ${nose}`,
  version: 1,
  definition: {
    v: 1,
    kitId: 'k',
    name: `nose ${nose}`,
    kind: 'squeezer',
    throat: inch(3),
    noseHalfWidth: inch(0.3),
    noseHeight: inch(nose),
    takesBent: true,
    dash: null,
    angleDeg: null,
    sheet: null,
    gap: inch(1.5),
    ...more,
  },
});
const BLIND = { id: 'BR-3', definition: blindFastener('BR-3', inch(0.1094)) };
const FASTENERS = new Map([[BLIND.id, BLIND.definition]]);
const row = (id: string, parts: string[], more: Partial<RowDefinition> = {}, all = PARTS): WorkRow => {
  const planned = planRow(id, { ...rowOf(parts, 4), ...more }, { kit: KIT, parts: all, fasteners: FASTENERS });
  if (!planned) throw new Error('no stack');
  return planned;
};
const by = (kind: 'row' | 'part', id: string, more: Partial<ShutOff> = {}): ShutOff => ({ by: { kind, id }, side: 'shop', ...more });
const model = (rows: WorkRow[], tools: Entity<'tool'>[] = [], parts = PARTS): SequenceModel => ({
  fasteners: FASTENERS,
  kit: KIT,
  parts,
  rows,
  tools,
  partsDone: new Set(),
});
/** The squeezer a way out asks for. */
const squeezerOf = (way: WayOut | undefined) => way?.tools.find((t) => t.kind === 'squeezer');
const solve = (m: SequenceModel) => {
  const derived = deriveSequence(m);
  const arranged = arrange(derived.left, derived.access, derived.done);
  if (!arranged.ok) throw new Error(JSON.stringify(arranged.problem));
  return { derived, ...arranged.value };
};
const setOf = (m: SequenceModel, id: string) => deriveSequence(m).operations.find((o) => o.rowId === id && o.kind === 'set')?.id as string;

describe('the ways a row can be set in', () => {
  const protruding = { head: 'protruding' as const };
  it.each<[string, Partial<RowDefinition>, ShutOff[], Entity<'tool'>[], string]>([
    ['nothing in the way, nothing owned', {}, [], [], 'gun back'],
    ['a squeezer is owned', {}, [], [squeezer(1)], 'squeezer gun back'],
    ['no plate under a protruding head', protruding, [], [squeezer(1)], 'squeezer gun'],
    ['the shop side shut', {}, [by('row', 'x')], [squeezer(1)], ''],
    ['the head side shut', {}, [by('row', 'x', { side: 'head' })], [squeezer(1)], ''],
    ['bent open for it', {}, [by('row', 'x', { isBentOpen: true })], [squeezer(1)], 'squeezer gun back'],
    ['room just enough for nose and bar', {}, [by('row', 'x', { room: inch(0.75) })], [squeezer(0.75)], 'squeezer gun'],
    ['a hair less than the bar wants', {}, [by('row', 'x', { room: inch(0.7499) })], [squeezer(0.74)], 'squeezer'],
    ['a hair less than the nose', {}, [by('row', 'x', { room: inch(0.7499) })], [squeezer(0.75)], ''],
    ['the smaller of two rooms counts', {}, [by('row', 'x', { room: inch(1) }), by('row', 'y', { room: inch(0.5) })], [squeezer(0.6)], ''],
    ['it does not open wide enough', {}, [], [squeezer(1, { gap: inch(0.1) })], 'gun back'],
  ])('%s', (_, more, shut, tools, ways) => expect(waysLeft(row('r', ['skin', 'rib'], more), shut, tools).join(' ')).toBe(ways));
  const blind = { fastenerId: 'BR-3' };
  it.each<[ShutOff[], string]>([
    [[by('row', 'x')], 'blind'],
    [[by('row', 'x', { side: 'head' })], ''],
    [[by('row', 'x', { side: 'both' })], ''],
  ])('a blind rivet needs its head side alone', (shut, ways) =>
    expect(waysLeft(row('r', ['skin', 'rib'], blind), shut, []).join(' ')).toBe(ways),
  );
  it('sets of another size set nothing', () => {
    const sets = squeezer(1, { kind: 'sets', dash: 4, head: 'flush-100' });
    expect(waysLeft(row('r', ['skin', 'rib']), [], [sets])).toEqual([]);
  });
});

describe('an order that shuts a row off', () => {
  const inner = row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover', { side: 'both' })] });
  const closing = row('closing', ['cover', 'rib']);
  const m = model([inner, closing]);
  const [setInner, setClosing] = [setOf(m, 'inner'), setOf(m, 'closing')];
  it('the advice sets the inner row and looks at it before the cover', () => {
    const { order, access } = solve(m);
    expect(access.deadEnds).toEqual([]);
    const inspected = order.findIndex((id) => id.startsWith('inner/inspected'));
    expect(order.indexOf(setInner)).toBeLessThan(order.indexOf(closeId('cover')));
    expect(inspected).toBeLessThan(order.indexOf(closeId('cover')));
    expect(order.indexOf(closeId('cover'))).toBeLessThan(order.indexOf(setClosing));
    expect(access.until.get('inner')).toBe(closeId('cover'));
  });
  it('the plans close first: found, and every way out leads out', () => {
    const { derived } = solve(m);
    const order = followOrder(derived.left, plansWish(['closing', 'inner'], derived.left, derived.access));
    const { deadEnds } = accessAlong(order, derived.access, derived.done);
    expect(deadEnds).toEqual([{ rowId: 'inner', setId: setInner, closedBy: closeId('cover'), lost: ['gun', 'back'] }]);
    const blind = BLIND;
    const ways = waysOut({ model: m, derived, order, deadEnd: deadEnds[0] as never, blind, minutes: MINUTES });
    /* Both sides are shut: a blind rivet is no way out, nor is a tool. */
    expect(ways.map((w) => w.kind)).toEqual(['earlier', 'later', 'bend']);
    for (const w of ways) {
      expect(w.deadEnds).toEqual([]);
      expect(new Set(w.order).size).toBe(w.order.length);
    }
    const bend = ways.find((w) => w.kind === 'bend');
    expect(bend?.minutes).toBeCloseTo((ways[0]?.minutes ?? 0) + MINUTES['bend-open'].minutes + MINUTES['bend-back'].minutes, 9);
  });
  it('shut from the shop side alone: a blind rivet with its own hole leads out, with what it does to the holes', () => {
    const half = row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover')] });
    const own = model([half, closing]);
    const { derived } = solve(own);
    const order = followOrder(derived.left, plansWish(['closing', 'inner'], derived.left, derived.access));
    const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds[0] as never;
    const blind = BLIND;
    const way = waysOut({ model: own, derived, order, deadEnd, blind, minutes: MINUTES }).find((w) => w.kind === 'blind');
    expect(way?.hole?.after).toBeCloseTo(0.1094 * 25.4, 9);
    expect(way?.row?.fastenerId).toBe(blind.id);
    const kept = model([row('inner', ['rib', 'spar'], way?.row as RowDefinition), closing]);
    expect(accessAlong(way?.order ?? [], deriveSequence(kept).access).deadEnds).toEqual([]);
  });
  it('a blind rivet whose hole is smaller than the rivet it stands for is none', () => {
    const own = model([row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover')] }), closing]);
    const { derived } = solve(own);
    const order = followOrder(derived.left, plansWish(['closing', 'inner'], derived.left, derived.access));
    const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds[0] as never;
    const kinds = (hole: number) =>
      waysOut({
        model: own,
        derived,
        order,
        deadEnd,
        blind: { id: 'BR', definition: blindFastener('BR', inch(hole)) },
        minutes: MINUTES,
      }).map((w) => w.kind);
    expect(kinds(0.09)).not.toContain('blind');
    expect(kinds(0.09375)).toContain('blind');
  });
  it('some room is left: the tool that would reach is worked out and is enough', () => {
    const tight = row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover', { room: inch(0.5) })] });
    const own = model([tight, closing], [squeezer(1)]);
    const { derived } = solve(own);
    const order = followOrder(derived.left, plansWish(['closing', 'inner'], derived.left, derived.access));
    const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds[0] as never;
    const way = waysOut({ model: own, derived, order, deadEnd, blind: null, minutes: MINUTES }).find((w) => w.kind === 'tool');
    expect(squeezerOf(way)?.noseHeightMost).toBeCloseTo(12.7, 9);
    const withTool = deriveSequence({ ...own, tools: [squeezer(1), squeezer(0.5)] });
    expect(accessAlong(order, withTool.access).deadEnds).toEqual([]);
    expect(accessAlong(order, deriveSequence({ ...own, tools: [squeezer(1), squeezer(0.51)] }).access).deadEnds).toHaveLength(1);
  });
  it.each([
    ['protruding', 6, 'A 3/16 protruding set would do.'],
    ['flush-100', 3, 'A 3/32 flush set would do.'],
  ] as const)('only the sets are wanting: %s %s is named', (head, dash, sentence) => {
    const sets = (of: 3 | 4 | 5 | 6) => squeezer(1, { kind: 'sets', dash: of, head: head === 'protruding' ? 'flush-100' : 'protruding' });
    const lone = row('lone', ['rib', 'spar'], { dash, head });
    const own = model([lone], [squeezer(1), sets(4)]);
    const { derived } = solve(own);
    const order = followOrder(derived.left, []);
    const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds[0] as DeadEnd;
    expect(deadEnd).toMatchObject({ rowId: 'lone', closedBy: null });
    const way = waysOut({ model: own, derived, order, deadEnd, blind: null, minutes: MINUTES }).find((w) => w.kind === 'tool');
    expect(way?.tools).toEqual([{ kind: 'sets', dash, head }]);
    expect(wantedSetsSentence(way?.tools[0] as never, 'in')).toBe(sentence);
    /* With it the dead end is gone; with sets of another size, or of another head, it is not. */
    const withSets = (more: Partial<ToolDefinition>) =>
      deriveSequence({ ...own, tools: [...own.tools, squeezer(1, { kind: 'sets', dash, head, ...more })] }).access;
    expect(withSets({})).toEqual([]);
    expect(withSets({ dash: 5 })).toHaveLength(1);
    expect(wantedSets(lone, [squeezer(1)])).toBeNull();
  });
  it('sets and a squeezer wanting together are named together', () => {
    const tight = row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover', { room: inch(0.5) })] });
    const own = model([tight, closing], [squeezer(1), squeezer(1, { kind: 'sets', dash: 6, head: 'protruding' })]);
    const { derived } = solve(own);
    const order = followOrder(derived.left, plansWish(['closing', 'inner'], derived.left, derived.access));
    const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds.find((d) => d.rowId === 'inner') as DeadEnd;
    const both = waysOut({ model: own, derived, order, deadEnd, blind: null, minutes: MINUTES }).find((w) => w.kind === 'tool');
    /* The other row has no sets either: a way that frees one row only is a way for it all the same. */
    expect(both?.tools.map((t) => t.kind)).toEqual(['sets', 'squeezer']);
  });
  it('what is done already shuts off too', () => {
    const done = new Set([closeId('cover')]);
    const { derived } = solve(m);
    const { deadEnds } = accessAlong([setInner], derived.access, done);
    expect(deadEnds[0]?.closedBy).toBe(closeId('cover'));
    expect(accessAlong([], derived.access, new Set([setInner, closeId('cover')])).deadEnds).toEqual([]);
  });
  it('two rows that shut each other off: no order helps, a blind rivet does', () => {
    const a = row('a', ['skin', 'rib'], { shutBy: [by('row', 'b')] });
    const b = row('b', ['skin', 'spar'], { shutBy: [by('row', 'a')] });
    const both = model([a, b]);
    const { derived, access, order } = solve(both);
    expect(access.deadEnds).toHaveLength(1);
    expect(withAccess(derived.left, derived.access).unavoidable).toHaveLength(1);
    const deadEnd = access.deadEnds[0] as never;
    const blind = BLIND;
    expect(waysOut({ model: both, derived, order, deadEnd, blind, minutes: MINUTES }).map((w) => w.kind)).toEqual(['blind', 'bend']);
  });
  it('of two rooms the tighter counts, and the row comes before what leaves it', () => {
    const twice = row('r', ['rib', 'spar'], {
      shutBy: [by('row', 'x', { room: inch(0.6) }), by('row', 'y', { room: inch(0.8) })],
    });
    const own = model([twice, row('x', ['skin', 'rib']), row('y', ['skin', 'spar'])], [squeezer(0.7)]);
    const access = deriveSequence(own).access[0] as AccessRow;
    const left = (...ids: string[]) => waysAfter(access, (c) => ids.includes(c.by.by.id)).length > 0;
    expect([left(), left('x'), left('y'), left('x', 'y')]).toEqual([true, false, true, false]);
    expect(solve(own).access.deadEnds).toEqual([]);
  });
});

describe('ways by what is done, held against working each set out by itself', () => {
  it('for 300 random rows and every set of what shuts them off', () => {
    let state = 20261123;
    const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
    for (let round = 0; round < 300; round++) {
      const facts = Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i): ShutOff => ({
        by: { kind: 'row', id: `x${i}` },
        side: (['head', 'shop', 'both'] as const)[Math.floor(random() * 3)] ?? 'shop',
        room: random() < 0.7 ? inch(0.3 + random()) : null,
        isBentOpen: random() < 0.2,
      }));
      const fastenerId = random() < 0.3 ? BLIND.id : null;
      const tools = [0.4, 0.7, 1].filter(() => random() < 0.6).map((nose) => squeezer(nose));
      const own = row('r', ['rib', 'spar'], { shutBy: facts, fastenerId, head: random() < 0.5 ? 'flush-100' : 'protruding' });
      const others = facts.map((_, i) => row(`x${i}`, ['skin', 'rib']));
      const access = deriveSequence(model([own, ...others], tools)).access.find((a) => a.rowId === 'r');
      for (let mask = 0; mask < 2 ** facts.length; mask++) {
        const isIn = (id: string) => Boolean(mask & (1 << Number(id.slice(1))));
        const wanted = waysLeft(
          own,
          facts.filter((f) => isIn(f.by.id)),
          tools,
        );
        expect(access && waysAfter(access, (c) => isIn(c.by.by.id)), `round ${round}, ${mask}`).toEqual(wanted);
      }
    }
  });
});

describe('what comes only later is in nobody’s way', () => {
  /* x shuts the row to half an inch before its turn, y to a tenth after it. */
  const facts = [by('row', 'x', { room: inch(0.5) }), by('row', 'y', { room: inch(0.1) })];
  const m = model([row('r', ['rib', 'spar'], { shutBy: facts }), row('x', ['skin', 'rib']), row('y', ['skin', 'spar'])], [squeezer(1)]);
  const { derived } = solve(m);
  const order = followOrder(derived.left, plansWish(['x', 'r', 'y'], derived.left, derived.access));
  const deadEnd = accessAlong(order, derived.access, derived.done).deadEnds[0] as DeadEnd;
  const ways = waysOut({ model: m, derived, order, deadEnd, blind: null, minutes: MINUTES });
  it('the tool that is named fits the room there is at the row’s turn', () => {
    expect(squeezerOf(ways.find((w) => w.kind === 'tool'))?.noseHeightMost).toBeCloseTo(12.7, 9);
  });
  it('only the flange in the way is bent', () => {
    expect(ways.find((w) => w.kind === 'bend')?.row?.shutBy?.map((s) => s.isBentOpen ?? false)).toEqual([true, false]);
  });
  it('a blind rivet could do unless the head side is shut by then', () => {
    const shutBy = (side: ShutOff['side']) => {
      const own = model([row('r', ['rib', 'spar'], { shutBy: [by('row', 'x', { side })] }), row('x', ['skin', 'rib'])]);
      const found = deriveSequence(own);
      const by2 = followOrder(found.left, plansWish(['x', 'r'], found.left, found.access));
      return { model: own, derived: found, order: by2, deadEnd: accessAlong(by2, found.access).deadEnds[0] as DeadEnd };
    };
    expect(['shop', 'head', 'both'].map((side) => couldBeBlind(shutBy(side as ShutOff['side'])))).toEqual([true, false, false]);
  });
});

describe('what setting a row now would shut off', () => {
  const inner = row('inner', ['rib', 'spar'], { shutBy: [by('part', 'cover')] });
  const derived = deriveSequence(model([inner, row('closing', ['cover', 'rib']), row('other', ['skin', 'rib'])]));
  const shut = (ids: string[], done = derived.done) => shutOffBySetting(ids, derived.operations, derived.access, done);
  it('names the rows, through the closing that nobody marks; not those set in the same gesture or before', () => {
    expect(shut(['closing'])).toEqual(['inner']);
    expect(shut(['other'])).toEqual([]);
    expect(shut(['closing', 'inner'])).toEqual([]);
    expect(shut(['closing'], new Set([derived.operations.find((o) => o.rowId === 'inner' && o.kind === 'set')?.id as string]))).toEqual([]);
  });
  it('says it once: what is shut off already is not shut off again', () =>
    expect(shut(['closing'], new Set([closeId('cover')]))).toEqual([]));
  it('the row that would shut it off is not ready before it', () => {
    const closing = derived.operations.find((o) => o.rowId === 'closing' && o.kind === 'set');
    const close = derived.progress.get(closeId('cover'));
    expect(close?.waitsFor).toContain(setOf(model([inner, row('closing', ['cover', 'rib'])]), 'inner'));
    expect(derived.progress.get(closing?.id ?? '')?.state).toBe('blocked');
  });
  it('an evening too short for the inner row does not close over it', () => {
    const big = row('inner', ['rib', 'spar'], { ...rowOf(['rib', 'spar'], 400), shutBy: [by('part', 'cover')], start: 'final' });
    const small = row('closing', ['cover', 'rib'], { start: 'final' });
    const m = model([big, small]);
    const { derived: d, order } = solve(m);
    const byId = new Map(d.left.map((o) => [o.id, o]));
    const minutes = learnedMinutes([]);
    const within = (budget: number) =>
      eveningsOf(
        order.map((id) => byId.get(id) as AssemblyOperation),
        d.progress,
        minutes,
        budget,
        1,
      )[0] ?? [];
    const evening = within(100_000);
    expect(evening).toHaveLength(order.length);
    /* Long enough for everything but the inner row's rivets: some of them are set, and what waits for all of them stays out. */
    const rivets = (d.progress.get(setOf(m, 'inner'))?.open ?? 0) * minutes.set.minutes;
    const short = within(evening.reduce((n, e) => n + e.minutes, 0) - rivets - 1);
    const inEvening = short.find((e) => e.operation.id === setOf(m, 'inner'));
    expect(inEvening?.things ?? 0).toBeLessThan(400);
    expect(short.map((e) => e.operation.id)).not.toContain(setOf(m, 'closing'));
  });
});

describe('an order of one’s own lives on', () => {
  it('a row that gets another set-up keeps its place; what is done or gone is left out', () => {
    const before = deriveSequence(model([row('r1', ['skin', 'rib']), row('r2', ['skin', 'spar']), row('r3', ['rib', 'spar'])]));
    const wish = plansWish(['r3', 'r1', 'r2'], before.left, before.access);
    const after = deriveSequence(
      model([row('r1', ['skin', 'rib'], { fastenerId: BLIND.id }), row('r2', ['skin', 'spar']), row('r3', ['rib', 'spar'])]),
    );
    const order = followOrder(after.left, ['gone/set/3/flush-100', ...wish]);
    const sets = order.filter((id) => id.split('/')[1] === 'set');
    expect(sets.map((id) => id.split('/')[0])).toEqual(['r3', 'r1', 'r2']);
    expect(sets[1]).toBe('r1/set/blind/BR-3');
  });
});

describe('told facts as precedences', () => {
  const before = (m: SequenceModel, a: (id: string) => boolean, b: (id: string) => boolean) => {
    const { order } = solve(m);
    return Math.max(...order.flatMap((id, i) => (a(id) ? [i] : []))) < Math.min(...order.flatMap((id, i) => (b(id) ? [i] : [])));
  };
  it('a row waits for a later part; the others do not', () => {
    const m = model([
      row('held', ['skin', 'spar'], { waitsForParts: ['cover'] }),
      row('free', ['skin', 'rib']),
      row('own', ['cover', 'rib']),
    ]);
    const { derived } = solve(m);
    const held = derived.left.find((o) => o.id === setOf(m, 'held'));
    expect(held?.after).toContainEqual({ id: 'part/cover/join', because: 'waits-for-part' });
    expect(derived.left.find((o) => o.kind === 'reassemble')?.partIds).not.toContain('cover');
    expect(
      before(
        m,
        (id) => id === 'part/cover/join',
        (id) => id === setOf(m, 'held'),
      ),
    ).toBe(true);
  });
  it('a sub-assembly is finished before it joins the rest', () => {
    const parts = new Map([...PARTS].map(([id, p]) => [id, id === 'rib' || id === 'spar' ? { ...p, subAssembly: 'box' } : p]));
    const m = model([row('in', ['rib', 'spar'], {}, parts), row('out', ['skin', 'rib'], {}, parts)], [], parts);
    expect(
      before(
        m,
        (id) => id === setOf(m, 'in'),
        (id) => id === 'sub/box/close',
      ),
    ).toBe(true);
    expect(
      before(
        m,
        (id) => id === 'sub/box/close',
        (id) => id === setOf(m, 'out'),
      ),
    ).toBe(true);
  });
  it('facts about what is gone say nothing', () => {
    const m = model([row('r', ['skin', 'rib'], { shutBy: [by('part', 'gone'), by('row', 'gone')], waitsForParts: ['gone'] })]);
    const { derived } = solve(m);
    expect(derived.operations.map((o) => o.kind)).not.toContain('close');
    expect(derived.access).toEqual([]);
  });
});

describe('an order of one’s own', () => {
  const m = model([row('r1', ['skin', 'rib']), row('r2', ['skin', 'spar'])]);
  const { derived, order } = solve(m);
  it('one that keeps everything is answered by itself', () => expect(followOrder(derived.left, order)).toEqual(order));
  it('what breaks is named with its reason', () => {
    const set = setOf(m, 'r1');
    const turned = moved(order, set, 0);
    expect(breaksOf(derived.left, order)).toEqual([]);
    expect(breaksOf(derived.left, turned)).toContainEqual({
      earlier: 'assembly/reassemble',
      later: set,
      because: 'together-before-riveting',
    });
    expect(breaksOf(derived.left, followOrder(derived.left, turned))).toEqual([]);
  });
  it('moving to where it stands moves nothing', () => expect(moved(order, order[3] as string, 3)).toEqual(order));
});

describe('what if', () => {
  const m = model(
    [row('r1', ['skin', 'rib']), row('r2', ['skin', 'spar'], { shutBy: [by('row', 'r1')] })],
    [squeezer(1), squeezer(1, { kind: 'die-set', dash: 3, angleDeg: 100, sheet: 'skin' })].map((t, i) => ({ ...t, id: `t${i}` })),
  );
  const derived = deriveSequence(m);
  const left = withAccess(derived.left, derived.access).operations;
  it('nothing tried leaves nothing aside', () => expect(tryOut(left, m, NOTHING_TRIED).aside.size).toBe(0));
  it('a held row holds what must not be set before it', () => {
    const { aside } = tryOut(left, m, { ...NOTHING_TRIED, heldRows: new Set(['r2']) });
    expect(aside.get(setOf(m, 'r2'))).toBe('held');
    expect(aside.get(setOf(m, 'r1'))).toBe('waits');
    expect([...aside.keys()].some((id) => id.includes('/drilled/'))).toBe(false);
  });
  it('a part skipped leaves its rows and what waits for them', () => {
    const { now } = tryOut(left, m, { ...NOTHING_TRIED, skippedParts: new Set(['rib']) });
    expect(now.some((o) => o.rowId === 'r1')).toBe(false);
    expect(now.some((o) => o.rowId === 'r2' && o.kind === 'drilled')).toBe(true);
  });
  it('without the dies nothing is dimpled with them, and only that and what follows waits', () => {
    const { aside } = tryOut(left, m, { ...NOTHING_TRIED, box: new Set(['t0']) });
    expect([...aside].filter(([, why]) => why === 'tool').every(([id]) => id.includes('/dimpled/'))).toBe(true);
    expect([...aside.values()]).toContain('tool');
    expect(tryOut(left, m, { ...NOTHING_TRIED, box: new Set(['t0', 't1']) }).aside.size).toBe(0);
  });
});
