import type { LogAnswer } from '#contract/answers';
import { logPages, type LogPage } from '#core/log/day-log';
import { pageReach } from '#core/record/page-revisions';
import { pageQuestions, type PageQuestion } from '#core/record/page-flags';
import { holesInPlan } from '#core/record/holes';
import type { MarkKind } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { shiftsOf } from '#core/record/shifts';
import { hoursSentence, logSentences, noteSentence, type LogNames } from '#core/wording/log';
import type { Database } from '../db/connection';
import { loadKitRecord, type KitRecord } from '../db/kit-record';
import { findRevision } from '../db/record';
import { deletedRows } from '../files/deleted-rows';
import { questionOf, type LogAsked } from './asked';

/** Pages given at once. */
export const LOG_PAGES = 20;
/** Kits remembered, and how long where somebody is at work, ms: their hours run on. */
const REMEMBERED = 4;
const RUNNING_MS = 60_000;

interface LogRow {
  readonly title: string;
  readonly page: string;
  readonly assemblyId: string;
  readonly holeIds: readonly string[];
}

interface Written {
  readonly stamp: string;
  readonly until: number;
  readonly record: Pick<KitRecord, 'kit'>;
  readonly pages: readonly LogPage[];
  readonly rows: ReadonlyMap<string, LogRow>;
  readonly parts: Readonly<Record<string, string>>;
  readonly assemblies: Readonly<Record<string, string>>;
  readonly revised: LogAnswer['revised'];
  readonly questions: readonly PageQuestion[];
}

/** What makes a mark worth telling by itself. */
const TOLD_KINDS: readonly MarkKind[] = ['gave-way', 'scrapped', 'arrived'];
const TOLD: readonly string[] = [
  'deviation',
  'head',
  'dimple',
  'reading',
  'rivet',
  'clicks',
  'angle',
  'dent',
  'dented',
  'workMinutes',
  'photoIds',
  'thing',
  'because',
  'page',
  'gauge',
  'zone',
  'settled',
  'setupKey',
  'note',
  'job',
];

/** The log of kits, page by page; written once for as long as nothing new is kept. */
export class LogBook {
  private readonly written = new Map<string, Written>();

  constructor(private readonly db: Database) {}

  async read(asked: LogAsked): Promise<string | null> {
    const log = await this.of(asked);
    if (!log) return null;
    const pages = log.pages.filter((p) => (asked.assemblyId === null || p.assemblyId === asked.assemblyId) && finds(log, p, asked));
    const from = asked.after === null ? 0 : pages.findIndex((p) => keyOf(p) === asked.after) + 1;
    const given = pages.slice(from, from + LOG_PAGES);
    const named = new Set(
      given.flatMap((p) => [...p.lines.flatMap((l) => (l.rowId === null ? [] : [l.rowId])), ...p.notes.map((n) => n.rowId)]),
    );
    /* The revised pages of the plans name their rows too, once for the whole log. */
    const rows = [...log.rows]
      .filter(([id]) => named.has(id) || from === 0)
      .map(([id, r]) => [id, named.has(id) ? r : { ...r, holeIds: [] }]);
    const last = given.at(-1);
    const answer: LogAnswer = {
      kit: log.record.kit,
      total: pages.length,
      isEmpty: log.pages.length === 0,
      next: last && from + given.length < pages.length ? keyOf(last) : null,
      pages: given,
      rows: Object.fromEntries(rows) as Record<string, LogRow>,
      parts: log.parts,
      assemblies: log.assemblies,
      revised: from === 0 ? log.revised : [],
      questions: from === 0 ? log.questions : [],
    };
    return JSON.stringify(answer);
  }

  private async of(asked: LogAsked): Promise<Written | null> {
    const { kitId, zone, now } = asked;
    const key = `${kitId} ${zone}`;
    const stamp = JSON.stringify(await findRevision(this.db, kitId));
    const known = this.written.get(key);
    if (known && known.stamp === stamp && Date.parse(now) < known.until) return known;
    const record = await loadKitRecord(this.db, kitId, undefined, { withPast: true });
    if (!record) return null;
    const log = write(record, asked, stamp);
    this.written.delete(key);
    this.written.set(key, log);
    for (const old of [...this.written.keys()].slice(0, -REMEMBERED)) this.written.delete(old);
    return log;
  }
}

/** A page of the log by day and assembly: stays the same while newer ones come in before it. */
function keyOf(p: LogPage): string {
  return `${p.day}/${p.assemblyId}`;
}

function write(record: KitRecord, asked: LogAsked, stamp: string): Written {
  const q = questionOf(record, asked);
  const pages: LogPage[] = record.assemblies.flatMap((a) =>
    logPages(a.marks, { assemblyOf: () => a.assembly.id, dayOf: q.dayOf, now: q.now }).map((page) => ({
      ...page,
      /* Counted lines are told by their counts; their marks stay here. */
      lines: page.lines.map((l) => ({
        ...l,
        marks: l.marks.filter((m) => TOLD_KINDS.includes(m.kind) || Object.keys(m.payload).some((k) => TOLD.includes(k))),
      })),
    })),
  );
  pages.push(...logPages(record.things, { assemblyOf: () => record.kit.id, dayOf: q.dayOf, now: q.now }));
  pages.sort((a, b) => (a.day === b.day ? 0 : a.day < b.day ? 1 : -1));
  const rows = new Map<string, LogRow>();
  const parts: Record<string, string> = {};
  const assemblies: Record<string, string> = record.things.length > 0 ? { [record.kit.id]: 'Tools, lots and batches' } : {};
  for (const a of record.assemblies) {
    const byId = new Map(a.parts.map((p) => [p.id, p.definition]));
    assemblies[a.assembly.id] = a.assembly.definition.name;
    for (const p of a.parts) parts[p.id] = p.definition.name;
    for (const r of a.rows)
      rows.set(r.id, {
        title: rowTitle(r.definition, byId),
        page: r.definition.page,
        assemblyId: a.assembly.id,
        holeIds: holesInPlan(r.definition.holes).map((h) => h.id),
      });
  }
  for (const [id, row] of deletedRows(record, q.dayOf)) if (!rows.has(id)) rows.set(id, row);
  for (const { id, definition } of record.past?.deleted('part') ?? []) parts[id] ??= definition.name;
  const revised = record.pages.map((page) => {
    const reaches = record.assemblies.map((a) => pageReach(page.definition, a.rows, a.parts, a.marks));
    return {
      page,
      rows: reaches.flatMap((r) => r.rows.map(({ row, doneBefore }) => ({ rowId: row.id, doneBefore }))),
      partIds: reaches.flatMap((r) => r.parts.map((p) => p.id)),
    };
  });
  const questions = record.assemblies.flatMap((a) => pageQuestions(a.marks));
  const isAtWork = record.assemblies.some((a) => shiftsOf(a.marks).some((s) => s.state !== 'ended'));
  const until = isAtWork ? Date.parse(asked.now) + RUNNING_MS : Infinity;
  return { stamp, until, record: { kit: record.kit }, pages, rows, parts, assemblies, revised, questions };
}

/** Whether a page says every word that is looked for, as the reader would see it. */
function finds(log: Written, page: LogPage, asked: LogAsked): boolean {
  const words = asked.find.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return true;
  const { kit } = log.record;
  const names: LogNames = {
    row: (id) => log.rows.get(id),
    part: (id) => log.parts[id] ?? 'a part since deleted',
    person: (id) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody',
    units: asked.units ?? kit.definition.units,
  };
  const all = [
    page.day,
    log.assemblies[page.assemblyId],
    hoursSentence(page, names),
    ...logSentences(page, names),
    ...page.notes.map((n) => noteSentence(n, page, names)),
  ]
    .join(' ')
    .toLowerCase();
  return words.every((w) => all.includes(w));
}
