import { describe, expect, it } from 'vitest';
import { answerPrep } from '../formats/prep-document';
import { answerGap, answerTrim, answerWedge } from '../formats/joint-documents';
import type { Result } from '../units/result';

interface Answer {
  readonly verdict: string;
  readonly layers: readonly {
    readonly prep: string;
    readonly depth?: number;
    readonly surfaceDiameter?: number;
    readonly extraDepth?: number;
    readonly waist?: number | null;
    readonly faces: readonly {
      readonly from: string;
      readonly prep: string;
      readonly receives: string | null;
      readonly nest: number;
      readonly depth?: number;
    }[];
  }[];
  readonly rivet: {
    readonly callout: string | null;
    readonly ideal: number;
    readonly works: boolean;
    readonly proud?: number;
    readonly candidates: readonly { readonly works: boolean; readonly proud?: number }[];
  } | null;
  readonly findings: readonly {
    readonly code: string;
    readonly severity: string;
    readonly layer?: number;
    readonly face?: string;
    readonly proud?: number;
  }[];
  readonly schools: readonly { readonly school: string; readonly preps: readonly string[] }[];
}
const refusedAt = (r: Result<unknown>) => (r.ok ? 'answered' : r.problem.path);
function ask(document: object): Answer {
  const answered = answerPrep(document);
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value as unknown as Answer;
}
type Sheet = number | { thickness: number; plans?: string };
const far = (sheets: Sheet[], more: object = {}) =>
  ask({
    head: 'flush-100',
    diameter: '3/32',
    far: 'flush',
    stack: sheets.map((s) => (typeof s === 'number' ? { thickness: s } : s)),
    ...more,
  });
const preps = (a: Answer) => a.layers.map((l) => l.prep).join(' ');
const said = (a: Answer) =>
  a.findings.map((f) => `${f.code}:${f.severity}${f.layer === undefined ? '' : ` ${f.layer}`}${f.face ? ` ${f.face}` : ''}`);
const faces = (a: Answer) => a.layers.map((l) => l.faces.map((f) => `${f.from} ${f.prep}`).join(' + '));

const TAN = Math.tan((50 * Math.PI) / 180);
const SIN = Math.sin((50 * Math.PI) / 180);
const COS = Math.cos((50 * Math.PI) / 180);

describe('flush on both sides', () => {
  const cases: readonly [string, Sheet[], object, string, string[], string[]][] = [
    [
      'the edge closed from both sides',
      [0.025, 0.09, 0.025],
      {},
      'dimple countersink dimple',
      ['head dimple', 'head countersink + far countersink', 'far dimple'],
      [],
    ],
    [
      'two sheets thick enough: each countersunk from its own side',
      [0.063, 0.063],
      {},
      'countersink countersink',
      ['head countersink', 'far countersink'],
      [],
    ],
    [
      'what lies between is plain',
      [0.063, 0.032, 0.063],
      {},
      'countersink none countersink',
      ['head countersink', 'head none', 'far countersink'],
      [],
    ],
    ['one sheet takes both heads', [0.125], {}, 'countersink', ['head countersink + far countersink'], []],
    [
      'dimpled all through: it cannot be both',
      [0.025, 0.025],
      {},
      'unresolved unresolved',
      ['head dimple + far dimple', 'head dimple + far dimple'],
      ['unresolved:stop 0', 'unresolved:stop 1'],
    ],
    [
      'the plans prepare what lies between',
      [0.063, { thickness: 0.032, plans: 'dimple' }, 0.063],
      {},
      'countersink none countersink',
      ['head countersink', 'head none', 'far countersink'],
      ['plans-differ:caution 1'],
    ],
    [
      'the plans leave the far sheet plain',
      [0.063, { thickness: 0.063, plans: 'none' }],
      {},
      'countersink none',
      ['head countersink', 'far none'],
      ['plans-differ:caution 1 far', 'not-received:stop 1 far'],
    ],
  ];
  it.each(cases)('%s', (_, sheets, more, prep, both, findings) => {
    const a = far(sheets, { length: '1/4', ...more });
    expect(preps(a)).toBe(prep);
    expect(faces(a)).toEqual(both);
    expect(said(a).filter((f) => !f.startsWith('length') && !f.startsWith('waist') && !/^(two-thirds|rivet-small)/.test(f))).toEqual(
      findings,
    );
  });
  it('the walk from the far side is that of the stack turned over', () => {
    const a = far([0.02, 0.1, 0.032]);
    const turned = far([0.032, 0.1, 0.02]);
    const of = (x: Answer, from: string) => x.layers.flatMap((l) => l.faces.filter((f) => f.from === from).map(({ from: _, ...f }) => f));
    expect(of(a, 'far')).toEqual(of(turned, 'head').reverse());
    expect(a.rivet?.ideal).toBeCloseTo(turned.rivet?.ideal ?? 0, 12);
  });
  it('findings are told per face; the waist is the sheet’s', () => {
    const a = far([0.025, 0.05, 0.032]);
    expect(said(a)).toContain('two-thirds-exceeded:caution 1 head');
    expect(said(a)).toContain('two-thirds-exceeded:caution 1 far');
    expect(said(a).filter((f) => f.startsWith('waist'))).toEqual(['waist-over-pilot:stop 1']);
    const [C1, C2] = [0.025, 0.032].map((n) => 0.179 + (2 * n * (1 - SIN)) / COS);
    expect(a.layers[1]?.waist).toBeCloseTo((C1! + C2!) / 2 - 0.05 * TAN, 9);
  });
  it('where the cones do not meet there is no waist, and it is said', () => expect(far([0.125]).layers[0]?.waist).toBeNull());

  describe('the length that fills the far cone', () => {
    const [A, D, Dh] = [0.179, 0.09375, 0.098];
    /* The cone over a shank, sliced; a second way of reckoning the formula. */
    const sliced = (x: number) => {
      const [n, height] = [20_000, (A - x) / (2 * TAN)];
      let sum = 0;
      for (let i = 0; i < n; i++) sum += (x + ((A - x) * (i + 0.5)) / n) ** 2 - x ** 2;
      return (sum * height) / n;
    };
    it('.025 / .090 / .025, dash 3-3 ends .0075 below', () =>
      expect(far([0.025, 0.09, 0.025], { length: 0.1875 }).rivet?.proud).toBeCloseTo(-0.0075, 5));
    it.each([[[0.125]], [[0.063, 0.063]], [[0.063, 0.05, 0.08]]])('%j, nothing dimpled: by slices', (sheets) => {
      const G = sheets.reduce((s, t) => s + t, 0);
      const wanted = (G * Dh ** 2 + 2 * sliced(Dh) - sliced(D)) / D ** 2;
      expect(far(sheets).rivet?.ideal).toBeCloseTo(wanted, 6);
    });
    it('a dimpled sheet leaves a ring to fill', () => {
      const ring = ((2 * 0.025 ** 2) / TAN) * (Dh + (2 / 3) * 0.025 * COS);
      const G = 0.14;
      const wanted = (G * Dh ** 2 + 2 * sliced(Dh) + 2 * ring - sliced(D)) / D ** 2;
      expect(far([0.025, 0.09, 0.025]).rivet?.ideal).toBeCloseTo(wanted, 6);
    });
    it('the ideal ends flush; the chosen dash is the nearest; with half dashes one always works', () => {
      for (let t = 0.1; t < 0.3; t += 0.0037) {
        const { rivet } = far([Number(t.toFixed(4))]);
        expect([t, rivet?.works]).toEqual([t, true]);
        expect(Math.abs(rivet?.proud ?? 1)).toBeLessThanOrEqual(
          Math.min(...(rivet?.candidates ?? []).map((c) => Math.abs(c.proud ?? 1))) + 1e-12,
        );
      }
    });
    it('with whole dashes often none: cut to the ideal', () => {
      const all = Array.from({ length: 40 }, (_, i) => far([0.1 + i * 0.004], { halfDash: false }));
      const none = all.filter((a) => said(a).includes('length-does-not-work:caution'));
      expect(none.length).toBeGreaterThan(5);
      expect(none.length).toBeLessThan(40);
      for (const a of all) expect(a.rivet?.works).toBe(!none.includes(a));
    });
  });
  it.each([
    [{ head: 'protruding', diameter: '3/32' }],
    [{ fastener: { kind: 'blind', diameter: '3/32', hole: 0.11, head: { kind: 'flush', diameter: 0.18, angle: 120 } } }],
    [{ fastener: { kind: 'solid', diameter: '3/32', head: { kind: 'protruding', diameter: 0.187, height: 0.04 } } }],
  ])('%j cannot be flush on both sides', (document) =>
    expect(refusedAt(answerPrep({ far: 'flush', stack: [{ thickness: 0.1 }], ...document }))).toBe('far'),
  );
});

describe('fasteners of their own figures', () => {
  const screw = { kind: 'screw', diameter: 0.164, head: { kind: 'flush', diameter: 0.332, angle: 100 } };
  const one = (fastener: object, sheets: number[], more: object = {}) =>
    ask({ fastener, stack: sheets.map((thickness) => ({ thickness })), ...more });
  it('a screw is prepared by its own head and its clearance hole, and has no length of a rivet', () => {
    const a = one(screw, [0.125]);
    expect(a.rivet).toBeNull();
    expect(a.layers[0]).toMatchObject({ prep: 'countersink', depth: expect.closeTo((0.332 - 0.166) / (2 * TAN), 9) });
  });
  it('a head of 120 degrees is cut at 120 unless another cutter is named', () => {
    const blind = { kind: 'blind', diameter: '3/32', hole: 0.11, head: { kind: 'flush', diameter: 0.18, angle: 120 } };
    const t60 = Math.tan(Math.PI / 3);
    expect(one(blind, [0.063]).layers[0]?.depth).toBeCloseTo((0.18 - 0.11) / (2 * t60), 9);
    expect(said(one(blind, [0.063]))).toEqual([]);
    expect(said(one(blind, [0.063], { cutterAngle: 100 }))).toContain('angle-mismatch:stop');
    expect(said(one(blind, [0.025, 0.025], { dieAngle: 100 }))).toContain('angle-mismatch:stop');
    expect(said(one(blind, [0.025, 0.025], { dieAngle: 120 }))).not.toContain('angle-mismatch:stop');
  });
  it.each([
    ['at its least', 0.05, true],
    ['a hair under', 0.0499, false],
    ['at its largest', 0.1, true],
    ['a hair over', 0.1001, false],
  ])('the grip %s', (_, t, isIn) => {
    const blind = {
      kind: 'blind',
      diameter: '3/32',
      hole: 0.098,
      head: { kind: 'protruding', diameter: 0.2, height: 0.05 },
      gripFrom: 0.05,
      gripTo: 0.1,
    };
    expect(said(one(blind, [t])).includes('grip-out-of-range:stop')).toBe(!isIn);
  });
  it('a bolt of which nobody said how large its hole may be: breaking through is a stop', () => {
    const bolt = { kind: 'bolt', diameter: 0.19, hole: 0.19, head: { kind: 'flush', diameter: 0.385, angle: 100 } };
    expect(said(one(bolt, [0.08]))).toEqual(expect.arrayContaining(['hole-max-unknown:caution', 'countersink-breaks-through:stop 0']));
    expect(said(one({ ...bolt, holeMax: 0.24 }, [0.08]))).toEqual(['countersink-breaks-through:caution 0']);
  });
  it('a solid one of its own head keeps its length, and no call-out of the tables', () => {
    const { rivet } = one({ kind: 'solid', diameter: '1/8', head: { kind: 'flush', diameter: 0.2, angle: 100 } }, [0.063, 0.063]);
    expect([rivet?.callout, rivet?.works]).toEqual([null, true]);
  });
  it('a cutter that is too small: by how much the head would stand proud', () => {
    const a = ask({ head: 'flush-100', diameter: '3/32', cutterMax: 0.19, stack: [{ thickness: 0.025 }, { thickness: 0.063 }] });
    const surface = 0.179 + (2 * 0.025 * (1 - SIN)) / COS;
    expect(a.findings.find((f) => f.code === 'cutter-too-small')).toMatchObject({
      layer: 1,
      proud: expect.closeTo((surface - 0.19) / (2 * TAN), 9),
    });
    const same = ask({ head: 'flush-100', diameter: '3/32', cutterMax: 0.179, stack: [{ thickness: 0.063 }] });
    expect(said(same)).toEqual([]);
  });
  const refused: readonly [object, string][] = [
    [{ fastener: { ...screw, kind: 'pin' } }, 'fastener.kind'],
    [{ fastener: { ...screw, kind: 'none' } }, 'fastener.kind'],
    [{ fastener: screw, head: 'flush-100' }, 'head'],
    [{ fastener: screw, diameter: '1/8' }, 'diameter'],
    [{}, 'head'],
    [{ head: 'flush-100' }, 'diameter'],
    [{ fastener: { ...screw, diameter: 0.2 } }, 'fastener.hole'],
    [{ fastener: { ...screw, hole: 0.1 } }, 'fastener.hole'],
    [{ fastener: { ...screw, head: { ...screw.head, diameter: 0.166 } } }, 'fastener.head.diameter'],
    [{ fastener: { ...screw, head: { ...screw.head, angle: 180 } } }, 'fastener.head.angle'],
    [{ fastener: { ...screw, head: { ...screw.head, angle: 0 } } }, 'fastener.head.angle'],
    [{ fastener: { ...screw, gripFrom: 0.2, gripTo: 0.1 } }, 'fastener.gripFrom'],
    [{ fastener: { ...screw, holeMax: 0.1 } }, 'fastener.holeMax'],
    [{ fastener: { ...screw, colour: 'red' } }, 'fastener.colour'],
    [{ fastener: { ...screw, head: { kind: 'flush', diameter: 'nonsense', angle: 100 } } }, 'fastener.head.diameter'],
  ];
  it.each(refused)('%j is refused at %s', (document, path) =>
    expect(refusedAt(answerPrep({ stack: [{ thickness: 0.1 }], ...document }))).toBe(path),
  );
});

describe('stepped angles', () => {
  const stepped = (sheets: number[], more: object = {}) =>
    ask({ head: 'flush-100', diameter: '3/32', angles: 'stepped', stack: sheets.map((thickness) => ({ thickness })), ...more });
  const tan = (deg: number) => Math.tan((deg * Math.PI) / 180);
  const surface = (n: number) => 0.179 + (2 * n * (1 - SIN)) / COS;
  it.each([
    ['the head itself', [0.063], 0, 50],
    ['under one dimpled sheet', [0.025, 0.063], 0.025, 55],
    ['under two', [0.02, 0.02, 0.063], 0.04, 60],
  ])('%s', (_, sheets, nest, half) => {
    const last = stepped(sheets).layers.at(-1);
    expect(last?.surfaceDiameter).toBeCloseTo(surface(nest), 9);
    expect(last?.depth).toBeCloseTo((surface(nest) - 0.098) / (2 * tan(half)), 9);
    expect(last?.extraDepth).toBeCloseTo((last?.depth ?? 0) - (0.179 - 0.098) / (2 * TAN), 9);
  });
  it('under three there is no cutter of the series', () =>
    expect(said(stepped([0.016, 0.016, 0.016, 0.063]))).toContain('angle-mismatch:stop 3'));
  it('a cutter that is named is judged against the series', () => {
    expect(said(stepped([0.025, 0.063], { cutterAngle: 110 }))).not.toContain('angle-mismatch:stop 1');
    expect(said(stepped([0.025, 0.063], { cutterAngle: 100 }))).toContain('angle-mismatch:stop 1');
  });
  it('is of heads of 100 degrees', () =>
    expect(
      refusedAt(answerPrep({ head: 'flush-100', diameter: '3/32', headAngle: 120, angles: 'stepped', stack: [{ thickness: 0.063 }] })),
    ).toBe('angles'));
});

describe('a wedge, a trim, a gap', () => {
  it('a strip that thins toward its edge', () => {
    const answered = answerWedge({ thick: 0.09, thin: 0.05, width: 0.5, from: 0.25 });
    expect(answered).toEqual({
      ok: true,
      value: { thickness: expect.closeTo(0.07, 12), angleDeg: expect.closeTo(4.573921, 6), shim: expect.closeTo(0.04, 12) },
    });
    expect(refusedAt(answerWedge({ thick: 0.05, thin: 0.09, width: 0.5, from: 0 }))).toBe('thin');
    expect(refusedAt(answerWedge({ thick: 0.09, thin: 0.05, width: 0.5, from: 0.6 }))).toBe('from');
    expect(refusedAt(answerWedge({ thick: 0.09, thin: 0.05, width: 0, from: 0 }))).toBe('width');
  });
  const trim = (edge: number, more: object = {}) =>
    answerTrim({ units: 'mm', edge, throat: 60, diameter: '3/32', head: 'flush-100', ...more });
  it.each([
    ['in reach as it is', 57, { needed: false, helps: false }],
    ['a hair out of reach', 57.01, { needed: true, cut: expect.closeTo(0.01, 9), edgeLeft: expect.closeTo(57, 9), helps: true }],
  ])('%s', (_, edge, value) => expect(trim(edge)).toEqual({ ok: true, value }));
  it.each([
    ['just enough is left', 8.953125, 2.5, true],
    ['a hair less', 8.9, 2.5, false],
  ])('%s', (_, throat, factor, helps) => {
    const answered = answerTrim({ units: 'mm', edge: 30, throat, diameter: '3/32', head: factor === 2.5 ? 'flush-100' : 'protruding' });
    expect(answered.ok && (answered.value as { helps: boolean }).helps).toBe(helps);
  });
  it('what finishing takes off counts', () => {
    const answered = trim(70, { finish: 51.1 });
    expect(answered.ok && answered.value).toMatchObject({ edgeLeft: expect.closeTo(5.9, 9), helps: false });
  });
  it.each([
    ['426AD3-3.5', {}, 0.057 + 0.046875],
    ['426AD3-3.5', { height: 0.05 }, 0.107],
    ['470AD4-4', {}, 0.057 + 0.054 + 0.0625],
    ['426AD3-3.5', { lip: 0.09 }, 0.09 + 0.046875],
  ])('the squeezer’s sets for %s %j', (callout, more, gap) =>
    expect(answerGap({ callout, grip: 0.057, ...more })).toEqual({ ok: true, value: { gap: expect.closeTo(gap, 12) } }),
  );
  it('a rivet no longer than its grip', () => expect(refusedAt(answerGap({ callout: '426AD3-2', grip: 0.125 }))).toBe('callout'));
});
