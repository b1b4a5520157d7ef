import Joi from 'joi';
import { MARK_SCHEMA } from '#core/formats/mark-schemas';
import { DEFINITION_SCHEMAS, VERSION_MAX } from '#core/formats/record-schemas';
import { isId } from '#core/formats/schema-parts';
import { ENTITY_KINDS, type Definitions, type Entity, type EntityKind } from '#core/record/definitions';
import { MARK_KINDS, type Mark, type MarkKind } from '#core/record/marks';
import { list, oneOf, said, shape, whole, type Is } from '#core/shapes/shape';

/* What answers are made of. Each carries its type, so that a page reads exactly what the server writes. */

/** More than any answer has. */
const NO_END = 1_000_000_000;

/** A list of any length. */
export const many = <T>(of: Is<T>): Is<readonly T[]> => list(of, NO_END);

/** Any text, the empty one too. */
export const anyText: Is<string> = said<string>(Joi.string().allow(''));

/** A definition with its id and version. */
export function entity<K extends EntityKind>(kind: K): Is<Entity<K>> {
  return shape({
    kind: oneOf<K>(kind),
    id: isId,
    version: whole(1, VERSION_MAX + 1),
    definition: said<Definitions[K]>(DEFINITION_SCHEMAS[kind]),
  });
}

/** A mark as it is read: with what an old one's work was, where the change record tells. */
export const isMark: Is<Mark> = said<Mark>(MARK_SCHEMA.keys({ then: Joi.object().allow(null), place: Joi.number().integer().positive() }));

export const isMarkKind: Is<MarkKind> = oneOf(...MARK_KINDS);
export const isEntityKind: Is<EntityKind> = oneOf(...ENTITY_KINDS);

/** Any definition, or none. */
export const definitionOrNone: Is<Definitions[EntityKind] | null> = said<Definitions[EntityKind] | null>(
  Joi.alternatives()
    .try(...ENTITY_KINDS.map((kind) => DEFINITION_SCHEMAS[kind]))
    .allow(null),
);

/** Anything by a text. */
export const byText = <T>(of: Is<T>): Is<Readonly<Record<string, T>>> =>
  said<Readonly<Record<string, T>>>(Joi.object().pattern(Joi.string(), of.joi));
