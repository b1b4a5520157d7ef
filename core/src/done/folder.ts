import { compareMarks, effectiveMarks, type Mark } from '../record/marks';
import { foldRow, metLayers, type HoleDone, type LayersOf, type RecordDone } from './hole-done';
import { fillingsIn, type Fillings } from './fillings';
import { NO_LINKS, withMetMarks, type LinksOf } from './met-marks';
import { foldParts, NO_PARTS, type PartsDone } from './parts-done';
import { pieceChanges, type PieceChange } from './pieces';

const NO_LAYERS: LayersOf = () => undefined;
const isPieceMark = (mark: Mark): boolean => mark.kind === 'scrapped' || mark.kind === 'arrived';

/**
 * Folds a record that grows, again and again: what is new touches its own rows only, so a mark is folded as fast in a
 * kit of 60,000 marks as in an empty one. The answer is always that of `foldDone` over all marks given. Where one is gone (it was never
 * taken by the server, or the database is an older copy of itself), all of it is folded anew. A piece that comes or goes, and a row whose layers
 * are others than before, fold again what they reach.
 */
export class MarkFolder {
  /** Every mark seen, whether its row is known or not, with its place. */
  private readonly seen = new Map<string, number | undefined>();
  private readonly rowOf = new Map<string, string>();
  private readonly byRow = new Map<string, Mark[]>();
  /** Undos that came before the mark they name. */
  private readonly early = new Map<string, Mark[]>();
  /** Marks of pieces that end or begin. */
  private readonly pieceMarks = new Set<string>();
  /** The layers each row was folded by. */
  private readonly foldedBy = new Map<string, ReturnType<LayersOf>>();
  private changes: readonly PieceChange[] = [];
  private folded: RecordDone = NOTHING;

  /** Takes the record as it is now; marks seen before are passed over by their id. Rows that did not change keep their identity, and so do the parts. */
  update(marks: readonly Mark[], layersOf: LayersOf = NO_LAYERS, linksOf: LinksOf = NO_LINKS): RecordDone {
    const dirty = new Set<string>();
    /* The same mark may stand there twice for a moment, as sent and as kept: then one that is gone is found the next time. */
    let known = 0;
    for (const mark of marks) if (this.seen.has(mark.id)) known++;
    if (known < this.seen.size && this.isAnyGone(marks)) this.forget();
    for (const mark of marks) {
      if (!this.seen.has(mark.id)) this.add(mark, dirty);
      else if (mark.place !== undefined && this.seen.get(mark.id) === undefined) this.placed(mark, dirty);
      else continue;
      this.seen.set(mark.id, mark.place);
    }
    for (const [rowId, layers] of this.foldedBy) if (layersOf(rowId) !== layers) dirty.add(rowId);
    this.linked(linksOf, dirty);
    if (dirty.size === 0) return this.folded;
    const before = this.changes;
    const counting = new Map([...dirty].map((rowId) => [rowId, effectiveMarks(this.byRow.get(rowId) ?? [])]));
    const parts = this.partsAfter(dirty);
    if (!isSameChanges(before, this.changes)) for (const rowId of [...this.byRow.keys(), ...this.linkedBy.keys()]) dirty.add(rowId);
    const rows = new Map(this.folded.rows);
    for (const rowId of dirty) {
      const layers = layersOf(rowId);
      this.foldedBy.set(rowId, layers);
      const of = (id: string) => counting.get(id) ?? effectiveMarks(this.byRow.get(id) ?? []);
      const partIds = layers?.map((l) => l.partId) ?? [];
      const links = linksOf(rowId);
      const marks = withMetMarks(of(rowId), links, { of, partIds });
      const own: ReadonlyMap<string, HoleDone> = foldRow(marks, this.changes, layers, metLayers(links, layersOf));
      if (own.size > 0) rows.set(rowId, own);
      else rows.delete(rowId);
    }
    const next = { ...parts, fillings: this.fillingsAfter(rows) };
    this.folded = { rows, parts: isSame(next, this.folded.parts) ? this.folded.parts : next };
    return this.folded;
  }

  /** A row whose links are others than before, and one that has a hole with a row to be folded, is folded with it. */
  private linked(linksOf: LinksOf, dirty: Set<string>): void {
    if (linksOf === NO_LINKS && this.linkedBy.size === 0) return;
    const known = new Set([...this.byRow.keys(), ...this.linkedBy.keys()]);
    for (const rowId of [...known].flatMap((id) => [id, ...linksOf(id).map((l) => l.rowId)])) {
      const links = linksOf(rowId);
      const isSameAsBefore = JSON.stringify(this.linkedBy.get(rowId) ?? []) === JSON.stringify(links);
      if (!isSameAsBefore || links.some((l) => dirty.has(l.rowId))) dirty.add(rowId);
      if (links.length > 0) this.linkedBy.set(rowId, links);
      else this.linkedBy.delete(rowId);
    }
  }

  /** The links each row was folded by. */
  private readonly linkedBy = new Map<string, ReturnType<LinksOf>>();
  /** Rows with a mark on a whole part. */
  private readonly partRows = new Set<string>();
  /** Rows with left-over holes that were settled. */
  private readonly filledRows = new Set<string>();

  /** What was done on whole parts, over all rows that say anything of one; and when their pieces came and went. */
  private partsAfter(dirty: ReadonlySet<string>): Omit<PartsDone, 'fillings'> {
    let isTouched = false;
    for (const rowId of dirty) {
      const speaks = (this.byRow.get(rowId) ?? []).some((m) => m.payload.partIds !== undefined);
      if (speaks) this.partRows.add(rowId);
      isTouched ||= speaks || this.partRows.has(rowId);
    }
    if (!isTouched) return this.folded.parts;
    const marks = [...this.partRows].flatMap((rowId) => effectiveMarks(this.byRow.get(rowId) ?? [])).sort(compareMarks);
    this.changes = this.pieceMarks.size === 0 ? [] : pieceChanges(marks);
    return foldParts(marks, this.changes);
  }

  /** Where holes were filled: of the rows alone that have ever filled one. */
  private fillingsAfter(rows: RecordDone['rows']): Fillings {
    if (this.filledRows.size === 0) return NO_PARTS.fillings;
    return fillingsIn(
      [...this.filledRows].flatMap((rowId) => {
        const own = rows.get(rowId);
        return own ? [[rowId, own] as const] : [];
      }),
    );
  }

  private isAnyGone(marks: readonly Mark[]): boolean {
    const there = new Set(marks.map((m) => m.id));
    for (const id of this.seen.keys()) if (!there.has(id)) return true;
    return false;
  }

  private forget(): void {
    for (const known of [
      this.seen,
      this.rowOf,
      this.byRow,
      this.early,
      this.pieceMarks,
      this.foldedBy,
      this.partRows,
      this.filledRows,
      this.linkedBy,
    ])
      known.clear();
    this.changes = [];
    this.folded = NOTHING;
  }

  /** A mark that waited has got its place: where another one of the same time could come before it, its row is folded anew. */
  private placed(mark: Mark, dirty: Set<string>): void {
    const rowId = this.rowOf.get(mark.id);
    const own = rowId === undefined ? undefined : this.byRow.get(rowId);
    if (!own || rowId === undefined) return;
    let isTied = isPieceMark(mark);
    for (const [i, m] of own.entries())
      if (m.id === mark.id) own[i] = mark;
      else if (m.doneAt === mark.doneAt) isTied = true;
    if (isTied) dirty.add(rowId);
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
    if (isPieceMark(mark)) this.pieceMarks.add(mark.id);
    if (mark.kind === 'left-over-settled') this.filledRows.add(rowId);
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

const NOTHING: RecordDone = { rows: new Map(), parts: NO_PARTS };

function isSameChanges(a: readonly PieceChange[], b: readonly PieceChange[]): boolean {
  return a.length === b.length && a.every((change, i) => change.mark.id === b[i]?.mark.id);
}

function isSame(a: PartsDone, b: PartsDone): boolean {
  const isSameMap = <V>(x: ReadonlyMap<string, V>, y: ReadonlyMap<string, V>) =>
    x.size === y.size && [...x].every(([key, at]) => y.get(key) === at);
  return isSameMap(a.steps, b.steps) && isSameMap(a.pieces, b.pieces) && isSameFillings(a.fillings, b.fillings);
}

const isSameFillings = (a: Fillings, b: Fillings): boolean => a === b || JSON.stringify([...a]) === JSON.stringify([...b]);
