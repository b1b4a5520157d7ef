import { project, type Camera, type Pixel, type PlanePoint } from './camera';
import type { SeenPoint } from './fit-camera';
import type { Frame } from './frame';
import type { Grey } from './grey';

/** A dot fills this share of what is expected, or it is not taken for one. */
const LEAST_SHARE = 0.55;
const MOST_SHARE = 1.6;
/** Shades between the dark and the bright of a dot, least. */
const LEAST_CONTRAST = 25;
const AROUND = 24;

/** The dots of the frame, looked for where a camera would see them; those that are not plain are left out. */
export function seeDots(image: Grey, frame: Pick<Frame, 'dots' | 'dotDiameter'>, camera: Camera): SeenPoint[] {
  return frame.dots.flatMap((at) => {
    const rim = Array.from({ length: AROUND }, (_, i) => {
      const a = (2 * Math.PI * i) / AROUND;
      return project(camera, { x: at.x + (frame.dotDiameter / 2) * Math.cos(a), y: at.y + (frame.dotDiameter / 2) * Math.sin(a) });
    });
    const middle = middleOf(rim);
    const seen = centroid(image, middle.at, middle.area);
    /* What is seen is the middle of the dot's picture, not the picture of its middle. */
    const whole = project(camera, at);
    return seen ? [{ at, seen: { x: seen.x + whole.x - middle.at.x, y: seen.y + whole.y - middle.at.y } }] : [];
  });
}

/** Middle and area of a polygon. */
function middleOf(points: readonly Pixel[]): { at: Pixel; area: number } {
  let [area, x, y] = [0, 0, 0];
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length] as Pixel;
    const cross = p.x * q.y - q.x * p.y;
    area += cross / 2;
    x += ((p.x + q.x) * cross) / 6;
    y += ((p.y + q.y) * cross) / 6;
  });
  return { at: { x: x / area, y: y / area }, area: Math.abs(area) };
}

/** The middle of what is dark near a place; twice, so that the window lies over it. */
function centroid({ width, height, data }: Grey, near: Pixel, area: number): PlanePoint | null {
  const reach = Math.sqrt(area / Math.PI) * 1.65;
  let at: Pixel = near;
  let filled = 0;
  for (let round = 0; round < 3; round++) {
    const [x0, x1] = [Math.ceil(at.x - reach), Math.floor(at.x + reach)];
    const [y0, y1] = [Math.ceil(at.y - reach), Math.floor(at.y + reach)];
    if (x0 < 0 || y0 < 0 || x1 >= width || y1 >= height) return null;
    let [dark, bright] = [255, 0];
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const g = data[y * width + x] as number;
        if (g < dark) dark = g;
        if (g > bright) bright = g;
      }
    const span = bright - dark;
    if (span < LEAST_CONTRAST) return null;
    let [sum, sx, sy] = [0, 0, 0];
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        if ((x - at.x) ** 2 + (y - at.y) ** 2 > reach * reach) continue;
        const w = Math.min(1, Math.max(0, (bright - (data[y * width + x] as number) - 0.25 * span) / (0.5 * span)));
        sum += w;
        sx += w * x;
        sy += w * y;
      }
    if (sum === 0) return null;
    at = { x: sx / sum, y: sy / sum };
    filled = sum / area;
  }
  const isPlain = filled >= LEAST_SHARE && filled <= MOST_SHARE && Math.hypot(at.x - near.x, at.y - near.y) < reach;
  return isPlain ? at : null;
}
