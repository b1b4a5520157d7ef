import { pipeline, Readable } from 'node:stream';
import { Router, type Request, type Response } from 'express';
import { checkShape } from '#core/formats/document';
import { CHANGE_SCHEMA } from '#core/formats/record-schemas';
import type { Change } from '#core/record/definitions';
import { problemMessage } from '#core/wording/problems';
import { isTimeZone } from '#core/log/day-of';
import { PAPERS, type PaperName } from '#core/layout/paper';
import type { DossierJobs } from '../files/dossier-jobs';
import type { RecordDesk } from '../record/desk';
import { TABLES, type Task, type TableName } from '../record/tasks';
import { isId, refuse } from './answers';

interface RecordAt {
  readonly desk: RecordDesk;
  readonly jobs: DossierJobs;
  readonly photosDir: string;
  readonly now: () => Date;
}

/** Longest text looked for in the log, and longest name of a page of it. */
const FIND_MAX = 200;
const AFTER_MAX = 60;
/** Bytes of an answer written at once. */
const PIECE = 65_536;

/** Sends an answer piece by piece, as it is taken: others are served in between. */
function inPieces(res: Response, bytes: Uint8Array): void {
  res.setHeader('Content-Length', bytes.byteLength);
  pipeline(Readable.from(piecesOf(bytes)), res, () => undefined);
}

function* piecesOf(bytes: Uint8Array): Iterable<Uint8Array> {
  for (let from = 0; from < bytes.byteLength; from += PIECE) yield bytes.subarray(from, from + PIECE);
}

/** The kit's whole record: the log that writes itself, the stock, the dossier, tables of everything, the kit as a document. */
export function recordRoutes({ desk, jobs, photosDir, now }: RecordAt): Router {
  const routes = Router();
  const asked = (req: Request, res: Response) => {
    const kitId = String(req.params.id);
    const { assembly, zone = 'UTC' } = req.query;
    if (typeof zone !== 'string' || !isTimeZone(zone) || (assembly !== undefined && (typeof assembly !== 'string' || !isId(assembly)))) {
      refuse(res, 400, 'request-invalid');
      return null;
    }
    if (!isId(kitId)) {
      refuse(res, 404, 'kit-unknown');
      return null;
    }
    return { kitId, assemblyId: assembly ?? null, zone, now: now().toISOString() };
  };
  const answer = async (res: Response, task: Task, give: (bytes: Uint8Array) => void): Promise<void> => {
    const bytes = await desk.run(task);
    if (bytes === null) return refuse(res, 404, 'assemblyId' in task && task.assemblyId !== null ? 'assembly-unknown' : 'kit-unknown');
    give(bytes);
  };
  const json = (res: Response) => (bytes: Uint8Array) => inPieces(res.type('json'), bytes);

  /* What a change would do to work that was done, before it is kept. */
  routes.post('/changes/effects', async (req, res) => {
    const shape = checkShape<Change>(CHANGE_SCHEMA, req.body);
    if (!shape.ok) return refuse(res, 400, shape.problem.code, { path: shape.problem.path ?? '', message: problemMessage(shape.problem) });
    const { kitId, edits, undoes } = shape.value;
    await answer(res, { kind: 'effects', kitId, edits, undoes }, json(res));
  });

  /* A page of the log, newest first; `after` names the last one read. */
  routes.get('/kits/:id/log', async (req, res) => {
    const what = asked(req, res);
    if (!what) return;
    const { find = '', after = null, units = null } = req.query;
    if (typeof find !== 'string' || find.length > FIND_MAX || (after !== null && (typeof after !== 'string' || after.length > AFTER_MAX)))
      return refuse(res, 400, 'request-invalid');
    if (units !== null && units !== 'in' && units !== 'mm') return refuse(res, 400, 'request-invalid');
    await answer(res, { kind: 'log', ...what, find, after, units }, json(res));
  });
  for (const kind of ['overview', 'index'] as const)
    routes.get(`/kits/:id/${kind}`, async (req, res) => {
      const what = asked(req, res);
      if (what) await answer(res, { kind, ...what }, json(res));
    });

  routes.get('/kits/:id/stock', async (req, res) => {
    const what = asked(req, res);
    if (what) await answer(res, { kind: 'stock', ...what }, json(res));
  });
  routes.get('/kits/:id/recalls', async (req, res) => {
    const what = asked(req, res);
    if (what) await answer(res, { kind: 'recalls', ...what, assemblyId: null }, json(res));
  });
  /* How the hours of all shifts went by kind of work: what minutes are learned from. */
  routes.get('/kits/:id/worked', async (req, res) => {
    const what = asked(req, res);
    if (what) await answer(res, { kind: 'worked', ...what }, json(res));
  });
  routes.get('/kits/:id/record/:table.csv', async (req, res) => {
    const table = String(req.params.table);
    if (!Object.hasOwn(TABLES, table)) return refuse(res, 404, 'address-unknown');
    const what = asked(req, res);
    if (!what) return;
    await answer(res, { kind: 'table', table: table as TableName, ...what }, (bytes) =>
      inPieces(res.type('text/csv; charset=utf-8').attachment(`${table}.csv`), bytes),
    );
  });
  routes.get('/kits/:id/export', async (req, res) => {
    const { id } = req.params;
    if (!isId(id)) return refuse(res, 404, 'kit-unknown');
    await answer(res, { kind: 'export', kitId: id }, (bytes) => inPieces(res.type('json').attachment('kit.json'), bytes));
  });

  routes.post('/kits/:id/dossier', (req, res) => {
    const paper = req.query.paper ?? 'a4';
    if (typeof paper !== 'string' || !Object.hasOwn(PAPERS, paper)) return refuse(res, 400, 'paper-unknown');
    const what = asked(req, res);
    if (!what) return;
    const job = jobs.start({ ...what, paper: paper as PaperName, photosDir });
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
