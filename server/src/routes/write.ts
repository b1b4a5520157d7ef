import { Router, type Response } from 'express';
import { checkShape } from '#core/formats/document';
import { MARKS_SCHEMA } from '#core/formats/mark-schemas';
import { CHANGE_SCHEMA } from '#core/formats/record-schemas';
import { answerPrep } from '#core/formats/prep-document';
import type { Change } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { Problem } from '#core/units/result';
import { problemMessage } from '#core/wording/problems';
import { keepChange } from '../commands/change';
import { keepMarks } from '../commands/marks';
import type { Database } from '../db/connection';
import { pairedDevice } from '../people/access';
import { refuse } from './answers';

function refuseShape(res: Response, problem: Problem): void {
  refuse(res, 400, problem.code, { path: problem.path ?? '', message: problemMessage(problem) });
}

/** Everything that writes. An answer of 200 means committed. `now` is the clock, passed in. */
export function writeRoutes(db: Database, now: () => Date): Router {
  const routes = Router();

  routes.post('/changes', async (req, res) => {
    const shape = checkShape<Change>(CHANGE_SCHEMA, req.body);
    if (!shape.ok) return refuseShape(res, shape.problem);
    const kept = await keepChange(db, shape.value, now(), pairedDevice(res));
    if (kept.ok) res.json(kept.value);
    else refuse(res, 409, kept.problem.code, kept.problem);
  });

  routes.post('/marks', async (req, res) => {
    const shape = checkShape<{ kitId: string; marks: Mark[] }>(MARKS_SCHEMA, req.body);
    if (!shape.ok) return refuseShape(res, shape.problem);
    const kept = await keepMarks(db, shape.value.kitId, shape.value.marks, now(), pairedDevice(res));
    if (kept.ok) res.json(kept.value);
    else refuse(res, kept.problem.code === 'kit-unknown' ? 404 : 409, kept.problem.code, kept.problem);
  });

  /* The headless `prep` over the wire: computes, keeps nothing. */
  routes.post('/prep', (req, res) => {
    const answer = answerPrep(req.body);
    if (answer.ok) res.json(answer.value);
    else refuseShape(res, answer.problem);
  });

  return routes;
}
