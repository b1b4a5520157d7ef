import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { Database } from './connection';
import { findEntity, listAssemblies, listJobs, listOfAssembly, listOfKind } from './entities';
import type { Past } from '#core/done/as-of';
import { pastOf } from './then';
import { listMarksOfAssembly, listMarksOfKitItself } from './record';

/** One assembly with everything in it and all that was marked. */
export interface AssemblyOfKit {
  readonly assembly: Entity<'assembly'>;
  readonly parts: readonly Entity<'part'>[];
  readonly rows: readonly Entity<'row'>[];
  readonly jobs: readonly Entity<'job'>[];
  readonly marks: readonly Mark[];
}

export interface KitRecord {
  readonly kit: Entity<'kit'>;
  readonly assemblies: readonly AssemblyOfKit[];
  readonly pages: readonly Entity<'page'>[];
  /** Checks of tools, lots and batches, and findings on them: they belong to the kit, not to an assembly. */
  readonly things: readonly Mark[];
  readonly fasteners: readonly Entity<'fastener'>[];
  /** Its definitions as they stood at any time; absent where nobody asked for them. */
  readonly past?: Past | undefined;
}

/** What of a record is read: with `isWithoutMarks` its definitions alone, with `withPast` these as they ever stood. */
export interface RecordWanted {
  readonly isWithoutMarks?: boolean;
  readonly withPast?: boolean;
}

/** A kit with its whole record, assembly by assembly; `only`: one of them. Null where the kit or that assembly is not there. */
export async function loadKitRecord(
  db: Database,
  kitId: string,
  only?: string,
  { isWithoutMarks = false, withPast = false }: RecordWanted = {},
): Promise<KitRecord | null> {
  const kit = await findEntity(db, 'kit', kitId);
  if (!kit) return null;
  const wanted = (await listAssemblies(db, kitId)).filter((a) => only === undefined || a.id === only);
  if (only !== undefined && wanted.length === 0) return null;
  const assemblies: AssemblyOfKit[] = [];
  for (const assembly of wanted.sort((a, b) => a.definition.order - b.definition.order)) {
    const { parts, rows } = await listOfAssembly(db, assembly.id);
    const jobs = await listJobs(db, assembly.id);
    const marks = isWithoutMarks ? [] : (await listMarksOfAssembly(db, assembly.id, 0)).map((f) => f.mark);
    assemblies.push({
      assembly,
      parts,
      jobs,
      rows: rows.sort((a, b) => a.definition.order - b.definition.order || (a.id < b.id ? -1 : 1)),
      marks,
    });
  }
  const things = isWithoutMarks ? [] : (await listMarksOfKitItself(db, kitId)).map((f) => f.mark);
  const [pages, fasteners] = [await listOfKind(db, 'page', kitId), await listOfKind(db, 'fastener', kitId)];
  return { kit, assemblies, things, pages, fasteners, ...(withPast ? { past: await pastOf(db, kitId) } : {}) };
}
