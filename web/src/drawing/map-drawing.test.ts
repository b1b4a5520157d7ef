import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsOf } from '#core/layout/bounds';
import { lookAtAll, nearest, panBy, pictureTransform, scaleBarMm, toPart, toScreen, zoomAt } from './map-drawing';

const size = { width: 800, height: 600 };
const number = fc.double({ min: -5000, max: 5000, noNaN: true });
const place = fc.record({ x: number, y: number });
const look = fc.record({ scale: fc.double({ min: 0.05, max: 20, noNaN: true }), middle: place });

describe('the look at a map', () => {
  it('screen and part answer each other', () => {
    fc.assert(
      fc.property(place, look, (p, l) => {
        const back = toPart(toScreen(p, l, size), l, size);
        return Math.abs(back.x - p.x) < 1e-6 && Math.abs(back.y - p.y) < 1e-6;
      }),
      { seed: 1 },
    );
  });
  it('zooming keeps what lies under the pointer', () => {
    fc.assert(
      fc.property(place, look, fc.double({ min: 0.5, max: 2, noNaN: true }), (at, l, factor) => {
        const before = toPart(at, l, size);
        const after = toPart(at, zoomAt(l, factor, at, size), size);
        return Math.abs(before.x - after.x) < 1e-3 && Math.abs(before.y - after.y) < 1e-3;
      }),
      { seed: 2 },
    );
  });
  it('panning moves everything by the pixels dragged', () => {
    const l = { scale: 2, middle: { x: 10, y: 10 } };
    expect(toScreen({ x: 0, y: 0 }, panBy(l, 30, -20), size)).toEqual({
      x: toScreen({ x: 0, y: 0 }, l, size).x + 30,
      y: toScreen({ x: 0, y: 0 }, l, size).y - 20,
    });
  });
  it('shows all there is', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 40 }), (places) => {
        const l = lookAtAll(boundsOf(places), size);
        return places.every((p) => {
          const s = toScreen(p, l, size);
          return s.x > -1 && s.x < size.width + 1 && s.y > -1 && s.y < size.height + 1;
        });
      }),
      { seed: 3 },
    );
  });
  it('finds the nearest hole within reach, and none beyond', () => {
    const l = { scale: 1, middle: { x: 0, y: 0 } };
    const places = [
      { x: 0, y: 0 },
      { x: 20, y: 0 },
    ];
    expect(nearest(places, toScreen({ x: 14, y: 2 }, l, size), l, size, 12)).toBe(1);
    expect(nearest(places, toScreen({ x: 10, y: 40 }, l, size), l, size, 12)).toBeNull();
  });
  it('has a round scale bar', () => {
    expect(scaleBarMm({ scale: 1, middle: { x: 0, y: 0 } }, 150, 'mm')).toBe(100);
    expect(scaleBarMm({ scale: 1, middle: { x: 0, y: 0 } }, 150, 'in')).toBe(5 * 25.4);
    expect(scaleBarMm({ scale: 0.4, middle: { x: 0, y: 0 } }, 150, 'mm')).toBe(200);
  });
  it('puts a picture painted for one look where another wants it', () => {
    const size = { width: 800, height: 600 };
    const painted = { scale: 2, middle: { x: 10, y: 20 } };
    expect(pictureTransform(painted, painted, { x: 0, y: 0 })).toBe('');
    for (const look of [
      panBy(painted, 30, -12),
      zoomAt(painted, 1.7, { x: 100, y: 400 }, size),
      zoomAt(panBy(painted, 5, 9), 0.4, { x: 0, y: 0 }, size),
    ])
      for (const pushed of [
        { x: 0, y: 0 },
        { x: -7, y: 3 },
      ]) {
        const [, x, y, larger = '1'] = /translate\((.*)px, (.*)px\)(?: scale\((.*)\))?/.exec(pictureTransform(painted, look, pushed)) ?? [];
        for (const p of [
          { x: 0, y: 0 },
          { x: 31, y: -8 },
        ]) {
          /* A sheet is enlarged about its middle, then pushed. */
          const was = toScreen(p, painted, size);
          const now = toScreen(p, panBy(look, pushed.x, pushed.y), size);
          expect((was.x - 400) * Number(larger) + 400 + Number(x)).toBeCloseTo(now.x, 6);
          expect((was.y - 300) * Number(larger) + 300 + Number(y)).toBeCloseTo(now.y, 6);
        }
      }
  });
});
