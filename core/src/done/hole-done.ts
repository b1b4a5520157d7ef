import {
  blankSheet,
  cut,
  deburr,
  dimple,
  drill,
  ENLARGED_MM,
  fill,
  findWrongSide,
  flatten,
  forgetDimple,
  gauge,
  NOT_SAID,
  type Said,
  type SheetHole,
} from '../metal/sheet-hole';
import { DIMPLE_CONSEQUENCES } from '../record/dimple-check';
import { faceTouched, oppositeFace, type PartFace } from '../record/face';
import type { HoleMeeting, LayerDefinition } from '../record/definitions';
import {
  compareMarks,
  effectiveMarks,
  type Deviation,
  type DeviationKind,
  type DimpleDefect,
  type Mark,
  type SettledFinding,
  type Side,
} from '../record/marks';
import type { CutWork, DimpleWork, DrillWork, FastenerDone, InspectWork, SetWork } from '../record/mark-work';
import { AT_HOLE, readStepKey, stepKey } from '../record/step-key';
import { coneOf, surfaceOfDepth } from '../rivet/cone';
import type { Mm } from '../units/length';
import { fillingsIn } from './fillings';
import { foldParts, type PartsDone } from './parts-done';
import { NO_LINKS, withMetMarks, type LinksOf } from './met-marks';
import { PieceCount, pieceChanges, type PieceChange } from './pieces';
import { isOtherFastener, isOtherHole, type RecordChange } from './record-change';

export { NOT_SAID, type Said } from '../metal/sheet-hole';

/** What a fastener that was set proves of the sheets it went through, though nobody wrote it down. */
export interface Proof {
  /** Null: every sheet the row had. */
  readonly partIds: readonly string[] | null;
  readonly fastener: Said<FastenerDone>;
}

/** An answer to a finding, with what stood when it was given. */
export interface Settlement extends SettledFinding {
  /** Its place among the marks of the row. */
  readonly order: number;
}

/** Kinds of marks that a finding of the hole as a whole comes from. */
export type HoleCause = 'set' | 'noGo' | 'deviation' | 'head';

/** A deviation whose verdict was stop, or for which something was to be measured first. */
export interface FoundDeviation {
  readonly verdict: 'stop' | 'unknown';
  /** Parts it was found in whose pieces are still there: with the last of them it is gone. */
  readonly partIds: readonly string[];
  /** A drilling of this size or more, mm, ends it: it was the hole alone that was found wrong; null: no drilling does. */
  readonly endsAtMm: number | null;
}

/** What was done at one hole, as its marks say it, whatever the plan says now. Lengths mm, times ISO 8601. */
export interface HoleDone {
  /** Keys of the steps marked there and not undone by what came later, each with its done-at. */
  readonly keys: Map<string, string>;
  /** The hole in the pieces that are there now, by part. */
  readonly sheets: Map<string, SheetHole>;
  /** The same in pieces that were there before, by part and number: `part#1`. */
  readonly earlier: Map<string, SheetHole>;
  /** The fastener in it; none: null. */
  fastener: Said<FastenerDone> | null;
  /** Set again with nothing taken out between. */
  isSetTwice: boolean;
  proofs: readonly Proof[];
  /** Parts that were replaced since a fastener proved them. */
  unproved: ReadonlySet<string>;
  /** Pieces a fastener proved before they were replaced, `part#1`: put back they are proved again. */
  provedPieces: ReadonlySet<string>;
  /** What a mark found and what is read now of its time, where they differ. */
  changed: readonly RecordChange[];
  /** Size of its own fastener, first dash number; `next`: the next one up from the row's; null: the row's. */
  own: 3 | 4 | 5 | 6 | 'next' | null;
  /** Gauged, the no-go end went in: the parts it went through, until it is opened or one of them replaced. */
  noGo: readonly string[] | null;
  deviation: FoundDeviation | null;
  /** The fastener that is in was looked at and refused. */
  isRejected: boolean;
  /** Where left-over work was settled. */
  isSettled: boolean;
  settled: readonly Settlement[];
  /** The newest mark of each sort, by its place among the marks of the row, 0 where there is none. */
  readonly causes: Record<HoleCause, number>;
}

/** What a record comes to: by row and hole, and on whole parts. */
export interface RecordDone {
  readonly rows: ReadonlyMap<string, ReadonlyMap<string, HoleDone>>;
  readonly parts: PartsDone;
}

/** A row's layers, as far as old marks that name a layer alone are read by them. */
export type LayersOf = (rowId: string) => readonly FoldedLayer[] | undefined;

/** What folding asks of a layer. */
export type FoldedLayer = Pick<LayerDefinition, 'id' | 'partId' | 'faceBefore'>;

/** The layers of these rows, for {@link foldDone}. */
export function layersOfRows(
  rows: readonly { readonly id: string; readonly definition: { readonly layers: readonly LayerDefinition[] } }[],
): LayersOf {
  const byId = new Map(rows.map((r) => [r.id, r.definition.layers]));
  return (id) => byId.get(id);
}

/** Marks that say something of a hole without anything being done to it. */
const NO_STATE: readonly Mark['kind'][] = [
  'depth-read', 'gauge-read', 'rivet-check', 'looked-again', 'log-note', 'undo', 'dent', 'dent-settled',
]; // prettier-ignore

/* Most holes have none of these: they share one that stays empty. */
const NO_SHEETS = new Map<string, SheetHole>();
const NO_PROOFS: readonly Proof[] = [];
const NO_PARTS: ReadonlySet<string> = new Set();
const NO_CHANGES: readonly RecordChange[] = [];
const NO_SETTLED: readonly Settlement[] = [];

export function nothingDone(): HoleDone {
  return {
    keys: new Map(),
    sheets: new Map(),
    earlier: NO_SHEETS,
    fastener: null,
    isSetTwice: false,
    proofs: NO_PROOFS,
    unproved: NO_PARTS,
    provedPieces: NO_PARTS,
    changed: NO_CHANGES,
    own: null,
    noGo: null,
    deviation: null,
    isRejected: false,
    isSettled: false,
    settled: NO_SETTLED,
    causes: { set: 0, noGo: 0, deviation: 0, head: 0 },
  };
}

/** The hole through all its sheets: the largest of them; null: none is known. */
export function holeOf(done: Pick<HoleDone, 'sheets'>): Said<number> | null {
  let hole: Said<number> | null = null;
  for (const { diameter } of done.sheets.values())
    if (typeof diameter === 'number') hole = typeof hole === 'number' ? Math.max(hole, diameter) : diameter;
    else hole ??= diameter;
  return hole;
}

/** Folds marks into what was done at each hole and on each part. The same whatever order they came in. */
export function foldDone(marks: readonly Mark[], layersOf: LayersOf = () => undefined, linksOf: LinksOf = NO_LINKS): RecordDone {
  const effective = effectiveMarks(marks);
  const changes = pieceChanges(effective);
  const byRow = new Map<string, Mark[]>();
  for (const mark of effective) {
    const own = byRow.get(mark.rowId);
    if (own) own.push(mark);
    else byRow.set(mark.rowId, [mark]);
  }
  const rows = new Map<string, ReadonlyMap<string, HoleDone>>();
  const met = linksOf === NO_LINKS ? [] : [...byRow.keys()].flatMap((id) => linksOf(id).map((l) => l.rowId));
  for (const rowId of new Set([...byRow.keys(), ...met])) {
    const layers = layersOf(rowId);
    const partIds = layers?.map((l) => l.partId) ?? [];
    const own = withMetMarks(byRow.get(rowId) ?? [], linksOf(rowId), { of: (id) => byRow.get(id) ?? [], partIds });
    const holes = foldRow(own, changes, layers, metLayers(linksOf(rowId), layersOf));
    if (holes.size > 0) rows.set(rowId, holes);
  }
  return { rows, parts: { ...foldParts(effective, changes), fillings: fillingsIn(rows) } };
}

/** Layers of the rows that have a hole with this one: old marks at those name them alone. */
export const metLayers = (links: readonly HoleMeeting[], layersOf: LayersOf): readonly FoldedLayer[] =>
  [...new Set(links.map((l) => l.rowId))].flatMap((rowId) => layersOf(rowId) ?? []);

/** One row's marks that count, in order, folded between the changes of its parts' pieces. `met`: {@link metLayers}. */
export function foldRow(
  marks: readonly Mark[],
  changes: readonly PieceChange[],
  layers: readonly FoldedLayer[] = [],
  met: readonly FoldedLayer[] = [],
): Map<string, HoleDone> {
  const fold = new RowFold(layers, met);
  let next = 0;
  for (const mark of marks) {
    while (next < changes.length && compareMarks((changes[next] as PieceChange).mark, mark) < 0)
      fold.change(changes[next++] as PieceChange);
    fold.mark(mark);
  }
  while (next < changes.length) fold.change(changes[next++] as PieceChange);
  return fold.holes;
}

/** A sheet a mark was made in, with the face that was touched. */
interface Touched {
  readonly layerId: string;
  readonly partId: string;
  readonly face: PartFace;
}

class RowFold {
  readonly holes = new Map<string, HoleDone>();
  private readonly pieces = new PieceCount();
  private readonly partOf: Map<string, string>;
  private readonly partIds: readonly string[];
  private readonly faceBefore: ReadonlyMap<string, PartFace | undefined>;
  private order = 0;

  constructor(layers: readonly FoldedLayer[], met: readonly FoldedLayer[]) {
    const all = [...met, ...layers];
    this.partOf = new Map(all.map((l) => [l.id, l.partId]));
    this.faceBefore = new Map(all.map((l) => [l.id, l.faceBefore]));
    this.partIds = layers.map((l) => l.partId);
  }

  /** A piece ended or begun: the old one's holes are put away, the new one is blank or brings its own. */
  change(change: PieceChange): void {
    this.order++;
    for (const partId of change.partIds) {
      const { before, after } = this.pieces.take(partId, change);
      for (const done of this.holes.values()) replacePiece(done, partId, before, after, this.partOf);
    }
  }

  mark(mark: Mark): void {
    this.order++;
    if (mark.holeIds.length === 0 || NO_STATE.includes(mark.kind)) return;
    const touched = this.touchedBy(mark);
    const { kind, layerIds, side } = mark;
    const keys = layerIds.length === 0 ? [stepKey(kind, null, side)] : layerIds.map((id) => stepKey(kind, id, side));
    for (const holeId of mark.holeIds) {
      let done = this.holes.get(holeId);
      if (!done) this.holes.set(holeId, (done = nothingDone()));
      this.apply(done, mark, keys, holeId, touched);
    }
  }

  /**
   * The sheets a mark names: as it kept them, else as the row has them. To old marks the marked face looks to the head side, or the one that
   * was said when asked.
   */
  private touchedBy({ payload, layerIds, side }: Mark): readonly Touched[] {
    const { sheets } = payload;
    if (sheets) {
      for (const s of sheets) this.partOf.set(s.layerId, s.partId);
      return sheets;
    }
    return layerIds.map((layerId) => ({ layerId, partId: this.partOf.get(layerId) ?? layerId, face: this.faceThen(layerId, side) }));
  }

  private faceThen(layerId: string, side: Side | null): PartFace {
    return faceTouched({ face: this.faceBefore.get(layerId) }, side);
  }

  /** An old mark kept the side of the row alone; where it names sheets, they say the face themselves. */
  private faceOfWork({ layerId, face }: Touched, { payload, side }: Mark, worked: Side | undefined): PartFace {
    return payload.sheets ? face : this.faceThen(layerId, worked ?? side);
  }

  /** What one mark does to a hole; `keys`: of the steps it names. Of an old mark its work is what was read of its time, perhaps nothing. */
  private apply(done: HoleDone, mark: Mark, keys: readonly string[], holeId: string, touched: readonly Touched[]): void {
    const { order } = this;
    switch (mark.kind) {
      case 'piloted':
      case 'drilled':
        note(done, keys, mark.doneAt);
        return this.drill(done, (mark.payload.work ?? mark.then ?? null) as DrillWork | null, holeId);
      case 'deburred':
        note(done, keys, mark.doneAt);
        for (const { partId, face } of touched) deburr(sheetAt(done, partId), face);
        return;
      case 'dimpled': {
        note(done, keys, mark.doneAt);
        const work = (mark.payload.work ?? mark.then ?? null) as DimpleWork | null;
        for (const t of touched) {
          const sheet = sheetAt(done, t.partId);
          sheet.causes.dimple = order;
          const face = this.faceOfWork(t, mark, work?.face);
          dimple(sheet, { toward: oppositeFace(face), dash: work?.dash ?? NOT_SAID, angleDeg: work?.angleDeg ?? 0 });
        }
        return;
      }
      case 'countersunk': {
        note(done, keys, mark.doneAt);
        const work = (mark.payload.work ?? mark.then ?? null) as CutWork | null;
        for (const t of touched) {
          const sheet = sheetAt(done, t.partId);
          sheet.causes.cut = order;
          /* Only marks that name their sheets kept the hole as it was. */
          if (mark.payload.sheets && isOtherHole(mark.payload.work?.holeMm, sheet.diameter))
            changed(done, { by: 'countersunk', partId: t.partId, kept: (work as CutWork).holeMm, now: sheet.diameter, order });
          const face = this.faceOfWork(t, mark, work?.face);
          cut(sheet, { face, angleDeg: work?.angleDeg ?? 0, widthMm: work ? widthOf(work) : NOT_SAID });
        }
        return;
      }
      case 'set':
        note(done, keys, mark.doneAt);
        return set(done, (mark.payload.work ?? mark.then ?? null) as SetWork | null, order);
      case 'inspected':
        note(done, keys, mark.doneAt);
        return compareFastener(done, mark.payload.work, 'looked', order);
      case 'removed':
        compareFastener(done, mark.payload.work, 'removed', order);
        done.keys.delete(AT_HOLE.set);
        done.keys.delete(AT_HOLE.inspected);
        done.fastener = null;
        done.isSetTwice = false;
        done.isRejected = false;
        return;
      case 'head-check':
        compareFastener(done, mark.payload.work, 'looked', order);
        /* Accepted: looked at. Anything else: to be looked at again; refused, until the rivet is out. */
        if (mark.payload.head.disposition.startsWith('accept')) done.keys.set(AT_HOLE.inspected, mark.doneAt);
        else done.keys.delete(AT_HOLE.inspected);
        if (mark.payload.head.disposition === 'take-out' || mark.payload.head.disposition === 'ask') {
          done.isRejected = done.fastener !== null;
          done.causes.head = order;
        }
        return;
      case 'dimple-check': {
        for (const t of touched) dimpleFound(done, mark.payload.dimple, t, order);
        if (DIMPLE_CONSEQUENCES[mark.payload.dimple].then === 'judge' && done.deviation === null) {
          done.deviation = { verdict: 'unknown', partIds: touched.map((t) => t.partId), endsAtMm: null };
          done.causes.deviation = order;
        }
        return;
      }
      case 'hole-check':
        if (mark.payload.gauge !== 'no-go') return;
        done.noGo = mark.payload.sheets?.map((s) => s.partId) ?? this.partIds;
        done.causes.noGo = order;
        return;
      case 'deviation': {
        const { verdict, hole, nextDash } = mark.payload.deviation;
        const read = mark.payload.sheets?.map((s) => s.partId) ?? this.partIds;
        if (hole)
          for (const partId of read) {
            const sheet = sheetAt(done, partId);
            gauge(sheet, hole.mm);
          }
        /* Of before sizes were kept: many holes at once were a whole row opened up, whose plan says the size. */
        const isWholeRow = nextDash === undefined && mark.payload.deviation.kind === 'opened-up' && mark.holeIds.length > 1;
        if (verdict === 'next-size' && !isWholeRow) done.own = nextDash ?? 'next';
        if (verdict === 'stop' || (verdict === 'unknown' && done.deviation === null)) {
          done.deviation = worseDeviation(done.deviation, { verdict, partIds: read, endsAtMm: endOf(mark.payload.deviation) });
          done.causes.deviation = order;
        } else if (verdict !== 'unknown' && done.deviation?.verdict === 'unknown') done.deviation = null;
        return;
      }
      case 'own-fastener':
        done.own = mark.payload.ownDash;
        return;
      case 'gave-way':
        for (const { partId } of touched) sheetAt(done, partId).hasGivenWay = true;
        return;
      case 'left-over-settled':
        done.isSettled = true;
        if (mark.payload.settled !== 'moved') {
          const filled = mark.payload.sheets?.map((s) => s.partId) ?? [...this.partIds, ...done.sheets.keys()];
          for (const partId of new Set(filled)) fill(sheetAt(done, partId));
        }
        return;
      case 'finding-settled':
        done.settled = [...done.settled, { ...mark.payload.finding, stood: stoodAt(mark.payload.finding, holeId), order }];
        return;
      default:
        note(done, keys, mark.doneAt);
    }
  }

  private drill(done: HoleDone, work: DrillWork | null, holeId: string): void {
    const partIds = work?.partIds ?? this.partIds;
    const place = work?.places?.[holeId];
    const at = place ? { ...place, isAlongRow: work?.isAlongRow ?? false } : null;
    const to = work?.holeMm ?? NOT_SAID;
    for (const partId of partIds) {
      const sheet = sheetAt(done, partId);
      const before = sheet.diameter;
      sheet.causes.drill = this.order;
      drill(sheet, to, at);
      if (done.noGo?.includes(partId) && isOpened(before, sheet.diameter)) done.noGo = null;
    }
    const { deviation } = done;
    if (deviation?.endsAtMm && typeof to === 'number' && to >= deviation.endsAtMm && deviation.partIds.every((id) => partIds.includes(id)))
      done.deviation = null;
    if (done.keys.size < 2) return;
    /* A drilling that opens the hole makes its edges new: what was deburred is no longer. */
    for (const key of [...done.keys.keys()]) {
      const { kind, layerId } = readStepKey(key);
      if (kind !== 'deburred' || layerId === null) continue;
      const sheet = done.sheets.get(this.partOf.get(layerId) ?? layerId);
      if (sheet?.edges.marked === 'burr' || sheet?.edges.other === 'burr') done.keys.delete(key);
    }
  }
}

const isOpened = (before: SheetHole['diameter'], now: SheetHole['diameter']): boolean =>
  typeof before === 'number' && typeof now === 'number' && now > before + ENLARGED_MM;

const stoodAt = ({ stood }: SettledFinding, holeId: string) => stood.filter((s) => s.holeId === holeId);

/** The hole in the piece of a part that is there now. */
function sheetAt(done: HoleDone, partId: string): SheetHole {
  let sheet = done.sheets.get(partId);
  if (!sheet) done.sheets.set(partId, (sheet = blankSheet()));
  return sheet;
}

function note(done: HoleDone, keys: readonly string[], doneAt: string): void {
  for (const key of keys) done.keys.set(key, doneAt);
}

/** Kinds of deviations that are of the hole alone: opened far enough it is another hole. */
const OF_THE_HOLE: readonly DeviationKind[] = ['oversize', 'elongated', 'opened-up', 'after-removal'];

/** From which drilling on a stop is over, mm; null: no drilling mends an edge, a neighbor or a damage. */
function endOf({ kind, verdict, hole, edges, pitch, off }: Deviation): number | null {
  const isOfHole = OF_THE_HOLE.includes(kind) && !edges && !pitch && !off;
  return verdict === 'stop' && hole && isOfHole ? hole.mm : null;
}

/** Of two stops both stand: they end where the later of them ends. */
function worseDeviation(before: FoundDeviation | null, now: FoundDeviation): FoundDeviation {
  if (before?.verdict !== 'stop') return now;
  const ends = [before.endsAtMm, now.endsAtMm];
  return {
    verdict: 'stop',
    partIds: [...new Set([...before.partIds, ...now.partIds])],
    endsAtMm: ends.includes(null) ? null : Math.max(...ends.map(Number)),
  };
}

function changed(done: HoleDone, change: RecordChange): void {
  done.changed = [...done.changed, change];
}

/** The fastener a mark kept, against the one in the hole by the record. */
function compareFastener(done: HoleDone, work: SetWork | InspectWork | undefined, by: 'removed' | 'looked', order: number): void {
  const there = done.fastener;
  if (!work || there === null || there === NOT_SAID || !isOtherFastener(work.fastener, there)) return;
  changed(done, { by, kept: work.fastener.name, now: there.name, order });
}

/** What was found wrong with a dimple, in the metal of its sheet. */
function dimpleFound(done: HoleDone, found: DimpleDefect, { partId, layerId, face }: Touched, order: number): void {
  const sheet = sheetAt(done, partId);
  switch (found) {
    case 'under-formed':
      forgetDimple(sheet);
      done.keys.delete(stepKey('dimpled', layerId, null));
      return;
    case 'cracked':
      return crack(sheet, order);
    case 'flattened':
      flatten(sheet);
      sheet.causes.dimple = order;
      return;
    case 'wrong-side':
      findWrongSide(sheet, face);
      sheet.causes.dimple = order;
      return;
    default:
  }
}

function crack(sheet: SheetHole, order: number): void {
  sheet.isCracked = true;
  sheet.causes.crack = order;
}

/** The width at the surface a cage leaves: by the cutter's pilot, whatever the hole it ran in. */
function widthOf({ angleDeg, depthMm, pilotMm, holeMm }: CutWork): number {
  return surfaceOfDepth(coneOf(angleDeg), depthMm as Mm, (pilotMm > 0 ? pilotMm : holeMm) as Mm);
}

function set(done: HoleDone, work: SetWork | null, order: number): void {
  done.isSetTwice ||= done.fastener !== null;
  const there = holeOf(done);
  if (work?.partIds && isOtherHole(work.holeMm, there)) changed(done, { by: 'set', kept: work.holeMm, now: there, order });
  done.fastener = work?.fastener ?? NOT_SAID;
  done.isRejected = false;
  done.causes.set = order;
  const recorded = [...done.sheets].flatMap(([partId, s]) => (s.isDrilled ? [partId] : []));
  const partIds = work?.partIds ?? (recorded.length > 0 ? recorded : null);
  done.proofs = [...done.proofs, { partIds, fastener: done.fastener }];
  if (done.unproved.size > 0) done.unproved = new Set([...done.unproved].filter((id) => partIds !== null && !partIds.includes(id)));
}

function replacePiece(done: HoleDone, partId: string, before: number, after: number, partOf: ReadonlyMap<string, string>): void {
  const sheet = done.sheets.get(partId);
  if (sheet) {
    if (done.earlier === NO_SHEETS) (done as { earlier: Map<string, SheetHole> }).earlier = new Map();
    done.earlier.set(`${partId}#${before}`, sheet);
    done.sheets.delete(partId);
  }
  const back = after === before ? undefined : done.earlier.get(`${partId}#${after}`);
  if (back) done.sheets.set(partId, back);
  if (done.proofs.length > 0) {
    if (!done.unproved.has(partId)) done.provedPieces = new Set([...done.provedPieces, `${partId}#${before}`]);
    const isProvedAgain = done.provedPieces.has(`${partId}#${after}`);
    done.unproved = new Set([...done.unproved].filter((id) => id !== partId).concat(isProvedAgain ? [] : [partId]));
  }
  if (done.noGo?.includes(partId)) done.noGo = null;
  if (done.deviation?.partIds.includes(partId)) {
    const partIds = done.deviation.partIds.filter((id) => id !== partId);
    done.deviation = partIds.length === 0 ? null : { ...done.deviation, partIds };
  }
  for (const key of [...done.keys.keys()]) {
    const { layerId } = readStepKey(key);
    if (layerId !== null && (partOf.get(layerId) ?? layerId) === partId) done.keys.delete(key);
  }
}
