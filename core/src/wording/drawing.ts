import { own } from '../units/own';
import type { Counted } from '../dxf/drawing';

/** What a drawing holds, in words: one, several. */
const KINDS: Readonly<Record<string, readonly [string, string]>> = {
  LINE: ['line that closes no edge', 'lines that close no edge'],
  ARC: ['arc that closes no edge', 'arcs that close no edge'],
  CIRCLE: ['circle squeezed, tilted or unreadable', 'circles squeezed, tilted or unreadable'],
  ELLIPSE: ['ellipse', 'ellipses'],
  POINT: ['point unreadable', 'points unreadable'],
  LWPOLYLINE: ['polyline that closes no edge', 'polylines that close no edge'],
  POLYLINE: ['polyline that closes no edge', 'polylines that close no edge'],
  SPLINE: ['spline curve', 'spline curves'],
  HATCH: ['hatched area', 'hatched areas'],
  INSERT: ['block not found, tilted or within itself', 'blocks not found, tilted or within themselves'],
};

/** What a drawing holds and was not taken, in one sentence; null where all was. */
export function unreadMessage(unread: readonly Counted[]): string | null {
  if (unread.length === 0) return null;
  const parts = unread.map(({ what, count }) => {
    const words = own(KINDS, what);
    return `${count} ${words ? words[count === 1 ? 0 : 1] : count === 1 ? `other (${what})` : `others (${what})`}`;
  });
  return `Not taken from the drawing: ${parts.join(', ')}. What they show is not among the holes and edges here.`;
}
