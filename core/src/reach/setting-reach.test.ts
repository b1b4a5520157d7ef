import { describe, expect, it } from 'vitest';
import type { Entity, ToolDefinition } from '../record/definitions';
import type { Mm } from '../units/length';
import { closedOffLater } from '../access/got-at-later';
import { rowOf } from '../../test/build';
import { wallNeeds, type HoleAccess } from './reach';
import { firstOutOfReach, setters, settingFailures, settingRanges, trimToReach } from './setting-reach';

const mm = (value: number) => ({ mm: value, text: `${value} mm`, units: 'mm' as const });
const tool = (
  id: string,
  kind: ToolDefinition['kind'],
  throat: number | null,
  half: number | null,
  height: number | null,
): Entity<'tool'> => ({
  kind: 'tool',
  id,
  version: 1,
  definition: {
    v: 1,
    kitId: 'k',
    name: id,
    kind,
    throat: throat === null ? null : mm(throat),
    noseHalfWidth: half === null ? null : mm(half),
    noseHeight: height === null ? null : mm(height),
    takesBent: true,
    dash: null,
    angleDeg: null,
    sheet: null,
  },
});
const SQUEEZER = tool('squeezer', 'squeezer', 60, 10, 40);
const BAR = tool('bar', 'bar', null, 15, 20);
const SET = tool('back', 'back-set', null, 12, 100);
const PULLER = tool('puller', 'puller', null, 8, 60);
const ALL = [PULLER, SET, BAR, SQUEEZER];
const at = (more: Partial<Record<'edge' | 'wall' | 'room' | 'wallAngleDeg', number>> = {}) => ({ isBent: false, ...more }) as HoleAccess;
const of = (id: string) => setters(ALL, id === 'puller').find((s) => s.tool.id === id)!;

describe('who sets what', () => {
  it('a blind fastener is pulled, anything else is not', () => {
    expect(setters(ALL, true).map((s) => s.tool.id)).toEqual(['puller']);
    expect(setters(ALL, false).map((s) => s.tool.id)).toEqual(['squeezer', 'bar', 'back']);
  });
  it.each([
    ['squeezer', at({ edge: 57 }), []],
    ['squeezer', at({ edge: 57.01 }), ['throat']],
    ['squeezer', at({ wall: 9.9 }), ['wall']],
    ['squeezer', at({ room: 39.9 }), ['room']],
    ['bar', at({ edge: 500 }), []],
    ['bar', at({ room: 19.9 }), ['room']],
    ['bar', at({ wall: 14.9, room: 10 }), ['wall', 'room']],
    ['back', at({ room: 1, wall: 12 }), []],
    ['back', at({ wall: 11.9 }), ['wall']],
    ['puller', at({ wall: 7.9 }), ['wall']],
    ['puller', at({ room: 1, wall: 8 }), []],
  ] as const)('%s at %j: %j', (id, hole, failures) => expect(settingFailures(of(id), hole)).toEqual(failures));
  it('each hole is given to the planned way where it reaches, else to the best that does, else to none', () => {
    const holes = [at({ edge: 20 }), at({ edge: 90 }), at({ edge: 90, room: 5 }), at({ edge: 90, room: 5, wall: 2 })];
    const shown = (way: 'squeezer' | 'gun' | null) =>
      settingRanges(setters(ALL, false), holes, way).map((r) => `${r.from}-${r.to} ${r.best?.tool.id ?? 'none'}`);
    expect(shown(null)).toEqual(['0-0 squeezer', '1-1 bar', '2-2 back', '3-3 none']);
    expect(shown('gun')).toEqual(['0-1 bar', '2-2 back', '3-3 none']);
  });
  it('the planned one is refused with the first hole it fails', () => {
    const holes = [at({ edge: 20 }), at({ edge: 90 }), at({ wall: 1 })];
    const own = setters([SQUEEZER], false);
    expect(firstOutOfReach(own, holes, [0, 1, 2])).toEqual({ hole: 1, tool: 'squeezer', failures: ['throat'] });
    expect(firstOutOfReach(own, holes, [2])).toMatchObject({ hole: 2, failures: ['wall'] });
    expect(firstOutOfReach(own, holes, [0])).toBeNull();
    expect(firstOutOfReach([], holes, [1])).toBeNull();
  });
});

describe('a corner that leans', () => {
  it.each([
    [90, 10],
    [120, 10],
    [80, 10 + 40 / Math.tan((80 * Math.PI) / 180)],
    [45, 50],
  ])('at %i degrees a tool of 10 and 40 mm needs %f', (angle, needs) =>
    expect(wallNeeds({ noseHalfWidth: 10 as Mm, noseHeight: 40 as Mm }, angle)).toBeCloseTo(needs, 9),
  );
  it('a set cannot sit where the wall leans over the hole', () => {
    expect(settingFailures(of('squeezer'), at({ wall: 17, wallAngleDeg: 80 }))).toEqual(['wall']);
    expect(settingFailures(of('squeezer'), at({ wall: 17.1, wallAngleDeg: 80 }))).toEqual([]);
  });
});

describe('trim by so much', () => {
  it('where the throat alone fails', () =>
    expect(trimToReach(of('squeezer'), [at({ edge: 30 }), at({ edge: 70 })], 6 as Mm)).toMatchObject({
      cut: 13,
      edgeLeft: 57,
      helps: true,
      tool: 'squeezer',
    }));
  it.each([
    ['the wall fails too', [at({ edge: 70, wall: 1 })]],
    ['nothing fails', [at({ edge: 20 })]],
  ])('not where %s', (_, holes) => expect(trimToReach(of('squeezer'), holes, 6 as Mm)).toBeNull());
});

describe('what has to be got at later', () => {
  const by = { kind: 'part' as const, id: 'top' };
  const row = (more: object) => ({ kind: 'row' as const, id: 'r', version: 1, definition: rowOf(['a'], 2, more) });
  it.each([
    [{ gotAtLater: 'the sender', shutBy: [{ by, side: 'shop' }] }, 1],
    [{ gotAtLater: 'the sender', shutBy: [{ by, side: 'shop', room: mm(50) }] }, 0],
    [{ gotAtLater: 'the sender', shutBy: [{ by, side: 'shop', isBentOpen: true }] }, 0],
    [{ gotAtLater: 'the sender' }, 0],
    [{ shutBy: [{ by, side: 'shop' }] }, 0],
  ])('%j', (more, count) => expect(closedOffLater([row(more)])).toHaveLength(count));
});
