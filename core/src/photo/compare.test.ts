import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from './chance';
import { comparePhoto, type WantedHole } from './compare';
import { pageFrame } from './frame';
import { measurePhoto } from './measure';
import { findPlacings, onPrint, placed, type Placing } from './placing';
import { practicePart, practiceShot } from './practice';
import { recogniseRows } from './recognise';
import { frameScene, takePhoto } from './simulate';
import { budget } from '../../test/budget';

const frame = pageFrame('a4');
const middle = { x: frame.width / 2, y: frame.height / 2 };
const SMALL = { width: 1600, height: 1200 } as const;

/** Sixty holes of a bay: two rows along, one across at one end, one at another pitch. Not the same turned round. */
function bay(): WantedHole[] {
  const rows: [string, number, (i: number) => { x: number; y: number }][] = [
    ['lower', 20, (i) => ({ x: 11 * i, y: 0 })],
    ['upper', 17, (i) => ({ x: 12.7 * i, y: 105 })],
    ['end', 9, (i) => ({ x: -2, y: 12 + 10.5 * i })],
    ['rib', 14, (i) => ({ x: 90 + 2 * i, y: 8 + 6.7 * i })],
  ];
  return rows.flatMap(([rowId, n, at]) =>
    Array.from({ length: n }, (_, i) => ({ rowId, holeId: `${rowId}-${i + 1}`, number: i + 1, place: at(i) })),
  );
}
const sized = (holes: readonly WantedHole[]) => holes.map((h) => ({ place: h.place, diameter: 3.264 }));

describe('how a sheet lies', () => {
  it('a place of the plan is on the print where it lies, and back, turned over or not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.double({ min: -900, max: 900, noNaN: true }),
        fc.double({ min: -900, max: 900, noNaN: true }),
        fc.boolean(),
        (angle, x, y, isTurnedOver) => {
          const way: Placing = { cos: Math.cos(angle), sin: Math.sin(angle), x: y, y: x, isTurnedOver };
          const back = onPrint(way, placed(way, { x, y }));
          expect(Math.hypot(back.x - x, back.y - y)).toBeLessThan(1e-9);
        },
      ),
    );
  });
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('is found from holes a little off, some missing, some extra, however it lies (%i)', (seed) => {
    const { between, next, normal } = chance(seed);
    const angle = between(0, 2 * Math.PI);
    const way: Placing = {
      cos: Math.cos(angle),
      sin: Math.sin(angle),
      x: between(-50, 50),
      y: between(-50, 50),
      isTurnedOver: seed % 2 === 0,
    };
    const plan = bay();
    const seen = plan
      .filter(() => next() > 0.1)
      .map((w) => onPrint(way, { x: w.place.x + 0.03 * normal(), y: w.place.y + 0.03 * normal() }));
    seen.push({ x: 3, y: 4 }, { x: 80, y: 41 });
    const found = findPlacings(
      seen,
      plan.map((w) => w.place),
      middle,
    );
    const best = found?.ways[0] as Placing;
    expect(best.isTurnedOver).toBe(way.isTurnedOver);
    for (const p of [
      { x: 0, y: 0 },
      { x: 250, y: 150 },
    ]) {
      const [a, b] = [placed(best, p), placed(way, p)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(0.08);
    }
  });
  it('where the holes look the same turned round, both ways are told; with holes of another part none', () => {
    const even = Array.from({ length: 24 }, (_, i) => ({ x: 20 * (i % 8), y: 25 * Math.floor(i / 8) }));
    const seen = even.map((p) => ({ x: p.x + 40, y: 100 - p.y }));
    const found = findPlacings(seen, even, middle);
    expect(found?.ways.length).toBeGreaterThan(1);
    expect(found?.ways[0]?.isTurnedOver).toBe(false);
    const { between } = chance(5);
    const other = Array.from({ length: 30 }, () => ({ x: between(0, 240), y: between(0, 150) }));
    expect(
      findPlacings(
        other,
        bay().map((w) => w.place),
        middle,
      ),
    ).toBeNull();
    expect(findPlacings([{ x: 1, y: 1 }], even, middle)).toBeNull();
  });
});

describe('a sheet against its plan', () => {
  it.each(budget([21], [21, 22, 23, 24, 25, 26]))(
    'a missing hole, an extra one, one 1 mm off, one a size up among sixty: all four are named, nothing else (%i)',
    (seed) => {
      const plan = bay();
      const part = practicePart(frame, sized(plan), null, 0.64, { seed, withFaults: true });
      const faults = part?.faults;
      if (!part || !faults) throw new Error('no practice');
      const image = takePhoto(frameScene(frame), part.sheet, practiceShot(seed, { ...SMALL, tilt: [1, 4] }));
      const answer = measurePhoto({ image, frame, thickness: 0.64 });
      if (!answer.ok) throw new Error(answer.problem);
      const ways = findPlacings(
        answer.value.holes.map((h) => h.at),
        plan.map((w) => w.place),
        middle,
      );
      const { findings, matched, asPlanned, inSight, beyond } = comparePhoto({
        measured: answer.value,
        shows: () => true,
        wanted: plan,
        placing: ways?.ways[0] as Placing,
        tolerance: 0.5,
      });
      const name = (i: number) => plan[i]?.holeId;
      expect(findings.map((f) => [f.kind, 'wanted' in f ? f.wanted.holeId : 'beside'])).toEqual([
        ['missing', name(faults.missing)],
        ['off', name(faults.off)],
        ['wide', name(faults.wide)],
        ['extra', 'beside'],
      ]);
      const off = findings.find((f) => f.kind === 'off');
      expect(off?.by).toBeCloseTo(1, 1);
      /* Of 60 one is missing, one off, one too wide: 57 are as planned. */
      expect([matched.length, asPlanned, inSight, beyond]).toEqual([59, 57, 60, 0]);
      /* The sheet was cut square to the field: its edge is plain, and where it was laid. */
      expect(answer.value.outline).toHaveLength(4);
      for (const corner of part.sheet.outline)
        expect(Math.min(...(answer.value.outline ?? []).map((p) => Math.hypot(p.x - corner.x, p.y - corner.y)))).toBeLessThan(0.25);
    },
  );
  it('judges no diameter of a picture from the side, and hides what the light hides', () => {
    const plan = bay().slice(0, 20);
    const holes = plan.slice(1).map((w) => ({ at: { x: w.place.x, y: -w.place.y }, diameter: w.number === 5 ? 4.1 : 3.26, within: 0.03 }));
    const placing: Placing = { cos: 1, sin: 0, x: 0, y: 0, isTurnedOver: false };
    const ask = { shows: () => true, wanted: plan, placing, tolerance: 0.5 };
    const kinds = (measured: Parameters<typeof comparePhoto>[0]['measured']) =>
      comparePhoto({ ...ask, measured }).findings.map((f) => f.kind);
    expect(kinds({ holes, isSquare: true, blinded: [] })).toEqual(['missing', 'wide']);
    expect(kinds({ holes, isSquare: false, blinded: [] })).toEqual(['missing']);
    expect(kinds({ holes, isSquare: false, blinded: [{ at: { x: 1, y: 1 }, radius: 5 }] })).toEqual(['hidden']);
  });
  it.each([
    [0.49, 0],
    [0.51, 1],
  ])('off by %f mm against a tolerance of .5: %i said', (by, said) => {
    const plan = bay().slice(0, 20);
    const holes = plan.map((w) => ({ at: { x: w.place.x + (w.number === 7 ? by : 0), y: -w.place.y }, diameter: 3.26, within: 0.03 }));
    const placing: Placing = { cos: 1, sin: 0, x: 0, y: 0, isTurnedOver: false };
    const found = comparePhoto({
      measured: { holes, isSquare: true, blinded: [] },
      shows: () => true,
      wanted: plan,
      placing,
      tolerance: 0.5,
    });
    expect(found.findings).toHaveLength(said);
  });
  it('what the picture does not show is not missing', () => {
    const plan = bay();
    const placing: Placing = { cos: 1, sin: 0, x: 0, y: 0, isTurnedOver: false };
    const holes = plan.filter((w) => w.place.x < 100).map((w) => ({ at: { x: w.place.x, y: -w.place.y }, diameter: 3.26, within: 0.03 }));
    const found = comparePhoto({
      measured: { holes, isSquare: true, blinded: [] },
      shows: (p) => p.x < 100,
      wanted: plan,
      placing,
      tolerance: 0.5,
    });
    expect(found.findings).toEqual([]);
    expect(found.beyond).toBe(plan.length - holes.length);
  });
});

describe('rows in a picture', () => {
  it('are told with pitch, bow, edge distance and sizes', () => {
    const holes = Array.from({ length: 12 }, (_, i) => ({
      at: { x: 40 + 15 * i, y: i === 5 ? 60.4 : 60 },
      diameter: i === 3 ? 3.3 : 2.5,
      within: 0.02,
    }));
    const placing: Placing = { cos: 1, sin: 0, x: 0, y: 0, isTurnedOver: false };
    const outline = [
      { x: 30, y: -50 },
      { x: 230, y: -50 },
      { x: 230, y: -120 },
      { x: 30, y: -120 },
    ];
    const [row, ...rest] = recogniseRows(holes, placing, outline, true);
    expect(rest).toEqual([]);
    expect(row?.pitch?.middle).toBeCloseTo(15, 1);
    expect(row?.bow).toBeGreaterThan(0.3);
    expect(row?.bow).toBeLessThan(0.4);
    expect(row?.edge).toBeCloseTo(10, 6);
    expect(row?.sizes).toEqual([
      { diameter: 2.5, count: 11 },
      { diameter: 3.3, count: 1 },
    ]);
    expect(recogniseRows(holes, placing, null, false)[0]).toMatchObject({ edge: null, sizes: [] });
  });
});
