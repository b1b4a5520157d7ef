import type { Place } from './path';

/** How a nominal row lies on the real part: turned about the origin, then moved. No scale, no reflection. */
export interface RigidFit {
  readonly angleRad: number;
  readonly dx: number;
  readonly dy: number;
  /** Where each nominal hole comes to lie, mm. */
  readonly fitted: readonly Place[];
  /** Measured minus fitted, mm, as a distance, hole by hole. */
  readonly residualsMm: readonly number[];
  readonly rmsMm: number;
  /** A hole that is off while the others agree, zero-based. */
  readonly outlier: number | null;
}

/** A hole counts as an outlier where it is this many times the rest's rms off, and by at least so many mm. */
const OUTLIER_TIMES = 4;
const OUTLIER_MM = 0.25;

/**
 * Best fit of a nominal row to the places measured on the real part: least squares over rotation and translation.
 * Hole n answers hole n. Null with fewer than two holes, or where all nominal holes are one.
 * Source: the two-dimensional case of the orthogonal Procrustes problem without reflection.
 */
export function fitRow(nominal: readonly Place[], measured: readonly Place[]): RigidFit | null {
  if (nominal.length !== measured.length) return null;
  const fit = rigid(nominal, measured, nominal);
  if (!fit) return null;
  return { ...fit, outlier: outlierOf(nominal, measured) };
}

function mean(places: readonly Place[]): Place {
  const sum = places.reduce((s, p) => ({ x: s.x + p.x, y: s.y + p.y }), { x: 0, y: 0 });
  return { x: sum.x / places.length, y: sum.y / places.length };
}

function rigid(nominal: readonly Place[], measured: readonly Place[], apply: readonly Place[]): Omit<RigidFit, 'outlier'> | null {
  if (nominal.length < 2) return null;
  const a = mean(nominal);
  const b = mean(measured);
  let dot = 0;
  let cross = 0;
  let spread = 0;
  nominal.forEach((p, i) => {
    const q = measured[i] as Place;
    const [px, py, qx, qy] = [p.x - a.x, p.y - a.y, q.x - b.x, q.y - b.y];
    dot += px * qx + py * qy;
    cross += px * qy - py * qx;
    spread += px * px + py * py;
  });
  if (spread === 0) return null;
  const angleRad = Math.atan2(cross, dot);
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  const dx = b.x - (a.x * cos - a.y * sin);
  const dy = b.y - (a.x * sin + a.y * cos);
  const fitted = apply.map((p) => ({ x: p.x * cos - p.y * sin + dx, y: p.x * sin + p.y * cos + dy }));
  const residualsMm = fitted.map((f, i) => (measured[i] ? Math.hypot((measured[i] as Place).x - f.x, (measured[i] as Place).y - f.y) : 0));
  const rmsMm = Math.sqrt(residualsMm.reduce((s, r) => s + r * r, 0) / residualsMm.length);
  return { angleRad, dx, dy, fitted, residualsMm, rmsMm };
}

/** Leaves each hole out in turn: the one that is far off a fit of the others, while they agree among themselves. */
function outlierOf(nominal: readonly Place[], measured: readonly Place[]): number | null {
  if (nominal.length < 4) return null;
  let worst: { index: number; off: number } | null = null;
  for (let i = 0; i < nominal.length; i++) {
    const others = (places: readonly Place[]) => places.filter((_, k) => k !== i);
    const fit = rigid(others(nominal), others(measured), others(nominal));
    const whole = rigid(others(nominal), others(measured), nominal);
    if (!fit || !whole) continue;
    const at = whole.fitted[i] as Place;
    const off = Math.hypot((measured[i] as Place).x - at.x, (measured[i] as Place).y - at.y);
    if (off > OUTLIER_MM && off > OUTLIER_TIMES * fit.rmsMm && (!worst || off > worst.off)) worst = { index: i, off };
  }
  return worst?.index ?? null;
}

/** New holes midway between neighbours of a row. */
export function midway(places: readonly Place[]): Place[] {
  return places.slice(1).map((p, i) => ({ x: (p.x + (places[i] as Place).x) / 2, y: (p.y + (places[i] as Place).y) / 2 }));
}
