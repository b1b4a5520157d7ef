import { compareMarks, type Mark } from '../record/marks';

/** A part ended or begun: what was done to the piece before it counts for it no more. */
export interface PieceChange {
  readonly mark: Mark;
  readonly partIds: readonly string[];
  /** `begun`: a piece is there from here on; `ended`: the one before is gone. */
  readonly what: 'ended' | 'begun';
  /** The earlier piece of the part that came back, counted from 1; absent: a blank one. */
  readonly putBack?: number | undefined;
}

/** Which piece of each part is there: 1 until another one came. */
export type PieceNumbers = ReadonlyMap<string, number>;

/** The pieces of the parts over time, in the order in which they came. `marks`: those that count. */
export function pieceChanges(marks: readonly Mark[]): PieceChange[] {
  const changes: PieceChange[] = [];
  for (const mark of marks) {
    if (mark.kind !== 'scrapped' && mark.kind !== 'arrived') continue;
    const partIds = mark.payload.partIds ?? [];
    if (mark.kind === 'scrapped') changes.push({ mark, partIds, what: 'ended' });
    else changes.push({ mark, partIds, what: 'begun', putBack: mark.payload.putBack });
  }
  return changes.sort((a, b) => compareMarks(a.mark, b.mark));
}

/** Walks through the pieces: which one is there, and which number the next one gets. */
export class PieceCount {
  private readonly now = new Map<string, number>();
  private readonly highest = new Map<string, number>();
  private readonly awaited = new Set<string>();

  /** Takes one change; answers the piece that was there and the one that is there, or awaited, after it. */
  take(partId: string, { what, putBack }: PieceChange): { readonly before: number; readonly after: number } {
    const before = this.now.get(partId) ?? 1;
    const isAwaited = this.awaited.delete(partId);
    if (what === 'ended') this.awaited.add(partId);
    const after = what === 'begun' && putBack !== undefined ? putBack : isAwaited ? before : this.fresh(partId);
    this.now.set(partId, after);
    return { before, after };
  }

  get numbers(): PieceNumbers {
    return this.now;
  }

  private fresh(partId: string): number {
    const number = (this.highest.get(partId) ?? 1) + 1;
    this.highest.set(partId, number);
    return number;
  }
}
