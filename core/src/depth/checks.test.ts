import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { CLICK } from '../rivet/cone';
import { judgeAngle } from '../record/dimple-check';
import { cageNeeds } from '../reach/cage-access';
import type { RowAccess, ToolDefinition } from '../record/definitions';
import { DIMPLE_DEFECTS } from '../record/marks';
import { inches, type Mm } from '../units/length';
import { angleSentence, dimpleSentence, dimpleSeverity, rivetSentence, rivetTarget } from '../wording/preparation';
import { cageHistory, cageInUse } from './cage-record';
import { prep } from '../../test/build';
import { judgeRivet, lieOf, plannedDrop } from './rivet-check';

const length = (inch: number) => ({ mm: inch * 25.4, text: String(inch), units: 'in' as const });

describe('a rivet laid into the hole', () => {
  it.each([
    [0.002, 'flush'],
    [0.00201, 'proud'],
    [-0.002, 'flush'],
    [-0.00201, 'sunken'],
    [0, 'flush'],
  ])('%d in lies %s', (off, lie) => expect(lieOf(inches(off), inches(0.002))).toBe(lie));
  const q = (drop: number) => ({ flushness: inches(0.002), click: CLICK, drop: inches(drop) });
  it.each([
    ['felt proud', { lie: 'proud' as const }, 'shallow', null],
    ['felt flush', { lie: 'flush' as const }, 'right', null],
    ['felt sunken', { lie: 'sunken' as const }, 'deep', null],
    ['.0015 proud', { lie: 'flush' as const, off: length(0.0015) }, 'right', null],
    ['.004 proud', { lie: 'proud' as const, off: length(0.004) }, 'shallow', 4],
    ['.003 under', { lie: 'proud' as const, off: length(-0.003) }, 'deep', -3],
  ])('where the head itself sits, %s', (_, check, says, clicks) => {
    expect(judgeRivet(check, q(0))).toEqual({ says, clicks, drop: 0 });
  });
  it.each([
    ['felt proud', { lie: 'proud' as const }, 'shallow', null],
    ['felt flush: it should lie under', { lie: 'flush' as const }, 'shallow', null],
    ['felt sunken: as it should, by how much no finger tells', { lie: 'sunken' as const }, 'look', null],
    ['flush by measure', { lie: 'flush' as const, off: length(0.0000001) }, 'shallow', 8],
    ['.0056 under: at the end of right', { lie: 'sunken' as const, off: length(-0.0056) }, 'right', null],
    ['.0055 under: shallow', { lie: 'sunken' as const, off: length(-0.0055) }, 'shallow', 2],
    ['.0076 under, which was told "too deep by 8 clicks"', { lie: 'sunken' as const, off: length(-0.0076) }, 'right', null],
    ['.0097 under: deep', { lie: 'sunken' as const, off: length(-0.0097) }, 'deep', -2],
  ])('under a .025 dimple, %s', (_, check, says, clicks) => {
    expect(judgeRivet(check, q(0.0076))).toMatchObject({ says, clicks });
  });
  it.each([
    ['computed', { nest: 'computed' as const }, 0.0076],
    ['fixed', { nest: { fixed: 0.007 } }, 0.007],
  ])('the drop is the planned depth less that for the head itself: %s', (_, more, drop) => {
    const answer = prep([0.025, 0.063], more);
    const [skin, rib] = answer.layers;
    const at = (l: typeof skin) =>
      plannedDrop({ receives: l?.receives ?? null, extraDepth: l?.extraDepth === undefined ? undefined : inches(l.extraDepth) });
    expect(at(skin)).toBe(0);
    expect(at(rib) / 25.4).toBeCloseTo(drop, 4);
    expect(plannedDrop({ receives: 'head', extraDepth: 0 as Mm })).toBe(0);
  });
  it('says where it should lie, in both cases', () => {
    expect(rivetTarget(0 as Mm, inches(0.002), 'in')).toBe('Wanted: flush, within .002 in either way.');
    expect(rivetTarget(inches(0.0076), inches(0.002), 'in')).toContain('.0076 in under the surface');
  });
  it('one rivet is never an order to turn', () => {
    expect(rivetSentence({ says: 'shallow', clicks: 4, drop: 0 as Mm }, 'in')).toMatch(/some 4 clicks.*try two more/);
    expect(rivetSentence({ says: 'deep', clicks: null, drop: 0 as Mm }, 'in')).toMatch(/stays cut: stop/);
  });
});

describe('a flange after dimpling', () => {
  it.each([
    [{ found: 90, wanted: 90 }, true, 0],
    [{ found: 89, wanted: 90 }, true, 1],
    [{ found: 88.9, wanted: 90 }, false, 1.1],
    [{ found: 93, wanted: 90 }, false, -3],
  ])('%j', (angle, isFine, bend) => {
    const answer = judgeAngle(angle);
    expect([answer.isFine, Math.round(answer.bendDeg * 1e6) / 1e6]).toEqual([isFine, bend]);
  });
  it('says which way to bend', () => {
    expect(angleSentence(judgeAngle({ found: 87, wanted: 90 }))).toContain('open by 3°');
    expect(angleSentence(judgeAngle({ found: 92.5, wanted: 90 }))).toContain('in by 2.5°');
  });
});

it('cracked, wrong-sided and flattened dimples are a stop, and every defect says what follows', () => {
  expect(DIMPLE_DEFECTS.filter((d) => dimpleSeverity(d) === 'stop')).toEqual(['cracked', 'wrong-side', 'flattened']);
  expect(new Set(DIMPLE_DEFECTS.map(dimpleSentence)).size).toBe(DIMPLE_DEFECTS.length);
});

describe('a cage close to a wall', () => {
  const none: RowAccess = { edge: null, wall: null, room: null, roomAtEnd: null, isBent: false };
  const cage = (half: number | null, isCutAway = false) =>
    ({ kind: 'cage', noseHalfWidth: half === null ? null : length(half), isCutAway }) as ToolDefinition;
  it.each([
    ['no wall', none, [cage(0.5)], []],
    ['the wall at the foot’s half-width', { ...none, wall: length(0.5) }, [cage(0.5)], []],
    ['a hair nearer, with a cut-away one', { ...none, wall: length(0.499) }, [cage(0.5), cage(0.5, true)], ['cut-away']],
    ['a hair nearer, without', { ...none, wall: length(0.499) }, [cage(0.5)], ['no-cage-reaches']],
    ['nothing known of the cages', { ...none, wall: length(0.1) }, [], []],
    ['a foot nobody measured', { ...none, wall: length(0.1) }, [cage(null)], []],
    ['tilted and narrow', { ...none, isTilted: true, needsSpacer: true }, [cage(0.5)], ['spacer', 'jig']],
    ['nothing said of the row', null, [cage(0.5)], []],
  ])('%s', (_, access, cages, wanted) => expect(cageNeeds(access, cages)).toEqual(wanted));
});

describe('the cage’s history', () => {
  const at = (n: number) => `2026-11-01T10:0${n}:00.000Z`;
  const read = (n: number, inch: number) =>
    mark(`r${n}`, {
      kind: 'depth-read',
      doneAt: at(n),
      holeIds: ['h'],
      layerIds: ['l'],
      payload: { setupKey: 'k', reading: length(inch) },
    });
  const set = (n: number, clicks: number, toolId?: string) =>
    mark(`s${n}`, {
      kind: 'cage-set',
      doneAt: at(n),
      payload: { setupKey: 'k', clicks, cage: { way: clicks === 0 ? 'trial' : 'advice', ...(toolId ? { toolId } : {}) } },
    });
  const marks = [set(0, 0, 'cage-1'), read(1, 0.04), read(2, 0.041), set(3, 2, 'cage-2'), read(4, 0.042), set(5, -1)];
  it('names every change with the readings it rests on, newest first', () => {
    const history = cageHistory(marks, 'k');
    expect(history.map((e) => [e.markId, e.clicks, e.readings.length])).toEqual([
      ['s5', -1, 1],
      ['s3', 2, 2],
      ['s0', 0, 0],
    ]);
  });
  it('knows the cage that was used last, and forgets what was taken back', () => {
    expect(cageInUse(marks, 'k')).toBe('cage-2');
    expect(cageInUse([...marks, mark('u', { kind: 'undo', payload: { undoes: 's3' } })], 'k')).toBe('cage-1');
    expect(cageInUse(marks, 'other')).toBeNull();
  });
});
