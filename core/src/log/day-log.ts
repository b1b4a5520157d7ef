import { effectiveMarks, type Mark, type MarkKind } from '../record/marks';
import type { FastenerKind } from '../record/definitions';
import { finishWayOf, type FastenerDone, type FinishWay, type SetWork } from '../record/mark-work';
import { workedTimes } from './work-hours';

/** What was done in one row, or on parts, in one kind of work on one day. */
export interface LogLine {
  readonly kind: MarkKind;
  /** Null: on parts, or on the assembly. */
  readonly rowId: string | null;
  readonly partIds: readonly string[];
  readonly holeIds: readonly string[];
  /** How many single things were marked: holes times sheets times sides. */
  readonly count: number;
  readonly people: readonly string[];
  /** Of a finish: which; null: it is none. */
  readonly finish: FinishWay | null;
  /** Of drilling through an earlier piece as a pattern: the parts. */
  readonly throughOld: readonly string[];
  /** Of rivets set or taken out: which they were, as their marks say. */
  readonly fasteners: readonly string[];
  /** And what kinds of them, as their marks say. */
  readonly closedBy: readonly FastenerKind[];
  /** Where each is told by itself: deviations, checks, notes. */
  readonly marks: readonly Mark[];
}

/** A day's page of the log for one assembly. */
export interface LogPage {
  /** As `dayOf` says it. */
  readonly day: string;
  readonly assemblyId: string;
  readonly lines: readonly LogLine[];
  /** The builder's own words and photos. */
  readonly notes: readonly Mark[];
  /** Worked time by person, and by kind of work, ms; most first. */
  readonly people: readonly { readonly person: string; readonly ms: number }[];
  readonly work: readonly { readonly kind: MarkKind | null; readonly ms: number }[];
  readonly firstAt: string;
  /** Initials as they were then, of those whose marks say them, by person. */
  readonly names: Readonly<Record<string, string>>;
}

export interface LogQuestion {
  /** The assembly a row belongs to; a mark of an assembly names the assembly itself. */
  readonly assemblyOf: (rowId: string) => string;
  /** The day of a moment where the builder is. */
  readonly dayOf: (iso: string) => string;
  readonly now: string;
}

/** Marks that are no line of the log: they are its hours. */
const SHIFTS: readonly MarkKind[] = ['shift-started', 'shift-paused', 'shift-resumed', 'shift-ended'];

/** The fastener a mark says was set or taken out. */
function fastenerIn({ kind, payload, then }: Mark): FastenerDone | null {
  if (kind !== 'set' && kind !== 'removed') return null;
  return ((payload.work ?? then ?? null) as SetWork | null)?.fastener ?? null;
}

/** The log writes itself from the marks: one page for each day and assembly, newest day first. */
export function logPages(marks: readonly Mark[], q: LogQuestion): LogPage[] {
  interface Draft {
    day: string;
    assemblyId: string;
    firstAt: string;
    lines: Map<
      string,
      {
        kind: MarkKind;
        rowId: string | null;
        partIds: Set<string>;
        holeIds: Set<string>;
        count: number;
        people: Set<string>;
        throughOld: Set<string>;
        fasteners: Set<string>;
        closedBy: Set<FastenerKind>;
        finish: FinishWay | null;
        marks: Mark[];
      }
    >;
    notes: Mark[];
    names: Map<string, string>;
    people: Map<string, number>;
    work: Map<MarkKind | null, number>;
  }
  const drafts = new Map<string, Draft>();
  const draftOf = (iso: string, assemblyId: string): Draft => {
    const day = q.dayOf(iso);
    const key = `${day} ${assemblyId}`;
    let draft = drafts.get(key);
    if (!draft)
      drafts.set(
        key,
        (draft = { day, assemblyId, firstAt: iso, lines: new Map(), notes: [], names: new Map(), people: new Map(), work: new Map() }),
      );
    if (iso < draft.firstAt) draft.firstAt = iso;
    return draft;
  };
  for (const mark of effectiveMarks(marks)) {
    if (SHIFTS.includes(mark.kind)) continue;
    const assemblyId = q.assemblyOf(mark.rowId);
    const draft = draftOf(mark.doneAt, assemblyId);
    if (mark.payload.by !== undefined) draft.names.set(mark.person, mark.payload.by);
    if (mark.kind === 'log-note') {
      draft.notes.push(mark);
      continue;
    }
    const rowId = mark.rowId === assemblyId ? null : mark.rowId;
    const finish = mark.kind === 'primed' ? finishWayOf(mark) : null;
    const through = mark.kind === 'drilled' && mark.payload.work?.asPattern ? mark.payload.work.partIds : [];
    const key = `${mark.kind} ${finish ?? ''} ${rowId ?? ''} ${through.join(' ')}`;
    let line = draft.lines.get(key);
    if (!line)
      draft.lines.set(
        key,
        (line = {
          kind: mark.kind,
          rowId,
          partIds: new Set(),
          holeIds: new Set(),
          count: 0,
          people: new Set(),
          throughOld: new Set(through),
          fasteners: new Set(),
          closedBy: new Set(),
          finish,
          marks: [],
        }),
      );
    for (const id of mark.payload.partIds ?? []) line.partIds.add(id);
    for (const id of mark.holeIds) line.holeIds.add(id);
    line.count += Math.max(1, mark.holeIds.length) * Math.max(1, mark.layerIds.length);
    line.people.add(mark.person);
    const fastener = fastenerIn(mark);
    if (fastener !== null) {
      line.fasteners.add(fastener.name);
      line.closedBy.add(fastener.kind);
    }
    line.marks.push(mark);
  }
  for (const { shift, kind, ms } of workedTimes(marks, q.now)) {
    const draft = draftOf(shift.startedAt, shift.assemblyId);
    draft.people.set(shift.person, (draft.people.get(shift.person) ?? 0) + ms);
    draft.work.set(kind, (draft.work.get(kind) ?? 0) + ms);
  }
  const most = <K>(spent: Map<K, number>) => [...spent].sort((a, b) => b[1] - a[1]);
  return [...drafts.values()]
    .map((d): LogPage => ({
      day: d.day,
      assemblyId: d.assemblyId,
      firstAt: d.firstAt,
      notes: d.notes,
      names: Object.fromEntries(d.names),
      lines: [...d.lines.values()].map((l) => ({
        ...l,
        partIds: [...l.partIds],
        holeIds: [...l.holeIds],
        people: [...l.people],
        throughOld: [...l.throughOld],
        fasteners: [...l.fasteners],
        closedBy: [...l.closedBy],
      })),
      people: most(d.people).map(([person, ms]) => ({ person, ms })),
      work: most(d.work).map(([kind, ms]) => ({ kind, ms })),
    }))
    .sort((a, b) => (a.day !== b.day ? (a.day < b.day ? 1 : -1) : a.firstAt < b.firstAt ? -1 : 1));
}
