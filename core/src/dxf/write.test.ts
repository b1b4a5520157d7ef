import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { rowOf } from '../../test/build';
import { holePlaces } from '../record/hole-places';
import { layerNames, writeDxf } from './write';

const laid = rowOf(['p1'], 7, {
  name: 'Kiel \u00fc/1',
  laid: {
    path: [
      { x: 0, y: 0 },
      { x: 300.123, y: 0 },
      { x: 400, y: 57.5 },
    ],
    startEdgeMm: 8,
    endEdgeMm: 8,
  },
});

describe('a drawing of holes', () => {
  it('reads back in another package with the same circles to 0.001 mm', () => {
    const placed = holePlaces(laid);
    if (!placed) throw new Error('not placed');
    const text = writeDxf([{ name: laid.name, path: laid.laid?.path ?? [], holes: placed.map((h) => h.place), holeMm: 2.4892 }]);
    const read = new DxfParser().parseSync(text);
    const circles = (read?.entities ?? []).filter((e) => e.type === 'CIRCLE') as unknown as {
      center: { x: number; y: number };
      radius: number;
      layer: string;
    }[];
    expect(circles).toHaveLength(7);
    circles.forEach((c, i) => {
      expect(Math.hypot(c.center.x - (placed[i]?.place.x ?? 0), c.center.y - (placed[i]?.place.y ?? 0))).toBeLessThan(0.001);
      expect(c.radius).toBeCloseTo(1.2446, 4);
    });
    expect(read?.header.$INSUNITS).toBe(4);
    expect(circles[0]?.layer).toBe('Kiel u1');
  });
  it('gives every row a layer of its own', () => {
    const row = { path: [], holes: [], holeMm: 2 };
    expect(
      layerNames([
        { ...row, name: 'A' },
        { ...row, name: 'a' },
        { ...row, name: '' },
        { ...row, name: '\u2300' },
      ]),
    ).toEqual(['A', 'a 2', 'ROW 3', 'ROW 4']);
  });
});

describe('where the holes of a row lie', () => {
  it('even along its path, holes out of the plan left out', () => {
    const row = { ...laid, holes: laid.holes.map((h, i) => ({ ...h, out: i > 3 })) };
    expect(holePlaces(row)).toHaveLength(4);
    expect(holePlaces(row)?.[0]?.place).toEqual({ x: 8, y: 0 });
  });
  it('nowhere without a path', () => {
    expect(holePlaces(rowOf(['p1'], 4))).toBeNull();
  });
});
