import { randomUUID } from 'node:crypto';
import {
  copyOfKit,
  KIT_FORMAT,
  readKitDocument,
  unsoundMarks,
  writeKitDocument,
  type DocumentChange,
  type KitDocument,
} from '#core/formats/kit-document';
import { bad, good, type Result } from '#core/units/result';
import { databaseErrno, ERRNO_DUPLICATE, type Database } from '../db/connection';
import { countTaken, insertEntities, listOfKit } from '../db/entities';
import { insertRecord, listRecordOfKit } from '../db/record';
import type { AppliedEdit } from '../db/schema';

/** A whole kit as its document's text; null where there is no such kit. */
export async function exportKit(db: Database, kitId: string): Promise<string | null> {
  const entities = await listOfKit(db, kitId);
  if (!entities.some((e) => e.id === kitId && !e.deleted)) return null;
  const record = await listRecordOfKit(db, kitId);
  return writeKitDocument({
    format: KIT_FORMAT,
    formatVersion: 1,
    kitId,
    entities: entities.map(({ kind, id, version, deleted, definition }) => ({ kind, id, version, deleted, definition })),
    changes: record.changes.map(({ id, person, device, recordedAt, reason, undoes, edits }): DocumentChange => ({
      id,
      person,
      device,
      recordedAt,
      reason,
      undoes,
      edits,
    })),
    marks: record.marks,
  });
}

/** Takes a document in: all of it or nothing. Ids that are here already refuse it, unless it comes as a copy. */
export async function importKit(db: Database, value: unknown, asCopy: boolean, receivedAt: Date): Promise<Result<{ kitId: string }>> {
  const read = readKitDocument(value);
  if (!read.ok) return read;
  const sound = unsoundMarks(read.value, receivedAt);
  if (!sound.ok) return sound;
  const doc: KitDocument = asCopy ? copyOfKit(read.value, randomUUID) : read.value;
  const taken = await countTaken(
    db,
    doc.entities.map((e) => e.id),
  );
  if (taken > 0) return bad({ code: 'kit-ids-taken', data: { count: taken } });
  try {
    await db.transaction(async (tx) => {
      const entities = doc.entities.map((e) => ({
        ...e,
        kitId: doc.kitId,
        assemblyId: 'assemblyId' in e.definition ? e.definition.assemblyId : null,
      }));
      await insertEntities(tx, entities);
      await insertRecord(
        tx,
        doc.kitId,
        { changes: doc.changes.map((c) => ({ ...c, edits: c.edits as AppliedEdit[] })), marks: doc.marks },
        receivedAt,
      );
    });
  } catch (error) {
    if (databaseErrno(error) === ERRNO_DUPLICATE) return bad({ code: 'kit-ids-taken', data: { count: 1 } });
    throw error;
  }
  return good({ kitId: doc.kitId });
}
