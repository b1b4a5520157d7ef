import { describe, expect, it } from 'vitest';
import { readDxf } from './dxf-in';
import { writeDxf } from './dxf-out';

type Pair = readonly [number, string | number];
const text = (...sections: readonly (readonly Pair[])[]) =>
  [...sections.flat(), [0, 'EOF'] as Pair].map(([c, v]) => `${c}\n${v}`).join('\n');
const header = (code: number): Pair[] => [
  [0, 'SECTION'],
  [2, 'HEADER'],
  [9, '$INSUNITS'],
  [70, code],
  [0, 'ENDSEC'],
];
const entities = (...all: readonly (readonly Pair[])[]): Pair[] => [[0, 'SECTION'], [2, 'ENTITIES'], ...all.flat(), [0, 'ENDSEC']];
const circle = (x: number | string, y: number, r: number, layer = 'HOLES'): Pair[] => [
  [0, 'CIRCLE'],
  [8, layer],
  [10, x],
  [20, y],
  [40, r],
];

function read(source: string) {
  const r = readDxf(source);
  if (!r.ok) throw new Error(r.problem.code);
  return r.value;
}

describe('a DXF drawing', () => {
  it.each([
    [1, 25.4],
    [2, 304.8],
    [4, 1],
    [5, 10],
    [6, 1000],
    [9, 0.0254],
    [0, null],
    [14, null],
  ])('unit code %i is %s mm', (code, wanted) => expect(read(text(header(code), entities(circle(0, 0, 1)))).mmPerUnit).toBe(wanted));
  it('without a header the unit is not known', () => expect(read(text(entities(circle(0, 0, 1)))).mmPerUnit).toBeNull());

  it('gives circles and points with layer and diameter', () => {
    const drawing = read(
      text(
        entities(circle(1, 2, 0.049), [
          [0, 'POINT'],
          [8, 'P'],
          [10, 3],
          [20, 4],
        ]),
      ),
    );
    expect(drawing.holes).toEqual([
      { x: 1, y: 2, diameter: 0.098, layer: 'HOLES' },
      { x: 3, y: 4, diameter: null, layer: 'P' },
    ]);
  });
  it('leaves out and counts what does not read', () => {
    const drawing = read(text(entities(circle('here', 2, 1), circle(0, 0, 0), circle(0, 0, -1), circle(5, 5, 1))));
    expect(drawing.holes).toHaveLength(1);
    expect(drawing.unreadable).toBe(3);
  });
  it('reads what this program writes, to a thousandth of a millimetre', () => {
    const holes = [
      { x: 10.123456, y: -3.25 },
      { x: 35.5, y: 0.000123 },
    ];
    const drawing = read(writeDxf([{ name: 'Rib row', path: [], holes, holeMm: 2.4892 }]));
    expect(drawing.mmPerUnit).toBe(1);
    drawing.holes.forEach((h, i) => {
      expect(Math.abs(h.x - (holes[i]?.x ?? 0))).toBeLessThan(0.001);
      expect(Math.abs(h.y - (holes[i]?.y ?? 0))).toBeLessThan(0.001);
      expect(h.diameter).toBeCloseTo(2.4892, 3);
    });
  });
  it('closed polylines are outlines; a bulge is an arc of the right length', () => {
    const pl: Pair[] = [
      [0, 'LWPOLYLINE'],
      [8, 'EDGE'],
      [90, 2],
      [70, 1],
      [10, 0],
      [20, 0],
      [42, 1],
      [10, 10],
      [20, 0],
      [42, 1],
    ];
    const [outline] = read(text(entities(pl))).outlines;
    const corners = outline?.corners ?? [];
    for (const c of corners) expect(Math.hypot(c.x - 5, c.y)).toBeCloseTo(5, 9);
    expect(corners.length).toBeGreaterThan(40);
  });
  it('an open polyline is no outline', () => {
    const pl: Pair[] = [
      [0, 'LWPOLYLINE'],
      [8, 'EDGE'],
      [90, 3],
      [70, 0],
      [10, 0],
      [20, 0],
      [10, 10],
      [20, 0],
      [10, 10],
      [20, 5],
    ];
    expect(read(text(entities(pl))).outlines).toEqual([]);
  });
  it('blocks are placed where they are inserted: moved, turned, scaled', () => {
    const block: Pair[] = [
      [0, 'SECTION'],
      [2, 'BLOCKS'],
      [0, 'BLOCK'],
      [8, '0'],
      [2, 'NUT'],
      [70, 0],
      [10, 1],
      [20, 0],
      ...circle(2, 0, 1),
      [0, 'ENDBLK'],
      [8, '0'],
      [0, 'ENDSEC'],
    ];
    const insert: Pair[] = [
      [0, 'INSERT'],
      [8, '0'],
      [2, 'NUT'],
      [10, 100],
      [20, 50],
      [41, 2],
      [42, 2],
      [50, 90],
    ];
    const [hole] = read(text(block, entities(insert))).holes;
    expect(hole?.x).toBeCloseTo(100, 9);
    expect(hole?.y).toBeCloseTo(52, 9);
    expect(hole?.diameter).toBeCloseTo(4, 9);
  });
  it('a block that inserts itself ends', () => {
    const block: Pair[] = [
      [0, 'SECTION'],
      [2, 'BLOCKS'],
      [0, 'BLOCK'],
      [8, '0'],
      [2, 'LOOP'],
      [70, 0],
      [10, 0],
      [20, 0],
      ...circle(0, 0, 1),
      [0, 'INSERT'],
      [8, '0'],
      [2, 'LOOP'],
      [10, 5],
      [20, 0],
      [0, 'ENDBLK'],
      [8, '0'],
      [0, 'ENDSEC'],
    ];
    const found = read(
      text(
        block,
        entities([
          [0, 'INSERT'],
          [8, '0'],
          [2, 'LOOP'],
          [10, 0],
          [20, 0],
        ]),
      ),
    ).holes;
    expect(found.length).toBeGreaterThan(0);
    expect(found.length).toBeLessThan(10);
  });
  it.each([
    ['nothing', ''],
    ['no drawing', 'name;stack\nrow;skin .025'],
    ['cut off', text(entities(circle(0, 0, 1))).slice(0, 40)],
    ['binary', 'AutoCAD Binary DXF\r\n\u001a\u0000'],
  ])('refuses %s', (_, source) => expect(readDxf(source)).toEqual({ ok: false, problem: { code: 'drawing-unreadable' } }));
  it('refuses more circles than it can hold, and a text that is too long', () => {
    const one = circle(1, 0, 1)
      .map(([c, v]) => `${c}\n${v}\n`)
      .join('');
    const many = `0\nSECTION\n2\nENTITIES\n${one.repeat(250_001)}0\nENDSEC\n0\nEOF`;
    expect(readDxf(many)).toMatchObject({ ok: false, problem: { code: 'drawing-too-many' } });
    expect(readDxf('x'.repeat(64_000_001))).toMatchObject({ ok: false, problem: { code: 'drawing-too-long' } });
  }, 60_000);
});
