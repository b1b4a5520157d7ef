import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, ids, KIT, part, rowOf } from '../../test/build';
import { stripSvg } from '../formats/strip-svg';
import { stackOf } from '../record/stack-of';
import { BORDER_MM, OVERLAP_MM, PAPERS, splitStrip } from './paper';
import { rowStrip } from '../record/row-strip';
import { scaleBar, stripOf } from './strip';

const places = Array.from({ length: 9 }, (_, i) => ({ x: 20 + 30 * i * Math.cos(0.4), y: 5 + 30 * i * Math.sin(0.4) }));
const question = { title: 'Keel', places, path: places, outlines: [], holeMm: 2.4892, units: 'mm' as const };

describe('a drilling strip', () => {
  const strip = stripOf(question);
  it('lies level, whichever way the row runs, and is 1:1', () => {
    for (const [i, c] of strip.circles.entries()) {
      expect(c.y).toBeCloseTo(strip.circles[0]?.y ?? 0, 9);
      expect(c.x - (strip.circles[0]?.x ?? 0)).toBeCloseTo(30 * i, 9);
      expect(2 * c.r).toBe(2.4892);
    }
  });
  it('keeps a bend to scale: every two holes stay as far apart as they are', () => {
    const bent = [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
      { x: 70, y: 25 },
      { x: 70, y: 60 },
    ];
    const { circles } = stripOf({ ...question, places: bent, path: bent });
    bent.forEach((p, i) =>
      bent.forEach((q, k) => {
        const [a, b] = [circles[i], circles[k]];
        expect(Math.hypot((a?.x ?? 0) - (b?.x ?? 0), (a?.y ?? 0) - (b?.y ?? 0))).toBeCloseTo(Math.hypot(p.x - q.x, p.y - q.y), 9);
      }),
    );
  });
  it('nothing lies off its paper', () => {
    const outline = [
      { x: -500, y: -500 },
      { x: 900, y: -400 },
      { x: 900, y: 900 },
    ];
    const wide = stripOf({ ...question, outlines: [outline] });
    for (const l of wide.lines)
      for (const [x, y] of [
        [l.x1, l.y1],
        [l.x2, l.y2],
      ] as const) {
        expect(x).toBeGreaterThanOrEqual(-1e-9);
        expect(x).toBeLessThanOrEqual(wide.width + 1e-9);
        expect(y).toBeGreaterThanOrEqual(-1e-9);
        expect(y).toBeLessThanOrEqual(wide.height + 1e-9);
      }
  });
  it('one hole alone is a strip too', () => expect(stripOf({ ...question, places: [{ x: 3, y: 3 }], path: [] }).circles).toHaveLength(1));
  it('the bar is 100 mm, and 4 in beside it in an inch kit', () => {
    const long = (units: 'in' | 'mm') =>
      scaleBar(10, 10, units)
        .lines.map((l) => l.x2 - l.x1)
        .filter((d) => d > 1);
    expect(long('mm')).toEqual([100]);
    expect(long('in').map((d) => d.toFixed(6))).toEqual(['100.000000', '101.600000']);
  });
  it('as SVG it has its size in millimetres and safe text', () => {
    const svg = stripSvg(stripOf({ ...question, title: 'Keel <"&\u0001' }), 'mm');
    expect(svg).toContain('<title>Keel &lt;&quot;&amp;</title>');
    expect(svg).toMatch(/width="268mm"/);
  });
});

describe('pages', () => {
  it.each([
    ['fits one page', 277, 1],
    ['a hair more needs two', 277.01, 2],
    ['exactly two pages', 2 * 277 - OVERLAP_MM, 2],
    ['a hair more than two', 2 * 277 - OVERLAP_MM + 0.01, 3],
  ])('%s', (_, width, pages) => expect(splitStrip({ width, height: 50 }, 'a4').pages).toHaveLength(pages));
  it.each(['a4', 'letter'] as const)('on %s every place of the strip is on some page, and neighbours overlap', (paper) => {
    const split = splitStrip({ width: 1900, height: 400 }, paper);
    const room = PAPERS[paper].height - 2 * BORDER_MM;
    for (let x = 0; x < 1900; x += 7)
      for (let y = 0; y < 400; y += 7)
        expect(split.pages.some((p) => x >= p.x && x <= p.x + p.width && y >= p.y && y <= p.y + p.height)).toBe(true);
    const [a, b] = split.pages as [(typeof split.pages)[number], (typeof split.pages)[number]];
    expect(a.x + room - b.x).toBeCloseTo(OVERLAP_MM, 9);
  });
});

describe('the strip of a row', () => {
  const skin = part(ids(3)(), 'skin', 0.025);
  const parts = new Map([[skin.id, skin.definition]]);
  const strip = (more: Parameters<typeof rowOf>[2], holes = 5) => {
    const row = rowOf([skin.id], holes, more);
    const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    return rowStrip(row, { title: 't', stack, parts, units: 'in' });
  };
  it('a row that is not placed runs straight at its pitch', () =>
    expect(strip({ pitch: { mm: 25.4, text: '1', units: 'in' } })?.circles.map((c) => Math.round(c.x * 10) / 10)).toEqual([
      14, 39.4, 64.8, 90.2, 115.6,
    ]));
  it('without a pitch there is none', () => expect(strip({})).toBeNull());
  it('nor without holes, nor longer than any part', () => {
    expect(strip({ pitch: { mm: 25.4, text: '1', units: 'in' } }, 0)).toBeNull();
    expect(strip({ pitch: { mm: 2540, text: '100', units: 'in' } }, 9)).toBeNull();
  });
});
