import { formatRange, holesInPlan } from '#core/record/holes';
import { logPages, type LogPage } from '#core/log/day-log';
import { assemblyWork, type WorkRow } from '#core/work/assembly-work';
import { progressOf } from '#core/record/steps';
import type { LogNames } from '#core/wording/log';
import type { AssemblyOfKit, KitRecord } from '../db/kit-record';
import { deletedRows } from './deleted-rows';

/** Everything of one assembly that goes into the binder. */
export interface AssemblyDossier {
  readonly source: AssemblyOfKit;
  readonly rows: readonly WorkRow[];
  readonly pages: readonly LogPage[];
  readonly names: LogNames;
  readonly hoursMs: number;
  readonly progress: { readonly done: number; readonly wanted: number };
}

export interface RecordQuestion {
  readonly dayOf: (iso: string) => string;
  readonly now: string;
}

/** Names of rows, parts and people for the log's sentences. */
function logNames(record: KitRecord, source: AssemblyOfKit, work: readonly WorkRow[], dayOf: (iso: string) => string): LogNames {
  const gone = deletedRows(record, dayOf);
  const rows = new Map(
    work.map((r) => [r.id, { title: r.title, page: r.row.page, holeIds: holesInPlan(r.row.holes).map((h) => h.id) }] as const),
  );
  const parts = new Map([
    ...(record.past?.deleted('part') ?? []).map((p) => [p.id, p.definition.name] as const),
    ...source.parts.map((p) => [p.id, p.definition.name] as const),
  ]);
  const people = new Map(record.kit.definition.people.map((p) => [p.id, p.initials]));
  return {
    row: (id) => rows.get(id) ?? gone.get(id),
    part: (id) => parts.get(id) ?? 'a part since deleted',
    person: (id) => people.get(id) ?? 'somebody',
    units: record.kit.definition.units,
  };
}

/** One assembly planned and folded, with its names. */
export function assemblyFacts(record: KitRecord, source: AssemblyOfKit, dayOf: (iso: string) => string) {
  const work = assemblyWork({
    kit: record.kit.definition,
    parts: source.parts,
    rows: source.rows,
    fasteners: record.fasteners,
    marks: source.marks,
  });
  return { ...work, names: logNames(record, source, work.rows, dayOf) };
}

/** One assembly worked out for the binder: planned, folded, its log written. */
export function assemblyDossier(record: KitRecord, source: AssemblyOfKit, q: RecordQuestion): AssemblyDossier {
  const { rows, partsDone, names } = assemblyFacts(record, source, q.dayOf);
  const pages = logPages(source.marks, { assemblyOf: () => source.assembly.id, dayOf: q.dayOf, now: q.now });
  let done = 0;
  let wanted = 0;
  for (const r of rows) {
    const p = progressOf(r.row, r.steps, r.states, partsDone);
    done += p.done;
    wanted += p.wanted;
  }
  return {
    source,
    rows,
    pages,
    names,
    hoursMs: pages.reduce((sum, p) => sum + p.people.reduce((s, one) => s + one.ms, 0), 0),
    progress: { done, wanted },
  };
}

/** Holes by number, as text; those taken out of the plan are said so. */
export function holeNumbers(row: WorkRow | undefined, holeIds: readonly string[]): string {
  if (!row) return '';
  const all = holesInPlan(row.row.holes).map((h) => h.id);
  const places = holeIds.map((id) => all.indexOf(id)).filter((i) => i >= 0);
  return places.length === 0 ? 'taken out' : formatRange(places);
}
