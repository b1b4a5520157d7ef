import { RecordedDefinitions, refusalOf } from '../record/recorded';
import Joi from 'joi';
import { KIT_OWNED, kitNamedBy, type Change, type Definitions, type EntityKind } from '../record/definitions';
import type { Mark } from '../record/marks';
import { bad, good, type Result } from '../units/result';
import { checkShape } from './document';
import { MARK_SCHEMA } from './mark-schemas';
import { DEFINITION_SCHEMAS, VERSION_MAX } from './record-schemas';
import { WHO_AND_WHEN } from './schema-parts';
import { upgradeKit } from './upgrade-kit';

/**
 * A whole kit as one JSON document: ids kept, keys sorted, no time of export inside. Published as a JSON Schema in
 * docs/kit.schema.json. What is exported, imported and exported again is the same to the byte.
 */
export const KIT_FORMAT = 'patient-anvil-kit';

export interface KitDocument {
  readonly format: typeof KIT_FORMAT;
  readonly formatVersion: 1;
  readonly kitId: string;
  readonly entities: readonly DocumentEntity[];
  readonly changes: readonly DocumentChange[];
  readonly marks: readonly Mark[];
}

/** A definition with its version; deleted ones stay, since marks and changes may name them. */
export interface DocumentEntity {
  readonly kind: EntityKind;
  readonly id: string;
  readonly version: number;
  readonly deleted: boolean;
  readonly definition: Definitions[EntityKind];
}

/** A kept change with both sides of its edits. */
export type DocumentChange = Omit<Change, 'edits' | 'kitId'> & {
  readonly edits: readonly {
    readonly kind: EntityKind;
    readonly id: string;
    readonly version: number;
    readonly before: object | null;
    readonly after: object | null;
  }[];
};

const id = Joi.string().guid({ separator: '-' }).lowercase();
const kinds = Object.keys(DEFINITION_SCHEMAS) as EntityKind[];

export const KIT_DOCUMENT_SCHEMA = Joi.object({
  format: Joi.valid(KIT_FORMAT).required(),
  formatVersion: Joi.valid(1).required(),
  kitId: id.required(),
  entities: Joi.array()
    .items(
      ...kinds.map((kind) =>
        Joi.object({
          kind: Joi.valid(kind).required(),
          id: id.required(),
          version: Joi.number().integer().min(1).max(VERSION_MAX).required(),
          deleted: Joi.boolean().required(),
          definition: DEFINITION_SCHEMAS[kind].required(),
        }),
      ),
    )
    .max(20_000)
    .required(),
  changes: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        ...WHO_AND_WHEN,
        reason: Joi.string().allow('').max(500).required(),
        undoes: id.allow(null).required(),
        edits: Joi.array()
          .items(
            /* Both sides are definitions like any other: an undo writes them back. */
            ...kinds.map((kind) =>
              Joi.object({
                kind: Joi.valid(kind).required(),
                id: id.required(),
                version: Joi.number().integer().min(1).max(VERSION_MAX).required(),
                before: DEFINITION_SCHEMAS[kind].allow(null).required(),
                after: DEFINITION_SCHEMAS[kind].allow(null).required(),
              }),
            ),
          )
          .required(),
      }),
    )
    .max(200_000)
    .required(),
  marks: Joi.array().items(MARK_SCHEMA).max(500_000).required(),
})
  .required()
  .label('kit');

/** Writes a value as JSON with its keys in order, so that the same kit is always the same text. */
export function sortedJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(sortedJson).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    const entries = Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${sortedJson(v)}`).join(',')}}`;
  }
  return JSON.stringify(value);
}

/**
 * The document's text: one entity, change or mark a line, so that two exports can be compared line by line. Marks stand in the order in which the
 * record took them: it decides between two of one time.
 */
export function writeKitDocument(doc: KitDocument): string {
  const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
  const lines = (items: readonly unknown[]) => (items.length === 0 ? '[]' : `[\n${items.map(sortedJson).join(',\n')}\n]`);
  return `{"changes":${lines(doc.changes)},\n"entities":${lines([...doc.entities].sort(byId))},\n"format":${JSON.stringify(doc.format)},"formatVersion":${doc.formatVersion},"kitId":${JSON.stringify(doc.kitId)},\n"marks":${lines(doc.marks)}}\n`;
}

/** Checks a document as a whole: its shape, one kit, every reference within it, no id twice. */
export function readKitDocument(value: unknown): Result<KitDocument> {
  if (typeof value === 'object' && value !== null && (value as { format?: unknown }).format !== KIT_FORMAT)
    return bad({ code: 'kit-format-unknown', path: 'format' });
  const shape = checkShape<KitDocument>(KIT_DOCUMENT_SCHEMA, upgradeKit(value));
  if (!shape.ok) return shape;
  const doc = shape.value;
  const byId = new Map<string, DocumentEntity>();
  for (const [i, e] of doc.entities.entries()) {
    if (byId.has(e.id)) return bad({ code: 'kit-id-twice', path: `entities[${i}].id` });
    byId.set(e.id, e);
  }
  for (const [i, e] of doc.entities.entries()) {
    const { definition } = e;
    const fits =
      e.kind === 'kit'
        ? e.id === doc.kitId
        : (KIT_OWNED as readonly EntityKind[]).includes(e.kind)
          ? kitNamedBy(definition) === doc.kitId
          : 'assemblyId' in definition &&
            byId.get(definition.assemblyId)?.kind === 'assembly' &&
            (!('layers' in definition) ||
              (definition.layers.every((l) => byId.get(l.partId)?.kind === 'part') &&
                (!definition.fastenerId || byId.get(definition.fastenerId)?.kind === 'fastener')));
    if (!fits) return bad({ code: 'kit-reference-missing', path: `entities[${i}]` });
  }
  if (byId.get(doc.kitId)?.kind !== 'kit') return bad({ code: 'kit-reference-missing', path: 'kitId' });
  for (const [list, items] of [
    ['changes', doc.changes],
    ['marks', doc.marks],
  ] as const) {
    const seen = new Set<string>();
    for (const [i, item] of items.entries()) {
      if (seen.has(item.id)) return bad({ code: 'kit-id-twice', path: `${list}[${i}].id` });
      seen.add(item.id);
    }
  }
  return good(doc);
}

/** Marks of a document that no record would take, fresh or not: of what the kit never had, of a time that is none of its life. */
export function unsoundMarks(doc: KitDocument, now: Date): Result<null> {
  const recorded = new RecordedDefinitions();
  for (const e of doc.entities) recorded.take(e.kind, e.id, e.definition);
  for (const { edits } of doc.changes)
    for (const e of edits) for (const side of [e.before, e.after]) if (side) recorded.take(e.kind, e.id, side);
  const began = doc.changes.reduce((first, c) => Math.min(first, Date.parse(c.recordedAt)), now.getTime());
  for (const [i, mark] of doc.marks.entries()) {
    const code = refusalOf(mark, recorded, { now: now.getTime(), kitBegan: began });
    if (code) return bad({ code, path: `marks[${i}]` });
  }
  return good(null);
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** A text that is an id, or begins with one as the id of an operation does. */
const IS_ID = new RegExp(`^(part/)?${UUID.source}(/.*)?$`);

/** The same kit under ids of its own. Devices and people keep theirs: they are who they are. */
export function copyOfKit(doc: KitDocument, newId: () => string): KitDocument {
  const kept = new Set([...doc.changes, ...doc.marks].flatMap((r) => [r.device, r.person]));
  for (const e of doc.entities) if (e.kind === 'kit' && 'people' in e.definition) for (const p of e.definition.people) kept.add(p.id);
  /* Photos stay what they are: a copy shows the same ones. */
  for (const m of doc.marks) for (const id of m.payload.photoIds ?? []) kept.add(id);
  const renamed = new Map<string, string>();
  const rename = (old: string): string => {
    if (kept.has(old)) return old;
    let made = renamed.get(old);
    if (made === undefined) renamed.set(old, (made = newId()));
    return made;
  };
  const turn = (value: unknown): unknown => {
    if (typeof value === 'string') return IS_ID.test(value) ? value.replace(UUID, rename) : value;
    if (Array.isArray(value)) return value.map(turn);
    if (value !== null && typeof value === 'object') return Object.fromEntries(Object.entries(value).map(([k, v]) => [turn(k), turn(v)]));
    return value;
  };
  return turn(doc) as KitDocument;
}
