import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import type { Mark } from '../record/marks';
import { inches, type Mm } from '../units/length';
import { cageOf, cageRecord, clickOf, isPlausible, nextToRead, pooledSd } from './cage-record';
import { USUAL_TOOLS } from '../reach/usual-tools';
import type { Entity } from '../record/definitions';

const KEY = 'countersunk/100/2.49/42';
const at = (n: number) => `2026-11-20T10:${String(n).padStart(2, '0')}:00.000Z`;
const typed = (inch: number) => ({ mm: inches(inch), text: String(inch), units: 'in' as const });
const read = (n: number, inch: number, more: Partial<Mark> = {}, key = KEY) =>
  mark(`m${n}`, {
    kind: 'depth-read',
    doneAt: at(n),
    holeIds: [`h${n}`],
    layerIds: ['l'],
    payload: { reading: typed(inch), setupKey: key },
    ...more,
  });
const turn = (n: number, clicks: number) => mark(`m${n}`, { kind: 'cage-set', doneAt: at(n), payload: { setupKey: KEY, clicks } });
const gauge = (n: number, inch: number, hole = 'g') =>
  mark(`m${n}`, { kind: 'gauge-read', doneAt: at(n), holeIds: [hole], layerIds: ['l'], payload: { reading: typed(inch), setupKey: KEY } });
const record = (marks: Mark[]) => cageRecord(marks, KEY, { target: inches(0.0416), click: inches(0.001) });

describe('the record of a cage', () => {
  it('readings count since the last change of the setting', () => {
    const before = [read(1, 0.044), read(2, 0.0441), read(3, 0.0439)];
    expect(record(before).advice).toMatchObject({ advice: 'shallower', clicks: 2 });
    const after = record([...before, turn(4, -2), read(5, 0.0416)]);
    expect([after.current.length, after.readings.length, after.changes[0]?.after, after.advice.advice]).toEqual([1, 4, 3, 'measure-more']);
  });
  it('another set-up’s readings are not this one’s, and an undone one is none', () => {
    const undo = mark('u', { kind: 'undo', doneAt: at(30), payload: { undoes: 'm2' } });
    expect(
      record([read(1, 0.0416), read(2, 0.05), read(3, 0.06, {}, 'countersunk/100/2.49/50'), undo]).readings.map((r) => r.markId),
    ).toEqual(['m1']);
  });
  it('does not depend on the order of arrival', () => {
    const marks = [read(1, 0.044), turn(2, -2), read(3, 0.0416), read(4, 0.0417)];
    expect(record([...marks].reverse())).toEqual(record(marks));
  });
  it('a hole read several times gives the gauge’s own scatter, which then keeps the cage alone', () => {
    const readings = [read(1, 0.0432), read(2, 0.0434), read(3, 0.0433)];
    expect(record(readings).advice.advice).toBe('shallower');
    const scattering = record([...readings, gauge(10, 0.04), gauge(11, 0.045), gauge(12, 0.0415), gauge(13, 0.0445)]);
    expect(scattering.gaugeSd).toBeGreaterThan(inches(0.002));
    expect([scattering.current.length, scattering.advice.advice]).toEqual([3, 'leave']);
  });
  it.each([
    ['four times the target', 4, true],
    ['a hair more', 4.001, false],
    ['a quarter', 0.25, true],
    ['a hair less', 0.2499, false],
  ])('%s', (_, times, wanted) => expect(isPlausible((1 * times) as Mm, 1 as Mm)).toBe(wanted));
  it('every fifth hole is read, those that were read are passed over', () => {
    const holes = Array.from({ length: 12 }, (_, i) => `h${i + 1}`);
    expect(nextToRead(holes, [], 5)).toBe(4);
    expect(nextToRead(holes, record([read(5, 0.0416)]).current, 5)).toBe(9);
    expect(nextToRead(holes, record([read(5, 0.0416), read(10, 0.0416)]).current, 5)).toBe(0);
    expect(nextToRead(holes.slice(0, 3), [], 5)).toBe(0);
  });
  it('scatter is pooled over holes, each about its own mean', () => {
    expect(pooledSd([[1], []])).toBeNull();
    expect(
      pooledSd([
        [1, 3],
        [10, 12],
      ]),
    ).toBeCloseTo(Math.SQRT2, 12);
    expect(
      pooledSd([
        [5, 5, 5],
        [1, 3],
      ]),
    ).toBeCloseTo(Math.sqrt(2 / 3), 12);
  });
});

describe('the cage of a set-up', () => {
  const cage = (id: string, clickInch: number | null): Entity<'tool'> => ({
    kind: 'tool',
    id,
    version: 1,
    definition: {
      v: 1,
      kitId: 'k',
      ...(USUAL_TOOLS.find((t) => t.kind === 'cage') as (typeof USUAL_TOOLS)[number]),
      click: clickInch === null ? null : typed(clickInch),
    },
  });
  const frame: Entity<'tool'> = {
    kind: 'tool',
    id: 'frame',
    version: 1,
    definition: { v: 1, kitId: 'k', ...(USUAL_TOOLS[0] as (typeof USUAL_TOOLS)[number]) },
  };
  const tools = [frame, cage('a', null), cage('b', 0.0005)];
  const setOn = (n: number, toolId: string, key = KEY) =>
    mark(`s${n}`, { kind: 'cage-set', doneAt: at(n), payload: { setupKey: key, clicks: 0, cage: { way: 'trial', toolId } } });
  it('is the one it was last set on, else the first one owned', () => {
    expect(cageOf(tools, [], KEY)?.id).toBe('a');
    expect(cageOf(tools, [setOn(1, 'b')], KEY)?.id).toBe('b');
    expect(cageOf(tools, [setOn(1, 'b'), setOn(2, 'a')], KEY)?.id).toBe('a');
    expect(cageOf(tools, [setOn(1, 'b', 'countersunk/other')], KEY)?.id).toBe('a');
    expect(cageOf(tools, [setOn(1, 'b'), mark('u', { kind: 'undo', doneAt: at(3), payload: { undoes: 's1' } })], KEY)?.id).toBe('a');
    expect(cageOf([frame], [], KEY)).toBeUndefined();
  });
  it('its click, or the usual one where it was not measured or none is owned', () => {
    expect(clickOf(tools[2])).toBeCloseTo(0.0127, 12);
    expect(clickOf(tools[1])).toBeCloseTo(0.0254, 12);
    expect(clickOf(undefined)).toBeCloseTo(0.0254, 12);
  });
});
