import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, part, rowOf } from '../../test/build';
import { rectangle } from '../layout/outline';
import type { Entity, ToolDefinition } from '../record/definitions';
import type { Setup } from '../setup/setup';
import { USUAL_TOOLS } from './usual-tools';
import type { Mm } from '../units/length';
import { planStack } from '../prep/plan';
import { stackOf } from '../record/stack-of';
import { stepsOf } from '../record/steps';
import { KIT } from '../../test/build';
import { hardestByHole, layerReaches } from './layer-reach';
import { rangeReasons, reachRanges, roomInRib } from './reach';
import { reachingTool, rowAccess } from './row-reach';
import { kindsFor, toolProblems, tooSmall, toolsForSetup } from './tools-for-setup';

const length = (mm: number) => ({ mm, text: String(mm), units: 'mm' as const });
const none = { edge: null, wall: null, room: null, roomAtEnd: null, isBent: false };
const tools = USUAL_TOOLS.map((t, i): Entity<'tool'> => ({
  kind: 'tool',
  id: `t${i}`,
  version: 1,
  definition: { v: 1, kitId: 'k', ...t },
}));
const reaching = tools.map(reachingTool).filter((t) => t !== null);

describe('what a row’s holes give a tool', () => {
  it('nothing said: nothing in the way, and the frame is best', () => {
    const access = rowAccess(rowOf(['p'], 5), undefined);
    expect(access).toEqual(Array.from({ length: 5 }, () => ({ edge: undefined, wall: undefined, room: undefined, isBent: false })));
    expect(reachRanges(reaching, access).map((r) => r.best?.name)).toEqual(['lever frame']);
  });
  it('room runs evenly from the first hole to the last', () => {
    const access = rowAccess(rowOf(['p'], 5, { access: { ...none, room: length(100), roomAtEnd: length(20) } }), undefined);
    expect(access.map((a) => a.room)).toEqual([100, 80, 60, 40, 20]);
    const ranges = reachRanges(reaching, access);
    expect(ranges[0]?.best?.kind).toBe('squeezer');
    expect(ranges.at(-1)).toMatchObject({ to: 4, best: { kind: 'pull-through' } });
  });
  it('the edge comes from the drawn outline where it was not measured', () => {
    const skin = {
      ...part('p', 'skin', 0.025).definition,
      outline: { kind: 'rectangle' as const, corners: rectangle({ x: 0, y: 0 }, 400 as Mm, 200 as Mm) },
    };
    const laid = {
      path: [
        { x: 0, y: 100 },
        { x: 400, y: 100 },
      ],
      startEdgeMm: 10,
      endEdgeMm: 10,
    };
    expect(rowAccess(rowOf(['p'], 3, { laid }), skin).map((a) => Math.round(a.edge ?? -1))).toEqual([10, 100, 10]);
    expect(rowAccess(rowOf(['p'], 3, { laid, access: { ...none, edge: length(7) } }), skin).map((a) => a.edge)).toEqual([7, 7, 7]);
  });
  it('what is in the way of one sheet is not in the way of the others', () => {
    const row = rowOf(['p', 'q'], 2, { access: { ...none, room: length(20), sheetIndex: 1 } });
    expect([0, 1].map((sheet) => rowAccess(row, undefined, sheet).map((a) => a.room))).toEqual([
      [undefined, undefined],
      [20, 20],
    ]);
    expect(rowAccess({ ...row, layers: row.layers.slice(0, 1) }, undefined, 0).map((a) => a.room)).toEqual([20, 20]);
  });
  it('a bent sheet takes the frame out', () =>
    expect(reachRanges(reaching, rowAccess(rowOf(['p'], 2, { access: { ...none, isBent: true } }), undefined))[0]?.best?.kind).toBe(
      'squeezer',
    ));
});

describe('dies', () => {
  const setup = (dash: number, sheet: 'skin' | 'substructure', angleDeg = 100): Setup => ({
    key: 'k',
    operation: 'dimpled',
    tool: { kind: 'dies', dash, angleDeg, sheet },
  });
  const set = (dash: ToolDefinition['dash'], sheet: ToolDefinition['sheet'], angleDeg = 100) =>
    ({
      ...(tools.find((t) => t.definition.kind === 'die-set')?.definition as ToolDefinition),
      dash,
      sheet,
      angleDeg,
    }) satisfies ToolDefinition;
  it.each([
    ['the right ones', set(3, 'skin'), setup(3, 'skin'), []],
    ['the wrong size', set(4, 'skin'), setup(3, 'skin'), ['size']],
    ['the wrong angle', set(3, 'skin', 120), setup(3, 'skin'), ['angle']],
    ['substructure dies on a skin', set(3, 'substructure'), setup(3, 'skin'), ['substructure-on-skin']],
    ['skin dies in the substructure: a shallower dimple', set(3, 'skin'), setup(3, 'substructure'), []],
    ['everything wrong', set(4, 'substructure', 120), setup(3, 'skin'), ['size', 'angle', 'substructure-on-skin']],
  ])('%s', (_, dies, wanted, problems) => expect(toolProblems(dies, wanted)).toEqual(problems));
  it('those made for the sheet come first', () => {
    expect(toolsForSetup(tools, setup(3, 'substructure')).fit.map((t) => t.definition.sheet)).toEqual(['substructure', 'skin']);
    expect(toolsForSetup(tools, setup(3, 'skin')).fit.map((t) => t.definition.sheet)).toEqual(['skin']);
    expect(toolsForSetup(tools, setup(5, 'skin')).fit).toEqual([]);
  });
});

describe('bits, cutters, sets', () => {
  const usual = tools[0]?.definition as ToolDefinition;
  const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
  const owned = (kind: ToolDefinition['kind'], more: Partial<ToolDefinition>): ToolDefinition => ({
    ...usual, kind, dash: null, angleDeg: null, diameter: undefined, head: undefined, sheet: null, ...more,
  }); // prettier-ignore
  const setup = (tool: Setup['tool']): Setup => ({ key: 'k', operation: 'drilled', tool });
  const bit = setup({ kind: 'bit', diameter: (0.098 * 25.4) as Mm, drill: '#40' });
  const cutter = setup({ kind: 'cutter', angleDeg: 100, pilot: (0.098 * 25.4) as Mm, depth: 1 as Mm });
  const sets = setup({ kind: 'sets', dash: 3, head: 'flush-100' });
  it.each([
    ['the bit itself', owned('bit', { diameter: inch(0.098) }), bit, []],
    ['a hair off', owned('bit', { diameter: inch(0.0982) }), bit, []],
    ['another bit', owned('bit', { diameter: inch(0.0995) }), bit, ['diameter']],
    ['a bit nobody measured', owned('bit', {}), bit, []],
    ['the cutter', owned('cutter', { angleDeg: 100, diameter: inch(0.098) }), cutter, []],
    ['of another angle', owned('cutter', { angleDeg: 120, diameter: inch(0.098) }), cutter, ['angle']],
    ['with another pilot', owned('cutter', { angleDeg: 100, diameter: inch(0.1285) }), cutter, ['pilot']],
    ['with both', owned('cutter', { angleDeg: 120, diameter: inch(0.1285) }), cutter, ['angle', 'pilot']],
    /* Needed: .098 + 2 × (1/25.4) × tan 50 = .1918. */
    ['as large as it needs', owned('cutter', { angleDeg: 100, largest: inch(0.1919) }), cutter, []],
    ['a hair too small at its largest', owned('cutter', { angleDeg: 100, largest: inch(0.1917) }), cutter, ['largest']],
    ['the sets', owned('sets', { dash: 3, head: 'flush-100' }), sets, []],
    ['of no size', owned('sets', {}), sets, []],
    ['of another size', owned('sets', { dash: 4 }), sets, ['size']],
    ['for another head', owned('sets', { dash: 3, head: 'protruding' }), sets, ['head']],
    ['anything by hand', owned('bit', {}), setup({ kind: 'hand' }), []],
  ])('%s', (_, tool, wanted, problems) => expect(toolProblems(tool, wanted)).toEqual(problems));
  it('how far the head would stand proud of a cutter’s edge', () => {
    const small = tooSmall(owned('cutter', { angleDeg: 100, largest: inch(0.15) }), cutter);
    expect((small?.needed ?? 0) / 25.4).toBeCloseTo(0.191837, 5);
    /* What is missing in depth: 1 mm less the depth at which the cone is .150 wide. */
    expect(small?.proud).toBeCloseTo(1 - ((0.15 - 0.098) * 25.4) / 2 / Math.tan((50 * Math.PI) / 180), 9);
  });
  it.each([
    [bit, ['bit', 'reamer']],
    [cutter, ['cutter']],
    [sets, ['sets']],
    [setup({ kind: 'hand' }), []],
    [setup({ kind: 'puller', name: 'blind 3/32' }), []],
  ])('which kinds go in: %#', (wanted, kinds) => expect(kindsFor(wanted)).toEqual(kinds));
  it('refused ones a hand might reach for come first; none of the kind says nothing is owned', () => {
    const entity = (id: string, definition: ToolDefinition) => ({ kind: 'tool' as const, id, version: 1, definition });
    const found = toolsForSetup(
      [
        entity('far', owned('cutter', { angleDeg: 100, diameter: inch(0.25) })),
        entity('angle', owned('cutter', { angleDeg: 120, diameter: inch(0.098) })),
        entity('fits', owned('cutter', { angleDeg: 100, diameter: inch(0.098) })),
        entity('bit', owned('bit', { diameter: inch(0.098) })),
      ],
      cutter,
    );
    expect(found.fit.map((t) => t.id)).toEqual(['fits']);
    expect(found.refused.map((r) => r.tool.id)).toEqual(['angle', 'far']);
    expect(found.isKindOwned).toBe(true);
    expect(toolsForSetup([], cutter)).toEqual({ fit: [], refused: [], isKindOwned: false });
  });
});

describe('three ribs more, hole by hole against the formula solved by hand', () => {
  /* Room between the flanges is even from first to last hole; the formula is worked at every hole apart. */
  const cases = [
    { name: 'shallow rib', h0: 60, h1: 30, length: 400, t: 0.8128, first: 20, last: 380, holes: 13, yoke: 45, dies: 22 },
    { name: 'steep rib', h0: 120, h1: 24, length: 360, t: 0.635, first: 15, last: 345, holes: 23, yoke: 50, dies: 22 },
    { name: 'rib that widens', h0: 25, h1: 90, length: 500, t: 1.016, first: 25, last: 475, holes: 19, yoke: 50, dies: 22 },
  ];
  it.each(cases)('$name', ({ h0, h1, length: L, t, first, last, holes, yoke, dies }) => {
    const rib = { startHeight: h0 as Mm, endHeight: h1 as Mm, length: L as Mm, thickness: t as Mm };
    const access = { ...none, room: length(roomInRib(rib, first as Mm)), roomAtEnd: length(roomInRib(rib, last as Mm)) };
    const own = [
      { id: 'y', name: 'yoke', kind: 'squeezer' as const, noseHeight: yoke as Mm, takesBent: true },
      { id: 'd', name: 'dies', kind: 'close-quarters' as const, noseHeight: dies as Mm, takesBent: true },
    ];
    const said = reachRanges(own, rowAccess(rowOf(['p'], holes, { access }), undefined)).flatMap((r) =>
      Array.from({ length: r.to - r.from + 1 }, () => r.best?.id ?? null),
    );
    const wanted = Array.from({ length: holes }, (_, i) => {
      const x = first + ((last - first) * i) / (holes - 1);
      const room = h0 + ((h1 - h0) * x) / L - 2 * t;
      return room >= yoke ? 'y' : room >= dies ? 'd' : null;
    });
    expect(said).toEqual(wanted);
    expect(new Set(said).size).toBeGreaterThan(1);
  });
});

describe('why a tool is best', () => {
  it('the others that reach are named, and what stands in the way of those that do not', () => {
    const access = rowAccess(rowOf(['p'], 5, { access: { ...none, room: length(100), roomAtEnd: length(20) } }), undefined);
    const ranges = reachRanges(reaching, access);
    for (const range of ranges) {
      const { alsoReach, fail } = rangeReasons(range, reaching, access);
      expect(alsoReach.length + fail.length + (range.best ? 1 : 0)).toBe(reaching.length);
      for (const f of fail) expect(f.failures.length).toBeGreaterThan(0);
    }
    const first = rangeReasons(ranges[0] as (typeof ranges)[number], reaching, access);
    expect(first.fail.find((f) => f.tool.kind === 'frame')?.failures).toEqual(['room']);
    expect(first.alsoReach.map((t) => t.kind)).toContain('close-quarters');
  });
  it('of two sheets each hole has its harder one; a sheet that nothing reaches is none', () => {
    const parts = new Map([part('a', 'skin', 0.025), part('b', 'rib', 0.025)].map((p) => [p.id, p.definition]));
    const row = rowOf(['a', 'b'], 3, { access: { ...none, room: length(60), roomAtEnd: length(1), sheetIndex: 1 } });
    const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    const reaches = layerReaches(row, stepsOf(row, planStack(stack).layers, { kit: KIT, parts }), parts, tools);
    expect(reaches.map((r) => r.part)).toEqual(['skin', 'rib']);
    expect(reaches[0]?.ranges).toHaveLength(1);
    expect(hardestByHole(reaches)).toEqual(['squeezer', 'close-quarters', 'none']);
    expect(hardestByHole([])).toEqual([]);
    expect(layerReaches(row, [], parts, tools)).toEqual([]);
  });
});
