import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, ids, KIT, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import { stackOf } from '../record/stack-of';
import { inches, type Mm } from '../units/length';
import { findingMessage } from '../wording/findings';
import { edgeDistance, isInside, rectangle, rowEdge, taper } from './outline';

const box = rectangle({ x: 0, y: 0 }, 100 as Mm, 20 as Mm);
const rib = taper({ x: 0, y: 0 }, 500 as Mm, 100 as Mm, 20 as Mm);

describe('distance to the edge of an outline', () => {
  it.each([
    ['middle', { x: 50, y: 10 }, 10],
    ['near the lower edge', { x: 50, y: 3 }, 3],
    ['near a corner', { x: 2, y: 1 }, 1],
    ['on the edge', { x: 50, y: 0 }, 0],
    ['below it', { x: 50, y: -3 }, -3],
    ['off a corner', { x: 103, y: 24 }, -5],
  ])('%s', (_, p, wanted) => expect(edgeDistance(p, box)).toBeCloseTo(wanted, 9));

  it('along a taper, by the formula of a distance to a line', () => {
    for (const x of [50, 200, 400]) {
      const y = 10;
      const slope = (20 - 100) / 500;
      const toUpper = (100 + slope * x - y) / Math.sqrt(1 + slope * slope);
      expect(edgeDistance({ x, y }, rib)).toBeCloseTo(Math.min(y, toUpper, x, 500 - x), 9);
    }
  });
  it('inside does not depend on which way round the corners go', () => {
    for (const p of [
      { x: 5, y: 5 },
      { x: 120, y: 5 },
    ])
      expect(isInside(p, [...box].reverse())).toBe(isInside(p, box));
  });
});

describe('a row against the outlines of its parts', () => {
  it('names the hole that is nearest and those that lie outside', () => {
    expect(
      rowEdge(
        [
          { x: 10, y: 10 },
          { x: 50, y: 4 },
          { x: 105, y: 10 },
        ],
        box,
      ),
    ).toEqual({ least: 4, hole: 1, outside: [2] });
    expect(rowEdge([], box)).toBeNull();
  });

  const D = inches(3 / 32);
  const planAt = (edgeMm: number, off = 0) => {
    const id = ids(3);
    const [skin, frame] = [part(id(), 'skin', 0.032), part(id(), 'frame', 0.063)];
    const parts = new Map([
      [skin.id, skin.definition],
      [
        frame.id,
        { ...frame.definition, outline: { kind: 'rectangle' as const, corners: rectangle({ x: -50, y: -edgeMm }, 200 as Mm, 60 as Mm) } },
      ],
    ]);
    const row = rowOf([skin.id, frame.id], 5, {
      laid: {
        path: [
          { x: off, y: 0 },
          { x: 100 + off, y: 0 },
        ],
        startEdgeMm: 0,
        endEdgeMm: 0,
      },
    });
    const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    return planStack(stack).findings.filter((f) => f.code.startsWith('edge') || f.code === 'hole-off-part');
  };
  it.each([
    ['2 D less a little: stop', 2 * D - 0.001, 'stop'],
    ['2 D: caution for a flush head', 2 * D, 'caution'],
    ['2.5 D less a little: caution', 2.5 * D - 0.001, 'caution'],
    ['2.5 D: nothing', 2.5 * D, undefined],
    ['far inside: nothing, since the middle of a part is no lifting edge', 20, undefined],
  ])('%s', (_, edge, severity) => expect(planAt(edge)[0]?.severity).toBe(severity));

  it('belongs to the layer whose part is drawn, and names the hole', () => {
    const [finding] = planAt(4);
    expect(finding).toMatchObject({ code: 'edge-distance-low', layer: 1, data: { hole: 1 } });
    if (finding)
      expect(findingMessage(finding, 'mm', [{ part: 'skin' }, { part: 'frame' }])).toContain(
        'frame: 4.00 mm from hole centre to edge at hole 1',
      );
  });
  it('says which holes lie off the part', () => {
    const found = planAt(10, 100);
    expect(found[0]).toMatchObject({ code: 'hole-off-part', layer: 1, data: { hole: 4, count: 2 } });
    if (found[0])
      expect(findingMessage(found[0], 'in', [{ part: 'skin' }, { part: 'frame' }])).toBe(
        'frame: 2 holes, the first of them 4, lie off the part as it is drawn.',
      );
  });
});
