import { ownDashOf, standRow, type RowStanding } from '../done/row-standing';
import { standingOf, type OpenStep, type Standing } from '../done/compare';
import { foldDone, NOT_SAID, type HoleDone, type RecordDone } from '../done/hole-done';
import { holeUnder } from '../done/with-work';
import { figureAt } from '../done/settled';
import { blankSheet, widestCone, type SheetHole } from '../metal/sheet-hole';
import { faceTouched, type PartFace } from '../record/face';
import { wantedPlaces } from '../record/hole-places';
import { parseRange } from '../record/holes';
import type { FastenerDone } from '../record/mark-work';
import type { RowDefinition } from '../record/definitions';
import type { FindingStood, Mark, MarkKind, Side } from '../record/marks';
import { parseCallout, formatCallout } from '../rivet/callout';
import { rivetOfDiameter } from '../tables/fasteners';
import { inches, lengthIn, round12, type Mm, type Units } from '../units/length';
import { bad, good, type Problem, type Result } from '../units/result';
import { checkShape, readLength, type LengthText } from './document';
import { askedFor, depthAsked, DO_OF, planMetalRow, type MetalRow } from './metal-row';
import { METAL_SCHEMA, type MetalDocument, type MetalDone, type MetalPart, type MetalRowSaid, type MetalWork } from './metal-schema';

/** The whole verb: parts and events in, what the metal is and what every row makes of it out. */
export function answerMetal(value: unknown): Result<object> {
  const bench = played(value);
  return bench.ok ? good(bench.value.answer()) : bench;
}

/** The same parts and events as the program would have them on record: rows as they are now, parts by name with what is typed of them, marks in order. */
export function metalRecord(value: unknown): Result<MetalRecord> {
  const bench = played(value);
  return bench.ok ? good(bench.value.record()) : bench;
}

function played(value: unknown): Result<Bench> {
  const shape = checkShape<MetalDocument>(METAL_SCHEMA, value);
  if (!shape.ok) return shape;
  const bench = new Bench(shape.value);
  const problem = bench.readParts() ?? bench.run();
  return problem ? bad(problem) : good(bench);
}

export interface MetalRecord {
  readonly parts: readonly MetalPart[];
  readonly rows: readonly { readonly id: string; readonly row: RowDefinition }[];
  /** Rows as they were before each edit. */
  readonly was: readonly { readonly id: string; readonly row: RowDefinition }[];
  readonly marks: readonly Mark[];
}

/** One event's holes that are marked alike. */
interface Group<T> {
  readonly value: T;
  readonly holeIds: string[];
}

/** The holes that share a value, the first seen first. */
function grouped<T>(holeIds: readonly string[], of: (holeId: string) => T): Group<T>[] {
  const groups = new Map<string, Group<T>>();
  for (const holeId of holeIds) {
    const value = of(holeId);
    const key = JSON.stringify(value);
    const group = groups.get(key);
    if (group) group.holeIds.push(holeId);
    else groups.set(key, { value, holeIds: [holeId] });
  }
  return [...groups.values()];
}

/** Takes the events one by one as marks, as the program keeps them, and folds them by the program's own fold. */
class Bench {
  private readonly units: Units;
  private readonly parts: Map<string, MetalPart>;
  private readonly rows = new Map<string, MetalRow>();
  /** Rows each part's present piece is or was in. */
  private readonly rowsOfPiece = new Map<string, Set<string>>();
  private readonly marks: Mark[] = [];
  private readonly was: { readonly id: string; readonly row: RowDefinition }[] = [];

  constructor(private readonly document: MetalDocument) {
    this.units = document.units ?? 'in';
    this.parts = new Map(document.parts.map((p) => [p.id, p]));
  }

  readParts(): Problem | null {
    for (const [i, part] of this.document.parts.entries()) {
      const read = readLength(part.thickness, this.units, `parts[${i}].thickness`, { sheet: true });
      if (!read.ok) return read.problem;
    }
    return null;
  }

  run(): Problem | null {
    for (const [i, event] of this.document.events.entries()) {
      const path = `events[${i}]`;
      const problem =
        'row' in event && typeof event.row === 'object' ? this.edit(event.row, `${path}.row`) : this.take(event as MetalDone, path);
      if (problem) return problem;
    }
    return null;
  }

  private plan(said: MetalRowSaid, path: string): Problem | null {
    const before = this.rows.get(said.id)?.row;
    if (before) this.was.push({ id: said.id, row: before });
    const most = before?.holes.length ?? 0;
    const planned = planMetalRow(said, { units: this.units, school: this.document.school, parts: this.parts, path, most });
    if (!planned.ok) return planned.problem;
    this.rows.set(said.id, planned.value);
    return null;
  }

  private edit(said: MetalRowSaid, path: string): Problem | null {
    const problem = this.plan(said, path);
    if (problem) return problem;
    for (const { part } of said.stack) this.rowsOfPiece.set(part, (this.rowsOfPiece.get(part) ?? new Set()).add(said.id));
    return null;
  }

  private fold(): RecordDone {
    return foldDone(this.marks, (id) => this.rows.get(id)?.row.layers);
  }

  private push(kind: MarkKind, rowId: string, holeIds: readonly string[], payload: object, more: Partial<Mark> = {}): void {
    const n = this.marks.length;
    this.marks.push({
      id: String(n).padStart(6, '0'),
      kind,
      v: 1,
      rowId,
      holeIds,
      layerIds: [],
      side: null,
      doneAt: String(n).padStart(6, '0'),
      recordedAt: '',
      person: '',
      device: '',
      payload,
      ...more,
    } as Mark);
  }

  private length(value: LengthText, path: string, sheet = false): Result<Mm> {
    return readLength(value, this.units, path, { sheet });
  }

  private take(event: MetalDone, path: string): Problem | null {
    if (event.do === 'replace') return this.replace(event, path);
    const row = this.rows.get(event.row);
    if (!row) return { code: 'row-unknown', path: `${path}.row`, data: { row: event.row } };
    const places = parseRange(event.holes, row.row.holes.length);
    if (!places || places.length === 0) return { code: 'holes-unreadable', path: `${path}.holes`, data: { text: event.holes } };
    const holeIds = places.map((i) => String(i + 1));
    if ('part' in event && event.part !== undefined && !row.row.layers.some((l) => l.partId === event.part))
      return { code: 'part-unknown', path: `${path}.part`, data: { part: event.part } };
    const at = { row, holeIds, path };
    switch (event.do) {
      case 'drill':
        return this.drill(event, at);
      case 'deburr':
        return this.deburr(event, at);
      case 'dimple':
        return this.dimple(event, at);
      case 'countersink':
        return this.countersink(event, at);
      case 'set':
        return this.set(event, at);
      case 'remove':
        this.push('removed', event.row, holeIds, {});
        return null;
      case 'measure': {
        const hole = this.length(event.hole, `${path}.hole`);
        if (!hole.ok) return hole.problem;
        const read = { mm: hole.value, text: String(event.hole), units: this.units };
        const sheets = this.touched(row, event.part, 'head');
        this.push('deviation', event.row, holeIds, { deviation: { kind: 'oversize', hole: read, verdict: 'same-rivet' }, sheets });
        return null;
      }
      case 'crack':
      case 'gave-way': {
        const sheets = this.touched(row, event.part, 'head');
        const payload = event.do === 'crack' ? { dimple: 'cracked', sheets } : { sheets };
        this.push(event.do === 'crack' ? 'dimple-check' : 'gave-way', event.row, holeIds, payload, { layerIds: [event.part] });
        return null;
      }
      case 'no-go':
        this.push('hole-check', event.row, holeIds, { gauge: 'no-go', sheets: this.touched(row, undefined, 'head') });
        return null;
      case 'fill': {
        if (places.some((i) => i < row.said.count)) return { code: 'hole-in-plan', path: `${path}.holes`, data: { text: event.holes } };
        this.push('left-over-settled', event.row, holeIds, { settled: 'filled', sheets: this.touched(row, undefined, 'head') });
        return null;
      }
      case 'own':
        return this.own(event, at);
      case 'settle':
        this.settle(event, at);
        return null;
    }
  }

  private replace({ part, thickness }: MetalDone & { do: 'replace' }, path: string): Problem | null {
    const known = this.parts.get(part);
    if (!known) return { code: 'part-unknown', path: `${path}.part`, data: { part } };
    if (thickness !== undefined) {
      const read = this.length(thickness, `${path}.thickness`, true);
      if (!read.ok) return read.problem;
      this.parts.set(part, { ...known, thickness });
    }
    this.push('scrapped', '', [], { partIds: [part] });
    this.push('arrived', '', [], { partIds: [part] });
    const inNow = [...this.rows].flatMap(([id, row]) => (row.said.stack.some((s) => s.part === part) ? [id] : []));
    this.rowsOfPiece.set(part, new Set(inNow));
    for (const id of thickness === undefined ? [] : inNow) {
      const problem = this.plan((this.rows.get(id) as MetalRow).said, path);
      if (problem) return problem;
    }
    return null;
  }

  /** The sheets a piece of work is done in, with the face of each part that is touched. */
  private touched(row: MetalRow, part: string | undefined, side: 'head' | 'far') {
    return row.row.layers
      .filter((l) => part === undefined || l.partId === part)
      .map((l) => ({ layerId: l.id, partId: l.partId, face: faceTouched(l, side === 'far' ? 'shop' : 'head') }));
  }

  private drill(event: MetalWork, { row, holeIds, path }: At): Problem | null {
    const said = event.hole === undefined ? null : this.length(event.hole, `${path}.hole`);
    if (said && !said.ok) return said.problem;
    const partIds = this.touched(row, event.part, 'head').map((t) => t.partId);
    const places = wantedPlaces(row.row);
    const owns = this.ownsOf(event.row);
    for (const { value: holeMm, holeIds: ids } of grouped(holeIds, (id) => said?.value ?? askedFor(row, owns(id)).stack.hole)) {
      const at = ids.flatMap((id) => {
        const place = places.get(id);
        return place ? [[id, { x: place.x, y: place.y }] as const] : [];
      });
      const where = at.length > 0 ? { places: Object.fromEntries(at), isAlongRow: true } : {};
      this.push('drilled', event.row, ids, { work: { bitMm: holeMm, holeMm, tool: 'drill', partIds, ...where } });
    }
    return null;
  }

  private deburr(event: MetalWork, { row, holeIds }: At): null {
    const sides: readonly ('head' | 'far')[] = event.side === undefined ? ['head', 'far'] : [event.side];
    for (const side of sides) {
      const sheets = this.touched(row, event.part, side);
      this.push('deburred', event.row, holeIds, { sheets }, { layerIds: sheets.map((s) => s.layerId), side: sideOf(side) });
    }
    return null;
  }

  private dimple(event: MetalWork, { row, holeIds, path }: At): Problem | null {
    const dies = event.dies === undefined ? null : this.length(event.dies, `${path}.dies`);
    if (dies && !dies.ok) return dies.problem;
    const size = dies && rivetOfDiameter(dies.value);
    if (dies && !size) return { code: 'diameter-not-in-table', path: `${path}.dies` };
    const side = event.side ?? 'head';
    const sheets = this.touched(row, event.part, side);
    const owns = this.ownsOf(event.row);
    for (const { value: dash, holeIds: ids } of grouped(holeIds, (id) => size?.dash ?? askedFor(row, owns(id)).stack.size.dash)) {
      const work = { dash, angleDeg: event.diesAngle ?? 100, sheet: 'skin', face: sideOf(side) };
      this.push('dimpled', event.row, ids, { work, sheets }, { layerIds: sheets.map((s) => s.layerId), side: farSide(side) });
    }
    return null;
  }

  private countersink(event: MetalWork, { row, holeIds, path }: At): Problem | null {
    const [depth, pilot] = (['depth', 'pilot'] as const).map((key) => {
      const said = event[key] ?? (key === 'pilot' ? event.hole : undefined);
      return said === undefined ? null : this.length(said, `${path}.${key}`);
    });
    for (const read of [depth, pilot]) if (read && !read.ok) return read.problem;
    const side = event.side ?? 'head';
    const owns = this.ownsOf(event.row);
    const done = this.fold().rows.get(event.row);
    let isCut = false;
    for (const sheet of this.touched(row, event.part, side)) {
      const cuts = grouped(holeIds, (id) => {
        const asked = askedFor(row, owns(id));
        const there = done?.get(id)?.sheets.get(sheet.partId)?.diameter;
        const depthMm = depth?.ok ? depth.value : depthAsked(asked, sheet.partId, side === 'far');
        const holeMm = typeof there === 'number' ? there : asked.stack.hole;
        return depthMm === undefined ? null : { depthMm, holeMm, pilotMm: pilot?.ok ? pilot.value : holeMm };
      });
      for (const { value, holeIds: ids } of cuts) {
        if (!value) continue;
        isCut = true;
        const work = { ...value, angleDeg: event.angle ?? 100, surfaceMm: 0, extraMm: 0, face: sideOf(side) };
        this.push('countersunk', event.row, ids, { work, sheets: [sheet] }, { layerIds: [sheet.layerId], side: farSide(side) });
      }
    }
    return isCut ? null : { code: 'depth-missing', path: `${path}.depth` };
  }

  private set(event: MetalDone & { do: 'set' }, { row, holeIds, path }: At): Problem | null {
    const read = parseCallout(event.callout);
    if (!read.ok) return { ...read.problem, path: `${path}.callout` };
    const { head, size, alloy, lengthDash } = read.value;
    const fastener: FastenerDone = {
      kind: 'solid',
      name: formatCallout(read.value),
      head,
      dash: size.dash,
      alloy,
      ...(lengthDash === null ? {} : { lengthDash }),
      diameterMm: size.diameter,
      headDiameterMm: head === 'flush-100' ? size.flushHead : size.protrudingHead,
      headAngleDeg: 100,
      /* A call-out does not say how its far end is closed: as the row is. */
      ...(row.stack.far ? { far: row.stack.far } : {}),
    };
    const partIds = row.row.layers.map((l) => l.partId);
    const done = this.fold().rows.get(event.row);
    const holeIn = (id: string) => holeUnder(done?.get(id), fastener) ?? row.stack.hole;
    for (const { value: holeMm, holeIds: ids } of grouped(holeIds, holeIn))
      this.push('set', event.row, ids, { work: { fastener, partIds, gripMm: row.plan.grip, holeMm } });
    return null;
  }

  private own(event: MetalDone & { do: 'own' }, { row, holeIds, path }: At): Problem | null {
    if (event.diameter === null) {
      this.push('own-fastener', event.row, holeIds, { ownDash: null });
      return null;
    }
    const read = this.length(event.diameter, `${path}.diameter`);
    if (!read.ok) return read.problem;
    const size = rivetOfDiameter(read.value);
    if (!size || !row.own.of(size.dash)) return { code: 'diameter-not-in-table', path: `${path}.diameter` };
    this.push('own-fastener', event.row, holeIds, { ownDash: size.dash });
    return null;
  }

  /** What stands now under a code is answered; where nothing does, nothing happens. */
  private settle({ code, row: rowId }: MetalDone & { do: 'settle' }, { row, holeIds }: At): void {
    const done = this.fold();
    const standing = this.standingOf(row, done);
    const stood = holeIds.flatMap((holeId): FindingStood[] =>
      (standing.findings.get(holeId) ?? []).flatMap((f) => (f.code === code ? [figureAt(f, holeId, row.row, done.parts.pieces)] : [])),
    );
    if (stood.length > 0) this.push('finding-settled', rowId, [...new Set(stood.map((s) => s.holeId))], { finding: { code, stood } });
  }

  /** The size of each hole's own rivet; null: the row's. */
  private ownsOf(rowId: string): (holeId: string) => number | null {
    if (!this.marks.some((m) => m.kind === 'own-fastener')) return () => null;
    const done = this.fold().rows.get(rowId);
    const dash = this.rows.get(rowId)?.stack.size.dash ?? 0;
    return (holeId) => ownDashOf(done?.get(holeId), dash);
  }

  private standingOf(row: MetalRow, done: RecordDone): RowStanding {
    return standRow(row, done.rows.get(row.said.id), done.parts);
  }

  record(): MetalRecord {
    const rows = [...this.rows].map(([id, { row }]) => ({ id, row }));
    return { parts: [...this.parts.values()], rows, was: this.was, marks: this.marks };
  }

  answer(): object {
    const done = this.fold();
    const pieces = [...this.parts.keys()].map((part) => [part, this.pieceAnswer(part, done)] as const);
    const rows = [...this.rows].map(([id, row]) => [id, this.rowAnswer(row, done)] as const);
    return { pieces: Object.fromEntries(pieces), rows: Object.fromEntries(rows) };
  }

  private pieceAnswer(part: string, done: RecordDone) {
    const rows = [...(this.rowsOfPiece.get(part) ?? [])].map((rowId) => {
      const holes = (this.rows.get(rowId) as MetalRow).row.holes;
      return [rowId, holes.map((h) => this.holeAnswer(Number(h.id), done.rows.get(rowId)?.get(h.id)?.sheets.get(part)))] as const;
    });
    return { number: done.parts.pieces.get(part) ?? 1, holes: Object.fromEntries(rows) };
  }

  private holeAnswer(hole: number, sheet: SheetHole = blankSheet()) {
    const face = (of: PartFace) => {
      const cone = widestCone(sheet, of);
      const width = cone && cone.widthMm !== NOT_SAID ? { width: this.L(cone.widthMm), angle: cone.angleDeg } : null;
      return { cone: width, burr: sheet.edges[of] === 'burr' };
    };
    const { dimple } = sheet;
    return {
      hole,
      diameter: typeof sheet.diameter === 'number' ? this.L(sheet.diameter) : null,
      marked: face('marked'),
      other: face('other'),
      dimple: dimple && dimple.dash !== NOT_SAID ? { toward: dimple.toward, dies: this.L(inches(dimple.dash / 32)) } : null,
      cracked: sheet.isCracked,
      filled: sheet.isFilled,
    };
  }

  private L(length: number): number {
    return round12(lengthIn(length as Mm, this.units));
  }

  private rowAnswer(row: MetalRow, done: RecordDone) {
    const own = done.rows.get(row.said.id);
    const places = wantedPlaces(row.row);
    const standing = this.standingOf(row, done);
    const holes = row.row.holes
      .filter((h) => !h.out)
      .map((hole) => {
        const at = own?.get(hole.id);
        const asked = askedFor(row, ownDashOf(at, row.stack.size.dash));
        const { open } = standingOf(asked, hole, at, done.parts, { place: places.get(hole.id) });
        const partOf = (layer: number | undefined) => (layer === undefined ? {} : { part: row.row.layers[layer]?.partId });
        return {
          hole: Number(hole.id),
          in: nameIn(at),
          open: openEntries(open, row),
          findings: (standing.findings.get(hole.id) ?? []).map(({ code, severity, layer, isSettled }) => ({
            code,
            severity,
            ...partOf(layer),
            ...(isSettled ? { settled: true } : {}),
          })),
        };
      });
    return { verdict: standing.verdict, holes };
  }
}

interface At {
  readonly row: MetalRow;
  readonly holeIds: readonly string[];
  readonly path: string;
}

const sideOf = (side: 'head' | 'far'): Side => (side === 'far' ? 'shop' : 'head');
/** The head's side is a mark's usual one and not named. */
const farSide = (side: 'head' | 'far'): Side | null => (side === 'far' ? 'shop' : null);

function nameIn(done: HoleDone | undefined): string | null {
  const there = done?.fastener ?? null;
  return there === null || there === NOT_SAID ? null : there.name;
}

/** In the order of the work, one entry for each piece that wants it. */
function openEntries(open: Standing['open'], row: MetalRow): { do: string; part?: string }[] {
  const seen = new Set<string>();
  return open.flatMap((step) =>
    partsOf(step, row).flatMap((part) => {
      const what = DO_OF[step.step.kind] as string;
      const key = `${what} ${part ?? ''}`;
      if (seen.has(key)) return [];
      seen.add(key);
      return [{ do: what, ...(part === undefined ? {} : { part }) }];
    }),
  );
}

function partsOf({ step, layer }: OpenStep, { row }: MetalRow): (string | undefined)[] {
  if (step.kind === 'set') return [undefined];
  if (step.partId !== null) return [step.partId];
  return layer === undefined ? row.layers.map((l) => l.partId) : [row.layers[layer]?.partId];
}
