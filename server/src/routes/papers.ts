import { Router } from 'express';
import { PAPERS, type PaperName } from '#core/layout/paper';
import { rowStrip } from '#core/layout/row-strip';
import type { Database } from '../db/connection';
import { stripPdf } from '../files/strip-pdf';
import { refuse } from './answers';
import { findRow } from './find-row';

function paperOf(asked: unknown): PaperName | null {
  return asked === undefined ? 'a4' : typeof asked === 'string' && asked in PAPERS ? (asked as PaperName) : null;
}

/** What is printed. */
export function paperRoutes(db: Database): Router {
  const routes = Router();

  routes.get('/rows/:id/strip.pdf', async (req, res) => {
    const paper = paperOf(req.query.paper);
    if (paper === null) return refuse(res, 400, 'paper-unknown');
    const found = await findRow(db, req.params.id);
    if (!found.ok) return refuse(res, found.problem.code === 'part-unknown' ? 409 : 404, found.problem.code);
    const { row, stack, parts, kit, assembly } = found.value;
    const name = row.definition.name || row.definition.layers.map((l) => parts.get(l.partId)?.name).join(' / ');
    const strip = rowStrip(row.definition, { title: `${assembly.definition.name}: ${name}`, stack, parts, units: kit.units });
    if (!strip) return refuse(res, 409, 'row-not-placed');
    res.type('pdf').attachment('strip.pdf');
    stripPdf(strip, paper, kit.units).pipe(res);
  });

  return routes;
}
