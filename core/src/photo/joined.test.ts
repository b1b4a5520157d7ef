import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from './chance';
import { measureJoined } from './joined';
import { comparePhoto } from './compare';
import { findPlacings } from './placing';
import { practiceShot, practiceShots } from './practice';
import { practiceStrips } from './practice-strips';
import { sheetBetweenStrips, shows } from './seen-sheet';
import { stripsScene, takePhoto, type LaidSheet, type Shot } from './simulate';
import { fromStrip, intoStrip, MOST_STRIPS, strip, stripOfCode, STRIP_LENGTH, STRIP_WIDTH, type StripPose } from './strips';
import { budget } from '../../test/budget';

/* Sharp enough for what is promised over 700 mm; and as coarse as a dot of a strip still takes, where that is not the point. */
const SHARP = { width: 2400, height: 1800 } as const;
const SIZE = { width: 1600, height: 1200 } as const;

/** A spar web of 700 mm, three strips along either edge, laid by hand. */
function table(seed: number) {
  const { between, next } = chance(seed);
  const lay = (x: number, y: number): StripPose => ({ x: x + between(-4, 4), y: y + between(-3, 3), angle: between(-0.015, 0.015) });
  const strips = new Map([0, 1, 2].flatMap((k) => [[k, lay(-40 + 262 * k, -42)] as const, [k + 3, lay(-40 + 262 * k, 98)] as const]));
  const sizes = [2.489, 3.264];
  const holes = Array.from({ length: 54 }, (_, i) => ({
    at: { x: 15 + 25.7 * (i % 27) + between(-1, 1), y: 15 + 50 * Math.floor(i / 27) + between(-1, 1) },
    diameter: sizes[Math.floor(next() * 2)] as number,
  }));
  const sheet: LaidSheet = {
    outline: [
      { x: 0, y: 0 },
      { x: 700, y: 0 },
      { x: 700, y: 80 },
      { x: 0, y: 80 },
    ],
    thickness: 0.81,
    holes,
  };
  return { strips, sheet };
}
const LEFT = { x: -50, y: -70, width: 540, height: 230 };
const RIGHT = { x: 205, y: -70, width: 560, height: 230 };
/** One telephone: the same lens in every picture. */
const shots = (seed: number, n: number, size: { readonly width: number; readonly height: number } = SIZE): Shot[] => {
  const lens = practiceShot(seed, { ...size, tilt: [2, 12] });
  return Array.from({ length: n }, (_, i) => ({
    ...practiceShot(seed * 31 + i, { ...size, tilt: [2, 12] }),
    focal: lens.focal,
    k1: lens.k1,
    k2: lens.k2,
  }));
};

describe('strips', () => {
  it('every code is on one strip, none on the page frame', () => {
    const codes = Array.from({ length: MOST_STRIPS }, (_, k) => strip(k).markers.map((m) => m.id)).flat();
    expect(new Set(codes).size).toBe(3 * MOST_STRIPS);
    expect(Math.min(...codes)).toBe(8);
    for (const [k, id] of codes.entries()) expect(stripOfCode(id)).toEqual({ strip: Math.floor(k / 3), code: k % 3 });
    expect([stripOfCode(7), stripOfCode(8 + 3 * MOST_STRIPS)]).toEqual([null, null]);
  });
  it('nothing on it lies on anything else, or over its edge', () => {
    const { dots, markers, dotDiameter } = strip(2);
    const r = dotDiameter / 2;
    for (const d of dots) {
      expect(d.x > r && d.y > r && d.x < STRIP_LENGTH - r && d.y < STRIP_WIDTH - r).toBe(true);
      expect(dots.filter((o) => Math.hypot(o.x - d.x, o.y - d.y) < 2 * r)).toEqual([d]);
      for (const m of markers) expect(d.x < m.x - r || d.x > m.x + m.side + r).toBe(true);
    }
  });
  it('a point of a strip is where it lies on the table, and back', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: 4, noNaN: true }), fc.double({ min: -900, max: 900, noNaN: true }), (angle, x) => {
        const pose = { x, y: -x / 3, angle };
        const back = intoStrip(pose, fromStrip(pose, { x: 3, y: 7 }));
        expect(Math.hypot(back.x - 3, back.y - 7)).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('two photographs of a long part, joined by the strips they share', () => {
  it.each(budget([1], [1, 2, 3, 4]))('every hole once, where it is over 700 mm, within what is stated (%i)', (seed) => {
    const { strips, sheet } = table(seed);
    const [a, b] = shots(seed, 2, SHARP) as [Shot, Shot];
    const images = [takePhoto(stripsScene(strips, LEFT), sheet, a), takePhoto(stripsScene(strips, RIGHT), sheet, b)];
    const answer = measureJoined({ images, thickness: 0.81 });
    if (!answer.ok) throw new Error(`${answer.problem} ${answer.photo}`);
    const { holes, strips: poses, photos } = answer.value;
    expect([holes.length, poses.size]).toEqual([54, 6]);
    for (const p of photos) expect(p.rms).toBeLessThan(0.25);
    /* In the coordinates of the strip that was taken as the first. */
    const [first] = [...poses.keys()] as [number];
    const origin = strips.get(first) as StripPose;
    const off = sheet.holes.map((h) => {
      const at = intoStrip(origin, h.at);
      const found = holes.reduce((best, m) =>
        Math.hypot(m.at.x - at.x, m.at.y - at.y) < Math.hypot(best.at.x - at.x, best.at.y - at.y) ? m : best,
      );
      return { by: Math.hypot(found.at.x - at.x, found.at.y - at.y), within: found.within };
    });
    expect(Math.max(...off.map((o) => o.by))).toBeLessThan(0.15);
    expect(off.filter((o) => o.by <= o.within).length).toBeGreaterThanOrEqual(52);
  });
  it('says which picture shares no strip with the others, which has none, and which is of another size', () => {
    const { strips, sheet } = table(4);
    const [a, b] = shots(4, 2) as [Shot, Shot];
    const far = new Map([...strips].filter(([k]) => k === 2 || k === 5));
    const near = new Map([...strips].filter(([k]) => k === 0 || k === 3));
    const left = takePhoto(stripsScene(near, { ...LEFT, width: 280 }), sheet, a);
    const right = takePhoto(stripsScene(far, { ...RIGHT, x: 470, width: 290 }), sheet, b);
    expect(measureJoined({ images: [left, right], thickness: 0.81 })).toMatchObject({ ok: false, problem: 'not-joined', photo: 1 });
    const blank = { ...left, data: new Uint8Array(left.data.length).fill(120) };
    expect(measureJoined({ images: [left, blank], thickness: 0.81 })).toMatchObject({ ok: false, problem: 'no-marks', photo: 1 });
    expect(measureJoined({ images: [left, { ...blank, width: 100 }], thickness: 0.81 })).toMatchObject({
      problem: 'sizes-differ',
      photo: 1,
    });
    expect(measureJoined({ images: [], thickness: 0.81 })).toMatchObject({ ok: false, problem: 'no-marks' });
  });
});

describe('a long part to practise with', () => {
  it.each([true])('is measured from its photographs, also where it stands upright in the plan (%s)', (isUpright) => {
    const plan = Array.from({ length: 40 }, (_, i) => ({ x: 25 * (i % 20), y: i < 20 ? 0 : 42 })).map((p) =>
      isUpright ? { x: p.y, y: p.x } : p,
    );
    const part = practiceStrips(
      plan.map((place) => ({ place, diameter: 3.264 })),
      null,
      0.64,
      { seed: 7, withFaults: true },
    );
    if (!part?.faults) throw new Error('no practice');
    const shots = practiceShots(7, part.scenes.length, { ...SIZE, tilt: [1, 4] });
    const images = part.scenes.map((s, i) => takePhoto(s, part.sheet, shots[i] as Shot));
    const answer = measureJoined({ images, thickness: 0.64 });
    if (!answer.ok) throw new Error(`${answer.problem} ${answer.photo}`);
    const sheet = sheetBetweenStrips(answer.value);
    const wanted = plan.map((place, i) => ({ rowId: i < 20 ? 'a' : 'b', holeId: String(i), number: i + 1, place }));
    const ways =
      findPlacings(
        sheet.holes.map((h) => h.at),
        plan,
        { x: 0, y: 0 },
      )?.ways ?? [];
    /* The rows look the same turned round or over: one of the ways is how it lies. */
    const named = ways.map((placing) =>
      comparePhoto({ measured: sheet, shows: (p) => shows(sheet, p), wanted, placing, tolerance: 0.5 }).findings.map((f) =>
        'wanted' in f ? `${f.kind} ${f.wanted.holeId}` : f.kind,
      ),
    );
    expect(named).toContainEqual([`missing ${part.faults.missing}`, `off ${part.faults.off}`, `wide ${part.faults.wide}`, 'extra']);
  });
});
