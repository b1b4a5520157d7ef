import type { Head, RivetSize } from '../tables/fasteners';
import { longer, shorter, type Mm } from '../units/length';

/** A strip that is thinner toward its edge, and where on it a hole lies: `from` its thick edge. Lengths Mm. */
export interface Wedge {
  readonly thick: Mm;
  readonly thin: Mm;
  readonly width: Mm;
  readonly from: Mm;
}

/**
 * A wedge at a hole: t = thick - (thick - thin) x / w; its face leans by atan((thick - thin) / w); a shim of thick - thin under the thin edge
 * levels it. Source: tools and set-ups by touch, docs/rules.md. Worked: .090 to .050 over .5 in, halfway: .070, 4.57 degrees, .040.
 */
export function wedgeAt({ thick, thin, width, from }: Wedge): { readonly thickness: Mm; readonly angleDeg: number; readonly shim: Mm } {
  const shim = (thick - thin) as Mm;
  return { thickness: (thick - (shim * from) / width) as Mm, angleDeg: (Math.atan(shim / width) * 180) / Math.PI, shim };
}

/** A tool's nose needs so much beyond the hole's centre: its throat reaches that much less. Source: the reach rules, docs/rules.md. */
const NOSE: Mm = 3 as Mm;

/** An edge to be cut for a tool: hole centre to the edge it comes in from, its throat, what finishing takes off, what must be left. */
export interface TrimQuestion {
  readonly edge: Mm;
  readonly throat: Mm;
  readonly finish: Mm;
  readonly least: Mm;
}

export interface Trim {
  readonly isNeeded: boolean;
  /** Brings the tool in reach; absent: nothing is to be cut. */
  readonly cut?: Mm;
  /** After the cut and its finishing. */
  readonly edgeLeft?: Mm;
  /** What is left is enough. */
  readonly helps: boolean;
}

/** By how much an edge is trimmed so that the throat reaches: cut = e - (T - 3 mm). Worked: e 70, T 60, D 2.38 flush: cut 13 mm. */
export function trimFor({ edge, throat, finish, least }: TrimQuestion): Trim {
  const reach = (throat - NOSE) as Mm;
  if (!longer(edge, reach)) return { isNeeded: false, helps: false };
  const cut = (edge - reach) as Mm;
  const edgeLeft = (edge - cut - finish) as Mm;
  return { isNeeded: true, cut, edgeLeft, helps: !shorter(edgeLeft, least) };
}

/** What a squeezer is set to: the driven height wanted (absent: half the diameter), the lip's depth where the last sheet is dimpled. */
export interface GapQuestion {
  readonly head: Head;
  readonly size: RivetSize;
  readonly grip: Mm;
  readonly height?: Mm | undefined;
  readonly lip?: Mm | undefined;
}

/**
 * Between the sets at the end of the stroke: G + H under a flush head, G + head height + H under a protruding one, measured to the bottom of
 * the set's cup; Z + H where the last sheet is dimpled. Worked: dash 3 flush in .057: .1039 in.
 */
export function squeezerGap({ head, size, grip, height, lip }: GapQuestion): Mm {
  const driven = height ?? 0.5 * size.diameter;
  return ((lip ?? grip) + driven + (head === 'protruding' ? size.protrudingHeadHeight : 0)) as Mm;
}
