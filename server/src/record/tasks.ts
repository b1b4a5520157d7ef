import { createWriteStream, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { daysIn, isTimeZone } from '#core/log/day-of';
import { workedTimes } from '#core/log/work-hours';
import type { PaperName } from '#core/layout/paper';
import { assemblyWork } from '#core/setup/assembly-work';
import { stockNeeds } from '#core/stock/needs';
import type { Units } from '#core/units/length';
import { exportKit } from '../commands/kit-document';
import type { Database } from '../db/connection';
import { loadKitRecord, type KitRecord } from '../db/kit-record';
import { dossierPdf } from '../files/dossier-pdf';
import type { RecordQuestion } from '../files/dossier';
import { hoursCsv, marksCsv, rowsCsv } from '../files/record-csv';
import { LogBook } from './log-book';

export const TABLES = { marks: marksCsv, rows: rowsCsv, hours: hoursCsv } as const;
export type TableName = keyof typeof TABLES;

/** What every question about a record says: the kit, one of its assemblies or all, when it is, and the asker's time zone. */
interface Asked {
  readonly kitId: string;
  readonly assemblyId: string | null;
  readonly now: string;
  /** Where the kit has none of its own. */
  readonly zone: string;
}

export interface LogAsked extends Asked {
  readonly find: string;
  readonly units: Units | null;
  /** The page after which to go on; null: from the newest. */
  readonly after: string | null;
}

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

/** The kit's own zone decides on which day a moment falls; the asker's where it has none. */
export function questionOf(record: Pick<KitRecord, 'kit'>, { now, zone }: Pick<Asked, 'now' | 'zone'>): RecordQuestion {
  const own = record.kit.definition.timeZone;
  return { now, dayOf: daysIn(own !== undefined && isTimeZone(own) ? own : zone) };
}
