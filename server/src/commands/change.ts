import type { KeptChangeAnswer } from '#contract/answers';
import { isDeepStrictEqual } from 'node:util';
import { checkShape } from '#core/formats/document';
import { DEFINITION_SCHEMAS } from '#core/formats/record-schemas';
import {
  kitNamedBy,
  type Change,
  type Definitions,
  type Edit,
  type Entity,
  type EntityKind,
  type FastenerDefinition,
  type KitDefinition,
  type RowDefinition,
} from '#core/record/definitions';
import { fastenerProblem } from '#core/record/fastener-check';
import { stackOf, type RowContext } from '#core/record/stack-of';
import { definitionsById } from '#core/work/assembly-work';
import { shorter } from '#core/units/length';
import { bad, good, type Result } from '#core/units/result';
import type { Database, Queries } from '../db/connection';
import { findEntity, listOfAssembly, listOfKind, listRowsWith, lockEntities, saveEntity, type StoredEntity } from '../db/entities';
import { findChange, saveChange } from '../db/record';
import type { AppliedEdit } from '../db/schema';
import { personsLetIn, type MarkedFrom } from './let-in';
import { retried } from './tries';

/** A definition that is no longer the one the change started from. */
export interface Conflict {
  readonly kind: EntityKind;
  readonly id: string;
  readonly expectedVersion: number;
  readonly currentVersion: number;
  /** Null where it was deleted or never there. */
  readonly current: Definitions[EntityKind] | null;
}

export type ChangeProblem =
  | { readonly code: 'version-conflict'; readonly conflicts: readonly Conflict[] }
  | {
      readonly code:
        | 'change-unknown'
        | 'undo-not-sound'
        | 'kit-mismatch'
        | 'assembly-unknown'
        | 'part-unknown'
        | 'part-in-use'
        | 'fastener-missing'
        | 'fastener-in-use'
        | 'fastener-unusable'
        | 'fastener-name-taken'
        | 'part-name-taken'
        | 'hole-under-diameter'
        | 'edit-twice'
        | 'person-not-paired';
      readonly data?: Record<string, string>;
    };

/**
 * Keeps a change: all of it or nothing, once, acknowledged after commit. Changes of one assembly wait for each other; others do not: what is
 * not there yet is not locked (read committed), and two that make the same id find it taken.
 */
export async function keepChange(
  db: Database,
  sent: Change,
  receivedAt: Date,
  from: MarkedFrom = null,
): Promise<Result<KeptChangeAnswer, ChangeProblem>> {
  const change = from ? { ...sent, device: from.id } : sent;
  if (from && !(await isLetIn(db, change, from.person))) return bad({ code: 'person-not-paired' });
  try {
    return await retried(() =>
      db.transaction(
        (tx) =>
          decide(tx, change, receivedAt).then((r) => {
            if (!r.ok) throw new Refusal(r.problem);
            return r;
          }),
        { isolationLevel: 'read committed' },
      ),
    );
  } catch (error) {
    if (error instanceof Refusal) return (await keptMeanwhile(db, change.id, error.problem)) ?? bad(error.problem);
    throw error;
  }
}

/** Whether a change from a paired device is by a person it was paired for: of the kit as it is, or as the change makes it. */
async function isLetIn(db: Database, change: Change, initials: string): Promise<boolean> {
  const made = change.edits.find((e) => e.kind === 'kit' && e.expectedVersion === 0)?.definition;
  const kit = made ?? (await findEntity(db, 'kit', change.kitId))?.definition;
  return kit !== undefined && kit !== null && personsLetIn(kit as KitDefinition, initials).has(change.person);
}

/** The same change sent twice at once: the second waits for the first, finds the version moved on, and is the first's repetition. */
async function keptMeanwhile(db: Database, id: string, problem: ChangeProblem): Promise<Result<KeptChangeAnswer, ChangeProblem> | null> {
  const kept = problem.code === 'version-conflict' ? await findChange(db, id) : null;
  return kept && good({ id, versions: versionsOf(kept.edits), repeated: true });
}

/** Carries a refusal out of the transaction, so that it is rolled back. */
class Refusal extends Error {
  constructor(readonly problem: ChangeProblem) {
    super(problem.code);
  }
}

/** As `keepChange`, within a transaction of the caller's. */
export async function decide(q: Queries, change: Change, receivedAt: Date): Promise<Result<KeptChangeAnswer, ChangeProblem>> {
  const before = await findChange(q, change.id);
  if (before) return good({ id: change.id, versions: versionsOf(before.edits), repeated: true });

  const wished = change.undoes === null ? good([...change.edits]) : await invert(q, change);
  if (!wished.ok) return wished;
  if (new Set(wished.value.map((e) => e.id)).size !== wished.value.length) return bad({ code: 'edit-twice' });

  const stored = await lockWhole(q, wished.value);
  const target = change.undoes === null ? null : await findChange(q, change.undoes);
  const edits = target ? wished.value.map((edit) => atWhatItLeft(edit, target.edits, stored.get(edit.id))) : wished.value;
  const conflicts = edits.flatMap((edit) => conflictOf(edit, stored.get(edit.id)));
  if (conflicts.length > 0) return bad({ code: 'version-conflict', conflicts });

  const applied: AppliedEdit[] = [];
  for (const edit of edits) {
    const old = stored.get(edit.id);
    if ((old && (old.kitId !== change.kitId || old.kind !== edit.kind)) || (edit.kind === 'kit' && edit.id !== change.kitId))
      return bad({ code: 'kit-mismatch' });
    if (edit.definition && (kitNamedBy(edit.definition) ?? change.kitId) !== change.kitId) return bad({ code: 'kit-mismatch' });
    const definition = edit.definition ?? old?.definition;
    if (!definition) return bad({ code: 'kit-mismatch' });
    const version = edit.expectedVersion + 1;
    await saveEntity(q, {
      id: edit.id,
      kind: edit.kind,
      kitId: change.kitId,
      assemblyId: assemblyOf(definition),
      version,
      definition,
      deleted: edit.definition === null,
    });
    applied.push({ kind: edit.kind, id: edit.id, version, before: old && !old.deleted ? old.definition : null, after: edit.definition });
  }
  const whole = await checkWhole(q, change.kitId, applied);
  if (!whole.ok) return whole;
  const { edits: _edits, ...head } = change;
  await saveChange(q, { ...head, receivedAt, edits: applied });
  return good({ id: change.id, versions: versionsOf(applied), repeated: false });
}

/** What is edited, by id, locked together with the assemblies it is part of and the fasteners it names. */
async function lockWhole(q: Queries, edits: readonly Edit[]): Promise<Map<string, StoredEntity>> {
  const named = edits.flatMap((e) => [
    e.id,
    ...(e.definition && 'assemblyId' in e.definition ? [e.definition.assemblyId] : []),
    ...(e.definition && 'fastenerId' in e.definition && e.definition.fastenerId ? [e.definition.fastenerId] : []),
  ]);
  const stored = new Map((await lockEntities(q, [...new Set(named)])).map((e) => [e.id, e]));
  const left = edits.flatMap((e) => stored.get(e.id)?.assemblyId ?? []).filter((id) => !stored.has(id));
  await lockEntities(q, [...new Set(left)]);
  return stored;
}

function versionsOf(edits: readonly AppliedEdit[]): KeptChangeAnswer['versions'] {
  return edits.map(({ kind, id, version }) => ({ kind, id, version }));
}

/** The edits that take a kept change back: each definition as it was before, from the version the change left. */
/** The edits that take another change back, as the change that names it would make them. */
export async function invert(q: Queries, change: Pick<Change, 'kitId' | 'undoes'>): Promise<Result<Edit[], ChangeProblem>> {
  const target = await findChange(q, change.undoes as string);
  if (!target || target.kitId !== change.kitId) return bad({ code: 'change-unknown' });
  const edits = target.edits.map((e) => ({ kind: e.kind, id: e.id, expectedVersion: e.version, definition: e.before }) as Edit).reverse();
  /* What is written back passes the same schema as a fresh write; what an older record holds otherwise is refused, not stored. */
  const isSound = edits.every((e) => e.definition === null || checkShape(DEFINITION_SCHEMAS[e.kind], e.definition).ok);
  return isSound ? good(edits) : bad({ code: 'undo-not-sound' });
}

/**
 * An edit that takes a change back starts from the version the change left, or from a later one that says the same again: what came in
 * between was itself taken back.
 */
function atWhatItLeft(edit: Edit, made: readonly AppliedEdit[], stored: StoredEntity | undefined): Edit {
  if (!stored || stored.version === edit.expectedVersion) return edit;
  const left = made.find((e) => e.id === edit.id)?.after ?? null;
  const current = stored.deleted ? null : stored.definition;
  return isDeepStrictEqual(current, left) ? { ...edit, expectedVersion: stored.version } : edit;
}

function conflictOf(edit: Edit, old: StoredEntity | undefined): Conflict[] {
  const currentVersion = old?.version ?? 0;
  if (currentVersion === edit.expectedVersion) return [];
  return [
    {
      kind: edit.kind,
      id: edit.id,
      expectedVersion: edit.expectedVersion,
      currentVersion,
      current: old && !old.deleted ? old.definition : null,
    },
  ];
}

function assemblyOf(definition: Definitions[EntityKind]): string | null {
  return 'assemblyId' in definition ? definition.assemblyId : null;
}

/** What only shows over a whole assembly: parts exist, are not taken from under their rows, have names of their own. */
async function checkWhole(q: Queries, kitId: string, applied: readonly AppliedEdit[]): Promise<Result<null, ChangeProblem>> {
  const touched = new Set(
    applied.flatMap((e) => [assemblyOf((e.after ?? e.before) as Definitions[EntityKind])].filter((id) => id !== null)),
  );
  const kit = await findEntity(q, 'kit', kitId);
  const fasteners = await checkFasteners(q, kitId, applied);
  if (!fasteners.ok) return fasteners;
  for (const row of fasteners.value.naming) touched.add(row.definition.assemblyId);
  if (!kit && touched.size > 0) return bad({ code: 'kit-mismatch' });
  /* An assembly that goes takes what is in it along: nothing is left to be whole. */
  for (const e of applied) if (e.kind === 'assembly' && e.after === null) touched.delete(e.id);
  for (const assemblyId of touched) {
    const assembly = await findEntity(q, 'assembly', assemblyId);
    if (!assembly || assembly.definition.kitId !== kitId) return bad({ code: 'assembly-unknown' });
    const { parts, rows } = await listOfAssembly(q, assemblyId);
    const named = checkNames(parts);
    if (!named.ok) return named;
    const byId = new Map(parts.map((p) => [p.id, p.definition] as const));
    const changedIds = new Set([...applied.map((e) => e.id), ...fasteners.value.naming.map((r) => r.id)]);
    for (const row of rows) {
      const missing = row.definition.layers.some((l) => !byId.has(l.partId));
      if (missing) return bad({ code: changedIds.has(row.id) ? 'part-unknown' : 'part-in-use', data: { row: row.definition.name } });
      if (changedIds.has(row.id)) {
        const sound = checkRow(row.definition, { kit: (kit as Entity<'kit'>).definition, parts: byId, fasteners: fasteners.value.all });
        if (!sound.ok) return sound;
      }
    }
  }
  return good(null);
}

function checkNames(parts: readonly Entity<'part'>[]): Result<null, ChangeProblem> {
  const names = new Set<string>();
  for (const { definition: p } of parts) {
    const key = `${p.name.toLowerCase()}/${p.hand ?? ''}`;
    if (names.has(key)) return bad({ code: 'part-name-taken', data: { part: p.name } });
    names.add(key);
  }
  return good(null);
}

/** The kit's fasteners and the rows that name one that was edited: none is taken from under its rows, no two are called the same. */
async function checkFasteners(
  q: Queries,
  kitId: string,
  applied: readonly AppliedEdit[],
): Promise<Result<{ all: ReadonlyMap<string, FastenerDefinition>; naming: readonly Entity<'row'>[] }, ChangeProblem>> {
  const all = await listOfKind(q, 'fastener', kitId);
  const edited = applied.filter((e) => e.kind === 'fastener');
  const naming =
    edited.length === 0
      ? []
      : await listRowsWith(
          q,
          kitId,
          edited.map((e) => e.id),
        );
  for (const { id, after } of edited) {
    const next = after as FastenerDefinition | null;
    const unusable = next && fastenerProblem(next);
    if (unusable) return bad({ code: 'fastener-unusable', data: { because: unusable.code } });
    const using = naming.find((r) => r.definition.fastenerId === id);
    if (next === null && using) return bad({ code: 'fastener-in-use', data: { row: using.definition.name } });
    const name = next?.name.toLowerCase() ?? null;
    const twin = all.find((f) => f.id !== id && f.definition.name.toLowerCase() === name);
    if (twin) return bad({ code: 'fastener-name-taken', data: { fastener: twin.definition.name } });
  }
  return good({ all: definitionsById(all), naming });
}

function checkRow(row: RowDefinition, context: RowContext): Result<null, ChangeProblem> {
  /* Another kit's fastener, or one that was taken out, is not there. */
  if (row.fastenerId && !context.fasteners.has(row.fastenerId)) return bad({ code: 'fastener-missing' });
  const stack = stackOf(row, context);
  return stack && shorter(stack.hole, stack.size.diameter) ? bad({ code: 'hole-under-diameter' }) : good(null);
}
