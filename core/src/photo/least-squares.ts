/** Solves a symmetric positive system by elimination with pivots; null where it is singular. */
export function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i] as number]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs((m[r] as number[])[c] as number) > Math.abs((m[best] as number[])[c] as number)) best = r;
    [m[c], m[best]] = [m[best] as number[], m[c] as number[]];
    const pivot = m[c] as number[];
    const top = pivot[c] as number;
    if (Math.abs(top) < 1e-14) return null;
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const row = m[r] as number[];
      const by = (row[c] as number) / top;
      if (by !== 0) for (let k = c; k <= n; k++) row[k] = (row[k] as number) - by * (pivot[k] as number);
    }
  }
  return m.map((row, i) => (row[n] as number) / (row[i] as number));
}

/** Least squares by Levenberg and Marquardt with differences for slopes; `steps`: how far each parameter is nudged for them. */
export function fit(
  residuals: (p: readonly number[]) => Float64Array,
  start: readonly number[],
  steps: readonly number[],
): { readonly p: number[]; readonly normal: number[][]; readonly cost: number } {
  let p = [...start];
  let r = residuals(p);
  let cost = sum(r);
  let damping = 1e-3;
  let normal: number[][] = [];
  for (let round = 0; round < 40; round++) {
    const columns = p.map((v, i) => {
      const nudged = residuals(p.map((x, k) => (k === i ? v + (steps[i] as number) : x)));
      return nudged.map((x, k) => (x - (r[k] as number)) / (steps[i] as number));
    });
    /* The same on both sides of its diagonal: each pair is summed once. */
    const half = columns.map((a, i) => columns.slice(0, i + 1).map((b) => inner(a, b)));
    normal = half.map((row, i) => half.map((other, k) => (k <= i ? row[k] : other[i]) as number));
    const slope = columns.map((a) => -inner(a, r));
    let isBetter = false;
    for (let tries = 0; tries < 8 && !isBetter; tries++) {
      const d = solve(
        normal.map((row, i) => row.map((x, k) => (i === k ? x * (1 + damping) + 1e-12 : x))),
        slope,
      );
      const next = d?.map((x, i) => (p[i] as number) + x);
      const tried = next ? residuals(next) : null;
      if (next && tried && sum(tried) < cost) {
        isBetter = true;
        damping = Math.max(1e-9, damping / 8);
        const gained = cost - sum(tried);
        [p, r, cost] = [next, tried, sum(tried)];
        if (gained < 1e-10 * cost) return { p, normal, cost };
      } else damping *= 8;
    }
    if (!isBetter) break;
  }
  return { p, normal, cost };
}

function inner(a: Float64Array, b: Float64Array): number {
  let s = 0;
  for (let k = 0; k < a.length; k++) s += (a[k] as number) * (b[k] as number);
  return s;
}

function sum(r: Float64Array): number {
  let s = 0;
  for (const x of r) s += x * x;
  return s;
}
