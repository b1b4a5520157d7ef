import { describe, expect, it } from 'vitest';
import { readDxf } from './drawing';
import { writeDxf } from './write';

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

const light = (vertices: readonly (readonly [number, number, number])[], flags: number, more: readonly Pair[] = []): Pair[] => [
  [0, 'LWPOLYLINE'],
  [8, 'EDGE'],
  [90, vertices.length],
  [70, flags],
  ...more,
  ...vertices.flatMap(([x, y, b]): Pair[] => [
    [10, x],
    [20, y],
    [42, b],
  ]),
];
const arc = (x: number, y: number, r: number, from: number, to: number, layer = 'HOLES'): Pair[] => [
  [0, 'ARC'],
  [8, layer],
  [10, x],
  [20, y],
  [40, r],
  [50, from],
  [51, to],
];
const line = (x: number, y: number, toX: number, toY: number, layer = 'EDGE'): Pair[] => [
  [0, 'LINE'],
  [8, layer],
  [10, x],
  [20, y],
  [11, toX],
  [21, toY],
];
const ellipse = (centre: readonly [number, number], major: readonly [number, number], ratio: number): Pair[] => [
  [0, 'ELLIPSE'],
  [8, 'HOLES'],
  [10, centre[0]],
  [20, centre[1]],
  [11, major[0]],
  [21, major[1]],
  [40, ratio],
  [41, 0],
  [42, 6.283185307179586],
];
const behind: readonly Pair[] = [
  [210, 0],
  [220, 0],
  [230, -1],
];
const block = (name: string, base: readonly [number, number], ...inner: readonly (readonly Pair[])[]): Pair[] => [
  [0, 'BLOCK'],
  [8, '0'],
  [2, name],
  [70, 0],
  [10, base[0]],
  [20, base[1]],
  ...inner.flat(),
  [0, 'ENDBLK'],
  [8, '0'],
];
const blocks = (...all: readonly (readonly Pair[])[]): Pair[] => [[0, 'SECTION'], [2, 'BLOCKS'], ...all.flat(), [0, 'ENDSEC']];
const insert = (name: string, x: number, y: number, more: readonly Pair[] = [], layer = 'L'): Pair[] => [
  [0, 'INSERT'],
  [8, layer],
  [2, name],
  [10, x],
  [20, y],
  ...more,
];
const rounded = (source: string) =>
  read(source).holes.map((h) => [+h.x.toFixed(9), +h.y.toFixed(9), h.diameter === null ? null : +h.diameter.toFixed(9)]);

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
    expect(drawing.unread).toEqual([{ what: 'CIRCLE', count: 3 }]);
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
  it('closed polylines are outlines; no chord of an arc leaves it by a thousandth of an inch', () => {
    /* A round end of radius 60 in, and of 5 mm: finer where the arc is bigger. */
    for (const [unit, half] of [
      [1, 60],
      [4, 5],
    ] as const) {
      const [outline] = read(
        text(
          header(unit),
          entities(
            light(
              [
                [0, -half, 1],
                [0, half, 0],
                [-half, half, 0],
                [-half, -half, 0],
              ],
              1,
            ),
          ),
        ),
      ).outlines;
      const corners = outline?.corners ?? [];
      const arc = corners.filter((c) => c.x > 1e-6);
      const thousandth = unit === 1 ? 0.001 : 0.0254;
      expect(arc.length).toBeGreaterThan(10);
      for (const c of arc) expect(Math.hypot(c.x, c.y)).toBeCloseTo(half, 9);
      arc.slice(1).forEach((c, i) => {
        const before = arc[i] ?? c;
        expect(half - Math.hypot((c.x + before.x) / 2, (c.y + before.y) / 2)).toBeLessThan(thousandth);
      });
    }
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
    ['binary', 'Binary DXF\r\n\u001a\u0000'],
  ])('refuses %s', (_, source) => expect(readDxf(source)).toEqual({ ok: false, problem: { code: 'drawing-unreadable' } }));
  it('refuses more circles than it can hold, and a text that is too long', () => {
    const one = circle(1, 0, 1)
      .map(([c, v]) => `${c}\n${v}\n`)
      .join('');
    const many = `0\nSECTION\n2\nENTITIES\n${one.repeat(250_001)}0\nENDSEC\n0\nEOF`;
    expect(readDxf(many)).toMatchObject({ ok: false, problem: { code: 'drawing-too-many' } });
    expect(readDxf('x'.repeat(64_000_001))).toMatchObject({ ok: false, problem: { code: 'drawing-too-long' } });
  }, 180_000);
});

describe('what programs that draw make of a hole', () => {
  const nut = block('NUT', [1, 0], circle(2, 0, 1, '0'));
  it.each([
    ['mirrored by its scale', insert('NUT', 10, 0, [[41, -1]]), [[9, 0, 2]]],
    [
      'mirrored and turned',
      insert('NUT', 10, 0, [
        [41, -1],
        [50, 90],
      ]),
      [[10, -1, 2]],
    ],
    ['seen from behind: its place changes sides too', insert('NUT', 10, 5, behind), [[-11, 5, 2]]],
    ['seen from behind and turned', insert('NUT', 10, 5, [[50, 90], ...behind]), [[-10, 6, 2]]],
    [
      'an array, its steps turned with it and not scaled',
      insert('NUT', 0, 0, [
        [41, 2],
        [42, 2],
        [50, 90],
        [70, 2],
        [71, 2],
        [44, 10],
        [45, 20],
      ]),
      [
        [0, 2, 4],
        [0, 12, 4],
        [-20, 2, 4],
        [-20, 12, 4],
      ],
    ],
  ])('a block %s', (_, placed, wanted) => expect(rounded(text(blocks(nut), entities(placed)))).toEqual(wanted));

  it('blocks in blocks, mirrored inside turned, by an independent computation with complex numbers', () => {
    const outer = block(
      'OUTER',
      [3, 1],
      insert('NUT', 4, -2, [
        [41, -2],
        [42, 2],
        [50, 30],
      ]),
    );
    const found = rounded(
      text(
        blocks(nut, outer),
        entities(
          insert('OUTER', 7, 7, [
            [41, 3],
            [42, 3],
            [50, 45],
          ]),
        ),
      ),
    );
    /* The circle's centre (2,0) less the base (1,0), mirrored and doubled, turned by 30, moved; then less (3,1), tripled, turned by 45, moved. */
    const at = (deg: number, x: number, y: number) => {
      const a = (deg * Math.PI) / 180;
      return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)] as const;
    };
    const [ix, iy] = at(30, -2, 0);
    const [ox, oy] = at(45, 3 * (ix + 4 - 3), 3 * (iy - 2 - 1));
    expect(found).toEqual([[+(ox + 7).toFixed(9), +(oy + 7).toFixed(9), 12]]);
  });
  it('layer 0 in a block takes the layer of its insert, through blocks within blocks', () => {
    const own = block('OWN', [0, 0], circle(0, 0, 1, 'MINE'), circle(1, 0, 1, '0'));
    const outer = block('OUTER', [0, 0], insert('OWN', 0, 0, [], '0'));
    expect(read(text(blocks(own, outer), entities(insert('OUTER', 0, 0, [], 'SKIN')))).holes.map((h) => h.layer)).toEqual(['MINE', 'SKIN']);
  });
  it.each([
    ['a circle seen from behind', [...circle(3, 1, 1), ...behind], [[-3, 1, 2]]],
    ['two half circles', [...arc(1, 2, 0.5, 0, 180), ...arc(1, 2, 0.5, 180, 360)], [[1, 2, 1]]],
    ['two arcs that split it unevenly', [...arc(1, 2, 0.5, 300, 45), ...arc(1, 2, 0.5, 45, 300)], [[1, 2, 1]]],
    ['two half circles, one seen from behind', [...arc(1, 2, 0.5, 0, 180), ...arc(-1, 2, 0.5, 180, 360), ...behind], [[1, 2, 1]]],
    ['a full ellipse that is round', ellipse([1, 2], [0, 3], 1), [[1, 2, 6]]],
    [
      'a closed polyline of two half turns',
      light(
        [
          [0, 0, 1],
          [2, 0, 1],
        ],
        1,
      ),
      [[1, 0, 2]],
    ],
    [
      'the same the other way round',
      light(
        [
          [0, 0, -1],
          [2, 0, -1],
        ],
        1,
      ),
      [[1, 0, 2]],
    ],
    [
      'the same, closed by its first vertex again',
      light(
        [
          [0, 0, 1],
          [2, 0, 1],
          [0, 0, 0],
        ],
        0,
      ),
      [[1, 0, 2]],
    ],
  ])('%s', (_, drawn, wanted) => {
    expect(rounded(text(entities(drawn)))).toEqual(wanted);
    expect(read(text(entities(drawn))).unread).toEqual([]);
  });
  it('a squeezed circle counts as one that was not taken', () => {
    const drawing = read(
      text(
        blocks(nut),
        entities(
          insert('NUT', 0, 0, [
            [41, 2],
            [42, 1],
          ]),
        ),
      ),
    );
    expect(drawing).toMatchObject({ holes: [], unread: [{ what: 'CIRCLE', count: 1 }] });
  });
  it('an ellipse squeezed round by its insert is a circle', () => {
    const oval = block('OVAL', [0, 0], ellipse([1, 0], [4, 0], 0.5));
    expect(
      rounded(
        text(
          blocks(oval),
          entities(
            insert('OVAL', 0, 0, [
              [41, 0.5],
              [42, 1],
            ]),
          ),
        ),
      ),
    ).toEqual([[0.5, 0, 4]]);
  });
  it('what is not taken is counted by its name', () => {
    const drawing = read(
      text(
        blocks(block('LOOP', [0, 0], insert('LOOP', 0, 0))),
        entities(
          [
            [0, 'SPLINE'],
            [8, 'A'],
          ],
          [
            [0, 'SPLINE'],
            [8, 'A'],
          ],
          line(0, 0, 1, 1),
          arc(0, 0, 1, 0, 90),
          ellipse([0, 0], [2, 0], 0.5),
          insert('NOWHERE', 0, 0),
          insert('LOOP', 0, 0),
          [...circle(0, 0, 1), [210, 1], [220, 0], [230, 0]],
          light(
            [
              [0, 0, 1],
              [2, 0, 1],
            ],
            1,
            [[43, 0.5]],
          ),
          [
            [0, 'TEXT'],
            [8, 'A'],
            [1, 'words are no geometry'],
          ],
          [
            [0, 'odd name\u0007'],
            [8, 'A'],
          ],
        ),
      ),
    );
    expect(drawing.holes).toEqual([]);
    expect(drawing.unread).toEqual([
      { what: 'ARC', count: 1 },
      { what: 'CIRCLE', count: 1 },
      { what: 'ELLIPSE', count: 1 },
      { what: 'INSERT', count: 2 },
      { what: 'LINE', count: 1 },
      { what: 'LWPOLYLINE', count: 1 },
      { what: 'OTHER', count: 1 },
      { what: 'SPLINE', count: 2 },
    ]);
  });
  it('paper space is not read, whatever lies on it', () =>
    expect(
      read(
        text(
          entities(
            [...circle(0, 0, 1), [67, 1]],
            [
              [0, 'SPLINE'],
              [67, 1],
            ],
            circle(1, 1, 1),
          ),
        ),
      ),
    ).toMatchObject({
      holes: [{ x: 1, y: 1 }],
      unread: [],
    }));
  it('an old polyline is read by its vertices', () => {
    const vertex = (x: number, y: number, bulge: number): Pair[] => [
      [0, 'VERTEX'],
      [8, 'EDGE'],
      [10, x],
      [20, y],
      [42, bulge],
    ];
    const old: Pair[] = [
      [0, 'POLYLINE'],
      [8, 'EDGE'],
      [66, 1],
      [70, 1],
      ...vertex(0, 0, 1),
      ...vertex(2, 0, 1),
      [0, 'SEQEND'],
      [8, 'EDGE'],
    ];
    expect(rounded(text(entities(old, circle(9, 9, 1))))).toEqual([
      [1, 0, 2],
      [9, 9, 2],
    ]);
  });
});

describe('an outline of lines and arcs', () => {
  /* A plate 10 by 6 with one corner rounded by 1: drawn in any order and direction. */
  const drawn = [line(0, 0, 10, 0), line(0, 6, 0, 0), line(10, 0, 10, 5), arc(9, 5, 1, 0, 90, 'EDGE'), line(0, 6, 9, 6)];
  const areaOf = (corners: readonly { x: number; y: number }[]) =>
    Math.abs(
      corners.reduce((sum, p, i) => {
        const q = corners[(i + 1) % corners.length] ?? p;
        return sum + p.x * q.y - q.x * p.y;
      }, 0),
    ) / 2;
  it('is closed by its meeting ends, and has the area it has', () => {
    const { outlines, unread, holes } = read(text(header(1), entities(...drawn)));
    expect(unread).toEqual([]);
    expect(holes).toEqual([]);
    expect(outlines).toHaveLength(1);
    expect(outlines[0]?.drawnAs).toEqual([
      { what: 'ARC', count: 1 },
      { what: 'LINE', count: 4 },
    ]);
    expect(areaOf(outlines[0]?.corners ?? [])).toBeCloseTo(60 - 1 + Math.PI / 4, 2);
  });
  it.each([
    [0.0004, 1],
    [0.0006, 0],
  ])('a gap of %f in leaves %i outline', (gap, count) => {
    const open = [line(0, 0, 10, 0), line(10, 0, 10, 5), line(10, 5, 0, gap)];
    expect(read(text(header(1), entities(...open))).outlines).toHaveLength(count);
    expect(read(text(header(1), entities(...open))).unread).toEqual(count ? [] : [{ what: 'LINE', count: 3 }]);
  });
  it('ends that three lines share close nothing, and say so', () =>
    expect(read(text(entities(...drawn, line(0, 0, 5, 3)))).unread).toEqual([
      { what: 'ARC', count: 1 },
      { what: 'LINE', count: 5 },
    ]));
  it('layers do not join', () => expect(read(text(entities(...drawn.slice(1), line(0, 0, 10, 0, 'OTHER')))).outlines).toEqual([]));
});

describe('drawings meant to hurt', () => {
  const repeated = (pairs: readonly Pair[], n: number) =>
    pairs
      .map(([c, v]) => `${c}\n${v}\n`)
      .join('')
      .repeat(n);
  it('inserts of inserts of inserts end in a refusal, early', () => {
    const levels = Array.from({ length: 8 }, (_, i) =>
      block(`B${i}`, [0, 0], ...(i === 0 ? [line(0, 0, 1, 0)] : Array.from({ length: 20 }, () => insert(`B${i - 1}`, 1, 0)))),
    );
    expect(readDxf(text(blocks(...levels), entities(insert('B7', 0, 0))))).toEqual({ ok: false, problem: { code: 'drawing-too-much' } });
  });
  it('an array of a thousand million is refused', () => {
    const array = insert('NUT', 0, 0, [
      [70, 32000],
      [71, 32000],
      [44, 1],
      [45, 1],
    ]);
    expect(readDxf(text(blocks(block('NUT', [0, 0], circle(0, 0, 1))), entities(array)))).toMatchObject({
      problem: { code: 'drawing-too-many' },
    });
    const empty = readDxf(text(blocks(block('NUT', [0, 0])), entities(array)));
    expect(empty).toEqual({ ok: false, problem: { code: 'drawing-too-much' } });
  });
  it('a million entities are refused before they are worked', () => {
    const many = `0\nSECTION\n2\nENTITIES\n${repeated(
      [
        [0, 'LINE'],
        [8, '0'],
      ],
      1_000_000,
    )}0\nENDSEC\n0\nEOF`;
    expect(readDxf(many)).toEqual({ ok: false, problem: { code: 'drawing-too-much' } });
  });
  it('an arc too big to be cut fine enough is counted, not cut coarse', () =>
    expect(read(text(entities(arc(0, 0, 5e8, 0, 90, 'EDGE'), line(5e8, 0, 0, 5e8)))).unread).toEqual([
      { what: 'ARC', count: 1 },
      { what: 'LINE', count: 1 },
    ]));
});
