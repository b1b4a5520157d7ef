import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import { rectangle } from '../layout/outline';
import { stackOf } from '../record/stack-of';
import type { RowDefinition } from '../record/definitions';
import { inches, MM_PER_INCH, type Units } from '../units/length';
import { carriedFields, layoutFields, readLayout, type LayoutAround, type LayoutFields } from './layout-text';

const PARTS = new Map([part('p1', 'skin', 0.025), part('p2', 'spar', 0.063)].map((p) => [p.id, p.definition]));
const ROW: RowDefinition = rowOf(['p1', 'p2'], 4);
const around = (units: Units = 'in', more: Partial<LayoutAround> = {}): LayoutAround => {
  const stack = stackOf(ROW, { fasteners: NO_FASTENERS, kit: KIT, parts: PARTS });
  if (!stack) throw new Error('no stack');
  return { stack, outlines: [null, null], others: [], units, ...more };
};
const FIELDS: LayoutFields = {
  path: '10',
  by: 'pitch',
  maxPitch: '1.3',
  count: '4',
  startEdge: '.25',
  endEdge: '.25',
  second: 'none',
  lapWidth: '',
  keepClear: '',
  measured: '',
};
const laidBy = (change: Partial<LayoutFields>, about = around()) => {
  const read = readLayout({ ...FIELDS, ...change }, about);
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path} ${p.code}`).join());
  return read.laid;
};
const faultsBy = (change: Partial<LayoutFields>) => {
  const read = readLayout({ ...FIELDS, ...change }, around());
  return read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`);
};

describe('a layout as it is typed', () => {
  it('by the largest pitch, by the count', () => {
    expect(laidBy({}).first.count).toBe(9);
    expect(laidBy({ by: 'count', count: ' 6 ', maxPitch: '' }).first.pitch).toBeCloseTo(inches(9.5 / 5), 9);
  });
  it('never wider apart than the largest pitch, nor one hole more than that takes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 400 }), fc.integer({ min: 8, max: 30 }), (tenths, pitch) => {
        const { first } = laidBy({ path: String(tenths / 10), maxPitch: String(pitch / 10) });
        const span = inches(tenths / 10 - 0.5);
        const gaps = Math.max(1, Math.ceil(span / inches(pitch / 10) - 1e-9));
        expect(first.count).toBe(gaps + 1);
        expect(first.pitch).toBeCloseTo(span / gaps, 6);
      }),
    );
  });
  it.each<[string, Partial<LayoutFields>, readonly string[]]>([
    ['nothing yet', { path: ' ' }, []],
    ['no place', { path: 'far' }, ['path place-unreadable']],
    ['no pitch', { maxPitch: ' ' }, ['maxPitch layout-pitch-missing']],
    ['as many holes as there may be', { by: 'count', count: '2000' }, []],
    ['one more', { by: 'count', count: '2001' }, ['count layout-count']],
    ['two', { by: 'count', count: '2' }, []],
    ['one alone', { by: 'count', count: '1' }, ['count layout-count']],
    ['half a hole', { by: 'count', count: '4.5' }, ['count layout-count']],
    ['a number of a programmer', { by: 'count', count: '0x10' }, ['count layout-count']],
    ['a pitch that makes 2,000 spaces', { path: '200', startEdge: '', endEdge: '', maxPitch: '.1' }, []],
    ['and more', { path: '200.1', maxPitch: '.1' }, ['maxPitch layout-too-many']],
    ['no room, the start', { startEdge: '9', endEdge: '2' }, ['startEdge layout-no-room']],
    ['no room, the end', { startEdge: '2', endEdge: '9' }, ['endEdge layout-no-room']],
    ['a lap of no row', { lapWidth: 'wide' }, []],
  ])('%s', (_, change, wanted) => expect(faultsBy(change)).toEqual(wanted));
  it('every fault at its field, all at once', () => {
    const faults = faultsBy({
      path: 'a??',
      maxPitch: 'b??',
      startEdge: 'c??',
      endEdge: 'd??',
      second: 'square',
      lapWidth: 'e??',
      keepClear: 'f??',
      measured: 'g??',
    });
    expect(faults.map((f) => f.split(' ')[0])).toEqual(['path', 'maxPitch', 'startEdge', 'endEdge', 'lapWidth', 'keepClear', 'measured']);
  });
  it('a second row stands in its lap, else three quarters of the pitch away; without one the lap says nothing', () => {
    const square = laidBy({ second: 'square' });
    expect(square.rowDistance).toBeCloseTo(0.75 * square.first.pitch, 9);
    expect(square.second).toHaveLength(9);
    expect(laidBy({ second: 'staggered' }).second).toHaveLength(8);
    const lap = laidBy({ second: 'square', lapWidth: '1' });
    expect([lap.lapWidth, (lap.rowDistance as number) < inches(1)]).toEqual([inches(1), true]);
    const none = laidBy({ lapWidth: '.1' });
    expect([none.rowDistance, none.lapWidth, none.second, none.findings]).toEqual([null, null, [], laidBy({}).findings]);
  });
  it('an edge that is too near is found, of a drawn sheet by its outline', () => {
    expect(laidBy({ startEdge: '.1' }).findings.map((f) => f.severity)).toContain('stop');
    const outline = rectangle({ x: 0, y: -2 }, inches(10), inches(2));
    const found = laidBy({}, around('in', { outlines: [outline, null] })).findings;
    expect(found.some((f) => f.severity === 'stop')).toBe(true);
  });
  it('places that were measured are fitted where there is one for each hole', () => {
    const { first } = laidBy({});
    const measured = first.places.map((p) => `${(p.x + 1) / MM_PER_INCH} ; ${p.y / MM_PER_INCH}`);
    const { fit } = laidBy({ measured: measured.join('\n') });
    expect([fit?.dx, fit?.dy]).toEqual([expect.closeTo(1, 4), expect.closeTo(0, 4)]);
    expect(laidBy({ measured: measured.slice(1).join('\n') }).fit).toBeNull();
  });
});

describe('a layout read again', () => {
  it('of a row that was never laid out: its pitch, its holes, its edge', () => {
    const fields = layoutFields({ ...ROW, pitch: { mm: inches(1.25), text: '1 1/4', units: 'in' } }, 'in');
    expect([fields.path, fields.maxPitch, fields.count]).toEqual(['', '1 1/4', '4']);
  });
  it('as it was typed; in the other unit it means the same', () => {
    const { measured: _, ...typed } = FIELDS;
    const row: RowDefinition = {
      ...ROW,
      laid: {
        path: [
          { x: 0, y: 0 },
          { x: inches(10), y: 0 },
        ],
        startEdgeMm: inches(0.25),
        endEdgeMm: inches(0.25),
        typed: { ...typed, units: 'in' },
      },
    };
    expect(layoutFields(row, 'in')).toEqual(FIELDS);
    const metric = layoutFields(row, 'mm');
    expect(metric.maxPitch).toBe('1.3 in');
    const read = readLayout(metric, around('mm'));
    expect(read.ok && read.laid.first).toEqual(laidBy({}).first);
  });
  it('what was laid out without being typed: a straight row by its length, another by its corners', () => {
    const laid = { startEdgeMm: 5, endEdgeMm: 5 };
    const straight = layoutFields(
      {
        ...ROW,
        laid: {
          ...laid,
          path: [
            { x: 0, y: 0 },
            { x: 254, y: 0 },
          ],
        },
      },
      'in',
    );
    expect(straight.path).toBe('10.0');
    const bent = layoutFields(
      {
        ...ROW,
        laid: {
          ...laid,
          path: [
            { x: 0, y: 0 },
            { x: 254, y: 25.4 },
          ],
        },
      },
      'in',
    );
    expect(bent.path).toBe('0.0 ; 0.0\n10.0 ; 1.0');
  });
  it('the page’s unit switched while it is typed changes no length', () => {
    const carried = carriedFields({ ...FIELDS, keepClear: '2 ; .25', measured: '1 ; 0' }, 'in');
    expect([carried.path, carried.keepClear, carried.measured]).toEqual(['10 in', '2 in ; .25 in', '1 in ; 0']);
    expect(readLayout(carriedFields(FIELDS, 'in'), around('mm'))).toEqual(readLayout(FIELDS, around('in')));
  });
});
