import type { KeptMarksAnswer } from '#contract/answers';
import { isDeepStrictEqual } from 'node:util';
import type { KitDefinition } from '#core/record/definitions';
import { MARK_ADDRESS, type Mark } from '#core/record/marks';
import { bad, good, type Result } from '#core/units/result';
import type { Database, Queries } from '../db/connection';
import { findRecorded, type Recorded } from '../db/recorded';
import { findEntity } from '../db/entities';
import { findMarks, insertMarks, kitBegan } from '../db/record';
import { personsLetIn, type MarkedFrom } from './let-in';
import { retried } from './tries';

/** A mark of a tablet whose clock is ahead is kept up to so far in the future, and noted; beyond it is refused. */
const AHEAD_MS = 24 * 3_600_000;

/** Paper notes are written up for so long before a kit was first entered, and nothing earlier. This project's own default. */
const BEFORE_KIT_MS = 10 * 366 * 24 * 3_600_000;

/** Why the record will never take a mark. */
export interface RefusedMark {
  readonly id: string;
  readonly code:
    | 'mark-id-taken'
    | 'mark-row-unknown'
    | 'mark-hole-unknown'
    | 'mark-layer-unknown'
    | 'mark-part-unknown'
    | 'mark-in-future'
    | 'mark-before-kit'
    | 'mark-person-not-paired';
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
  const earliest = (await kitBegan(db, kitId, receivedAt)).getTime() - BEFORE_KIT_MS;
  const letIn = from && personsLetIn(kit.definition as KitDefinition, from.person);
  const latest = receivedAt.getTime() + AHEAD_MS;
  const recorded = await findRecorded(db, kitId, toKeep);
  const refused = toKeep.flatMap((m): RefusedMark[] => {
    if (Date.parse(m.doneAt) > latest) return [{ id: m.id, code: 'mark-in-future' }];
    if (Date.parse(m.doneAt) < earliest) return [{ id: m.id, code: 'mark-before-kit' }];
    if (letIn && !letIn.has(m.person)) return [{ id: m.id, code: 'mark-person-not-paired' }];
    const code = unknownIn(m, recorded);
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

/** What a mark names that its kit never had; null: it had everything. */
function unknownIn(mark: Mark, recorded: Recorded): RefusedMark['code'] | null {
  const address = MARK_ADDRESS[mark.kind];
  const isOfRow = address === 'hole' || address === 'hole-in-layer' || address === 'row';
  /* A part's or a shift's mark names the assembly; an undo what the mark it takes back names. Old marks of parts name a row. */
  const owner = recorded.owners.get(mark.rowId);
  const isOfKit = address === 'kit' || (address === 'mark' && owner === 'kit');
  if (owner === undefined || (isOfRow && owner !== 'row') || isOfKit !== (owner === 'kit')) return 'mark-row-unknown';
  if (mark.holeIds.some((id) => !recorded.holes.has(`${mark.rowId}/${id}`))) return 'mark-hole-unknown';
  if (mark.layerIds.some((id) => !recorded.layers.has(`${mark.rowId}/${id}`))) return 'mark-layer-unknown';
  if ((mark.payload.partIds ?? []).some((id) => !recorded.parts.has(id))) return 'mark-part-unknown';
  return null;
}
