import { describe, expect, it } from 'vitest';
import { mm, type Mm } from '../units/length';
import {
  measuresToTake,
  missingMeasures,
  reachFailures,
  reachRanges,
  roomInRib,
  toolsThatReach,
  type HoleAccess,
  type ReachingTool,
} from './reach';

const tool = (kind: ReachingTool['kind'], more: Partial<ReachingTool> = {}): ReachingTool => ({
  id: kind,
  name: kind,
  kind,
  takesBent: kind !== 'frame',
  ...more,
});
const at = (more: Partial<HoleAccess> = {}): HoleAccess => ({ isBent: false, ...more });

describe('reach of a tool', () => {
  it.each([
    ['edge 3 mm short of the throat', { edge: mm(97) }, []],
    ['a hair more', { edge: mm(97.001) }, ['throat']],
    ['wall at the nose’s half-width', { wall: mm(8) }, []],
    ['a hair nearer', { wall: mm(7.999) }, ['wall']],
    ['room for the nose exactly', { room: mm(50) }, []],
    ['a hair less', { room: mm(49.999) }, ['room']],
    ['everything at once', { edge: mm(200), wall: mm(1), room: mm(1) }, ['throat', 'wall', 'room']],
  ])('%s', (_, access, wanted) =>
    expect(reachFailures(tool('squeezer', { throat: mm(100), noseHalfWidth: mm(8), noseHeight: mm(50) }), at(access))).toEqual(wanted),
  );
  it('a frame dents a bent sheet, a squeezer does not', () => {
    expect(reachFailures(tool('frame', { throat: mm(450) }), at({ isBent: true }))).toEqual(['bent']);
    expect(reachFailures(tool('squeezer'), at({ isBent: true }))).toEqual([]);
  });
  it('best first: frame, squeezer, close-quarters dies, pull-through dies', () => {
    const all = [tool('pull-through'), tool('close-quarters'), tool('frame'), tool('squeezer')];
    expect(toolsThatReach(all, at()).map((t) => t.kind)).toEqual(['frame', 'squeezer', 'close-quarters', 'pull-through']);
  });
});

describe('the worked rib', () => {
  const rib = { startHeight: mm(100), endHeight: mm(20), length: mm(500), thickness: mm(0.032 * 25.4) };
  const holes = Array.from({ length: 19 }, (_, i) => at({ room: roomInRib(rib, mm(25 * (i + 1))) }));
  const yoke = tool('squeezer', { noseHeight: mm(50) });
  const dies = tool('close-quarters', { noseHeight: mm(22) });
  it('a yoke of nose height 50 reaches holes 1 to 12, dies of height 22 holes 13 to 19', () => {
    expect(reachRanges([yoke, dies], holes).map((r) => [r.from + 1, r.to + 1, r.best?.kind])).toEqual([
      [1, 12, 'squeezer'],
      [13, 19, 'close-quarters'],
    ]);
  });
  it('a changed nose height moves the boundary as the formula says, hole by hole', () => {
    for (let h = 15; h < 100; h += 0.7) {
      const [first] = reachRanges([{ ...yoke, noseHeight: mm(h) }], holes);
      /* The same boundary solved for x: 100 - .16 x - 2 t >= h. */
      const last = Math.floor((100 - 2 * rib.thickness - h) / 0.16 / 25 + 1e-9);
      expect(first?.best ? first.to + 1 : 0, `nose ${h}`).toBe(Math.max(0, Math.min(19, last)));
    }
  });
  it.each([
    [
      'growing instead of tapering',
      { ...rib, startHeight: mm(20), endHeight: mm(100) },
      [
        [1, 7, null],
        [8, 19, 'squeezer'],
      ],
    ],
    ['of even height', { ...rib, endHeight: mm(100) }, [[1, 19, 'squeezer']]],
    ['too low everywhere', { ...rib, startHeight: mm(40), endHeight: mm(10) }, [[1, 19, null]]],
  ])('a rib %s', (_, other, wanted) => {
    const own = Array.from({ length: 19 }, (_, i) => at({ room: roomInRib(other, mm(25 * (i + 1))) }));
    expect(reachRanges([yoke], own).map((r) => [r.from + 1, r.to + 1, r.best?.kind ?? null])).toEqual(wanted);
  });
});

describe('a measure that was not taken', () => {
  const untaken = tool('squeezer', { throat: mm(60) });
  it('is asked for only when it would change an answer', () => {
    expect(missingMeasures(untaken, [at()])).toEqual([]);
    expect(missingMeasures(untaken, [at({ room: mm(30) })])).toEqual(['noseHeight']);
    expect(missingMeasures(untaken, [at({ wall: mm(9) }), at({ room: mm(30) })])).toEqual(['noseHalfWidth', 'noseHeight']);
  });
  it('of a tool that is best nowhere it is not asked for', () => {
    const measured = tool('frame', { throat: mm(400), noseHalfWidth: mm(5), noseHeight: mm(20) });
    const holes = [at({ room: mm(30) }), at({ room: mm(10) })];
    expect(measuresToTake([measured, untaken], holes.slice(0, 1))).toEqual([]);
    expect(measuresToTake([measured, untaken], holes)).toEqual([{ tool: untaken, measures: ['noseHeight'] }]);
  });
  it('is not asked for where another measure stops the tool anyway', () =>
    expect(missingMeasures(untaken, [at({ edge: mm(90) as Mm, room: mm(30) })])).toEqual([]));
});
