import express, { Router } from 'express';
import { halfCharacterIn } from '#core/typed/whole-text';
import { problemMessage } from '#core/wording/problems';
import { importKit } from '../commands/kit-document';
import type { Database } from '../db/connection';
import { refuse } from './answers';

/** A whole kit's record is larger than any one write. */
const DOCUMENT_LIMIT = '40mb';

/** Kits in as documents. */
export function documentRoutes(db: Database, now: () => Date): Router {
  const routes = Router();

  routes.post('/kits/import', express.json({ limit: DOCUMENT_LIMIT, strict: false }), async (req, res) => {
    const { as } = req.query;
    if (as !== undefined && as !== 'copy') return refuse(res, 400, 'request-invalid');
    const half = halfCharacterIn(req.body);
    if (half !== null) {
      const problem = { code: 'text-half-character', path: half, data: { path: half } };
      return refuse(res, 400, problem.code, { path: half, message: problemMessage(problem) });
    }
    const taken = await importKit(db, req.body, as === 'copy', now());
    if (taken.ok) res.json(taken.value);
    else
      refuse(res, taken.problem.code === 'kit-ids-taken' ? 409 : 400, taken.problem.code, {
        path: taken.problem.path ?? '',
        message: problemMessage(taken.problem),
      });
  });

  return routes;
}
