import { Router } from 'express';
import type {
  BatchesAnswer,
  ChangesAnswer,
  FastenersAnswer,
  KitAnswer,
  KitsAnswer,
  MarksAnswer,
  RevisionAnswer,
  ToolsAnswer,
} from '#contract/answers';
import { prepAnswer } from '#core/formats/prep-document';
import { planStack } from '#core/prep/plan';
import type { Entity } from '#core/record/definitions';
import { definitionsById } from '#core/work/assembly-work';
import { stackOf, type RowContext } from '#core/record/stack-of';
import type { Units } from '#core/units/length';
import type { Database } from '../db/connection';
import {
  countByAssembly,
  findEntity,
  listAssemblies,
  listDeletedKits,
  listKits,
  listJobs,
  listOfKind,
  listRowsWith,
  listTextsOfAssembly,
} from '../db/entities';
import { findEpoch, findRevision, listBatchMarks, listChanges, listMarksOfAssembly, newestMarks } from '../db/record';
import { isId, refuse } from './answers';
import { findRow } from './find-row';

/** What a row comes to, for a list: the rest is computed where the row is shown. */
function summaryOf(row: Entity<'row'>, context: RowContext) {
  const stack = stackOf(row.definition, context);
  if (!stack) return null;
  const plan = planStack(stack);
  return { verdict: plan.verdict, preps: plan.layers.map((l) => l.prep), callout: plan.rivet.callout };
}

/** Everything that only reads. */
/** Batches mixed longer ago are on nobody's clock any more, days. */
const BATCHES_DAYS = 30;

export function readRoutes(db: Database, now: () => Date): Router {
  const routes = Router();

  routes.get('/kits', async (_req, res) => {
    const [kits, deleted, newest] = await Promise.all([listKits(db), listDeletedKits(db), newestMarks(db)]);
    /* The one worked on last first: there one carries on. */
    const at = (kit: (typeof kits)[number]) => newest.get(kit.id) ?? 0;
    kits.sort((a, b) => at(b) - at(a) || a.definition.name.localeCompare(b.definition.name, 'en'));
    res.json({ kits, deleted } satisfies KitsAnswer);
  });

  routes.get('/kits/:id', async (req, res) => {
    const { id } = req.params;
    const kit = isId(id) ? await findEntity(db, 'kit', id) : null;
    if (!kit) return refuse(res, 404, 'kit-unknown');
    const [assemblies, counts] = await Promise.all([listAssemblies(db, id), countByAssembly(db, id)]);
    const countOf = (assemblyId: string, kind: string) => counts.find((c) => c.assemblyId === assemblyId && c.kind === kind)?.count ?? 0;
    res.json({
      kit,
      assemblies: assemblies.map((a) => ({ ...a, rows: countOf(a.id, 'row'), parts: countOf(a.id, 'part') })),
    } satisfies KitAnswer);
  });

  routes.get('/kits/:id/tools', async (req, res) => {
    const { id } = req.params;
    const kit = isId(id) ? await findEntity(db, 'kit', id) : null;
    if (!kit) return refuse(res, 404, 'kit-unknown');
    res.json({ kit, tools: await listOfKind(db, 'tool', id), lots: await listOfKind(db, 'lot', id) } satisfies ToolsAnswer);
  });

  routes.get('/kits/:id/fasteners', async (req, res) => {
    const { id } = req.params;
    const kit = isId(id) ? await findEntity(db, 'kit', id) : null;
    if (!kit) return refuse(res, 404, 'kit-unknown');
    const fasteners = await listOfKind(db, 'fastener', id);
    const naming =
      fasteners.length === 0
        ? []
        : await listRowsWith(
            db,
            id,
            fasteners.map((f) => f.id),
          );
    const rows = naming.map(({ id: rowId, definition: r }) => ({
      fastenerId: r.fastenerId ?? '',
      assemblyId: r.assemblyId,
      rowId,
      name: r.name,
    }));
    res.json({ kit, fasteners, tools: await listOfKind(db, 'tool', id), rows } satisfies FastenersAnswer);
  });

  routes.get('/kits/:id/changes', async (req, res) => {
    const { id } = req.params;
    if (!isId(id)) return refuse(res, 404, 'kit-unknown');
    const changes = (await listChanges(db, id, 100)).map(({ receivedAt: _received, place: _place, ...change }) => change);
    res.json({ changes } satisfies ChangesAnswer);
  });

  /* Asked often: whether anything has been written since. */
  routes.get('/kits/:id/revision', async (req, res) => {
    const { id } = req.params;
    if (!isId(id)) return refuse(res, 404, 'kit-unknown');
    res.json((await findRevision(db, id)) satisfies RevisionAnswer);
  });

  routes.get('/kits/:id/batches', async (req, res) => {
    const { id } = req.params;
    if (!isId(id)) return refuse(res, 404, 'kit-unknown');
    res.json({ marks: await listBatchMarks(db, id, new Date(now().getTime() - BATCHES_DAYS * 86_400_000)) } satisfies BatchesAnswer);
  });

  routes.get('/assemblies/:id', async (req, res) => {
    const { id } = req.params;
    if (!isId(id)) return refuse(res, 404, 'assembly-unknown');
    const asked = performance.now();
    const [assembly, { parts, rows }, jobs] = await Promise.all([
      findEntity(db, 'assembly', id),
      listTextsOfAssembly(db, id),
      listJobs(db, id),
    ]);
    const kitId = assembly?.definition.kitId;
    const [kit, pages, fasteners] = kitId
      ? await Promise.all([findEntity(db, 'kit', kitId), listOfKind(db, 'page', kitId), listOfKind(db, 'fastener', kitId)])
      : [null, [], []];
    if (!assembly || !kit) return refuse(res, 404, 'assembly-unknown');
    rows.sort(({ entity: a }, { entity: b }) => a.definition.order - b.definition.order || (a.id < b.id ? -1 : 1));
    const started = performance.now();
    const context: RowContext = {
      kit: kit.definition,
      parts: new Map(parts.map((p) => [p.entity.id, p.entity.definition])),
      fasteners: definitionsById(fasteners),
      rows: rows.map((r) => r.entity.definition),
    };
    const summaries = Object.fromEntries(rows.map(({ entity }) => [entity.id, summaryOf(entity, context)]));
    const planMs = performance.now() - started;
    res.setHeader('Server-Timing', `db;dur=${(started - asked).toFixed(2)}, plan;dur=${planMs.toFixed(2)}`);
    const list = (texts: readonly { json: string }[]) => `[${texts.map((t) => t.json).join()}]`;
    const head = JSON.stringify({ kit, assembly, summaries, pages, fasteners, jobs }).slice(0, -1);
    res.type('json').send(`${head},"parts":${list(parts)},"rows":${list(rows)}}`);
  });

  routes.get('/assemblies/:id/marks', async (req, res) => {
    const { id } = req.params;
    const after = Number(req.query.after ?? 0);
    if (!isId(id)) return refuse(res, 404, 'assembly-unknown');
    if (!Number.isSafeInteger(after) || after < 0) return refuse(res, 400, 'after-invalid');
    /* The epoch first: a database that is put back in between shows as another life, never as marks of the old one. */
    const epoch = await findEpoch(db);
    const assembly = await findEntity(db, 'assembly', id);
    /* Findings on the kit's tools and lots reach the rows of every assembly; one question, so that no place between two is stepped over. */
    const found = await listMarksOfAssembly(db, id, after, assembly?.definition.kitId);
    res.json({ marks: found.map((f) => f.mark), last: found.at(-1)?.place ?? after, epoch } satisfies MarksAnswer);
  });

  routes.get('/rows/:id/prep', async (req, res) => {
    const asked = req.query.units;
    if (asked !== undefined && asked !== 'in' && asked !== 'mm') return refuse(res, 400, 'units-unknown');
    const found = await findRow(db, req.params.id);
    if (!found.ok) return refuse(res, found.problem.code === 'part-unknown' ? 409 : 404, found.problem.code);
    const { stack, kit } = found.value;
    const units: Units = asked ?? kit.units;
    res.json(prepAnswer(planStack(stack), stack, units));
  });

  return routes;
}
