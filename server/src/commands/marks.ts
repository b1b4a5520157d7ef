import type { KeptMarksAnswer } from '#contract/answers';
import { isDeepStrictEqual } from 'node:util';
import type { KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { refusalOf, type MarkRefusal } from '#core/record/recorded';
import { bad, good, type Result } from '#core/units/result';
import type { Database, Queries } from '../db/connection';
import { findRecorded } from '../db/recorded';
import { findEntity } from '../db/entities';
import { findMarks, insertMarks, kitBegan } from '../db/record';
import { personsLetIn, type MarkedFrom } from './let-in';
import { retried } from './tries';

/** Why the record will never take a mark. */
export interface RefusedMark {
  readonly id: string;
  readonly code: MarkRefusal | 'mark-id-taken' | 'mark-person-not-paired';
}

export type MarksProblem = { readonly code: 'kit-unknown' } | { readonly code: 'marks-refused'; readonly marks: readonly RefusedMark[] };

/**
 * Appends marks: all or none, each once by its id, acknowledged after commit. What was deleted or taken out since is still there to be
 * marked; what the kit never had is refused, and so is an id that is there with other content.
 */
export async function keepMarks(
  db: Database,
  kitId: string,
  asSent: readonly Mark[],
  receivedAt: Date,
  from: MarkedFrom = null,
): Promise<Result<KeptMarksAnswer, MarksProblem>> {
  const kit = await findEntity(db, 'kit', kitId);
  if (!kit) return bad({ code: 'kit-unknown' });
  const toKeep = from ? asSent.map((m) => ({ ...m, device: from.id })) : asSent;
  const time = { now: receivedAt.getTime(), kitBegan: (await kitBegan(db, kitId, receivedAt)).getTime() };
  const letIn = from && personsLetIn(kit.definition as KitDefinition, from.person);
  const recorded = await findRecorded(db, kitId, toKeep);
  const refused = toKeep.flatMap((m): RefusedMark[] => {
    if (letIn && !letIn.has(m.person)) return [{ id: m.id, code: 'mark-person-not-paired' }];
    const code = refusalOf(m, recorded, time);
    return code ? [{ id: m.id, code }] : [];
  });
  if (refused.length > 0) return bad({ code: 'marks-refused', marks: refused });
  const taken = await retried(() => db.transaction((tx) => append(tx, kitId, toKeep, receivedAt), { isolationLevel: 'read committed' }));
  if (taken.length > 0) return bad({ code: 'marks-refused', marks: taken.map((id) => ({ id, code: 'mark-id-taken' })) });
  const noted = toKeep.flatMap((m) => (Date.parse(m.doneAt) > receivedAt.getTime() ? [{ id: m.id, code: 'clock-ahead' as const }] : []));
  return good({ accepted: toKeep.map((m) => m.id), noted });
}

/** Appends what is not there yet; answers the ids that are there with other content, and then has appended nothing. */
async function append(q: Queries, kitId: string, toKeep: readonly Mark[], receivedAt: Date): Promise<string[]> {
  const byId = new Map<string, Mark>();
  const known = await findMarks(
    q,
    toKeep.map((m) => m.id),
  );
  const taken: string[] = [];
  for (const m of toKeep) {
    const other = byId.get(m.id) ?? known.get(m.id)?.mark;
    const isElsewhere = known.has(m.id) && known.get(m.id)?.kitId !== kitId;
    if (isElsewhere || (other && !isDeepStrictEqual(plain(other), plain(m)))) taken.push(m.id);
    else if (!other) byId.set(m.id, m);
  }
  if (taken.length === 0) await insertMarks(q, kitId, [...byId.values()], receivedAt);
  return taken;
}

/** A mark as it is stored, without the device, which is the server's word: keys that say nothing are not there. */
function plain({ device: _, ...mark }: Mark): unknown {
  return JSON.parse(JSON.stringify(mark));
}
