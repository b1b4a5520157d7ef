import type { MarkKind, Side } from './mark-kinds';

/*
 * What is marked at a hole, or on a part, is named by a key: the kind of work, the sheet it is done in, the face. Here alone they are made and
 * read.
 */

/** A step at a hole: `kind/layer/side`, empty where the step has none. */
export type StepKey = `${MarkKind}/${string}/${Side | ''}`;
/** A step on a whole part: `kind/part:part`. */
export type PartStepKey = `${MarkKind}/part:${string}`;

/** The key of a step at a hole. */
export function stepKey(kind: MarkKind, layerId: string | null, side: Side | null): StepKey {
  return `${kind}/${layerId ?? ''}/${side ?? ''}`;
}

/** The key of a step done on a whole part. */
export function partKey(kind: MarkKind, partId: string): PartStepKey {
  return `${kind}/part:${partId}`;
}

/** Steps that are a hole's as a whole, in no sheet of its own. */
export const AT_HOLE = {
  piloted: stepKey('piloted', null, null),
  drilled: stepKey('drilled', null, null),
  squared: stepKey('squared', null, null),
  set: stepKey('set', null, null),
  inspected: stepKey('inspected', null, null),
} as const;

/** The kind of work a key names, and its sheet; null: the hole's as a whole. */
export function readStepKey(key: string): { readonly kind: MarkKind; readonly layerId: string | null } {
  const first = key.indexOf('/');
  const second = key.indexOf('/', first + 1);
  const layerId = key.slice(first + 1, second);
  return { kind: key.slice(0, first) as MarkKind, layerId: layerId === '' ? null : layerId };
}

const PART_MARK = '/part:';

/** The part a key names where it is of that kind of work on a whole part; null: it is not. */
export function partInKey(key: string, kind: MarkKind): string | null {
  const beginning = kind + PART_MARK;
  return key.startsWith(beginning) ? key.slice(beginning.length) : null;
}
