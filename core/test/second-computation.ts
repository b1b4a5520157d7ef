/**
 * A second way to the same answers, written apart from core and sharing nothing with it: plain inches, the rules read
 * from docs/rules.md as short formulas, recursion instead of a walk. The tests hold core against it.
 */
export interface OracleRow {
  school: string;
  head: 'flush-100' | 'protruding';
  dash: 3 | 4 | 5 | 6;
  hole?: number;
  stack: { t: number; plans?: string; edge?: number }[];
  fixed?: number;
  edge?: number;
  pitch?: number;
  halfDash: boolean;
  profile: 'mil-minimum' | 'classic' | 'production';
  angle: number;
}

const A = { 3: 0.179, 4: 0.225, 5: 0.286, 6: 0.353 };
const HOLE = { 3: 0.098, 4: 0.1285, 5: 0.159, 6: 0.191 };
const W_H = { 'mil-minimum': [1.3, 0.4], classic: [1.5, 0.5], production: [1.33, 0.5] } as const;
const tiny = 1e-10;

interface Step {
  prep: string;
  nest: number;
  d: number;
  C: number;
}

export function oracle(r: OracleRow) {
  const half = ((r.angle / 2) * Math.PI) / 180;
  const Dh = r.hole ?? HOLE[r.dash];
  const max = HOLE[r.dash] + 0.005;
  const D = r.dash / 32;
  const G = r.stack.reduce((sum, l) => sum + l.t, 0);
  /* d from the cone's own triangle: depth of the head's cone plus what moving it out along its normal adds. */
  const flush = (A[r.dash] - Dh) / 2 / Math.tan(half);
  const depthAt = (n: number) => (n > 0 && r.fixed !== undefined ? flush + r.fixed : flush + n * (1 / Math.sin(half) - 1));

  const school = (name: string, i: number, n: number): string => {
    const t = r.stack[i]?.t as number;
    const d = depthAt(n);
    const top = r.stack[0]?.t as number;
    if (name === 'kit-032') return t < 0.0325 + tiny ? 'dimple' : 'countersink';
    if (name === 'band-030-040') return t > 0.0405 + tiny ? 'countersink' : 'dimple';
    if (name === 'two-thirds') return d < (2 * t) / 3 + 0.001 + tiny ? 'countersink' : t < 0.0405 + tiny ? 'dimple' : 'unresolved';
    if (top > 0.0395 - tiny && i === 0) return 'countersink';
    return t < 0.0405 + tiny ? 'dimple' : 'countersink';
  };
  const down = (name: string, i: number, n: number, closed: boolean, usePlans: boolean): Step[] => {
    const layer = r.stack[i];
    if (!layer) return [];
    if (closed) return [{ prep: 'none', nest: 0, d: 0, C: 0 }, ...down(name, i + 1, 0, true, usePlans)];
    const prep = (usePlans ? layer.plans : undefined) ?? school(name, i, n);
    const d = depthAt(n);
    return [{ prep, nest: n, d, C: Dh + 2 * d * Math.tan(half) }, ...down(name, i + 1, n + layer.t, prep !== 'dimple', usePlans)];
  };

  const rowCodes: string[] = [];
  if (Dh > max + tiny) rowCodes.push('hole-over-max:stop');
  const near = (value: number | undefined, what: string, stop: number, flushLimit: number, high: number) => {
    if (value === undefined) return;
    if (value < stop * D - tiny) rowCodes.push(`${what}-low:stop`);
    else if (r.head === 'flush-100' && value < flushLimit * D - tiny) rowCodes.push(`${what}-low:caution`);
    if (value > high * D + tiny) rowCodes.push(`${what}-high:note`);
  };
  near(r.edge, 'edge-distance', 2, 2.5, 4);
  for (const l of r.stack) near(l.edge, 'edge-distance', 2, 2.5, 4);
  near(r.pitch, 'pitch', 3, 3.5, 16);
  const thick = Math.max(...r.stack.map((l) => l.t));
  if (D < thick - tiny) rowCodes.push('rivet-small-for-sheet:note');
  if (D > 4 * thick + tiny) rowCodes.push('rivet-large-for-sheet:note');

  /* Length: count in 32nds (or 16ths) of an inch. */
  const unit = r.halfDash ? 32 : 16;
  const ideal = G + (3 * D) / 2;
  const steps = Math.max(16 / unit === 1 ? 1 : 2, Math.round(ideal * unit + 1e-9));
  const L = steps / unit;
  const [wMin, hMin] = W_H[r.profile];
  const ratio = (length: number) => ((length - G) * D * D - G * (Dh * Dh - D * D)) / D ** 3;
  const works = (length: number) =>
    length > G && ratio(length) > 0 && ratio(length) >= 0.91 * wMin * wMin * hMin - 1e-9 && ratio(length) <= 0.91 * 2.25 + 1e-9;
  /* Of a stack dimpled all through: metal under the last lip, whose rim lies on the end of the sheet's cut face. */
  const alpha = Math.PI / 2 - half;
  const rim = () => {
    const t = r.stack.at(-1)?.t as number;
    const above = G - t;
    const mouth = A[r.dash] / 2 + above * Math.tan(alpha / 2);
    return above + (mouth - Dh / 2) * Math.tan(alpha) + t * Math.cos(alpha);
  };
  const atRim = (length: number, z: number) => {
    const v = (length * D * D - z * Dh * Dh) / D ** 3;
    return length > z && v > 0 && v >= 0.91 * wMin * wMin * hMin - 1e-9 && v <= 0.91 * 2.25 + 1e-9;
  };
  const lengthCode = (allDimpled: boolean): string[] => {
    const any = (length: number) => works(length) || (allDimpled && atRim(length, rim()));
    if (any(L)) return [];
    const some = Array.from({ length: 200 }, (_, i) => (i + 1) / unit).some((l) => l >= 1 / 16 - tiny && any(l));
    return [`length-does-not-work:${some ? 'caution' : 'stop'}`];
  };

  const judge = (name: string, usePlans: boolean) => {
    const steps =
      r.head === 'protruding' ? r.stack.map((): Step => ({ prep: 'none', nest: 0, d: 0, C: 0 })) : down(name, 0, 0, false, usePlans);
    const codes: string[] = [];
    let open = r.head !== 'protruding';
    steps.forEach((s, i) => {
      const { t, plans } = r.stack[i] as { t: number; plans?: string };
      if (!open) {
        if (usePlans && plans !== undefined && plans !== 'none')
          codes.push(r.head === 'protruding' ? 'plans-differ:caution' : 'far-side-unsaid:stop');
        return;
      }
      if (usePlans && plans !== undefined && plans !== school(name, i, s.nest)) codes.push('plans-differ:caution');
      if (s.prep === 'unresolved') codes.push('unresolved:stop');
      if (s.prep === 'none') codes.push('not-received:stop');
      if (s.prep === 'dimple' && t > 0.0405 + tiny) codes.push('dimple-too-thick:stop');
      if (s.prep === 'countersink') {
        if (s.d > t + tiny) codes.push(`countersink-breaks-through:${s.C - 2 * t * Math.tan(half) <= max + tiny ? 'caution' : 'stop'}`);
        else if (3 * s.d > 2 * t + tiny) codes.push('two-thirds-exceeded:caution');
        if (r.fixed !== undefined && s.nest > 0) {
          const off = Math.abs(r.fixed - s.nest * (1 / Math.sin(half) - 1));
          if (off > 0.005 + tiny) codes.push('nest-misfit:stop');
          else if (off > 0.002 + tiny) codes.push('nest-misfit:caution');
        }
      }
      open = s.prep === 'dimple';
    });
    const dimpled = steps.flatMap((s, i) => (s.prep === 'dimple' ? [r.stack[i]?.t as number] : []));
    if (dimpled.length > 3 || dimpled.reduce((a, b) => a + b, 0) > 0.0905 + tiny) codes.push('outside-method-range:caution');
    const allDimpled = r.head === 'flush-100' && steps.every((s) => s.prep === 'dimple');
    if (r.head === 'flush-100' && steps[0]?.prep === 'countersink' && r.angle !== 100) codes.push('angle-mismatch:stop');
    const all = [...codes, ...lengthCode(allDimpled), ...rowCodes];
    const verdict = all.some((c) => c.endsWith(':stop')) ? 'stop' : all.some((c) => c.endsWith(':caution')) ? 'caution' : 'ok';
    return { steps, codes: all.sort(), verdict };
  };
  return { G, ideal, L, works: works(L), Dh, half, governed: judge(r.school, true), alone: (name: string) => judge(name, false) };
}
