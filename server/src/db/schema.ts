import { bigint, boolean, datetime, double, index, int, json, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { Definitions, EntityKind } from '#core/record/definitions';
import type { MarkWork } from '#core/record/mark-work';
import type { Mark } from '#core/record/marks';

const uuid = (name: string) => varchar(name, { length: 36 });
/* Times that people and devices give are kept as their ISO text, so that they come back to the letter. */
const isoTime = (name: string) => varchar(name, { length: 24 });

/** Definitions as they stand: kits, assemblies, parts and rows, each with its version. */
export const entities = mysqlTable(
  'entities',
  {
    id: uuid('id').primaryKey(),
    kind: varchar('kind', { length: 12 }).$type<EntityKind>().notNull(),
    kitId: uuid('kit_id').notNull(),
    assemblyId: uuid('assembly_id'),
    version: int('version').notNull(),
    definition: json('definition').$type<Definitions[EntityKind]>().notNull(),
    deleted: boolean('deleted').notNull().default(false),
  },
  (t) => [index('entities_kit').on(t.kitId, t.kind), index('entities_assembly').on(t.assemblyId, t.kind)],
);

/** What one edit of a change did: both sides, so that it can be shown and turned round. */
export interface AppliedEdit {
  kind: EntityKind;
  id: string;
  /** Version after the edit. */
  version: number;
  before: Definitions[EntityKind] | null;
  after: Definitions[EntityKind] | null;
}

/** Every change of definitions ever made, in the order it was kept. */
export const changes = mysqlTable(
  'changes',
  {
    seq: bigint('seq', { mode: 'number' }).autoincrement().primaryKey(),
    id: uuid('id').notNull(),
    kitId: uuid('kit_id').notNull(),
    person: uuid('person').notNull(),
    device: uuid('device').notNull(),
    recordedAt: isoTime('recorded_at').notNull(),
    receivedAt: datetime('received_at', { mode: 'date', fsp: 3 }).notNull(),
    reason: varchar('reason', { length: 500 }).notNull(),
    undoes: uuid('undoes'),
    edits: json('edits').$type<AppliedEdit[]>().notNull(),
    /** Its place in the kit's record, given in the order of commit; marks and changes share the numbers. */
    place: bigint('place', { mode: 'number' }).notNull().default(0),
  },
  (t) => [uniqueIndex('changes_id').on(t.id), index('changes_kit').on(t.kitId), index('changes_place').on(t.kitId, t.place)],
);

/** Marks: appended, never altered. */
export const marks = mysqlTable(
  'marks',
  {
    seq: bigint('seq', { mode: 'number' }).autoincrement().primaryKey(),
    id: uuid('id').notNull(),
    kitId: uuid('kit_id').notNull(),
    kind: varchar('kind', { length: 20 }).$type<Mark['kind']>().notNull(),
    v: int('v').$type<Mark['v']>().notNull(),
    rowId: uuid('row_id').notNull(),
    holeIds: json('hole_ids').$type<string[]>().notNull(),
    layerIds: json('layer_ids').$type<string[]>().notNull(),
    side: varchar('side', { length: 4 }).$type<Mark['side']>(),
    doneAt: isoTime('done_at').notNull(),
    recordedAt: isoTime('recorded_at').notNull(),
    receivedAt: datetime('received_at', { mode: 'date', fsp: 3 }).notNull(),
    person: uuid('person').notNull(),
    device: uuid('device').notNull(),
    payload: json('payload').$type<Mark['payload']>().notNull(),
    /** Of a mark of before marks carried the work: what it was, read as of its done-at; null: it cannot be told. Looked at once. */
    workThen: json('work_then').$type<MarkWork>(),
    isThenTold: boolean('is_then_told').notNull().default(false),
    /** Its place in the kit's record, given in the order of commit; marks and changes share the numbers. */
    place: bigint('place', { mode: 'number' }).notNull().default(0),
  },
  (t) => [
    uniqueIndex('marks_id').on(t.id),
    index('marks_row').on(t.rowId),
    index('marks_kit').on(t.kitId),
    index('marks_place').on(t.kitId, t.place),
    index('marks_row_place').on(t.rowId, t.place),
    index('marks_then').on(t.isThenTold, t.kitId),
  ],
);

/** The newest place given in each kit. Its row is locked until the transaction that took places from it ends. */
export const kitPlaces = mysqlTable('kit_places', {
  kitId: uuid('kit_id').primaryKey(),
  n: bigint('n', { mode: 'number' }).notNull(),
});

/** Which life of this database it is: a restored copy rewinds places, so readers begin anew where the epoch differs. One row, id 1. */
export const recordEpoch = mysqlTable('record_epoch', {
  id: int('id').primaryKey(),
  epoch: uuid('epoch').notNull(),
});

/** Steps of an upgrade that go through what is stored, by name, once each is done. */
export const upgrades = mysqlTable('upgrades', { name: varchar('name', { length: 40 }).primaryKey() });

/** Photos: the files lie in the data folder under their id. */
export const photos = mysqlTable(
  'photos',
  {
    id: uuid('id').primaryKey(),
    kitId: uuid('kit_id').notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    bytes: int('bytes').notNull(),
    device: uuid('device').notNull(),
    receivedAt: datetime('received_at', { mode: 'date', fsp: 3 }).notNull(),
    /** SHA-256 of the picture as it was sent; absent in those of before. */
    sentSha256: varchar('sent_sha256', { length: 64 }),
    /** SHA-256 of the file as it was kept; absent in those of before. */
    keptSha256: varchar('kept_sha256', { length: 64 }),
  },
  (t) => [index('photos_kit').on(t.kitId)],
);

/** Devices of the local network that were let in; only a hash of what each carries is kept. */
export const devices = mysqlTable(
  'devices',
  {
    id: uuid('id').primaryKey(),
    name: varchar('name', { length: 60 }).notNull(),
    person: varchar('person', { length: 60 }).notNull(),
    tokenHash: varchar('token_hash', { length: 64 }).notNull(),
    pairedAt: datetime('paired_at', { mode: 'date', fsp: 3 }).notNull(),
    droppedAt: datetime('dropped_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [uniqueIndex('devices_token').on(t.tokenHash)],
);

/** What digital gauges said, by their own numbering; those nobody pressed for are let go after a while. */
export const gaugeReadings = mysqlTable(
  'gauge_readings',
  {
    gauge: varchar('gauge', { length: 40 }).notNull(),
    seq: bigint('seq', { mode: 'number' }).notNull(),
    mm: double('mm').notNull(),
    isPressed: boolean('is_pressed').notNull(),
    receivedAt: datetime('received_at', { mode: 'date', fsp: 3 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.gauge, t.seq] }), index('gauge_readings_received').on(t.isPressed, t.receivedAt)],
);
