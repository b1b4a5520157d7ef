import { NOT_SAID, type SheetHole } from '../metal/sheet-hole';
import { PieceCount, pieceChanges } from '../done/pieces';
import type { HoleDone } from '../done/hole-done';
import type { RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { effectiveMarks, type Mark } from '../record/marks';
import type { DrillWork } from '../record/mark-work';

/** A piece that filled a part once and is away. */
export interface EarlierPiece {
  /** Counted from 1. */
  readonly number: number;
  /** When it went, ISO 8601, and why, in the builder's words. */
  readonly endedAt: string;
  readonly why: string;
}

/** The pieces of a part: which one is there or awaited, and those that are away, the newest first. */
export function piecesOfPart(marks: readonly Mark[], partId: string): { readonly now: number; readonly earlier: readonly EarlierPiece[] } {
  const count = new PieceCount();
  const away = new Map<number, EarlierPiece>();
  let now = 1;
  let isAwaited = false;
  for (const change of pieceChanges(effectiveMarks(marks))) {
    if (!change.partIds.includes(partId)) continue;
    const { before, after } = count.take(partId, change);
    /* A piece that was awaited and never came is none that could be put back. */
    if (before !== after && !isAwaited)
      away.set(before, { number: before, endedAt: change.mark.doneAt, why: change.mark.payload.note ?? '' });
    isAwaited = change.what === 'ended';
    away.delete(after);
    now = after;
  }
  return { now, earlier: [...away.values()].sort((a, b) => b.number - a.number) };
}

/** A wish for a drilling that says its work itself. */
export interface DrilledWish {
  readonly kind: 'drilled';
  readonly rowId: string;
  readonly holeIds: readonly string[];
  readonly payload: { readonly work: DrillWork };
}

/** A row with what was done at its holes. */
interface RowHoles {
  readonly id: string;
  readonly row: RowDefinition;
  readonly done: ReadonlyMap<string, HoleDone>;
}

/**
 * Marks for a piece that was drilled through an earlier one as a pattern: each hole the old piece has and the new one has not, of the old one's
 * diameter and where that one had it. Source: docs/rules.md, "The metal".
 */
export function drilledThroughOld(rows: readonly RowHoles[], partId: string, old: number): DrilledWish[] {
  return rows.flatMap(({ id, row, done }): DrilledWish[] => {
    if (!row.layers.some((l) => l.partId === partId)) return [];
    const groups = new Map<number, { holeIds: string[]; places: Record<string, { x: number; y: number }>; isAlongRow: boolean }>();
    for (const hole of holesInPlan(row.holes)) {
      const at = done.get(hole.id);
      const there = at?.earlier.get(`${partId}#${old}`);
      if (!isPattern(there) || at?.sheets.get(partId)?.isDrilled) continue;
      const group = groups.get(there.diameter) ?? { holeIds: [], places: {}, isAlongRow: false };
      group.holeIds.push(hole.id);
      if (there.at) {
        group.places[hole.id] = { x: there.at.x, y: there.at.y };
        group.isAlongRow ||= there.at.isAlongRow;
      }
      groups.set(there.diameter, group);
    }
    return [...groups].map(([holeMm, { holeIds, places, isAlongRow }]): DrilledWish => {
      const work: DrillWork = {
        bitMm: holeMm,
        holeMm,
        tool: 'drill',
        partIds: [partId],
        asPattern: true,
        ...(Object.keys(places).length > 0 ? { places } : {}),
        ...(isAlongRow ? { isAlongRow: true as const } : {}),
      };
      return { kind: 'drilled', rowId: id, holeIds, payload: { work } };
    });
  });
}

const isPattern = (sheet: SheetHole | undefined): sheet is SheetHole & { diameter: number } =>
  sheet !== undefined && sheet.diameter !== null && sheet.diameter !== NOT_SAID && !sheet.isFilled;
