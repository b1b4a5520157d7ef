import { Router } from 'express';
import { PAPERS, type PaperName } from '#core/layout/paper';
import { rowStrip } from '#core/record/row-strip';
import { rowTitle } from '#core/record/title';
import { assemblyWork } from '#core/work/assembly-work';
import type { Database } from '../db/connection';
import { findEntity, listOfAssembly, listOfKind } from '../db/entities';
import { listMarksOfAssembly } from '../db/record';
import { angleTemplatePdf } from '../files/angle-template-pdf';
import { benchCardPdf } from '../files/bench-card-pdf';
import { framePdf } from '../files/frame-pdf';
import { stripPdf } from '../files/strip-pdf';
import { stripsPdf } from '../files/strips-pdf';
import { isId, refuse } from './answers';
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
    const from = req.query.from ?? 'start';
    if (from !== 'start' && from !== 'end') return refuse(res, 400, 'request-invalid');
    const found = await findRow(db, req.params.id);
    if (!found.ok) return refuse(res, found.problem.code === 'part-unknown' ? 409 : 404, found.problem.code);
    const { row, stack, parts, kit, assembly } = found.value;
    const strip = rowStrip(row.definition, {
      title: `${assembly.definition.name}: ${rowTitle(row.definition, parts)}`,
      stack,
      parts,
      units: kit.units,
      from,
    });
    if (!strip) return refuse(res, 409, 'row-not-placed');
    res.type('pdf').attachment('strip.pdf');
    stripPdf(strip, paper, kit.units).pipe(res);
  });

  routes.get('/frame.pdf', (req, res) => {
    const paper = paperOf(req.query.paper);
    if (paper === null) return refuse(res, 400, 'paper-unknown');
    res.type('pdf').attachment('frame.pdf');
    framePdf(paper).pipe(res);
  });

  routes.get('/strips.pdf', (req, res) => {
    const paper = paperOf(req.query.paper);
    if (paper === null) return refuse(res, 400, 'paper-unknown');
    res.type('pdf').attachment('strips.pdf');
    stripsPdf(paper).pipe(res);
  });

  routes.get('/angle-template.pdf', (req, res) => {
    const paper = paperOf(req.query.paper);
    if (paper === null) return refuse(res, 400, 'paper-unknown');
    const angle = typeof req.query.angle === 'string' && /^\d{1,3}(\.\d{1,2})?$/.test(req.query.angle) ? Number(req.query.angle) : NaN;
    if (!(angle >= 5 && angle <= 175)) return refuse(res, 400, 'request-invalid');
    res.type('pdf').attachment('angle-template.pdf');
    angleTemplatePdf(angle, paper).pipe(res);
  });

  routes.get('/assemblies/:id/bench-card.pdf', async (req, res) => {
    const { id } = req.params;
    const paper = paperOf(req.query.paper);
    if (paper === null) return refuse(res, 400, 'paper-unknown');
    const assembly = isId(id) ? await findEntity(db, 'assembly', id) : null;
    const kit = assembly ? await findEntity(db, 'kit', assembly.definition.kitId) : null;
    if (!assembly || !kit) return refuse(res, 404, 'assembly-unknown');
    const [{ parts, rows }, fasteners, found] = await Promise.all([
      listOfAssembly(db, id),
      listOfKind(db, 'fastener', kit.id),
      listMarksOfAssembly(db, id, 0),
    ]);
    const work = assemblyWork({ kit: kit.definition, parts, rows, fasteners, marks: found.map((f) => f.mark) });
    const setup = work.setups.find((s) => s.setup.key === req.query.setup);
    if (!setup) return refuse(res, 404, 'setup-unknown');
    res.type('pdf').attachment('bench-card.pdf');
    benchCardPdf({
      kit: kit.definition.name,
      assembly: assembly.definition.name,
      work,
      setup,
      partNames: new Map(parts.map((p) => [p.id, p.definition.name])),
      paper,
      units: kit.definition.units,
    }).pipe(res);
  });

  return routes;
}
