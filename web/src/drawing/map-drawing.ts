import type { Bounds } from '#core/layout/bounds';
import type { Place } from '#core/layout/path';

/** How the map is looked at: pixels a millimetre, and the place in its middle. */
export interface MapLook {
  readonly scale: number;
  readonly middle: Place;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

const MARGIN_PX = 40;
const SCALE_MIN = 0.02;
const SCALE_MAX = 60;

/** A look that shows all that lies within, with a margin. */
export function lookAtAll({ minX, maxX, minY, maxY }: Bounds, size: Size): MapLook {
  if (minX > maxX) return { scale: 1, middle: { x: 0, y: 0 } };
  const scale = Math.min((size.width - 2 * MARGIN_PX) / Math.max(maxX - minX, 1), (size.height - 2 * MARGIN_PX) / Math.max(maxY - minY, 1));
  return { scale: clampScale(scale), middle: { x: (minX + maxX) / 2, y: (minY + maxY) / 2 } };
}

function clampScale(scale: number): number {
  return Math.min(SCALE_MAX, Math.max(SCALE_MIN, scale));
}

/** Up on the part is up on the screen. */
export function toScreen(p: Place, look: MapLook, size: Size): Place {
  return { x: size.width / 2 + (p.x - look.middle.x) * look.scale, y: size.height / 2 - (p.y - look.middle.y) * look.scale };
}

export function toPart(p: Place, look: MapLook, size: Size): Place {
  return { x: look.middle.x + (p.x - size.width / 2) / look.scale, y: look.middle.y - (p.y - size.height / 2) / look.scale };
}

/** Zooms by a factor and keeps what lies under a point of the screen there. */
export function zoomAt(look: MapLook, factor: number, at: Place, size: Size): MapLook {
  const under = toPart(at, look, size);
  const scale = clampScale(look.scale * factor);
  return { scale, middle: { x: under.x - (at.x - size.width / 2) / scale, y: under.y + (at.y - size.height / 2) / scale } };
}

/** Moves what is looked at by so many pixels. */
export function panBy(look: MapLook, dx: number, dy: number): MapLook {
  return { ...look, middle: { x: look.middle.x - dx / look.scale, y: look.middle.y + dy / look.scale } };
}

/** What puts a picture painted for one look where another look wants it, pushed by so many pixels; its middle stands in the middle of the view. */
export function pictureTransform(painted: MapLook, look: MapLook, pushed: { readonly x: number; readonly y: number }): string {
  const x = (painted.middle.x - look.middle.x) * look.scale + pushed.x;
  const y = (look.middle.y - painted.middle.y) * look.scale + pushed.y;
  const larger = look.scale / painted.scale;
  if (x === 0 && y === 0 && larger === 1) return '';
  return `translate(${x}px, ${y}px)${larger === 1 ? '' : ` scale(${larger})`}`;
}

/** The nearest of some places to a point of the screen, within so many pixels; null where none is. */
export function nearest(places: readonly Place[], at: Place, look: MapLook, size: Size, withinPx: number): number | null {
  const p = toPart(at, look, size);
  let best = withinPx / look.scale;
  let found: number | null = null;
  places.forEach((q, i) => {
    const off = Math.hypot(q.x - p.x, q.y - p.y);
    if (off <= best) {
      best = off;
      found = i;
    }
  });
  return found;
}

/** A round length for the scale bar, at most so many pixels long. Millimetres. */
export function scaleBarMm(look: MapLook, mostPx: number, units: 'in' | 'mm'): number {
  const unit = units === 'in' ? 25.4 : 1;
  const most = mostPx / look.scale / unit;
  const power = 10 ** Math.floor(Math.log10(most));
  return ([5, 2, 1].find((n) => n * power <= most) ?? 1) * power * unit;
}
