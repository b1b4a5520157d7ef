import { createWriteStream, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { workedTimes } from '#core/log/work-hours';
import type { PaperName } from '#core/layout/paper';
import { assemblyWork } from '#core/setup/assembly-work';
import { stockNeeds } from '#core/stock/needs';
import { exportKit } from '../commands/kit-document';
import type { Database } from '../db/connection';
import { loadKitRecord } from '../db/kit-record';
import { dossierPdf } from '../files/dossier-pdf';
import { hoursCsv, marksCsv, rowsCsv } from '../files/record-csv';
import { questionOf, type Asked, type LogAsked } from './asked';
import { LogBook } from './log-book';

export const TABLES = { marks: marksCsv, rows: rowsCsv, hours: hoursCsv } as const;
export type TableName = keyof typeof TABLES;

/** Work on a whole record: too much to be done between two answers. Made of plain data, so that it can be sent to a thread of its own. */
export type Task =
  | ({ readonly kind: 'log' } & LogAsked)
  | ({ readonly kind: 'table'; readonly table: TableName } & Asked)
  | ({ readonly kind: 'worked' } & Asked)
  | ({ readonly kind: 'stock' } & Asked)
  | { readonly kind: 'export'; readonly kitId: string }
  | ({ readonly kind: 'dossier'; readonly paper: PaperName; readonly photosDir: string; readonly file: string } & Asked);

/** Thrown to stop a task on its way. */
export class Stopped extends Error {}

/** More than needed, where the builder said nothing else. This project's own default. */
const SPARE_PERCENT = 10;

/** Does tasks against one database; keeps what a log was last worked out to. */
export class RecordTasks {
  private readonly logs: LogBook;

  constructor(private readonly db: Database) {
    this.logs = new LogBook(db);
  }

  /** The answer as text; null where the kit or assembly is not there. `onProgress` gets 0 to 1 and may throw {@link Stopped}. */
  async run(task: Task, onProgress: (share: number) => void): Promise<string | null> {
    if (task.kind === 'export') return exportKit(this.db, task.kitId);
    if (task.kind === 'log') return this.logs.read(task);
    const record = await loadKitRecord(this.db, task.kitId, task.assemblyId ?? undefined);
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
        });
      case 'stock': {
        const { kit, assemblies } = record;
        const rows = assemblies.flatMap((a) => assemblyWork({ kit: kit.definition, parts: a.parts, rows: a.rows, marks: a.marks }).rows);
        return JSON.stringify({
          kit,
          needs: stockNeeds(rows, kit.definition.stock ?? {}, kit.definition.sparePercent ?? SPARE_PERCENT),
        });
      }
      case 'dossier': {
        const pdf = await dossierPdf(record, { ...q, paper: task.paper, photosDir: task.photosDir, onProgress });
        mkdirSync(dirname(task.file), { recursive: true });
        await pipeline(pdf, createWriteStream(task.file));
        return '';
      }
    }
  }
}
