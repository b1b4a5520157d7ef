import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { eye, onPlane, project, rotation, rotationVector, tiltDeg, type Camera } from './camera';
import { pageFrame } from './frame';
import { solve } from './least-squares';
import { measurePhoto } from './measure';
import { seeMarkers } from './markers';
import { cameraOf, frameScene, takePhoto, type Shot } from './simulate';
import { practiceSheet, practiceShot } from './practice';
import { budget } from '../../test/budget';

const frame = pageFrame('a4');
/* A third of twelve megapixels across: quick, and three times as coarse as what is promised. */
const SMALL = { width: 1600, height: 1200 } as const;
const rank = (values: readonly number[], share: number) => [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) * share)] ?? 0;

describe('the camera', () => {
  const camera = (seed: number): Camera => cameraOf(frameScene(frame).view, practiceShot(seed, { ...SMALL, tilt: [0, 30] }));
  it('what it sees on a plane is where it projects from', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.double({ min: 5, max: 290, noNaN: true }),
        fc.double({ min: 5, max: 205, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (seed, x, y, h) => {
          const c = camera(seed);
          const back = onPlane(c, project(c, { x, y }, h), h);
          expect(Math.hypot(back.x - x, back.y - y)).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a rotation is its vector, and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1.7, max: 1.7, noNaN: true }),
        fc.double({ min: -1.7, max: 1.7, noNaN: true }),
        fc.double({ min: -1.7, max: 1.7, noNaN: true }),
        (x, y, z) => {
          const back = rotationVector(rotation(x, y, z));
          expect(Math.hypot(back[0] - x, back[1] - y, back[2] - z)).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('leans as it was told, and stands above the print', () => {
    const c = cameraOf(frameScene(frame).view, practiceShot(3, { ...SMALL, tilt: [17, 17] }));
    expect(tiltDeg(c)).toBeCloseTo(17, 6);
    expect(eye(c)[2]).toBeLessThan(-150);
  });
});

describe('the frame', () => {
  it.each(['a4', 'letter'] as const)('%s: 8 codes and 124 dots, none on another, all on the page and outside the field', (paper) => {
    const f = pageFrame(paper);
    expect([f.markers.length, f.dots.length, f.width > f.height]).toEqual([8, 124, true]);
    const r = f.dotDiameter / 2;
    f.dots.forEach((d, i) => {
      expect(d.x > r && d.y > r && d.x < f.width - r && d.y < f.height - r).toBe(true);
      for (const e of f.dots.slice(i + 1)) expect(Math.hypot(d.x - e.x, d.y - e.y)).toBeGreaterThan(f.dotDiameter + 1);
      for (const m of f.markers)
        expect(d.x + r < m.x - 1 || d.x - r > m.x + m.side + 1 || d.y + r < m.y - 1 || d.y - r > m.y + m.side + 1).toBe(true);
      const { left, top, right, bottom } = f.field;
      expect(d.x + r < left || d.x - r > right || d.y + r < top || d.y - r > bottom).toBe(true);
    });
  });
});

it('solves a system, and says where there is none', () => {
  expect(
    solve(
      [
        [2, 1],
        [1, 3],
      ],
      [5, 10],
    ),
  ).toEqual([1, 3]);
  expect(
    solve(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 2],
    ),
  ).toBeNull();
});

describe('a photographed sheet', () => {
  const measured = (seed: number, more: Partial<Shot> = {}, thickness = 0.8) => {
    const sheet = practiceSheet(frame, seed, thickness);
    const image = takePhoto(frameScene(frame), sheet, { ...practiceShot(seed, { ...SMALL, tilt: [4, 24] }), ...more });
    return { sheet, image, answer: measurePhoto({ image, frame, thickness }) };
  };
  it.each(budget([101], [101, 102, 103, 111, 112, 113]))(
    'seed %s: every hole, nothing else, near enough, and no nearer than it says',
    (seed) => {
      const { sheet, answer } = measured(seed);
      if (!answer.ok) throw new Error(answer.problem);
      const { holes, camera } = answer.value;
      expect(holes).toHaveLength(sheet.holes.length);
      const off = sheet.holes.map((h) => {
        const found = holes.map((m) => ({ m, by: Math.hypot(m.at.x - h.at.x, m.at.y - h.at.y) })).sort((a, b) => a.by - b.by)[0]!;
        return { by: found.by, isCovered: found.by <= found.m.within };
      });
      expect(
        rank(
          off.map((o) => o.by),
          0.5,
        ),
      ).toBeLessThan(0.05);
      expect(
        rank(
          off.map((o) => o.by),
          0.95,
        ),
      ).toBeLessThan(0.15);
      expect(off.filter((o) => o.isCovered).length / off.length).toBeGreaterThanOrEqual(0.9);
      expect(camera.f / SMALL.width).toBeCloseTo(practiceShot(seed, { ...SMALL, tilt: [4, 24] }).focal, 1);
    },
  );
  it('a thickness that was not said costs what it must: the height is corrected for', () => {
    const { sheet, image } = measured(104, { tiltDeg: 22 }, 1.6);
    const worst = (thickness: number) => {
      const answer = measurePhoto({ image, frame, thickness });
      if (!answer.ok) throw new Error(answer.problem);
      return rank(
        sheet.holes.map((h) => Math.min(...answer.value.holes.map((m) => Math.hypot(m.at.x - h.at.x, m.at.y - h.at.y)))),
        0.5,
      );
    };
    expect(worst(0)).toBeGreaterThan(0.3);
    expect(worst(1.6)).toBeLessThan(0.1);
  });
  it('light that hides holes is said', () => {
    const { sheet, answer } = measured(105, { glare: { at: { x: 150, y: 100 }, radius: 25 } });
    if (!answer.ok) throw new Error(answer.problem);
    const { blinded, holes } = answer.value;
    const isFound = (h: { at: { x: number; y: number } }) => holes.some((m) => Math.hypot(m.at.x - h.at.x, m.at.y - h.at.y) < 0.5);
    const lost = sheet.holes.filter((h) => !isFound(h));
    expect(blinded.length).toBeGreaterThan(0);
    for (const h of lost) expect(Math.min(...blinded.map((b) => Math.hypot(b.at.x - h.at.x, b.at.y - h.at.y) - b.radius))).toBeLessThan(6);
  });
  it('a picture without a frame, and one of half a frame, are refused', () => {
    const empty = { ...SMALL, data: new Uint8Array(SMALL.width * SMALL.height).fill(180) };
    expect(measurePhoto({ image: empty, frame, thickness: 0.8 })).toEqual({ ok: false, problem: 'no-marks' });
    const { image } = measured(106);
    const half = { ...image, data: image.data.map((g, i) => (i % image.width < image.width * 0.55 ? 30 : g)) };
    const answer = measurePhoto({ image: half, frame, thickness: 0.8 });
    expect(answer.ok ? answer.value.dots : answer.problem).toMatch(/no-marks|few-dots/);
    expect(seeMarkers(empty)).toEqual([]);
  });
});
