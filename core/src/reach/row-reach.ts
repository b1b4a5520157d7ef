import { holePlaces } from '../record/hole-places';
import { edgeDistance } from '../layout/outline';
import type { Entity, PartDefinition, RowDefinition, ToolDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import type { Mm } from '../units/length';
import { REACHING_KINDS, type HoleAccess, type ReachingKind, type ReachingTool } from './reach';

/** A tool as reach sees it; null for one that reaches nothing by itself, such as a set of dies. */
export function reachingTool({ id, definition: t }: Entity<'tool'>): ReachingTool | null {
  if (!(REACHING_KINDS as readonly string[]).includes(t.kind)) return null;
  const mm = (l: ToolDefinition['throat']) => (l === null ? undefined : (l.mm as Mm));
  return {
    id,
    name: t.name,
    kind: t.kind as ReachingKind,
    throat: mm(t.throat),
    noseHalfWidth: mm(t.noseHalfWidth),
    noseHeight: mm(t.noseHeight),
    takesBent: t.takesBent,
  };
}

/** What was said of a sheet; null where it was said of another one. */
export function accessOf({ access, layers }: RowDefinition, sheetIndex: number | undefined): RowDefinition['access'] {
  const about = access?.sheetIndex;
  return about === undefined || sheetIndex === undefined || about === sheetIndex || about >= layers.length ? access : null;
}

/** What every hole of a row gives a tool in one of its sheets, in order. Where the edge was not measured, the drawn outline of the part says it. */
export function rowAccess(row: RowDefinition, part: PartDefinition | undefined, sheetIndex?: number): HoleAccess[] {
  const holes = holesInPlan(row.holes);
  const placed = holePlaces(row);
  const a = accessOf(row, sheetIndex);
  const alongOf = (i: number): number => {
    const [first, here, last] = [placed?.[0]?.place, placed?.[i]?.place, placed?.at(-1)?.place];
    if (!first || !here || !last) return holes.length < 2 ? 0 : i / (holes.length - 1);
    const whole = Math.hypot(last.x - first.x, last.y - first.y);
    return whole === 0 ? 0 : Math.hypot(here.x - first.x, here.y - first.y) / whole;
  };
  return holes.map((_, i): HoleAccess => {
    const place = placed?.[i]?.place;
    const drawn = place && part?.outline ? edgeDistance(place, part.outline.corners) : undefined;
    const edge = a?.edge?.mm ?? (drawn !== undefined && drawn >= 0 ? drawn : undefined);
    const [from, to] = [a?.room?.mm, a?.roomAtEnd?.mm ?? a?.room?.mm];
    const room = from === undefined || to === undefined ? undefined : from + (to - from) * alongOf(i);
    return {
      edge: edge as Mm | undefined,
      wall: a?.wall?.mm as Mm | undefined,
      room: room as Mm | undefined,
      isBent: a?.isBent ?? false,
      ...(a?.wallAngleDeg === undefined ? {} : { wallAngleDeg: a.wallAngleDeg }),
    };
  });
}
