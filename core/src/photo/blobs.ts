import type { Pixel } from './camera';
import type { Grey } from './grey';

/** Something dark that the sheet surrounds. */
export interface Blob {
  readonly at: Pixel;
  /** Pixels. */
  readonly area: number;
}

/** Looked at two by two pixels at a time. */
const BY = 2;
const TILE = 48;
/** A tile so bright in so many of its pixels hides holes. */
const BLOWN = 252;
const BLOWN_SHARE = 0.35;

/** A tile of the picture that is blown out: no hole can be seen there. */
export interface Blinded {
  readonly at: Pixel;
  readonly size: number;
}

/** Where holes are looked for: a convex polygon in the picture. */
export type Region = readonly Pixel[];

/** What is dark within a region and not joined to its rim; and where light hides everything. `least`, `most`: areas, pixels. */
export function seeBlobs(image: Grey, corners: Region, least: number, most: number): { blobs: Blob[]; blinded: Blinded[] } {
  const [x0, x1] = [Math.max(0, Math.min(...corners.map((c) => c.x))), Math.min(image.width - BY, Math.max(...corners.map((c) => c.x)))];
  const [y0, y1] = [Math.max(0, Math.min(...corners.map((c) => c.y))), Math.min(image.height - BY, Math.max(...corners.map((c) => c.y)))];
  const [ox, oy] = [Math.floor(x0), Math.floor(y0)];
  const [w, h] = [Math.floor((x1 - x0) / BY), Math.floor((y1 - y0) / BY)];
  const small = new Uint8Array(w * h);
  const isIn = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) {
    const span = inside(corners, oy + y * BY);
    for (let x = 0; x < w; x++) {
      const at = (oy + y * BY) * image.width + ox + x * BY;
      const d = image.data;
      small[y * w + x] =
        ((d[at] as number) + (d[at + 1] as number) + (d[at + image.width] as number) + (d[at + image.width + 1] as number)) / 4;
      const px = ox + x * BY;
      if (span && px > span[0] && px < span[1]) isIn[y * w + x] = 1;
    }
  }
  const { threshold, blinded } = thresholds(small, isIn, w, h);
  const found: Blob[] = [];
  const seen = new Uint8Array(w * h);
  const stack = new Int32Array(w * h);
  const tilesAcross = Math.ceil(w / TILE);
  const isDark = (i: number) => {
    const [x, y] = [i % w, Math.floor(i / w)];
    return (small[i] as number) < (threshold[Math.floor(y / TILE) * tilesAcross + Math.floor(x / TILE)] as number);
  };
  for (let i = 0; i < w * h; i++) {
    if (seen[i] || !isIn[i] || !isDark(i)) continue;
    let [n, sx, sy, count] = [0, 0, 0, 0];
    let isOpen = false;
    stack[n++] = i;
    seen[i] = 1;
    while (n > 0) {
      const at = stack[--n] as number;
      const [x, y] = [at % w, Math.floor(at / w)];
      count++;
      sx += x;
      sy += y;
      for (const [dx, dy] of NEIGHBOURS) {
        const [nx, ny] = [x + dx, y + dy];
        const next = ny * w + nx;
        if (nx < 0 || ny < 0 || nx >= w || ny >= h || !isIn[next]) {
          isOpen = true;
          continue;
        }
        if (!seen[next] && isDark(next)) {
          seen[next] = 1;
          stack[n++] = next;
        }
      }
    }
    const area = count * BY * BY;
    if (isOpen || area < least || area > most) continue;
    const shift = (BY - 1) / 2;
    found.push({ at: { x: ox + (sx / count) * BY + shift, y: oy + (sy / count) * BY + shift }, area });
  }
  return {
    blobs: found,
    blinded: blinded.map(({ x, y }) => ({ at: { x: ox + (x + TILE / 2) * BY, y: oy + (y + TILE / 2) * BY }, size: TILE * BY })),
  };
}

const NEIGHBOURS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** From where to where a line of the picture is within a polygon. */
function inside(corners: readonly Pixel[], y: number): [number, number] | null {
  const crossings = corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length] as Pixel;
    return a.y > y === b.y > y ? [] : [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)];
  });
  return crossings.length < 2 ? null : [Math.min(...crossings), Math.max(...crossings)];
}

/** Half way between the print's dark and the sheet's bright, tile by tile. */
function thresholds(
  small: Uint8Array,
  isIn: Uint8Array,
  w: number,
  h: number,
): { threshold: Float64Array; blinded: { x: number; y: number }[] } {
  const [across, down] = [Math.ceil(w / TILE), Math.ceil(h / TILE)];
  const bright = new Float64Array(across * down);
  const all = new Uint32Array(256);
  const blinded: { x: number; y: number }[] = [];
  for (let ty = 0; ty < down; ty++)
    for (let tx = 0; tx < across; tx++) {
      const of = new Uint32Array(256);
      let [n, blown] = [0, 0];
      for (let y = ty * TILE; y < Math.min(h, (ty + 1) * TILE); y++)
        for (let x = tx * TILE; x < Math.min(w, (tx + 1) * TILE); x++) {
          if (!isIn[y * w + x]) continue;
          const g = small[y * w + x] as number;
          of[g] = (of[g] as number) + 1;
          all[g] = (all[g] as number) + 1;
          n++;
          if (g >= BLOWN) blown++;
        }
      bright[ty * across + tx] = n === 0 ? 0 : rank(of, n, 0.7);
      if (n > 0 && blown > BLOWN_SHARE * n) blinded.push({ x: tx * TILE, y: ty * TILE });
    }
  const count = all.reduce((s, v) => s + v, 0);
  const [dark, most] = [rank(all, count, 0.005), rank(all, count, 0.9)];
  const threshold = bright.map((_, i) => {
    const [tx, ty] = [i % across, Math.floor(i / across)];
    let best = 0.55 * most;
    for (let y = Math.max(0, ty - 1); y <= Math.min(down - 1, ty + 1); y++)
      for (let x = Math.max(0, tx - 1); x <= Math.min(across - 1, tx + 1); x++) best = Math.max(best, bright[y * across + x] as number);
    return (dark + Math.min(best, Math.max(bright[i] as number, 0.55 * most))) / 2;
  });
  return { threshold, blinded };
}

function rank(of: Uint32Array, n: number, share: number): number {
  let left = n * share;
  for (let g = 0; g < 256; g++) {
    left -= of[g] as number;
    if (left <= 0) return g;
  }
  return 255;
}
