import type { Mark } from '../record/marks';
import { foldDone, type PartsDone, type RecordDone } from './hole-done';

/**
 * Folds a record that grows, again and again: what is new touches its own rows only, so a mark is folded as fast in a
 * kit of 60,000 marks as in an empty one. The answer is always that of `foldDone` over all marks given. Where one is gone (it was never
 * taken by the server, or the database is an older copy of itself), all of it is folded anew.
 */
export class MarkFolder {
  /** Every mark seen, whether its row is known or not. */
  private readonly seen = new Set<string>();
  private readonly rowOf = new Map<string, string>();
  private readonly byRow = new Map<string, Mark[]>();
  /** Undos that came before the mark they name. */
  private readonly early = new Map<string, Mark[]>();
  private folded: RecordDone = { rows: new Map(), parts: { steps: new Map(), arrived: new Map() } };
  private readonly partsByRow = new Map<string, PartsDone>();

  /** Takes the record as it is now; marks seen before are passed over by their id. Rows that did not change keep their identity, and so do the parts. */
  update(marks: readonly Mark[]): RecordDone {
    const dirty = new Set<string>();
    /* The same mark may stand there twice for a moment, as sent and as kept: then one that is gone is found the next time. */
    let known = 0;
    for (const mark of marks) if (this.seen.has(mark.id)) known++;
    if (known < this.seen.size && this.isAnyGone(marks)) this.forget();
    for (const mark of marks)
      if (!this.seen.has(mark.id)) {
        this.seen.add(mark.id);
        this.add(mark, dirty);
      }
    if (dirty.size === 0) return this.folded;
    const rows = new Map(this.folded.rows);
    let partsChanged = false;
    for (const rowId of dirty) {
      const own = foldDone(this.byRow.get(rowId) ?? []);
      const states = own.rows.get(rowId);
      if (states) rows.set(rowId, states);
      else rows.delete(rowId);
      if (own.parts.steps.size > 0 || this.partsByRow.has(rowId)) {
        this.partsByRow.set(rowId, own.parts);
        partsChanged = true;
      }
    }
    const parts = partsChanged ? newest([...this.partsByRow.values()]) : this.folded.parts;
    this.folded = { rows, parts: isSame(parts, this.folded.parts) ? this.folded.parts : parts };
    return this.folded;
  }

  private isAnyGone(marks: readonly Mark[]): boolean {
    const there = new Set(marks.map((m) => m.id));
    for (const id of this.seen) if (!there.has(id)) return true;
    return false;
  }

  private forget(): void {
    for (const known of [this.seen, this.rowOf, this.byRow, this.early, this.partsByRow]) known.clear();
    this.folded = { rows: new Map(), parts: { steps: new Map(), arrived: new Map() } };
  }

  private add(mark: Mark, dirty: Set<string>): void {
    const target = mark.payload.undoes;
    /* An undo belongs to the row of what it takes back, whichever row it says. */
    const rowId = target === undefined ? mark.rowId : this.rowOf.get(target);
    if (rowId === undefined) {
      this.early.set(target as string, [...(this.early.get(target as string) ?? []), mark]);
      return;
    }
    this.rowOf.set(mark.id, rowId);
    const known = this.byRow.get(rowId);
    if (known) known.push(mark);
    else this.byRow.set(rowId, [mark]);
    dirty.add(rowId);
    const waiting = this.early.get(mark.id);
    if (!waiting) return;
    this.early.delete(mark.id);
    for (const undo of waiting) if (!this.rowOf.has(undo.id)) this.add(undo, dirty);
  }
}

/** What was done on parts over all rows: of each step the newest time. */
function newest(all: readonly PartsDone[]): PartsDone {
  const merge = (maps: readonly ReadonlyMap<string, string>[]) => {
    const merged = new Map<string, string>();
    for (const map of maps) for (const [key, at] of map) if ((merged.get(key) ?? '') < at) merged.set(key, at);
    return merged;
  };
  return { steps: merge(all.map((p) => p.steps)), arrived: merge(all.map((p) => p.arrived)) };
}

function isSame(a: PartsDone, b: PartsDone): boolean {
  const isSameMap = (x: ReadonlyMap<string, string>, y: ReadonlyMap<string, string>) =>
    x.size === y.size && [...x].every(([key, at]) => y.get(key) === at);
  return isSameMap(a.steps, b.steps) && isSameMap(a.arrived, b.arrived);
}
