import { Router, type Request, type Response } from 'express';
import { logPages } from '#core/log/day-log';
import { PAPERS, type PaperName } from '#core/layout/paper';
import { holesInPlan } from '#core/record/holes';
import { workedTimes } from '#core/log/work-hours';
import { pageReach } from '#core/record/page-revisions';
import { rowTitle } from '#core/record/title';
import { stockNeeds } from '#core/stock/needs';
import { assemblyWork } from '#core/setup/assembly-work';
import type { Database } from '../db/connection';
import { loadKitRecord, type KitRecord } from '../db/kit-record';
import type { DossierJobs } from '../files/dossier-jobs';
import type { RecordQuestion } from '../files/dossier';
import { hoursCsv, marksCsv, rowsCsv } from '../files/record-csv';
import { isId, refuse } from './answers';

const TABLES = { marks: marksCsv, rows: rowsCsv, hours: hoursCsv } as const;
const MINUTE_MS = 60_000;
/** Minutes that a place on earth can be west or east of Greenwich. */
const OFFSET_MAX = 14 * 60;

/** The builder's day: `offset` is minutes that the local clock is ahead of Greenwich, as the browser says it. */
function questionOf(req: Request, now: Date): RecordQuestion | null {
  const offset = Number(req.query.offset ?? 0);
  if (!Number.isInteger(offset) || Math.abs(offset) > OFFSET_MAX) return null;
  return {
    now: now.toISOString(),
    dayOf: (iso) => new Date(Date.parse(iso) + offset * MINUTE_MS).toISOString().slice(0, 10),
  };
}

/** The kit's whole record: the log that writes itself, the stock, the dossier, tables of everything. */
export function recordRoutes(db: Database, jobs: DossierJobs, photosDir: string, now: () => Date): Router {
  const routes = Router();
  const asked = (req: Request, res: Response): { id: string; assembly: string | undefined; q: RecordQuestion } | null => {
    const id = String(req.params.id);
    const { assembly } = req.query;
    const q = questionOf(req, now());
    if (q === null || (assembly !== undefined && (typeof assembly !== 'string' || !isId(assembly)))) {
      refuse(res, 400, 'request-invalid');
      return null;
    }
    if (!isId(id)) {
      refuse(res, 404, 'kit-unknown');
      return null;
    }
    return { id, assembly, q };
  };
  const load = async (req: Request, res: Response): Promise<{ record: KitRecord; q: RecordQuestion } | null> => {
    const what = asked(req, res);
    if (!what) return null;
    const { id, assembly, q } = what;
    const record = await loadKitRecord(db, id, assembly);
    if (!record) {
      refuse(res, 404, assembly === undefined ? 'kit-unknown' : 'assembly-unknown');
      return null;
    }
    return { record, q };
  };

  routes.get('/kits/:id/log', async (req, res) => {
    const found = await load(req, res);
    if (!found) return;
    const { record, q } = found;
    const pages = record.assemblies.flatMap((a) =>
      logPages(a.marks, { assemblyOf: () => a.assembly.id, dayOf: q.dayOf, now: q.now }).map((page) => ({
        ...page,
        /* Counted lines are told by their counts; their marks stay here. */
        lines: page.lines.map((l) => ({ ...l, marks: l.marks.filter((m) => Object.keys(m.payload).some((k) => TOLD.includes(k))) })),
      })),
    );
    pages.sort((a, b) => (a.day === b.day ? 0 : a.day < b.day ? 1 : -1));
    const rows: Record<string, { title: string; page: string; assemblyId: string; holeIds: string[] }> = {};
    const parts: Record<string, string> = {};
    const assemblies: Record<string, string> = {};
    for (const a of record.assemblies) {
      const byId = new Map(a.parts.map((p) => [p.id, p.definition]));
      assemblies[a.assembly.id] = a.assembly.definition.name;
      for (const p of a.parts) parts[p.id] = p.definition.name;
      for (const r of a.rows)
        rows[r.id] = {
          title: rowTitle(r.definition, byId),
          page: r.definition.page,
          assemblyId: a.assembly.id,
          holeIds: holesInPlan(r.definition.holes).map((h) => h.id),
        };
    }
    const revised = record.pages.map((page) => {
      const reaches = record.assemblies.map((a) => pageReach(page.definition, a.rows, a.parts, a.marks));
      return {
        page,
        rows: reaches.flatMap((r) => r.rows.map(({ row, doneBefore }) => ({ rowId: row.id, doneBefore }))),
        partIds: reaches.flatMap((r) => r.parts.map((p) => p.id)),
      };
    });
    res.json({ kit: record.kit, pages, rows, parts, assemblies, revised });
  });

  routes.get('/kits/:id/stock', async (req, res) => {
    const found = await load(req, res);
    if (!found) return;
    const { kit, assemblies } = found.record;
    const rows = assemblies.flatMap((a) => assemblyWork({ kit: kit.definition, parts: a.parts, rows: a.rows, marks: a.marks }).rows);
    res.json({ kit, needs: stockNeeds(rows, kit.definition.stock ?? {}, kit.definition.sparePercent ?? SPARE_PERCENT) });
  });

  /* How the hours of all shifts went by kind of work: what minutes are learned from. */
  routes.get('/kits/:id/worked', async (req, res) => {
    const found = await load(req, res);
    if (!found) return;
    res.json({
      worked: workedTimes(
        found.record.assemblies.flatMap((a) => a.marks),
        found.q.now,
      ),
    });
  });

  routes.get('/kits/:id/record/:table.csv', async (req, res) => {
    const table = String(req.params.table);
    if (!Object.hasOwn(TABLES, table)) return refuse(res, 404, 'address-unknown');
    const found = await load(req, res);
    if (!found) return;
    res.type('text/csv; charset=utf-8').attachment(`${table}.csv`);
    for (const one of TABLES[table as keyof typeof TABLES](found.record, found.q)) res.write(`${one}\r\n`);
    res.end();
  });

  routes.post('/kits/:id/dossier', async (req, res) => {
    const paper = req.query.paper ?? 'a4';
    if (typeof paper !== 'string' || !(paper in PAPERS)) return refuse(res, 400, 'paper-unknown');
    const what = asked(req, res);
    if (!what) return;
    const { id, assembly, q } = what;
    const job = jobs.start(() => loadKitRecord(db, id, assembly), { ...q, paper: paper as PaperName, photosDir });
    res.status(202).json(jobs.find(job));
  });
  routes.get('/dossiers/:job', (req, res) => {
    const job = jobs.find(req.params.job);
    if (!job) return refuse(res, 404, 'dossier-unknown');
    res.json(job);
  });
  routes.delete('/dossiers/:job', (req, res) => {
    jobs.stop(req.params.job);
    res.json({ stopping: true });
  });
  routes.get('/dossiers/:job/dossier.pdf', (req, res) => {
    const file = jobs.fileOf(req.params.job);
    if (!file) return refuse(res, 404, 'dossier-unknown');
    res.type('pdf').attachment('dossier.pdf').sendFile(file, { dotfiles: 'allow' });
  });
  return routes;
}

/** What makes a mark worth telling by itself. */
const TOLD: readonly string[] = ['deviation', 'head', 'dimple', 'reading', 'rivet', 'clicks', 'angle', 'workMinutes', 'photoIds'];
/** More than needed, where the builder said nothing else. This project's own default. */
const SPARE_PERCENT = 10;
