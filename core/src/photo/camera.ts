/*
 * A camera that looks at a print on a table. Plane coordinates in millimetres: x to the right, y down, as printed; h above the print.
 * Pinhole with two radial terms (Brown's model): the source is any text on photogrammetry.
 */

/** Millimetres on the print. */
export interface PlanePoint {
  readonly x: number;
  readonly y: number;
}

/** Pixels; the middle of the first one is at (0, 0). */
export interface Pixel {
  readonly x: number;
  readonly y: number;
}

export interface Camera {
  /** Focal length, principal point: pixels. */
  readonly f: number;
  readonly cx: number;
  readonly cy: number;
  /** Radial distortion of the first two orders, of normalised coordinates. */
  readonly k1: number;
  readonly k2: number;
  /** Rows of the rotation from the print to the camera, and where the print's origin lies for it, mm. */
  readonly r: readonly number[];
  readonly t: readonly [number, number, number];
}

/** The rotation of a vector whose length is its angle (Rodrigues). */
export function rotation(x: number, y: number, z: number): number[] {
  const a = Math.hypot(x, y, z);
  if (a < 1e-12) return [1, -z, y, z, 1, -x, -y, x, 1];
  const [u, v, w, c, s] = [x / a, y / a, z / a, Math.cos(a), Math.sin(a)];
  const d = 1 - c;
  return [
    c + u * u * d,
    u * v * d - w * s,
    u * w * d + v * s,
    v * u * d + w * s,
    c + v * v * d,
    v * w * d - u * s,
    w * u * d - v * s,
    w * v * d + u * s,
    c + w * w * d,
  ];
}

/** The vector of a rotation, its length the angle; for angles below half a turn. */
export function rotationVector(r: readonly number[]): [number, number, number] {
  const at = (i: number) => r[i] as number;
  const c = Math.min(1, Math.max(-1, (at(0) + at(4) + at(8) - 1) / 2));
  const a = Math.acos(c);
  const scale = a < 1e-9 ? 0.5 : a / (2 * Math.sin(a));
  return [(at(7) - at(5)) * scale, (at(2) - at(6)) * scale, (at(3) - at(1)) * scale];
}

/** Where a point so far above the print is seen. */
export function project(c: Camera, p: PlanePoint, h = 0): Pixel {
  const { r, t } = c;
  const X = (r[0] as number) * p.x + (r[1] as number) * p.y - (r[2] as number) * h + t[0];
  const Y = (r[3] as number) * p.x + (r[4] as number) * p.y - (r[5] as number) * h + t[1];
  const Z = (r[6] as number) * p.x + (r[7] as number) * p.y - (r[8] as number) * h + t[2];
  const [u, v] = [X / Z, Y / Z];
  const q = u * u + v * v;
  const d = 1 + c.k1 * q + c.k2 * q * q;
  return { x: c.cx + c.f * u * d, y: c.cy + c.f * v * d };
}

/** The direction a pixel looks in, undistorted: (u, v, 1) for the camera. */
export function ray(c: Camera, p: Pixel): readonly [number, number] {
  const [x, y] = [(p.x - c.cx) / c.f, (p.y - c.cy) / c.f];
  let [u, v] = [x, y];
  for (let i = 0; i < 8; i++) {
    const q = u * u + v * v;
    const d = 1 + c.k1 * q + c.k2 * q * q;
    [u, v] = [x / d, y / d];
  }
  return [u, v];
}

/** The point so far above the print that a pixel sees. */
export function onPlane(c: Camera, p: Pixel, h = 0): PlanePoint {
  const [u, v] = ray(c, p);
  return meets(c, u, v, h);
}

/** Where the line of sight (u, v, 1) meets the plane so far above the print. */
export function meets(c: Camera, u: number, v: number, h: number): PlanePoint {
  const { r } = c;
  const at = (i: number) => r[i] as number;
  /* Of the print's frame: the direction, and where the camera stands. */
  const dx = at(0) * u + at(3) * v + at(6);
  const dy = at(1) * u + at(4) * v + at(7);
  const dz = at(2) * u + at(5) * v + at(8);
  const [ex, ey, ez] = eye(c);
  const s = (-h - ez) / dz;
  return { x: ex + s * dx, y: ey + s * dy };
}

/** Where the camera stands, mm; the third is minus its height above the print. */
export function eye({ r, t }: Camera): [number, number, number] {
  const at = (i: number) => r[i] as number;
  return [
    -(at(0) * t[0] + at(3) * t[1] + at(6) * t[2]),
    -(at(1) * t[0] + at(4) * t[1] + at(7) * t[2]),
    -(at(2) * t[0] + at(5) * t[1] + at(8) * t[2]),
  ];
}

/** How far the camera looks from straight down, degrees. */
export function tiltDeg({ r }: Camera): number {
  return (Math.acos(Math.min(1, Math.abs(r[8] as number))) * 180) / Math.PI;
}
