import { createWriteStream, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { workedTimes } from '#core/log/work-hours';
import type { PaperName } from '#core/layout/paper';
import { edited, effectsOf, type RowEffects } from '#core/work/effects';
import { REACHING } from '#core/work/reaching';
import type { Edit } from '#core/record/definitions';
import type { Thing } from '#core/done/recall';
import type { EffectsAnswer, FoundAnswer, OverviewAnswer, StockAnswer, WorkedAnswer } from '#contract/answers';
import { assemblyWork } from '#core/work/assembly-work';
import { partsToOrder } from '#core/supply/to-order';
import { stockNeeds } from '#core/stock/needs';
import { invert } from '../commands/change';
import { exportKit } from '../commands/kit-document';
import type { Database } from '../db/connection';
import { findEntity, listAssemblies, listOfKit } from '../db/entities';
import { loadKitRecord } from '../db/kit-record';
import { findRevision } from '../db/record';
import { dossierPdf } from '../files/dossier-pdf';
import { hoursCsv, marksCsv, rowsCsv } from '../files/record-csv';
import { questionOf, type Asked, type LogAsked } from './asked';
import { foundItems, overviewLine } from './overview';
import { recallsAnswer } from './recalls';
import { LogBook } from './log-book';
import { StampedAnswers } from './stamped-answers';

export const TABLES = { marks: marksCsv, rows: rowsCsv, hours: hoursCsv } as const;
export type TableName = keyof typeof TABLES;

/** Work on a whole record: too much to be done between two answers. Made of plain data, so that it can be sent to a thread of its own. */
export type Task =
  | ({ readonly kind: 'log' } & LogAsked)
  | ({ readonly kind: 'table'; readonly table: TableName } & Asked)
  | ({ readonly kind: 'worked' } & Asked)
  | ({ readonly kind: 'stock' } & Asked)
  | ({ readonly kind: 'recalls' } & Asked)
  | ({ readonly kind: 'overview' } & Asked)
  | ({ readonly kind: 'index' } & Asked)
  | { readonly kind: 'export'; readonly kitId: string }
  | { readonly kind: 'effects'; readonly kitId: string; readonly edits: readonly Edit[]; readonly undoes: string | null }
  | ({ readonly kind: 'dossier'; readonly paper: PaperName; readonly photosDir: string; readonly file: string } & Asked);

/** Thrown to stop a task on its way. */
export class Stopped extends Error {}

/** More than needed, where the builder said nothing else. This project's own default. */
const SPARE_PERCENT = 10;

/** Does tasks against one database; keeps what a log was last worked out to. */
export class RecordTasks {
  private readonly logs: LogBook;
  private readonly answers = new StampedAnswers();

  constructor(private readonly db: Database) {
    this.logs = new LogBook(db);
  }

  /** The answer as text; null where the kit or assembly is not there. `onProgress` gets 0 to 1 and may throw {@link Stopped}. */
  async run(task: Task, onProgress: (share: number) => void): Promise<string | null> {
    if (task.kind === 'export') return exportKit(this.db, task.kitId);
    if (task.kind === 'log') return this.logs.read(task);
    if (task.kind === 'effects') return this.effects(task.kitId, await this.editsOf(task));
    /* Neither asks what time it is: the same record has the same answer. */
    if (task.kind === 'overview' || task.kind === 'index') {
      const stamp = JSON.stringify(await findRevision(this.db, task.kitId));
      return this.answers.of(`${task.kind} ${task.kitId} ${task.assemblyId ?? ''}`, stamp, () => this.ofRecord(task, onProgress));
    }
    return this.ofRecord(task, onProgress);
  }

  private async ofRecord(
    task: Exclude<Task, { readonly kind: 'export' | 'log' | 'effects' }>,
    onProgress: (share: number) => void,
  ): Promise<string | null> {
    const record = await loadKitRecord(this.db, task.kitId, task.assemblyId ?? undefined, {
      isWithoutMarks: task.kind === 'index',
      withPast: task.kind === 'table' || task.kind === 'dossier',
    });
    if (!record) return null;
    const q = questionOf(record, task);
    switch (task.kind) {
      case 'table': {
        const lines: string[] = [];
        for (const line of TABLES[task.table](record, q)) lines.push(`${line}\r\n`);
        return lines.join('');
      }
      case 'worked':
        return JSON.stringify({
          worked: workedTimes(
            record.assemblies.flatMap((a) => a.marks),
            q.now,
          ),
        } satisfies WorkedAnswer);
      case 'recalls': {
        const things = (await listOfKit(this.db, task.kitId)).filter((e) => e.kind === 'tool' || e.kind === 'lot');
        return JSON.stringify(recallsAnswer(record, things as unknown as Thing[]));
      }
      case 'overview':
        return JSON.stringify({ assemblies: record.assemblies.map((a) => overviewLine(record, a)) } satisfies OverviewAnswer);
      case 'index':
        return JSON.stringify({ items: record.assemblies.flatMap((a) => foundItems(record, a)) } satisfies FoundAnswer);
      case 'stock': {
        const { kit, assemblies } = record;
        const rows = assemblies.flatMap(
          (a) =>
            assemblyWork({
              kit: kit.definition,
              parts: a.parts,
              rows: a.rows,
              fasteners: record.fasteners,
              marks: [...a.marks, ...record.things],
            }).rows,
        );
        return JSON.stringify({
          kit,
          parts: partsToOrder(assemblies.map((a) => ({ id: a.assembly.id, name: a.assembly.definition.name, parts: a.parts }))),
          needs: stockNeeds(rows, kit.definition.stock ?? {}, kit.definition.sparePercent ?? SPARE_PERCENT),
        } satisfies StockAnswer);
      }
      case 'dossier': {
        const pdf = await dossierPdf(record, { ...q, paper: task.paper, photosDir: task.photosDir, onProgress });
        mkdirSync(dirname(task.file), { recursive: true });
        await pipeline(pdf, createWriteStream(task.file));
        return '';
      }
    }
  }

  /** The edits of a change; of one that takes another back those that do it, which reach work as any other does. */
  private async editsOf({ kitId, edits, undoes }: Task & { kind: 'effects' }): Promise<readonly Edit[]> {
    if (undoes === null) return edits;
    const inverted = await invert(this.db, { kitId, undoes });
    return inverted.ok ? inverted.value : [];
  }

  /** What edits would do to work that was done, assembly by assembly; only those an edit can reach are read. */
  private async effects(kitId: string, edits: readonly Edit[]): Promise<string | null> {
    const reaching = edits.filter((e) => REACHING.includes(e.kind));
    const isKitWide = reaching.some((e) => e.kind === 'kit' || e.kind === 'fastener');
    const wanted = new Set<string>();
    for (const e of reaching) {
      const id = e.definition ? assemblyIdOf(e.definition) : assemblyIdOf((await findEntity(this.db, e.kind, e.id))?.definition ?? {});
      if (id !== null) wanted.add(id);
    }
    const found: (RowEffects & { readonly assemblyId: string })[] = [];
    for (const assembly of reaching.length === 0 ? [] : await listAssemblies(this.db, kitId)) {
      if (!isKitWide && !wanted.has(assembly.id)) continue;
      const record = await loadKitRecord(this.db, kitId, assembly.id);
      const [own] = record?.assemblies ?? [];
      if (!record || !own) continue;
      const before = {
        kit: record.kit.definition,
        parts: own.parts,
        rows: own.rows,
        fasteners: record.fasteners,
        marks: [...own.marks, ...record.things],
      };
      found.push(...effectsOf(before, edited(before, assembly.id, reaching)).map((r) => ({ ...r, assemblyId: assembly.id })));
    }
    const kit = await findEntity(this.db, 'kit', kitId);
    return JSON.stringify({ rows: found, units: kit?.definition.units ?? 'in' } satisfies EffectsAnswer);
  }
}

function assemblyIdOf(definition: object): string | null {
  return 'assemblyId' in definition ? (definition.assemblyId as string) : null;
}
