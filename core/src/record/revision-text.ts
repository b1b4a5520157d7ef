import type { Problem } from '../units/result';

/** A revised page as it is typed. `name`: one page or several, with commas between. */
export interface RevisionTyped {
  readonly name: string;
  readonly revision: string;
  readonly note: string;
}

export type ReadRevision =
  | { readonly ok: true; readonly names: readonly string[]; readonly revision: string; readonly note: string }
  /** Every field that does not read, by its path in {@link RevisionTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: keyof RevisionTyped })[] };

/** Which pages came anew, each named once however often it is typed. */
export function readRevision({ name, revision, note }: RevisionTyped): ReadRevision {
  const names = new Map<string, string>();
  for (const typed of name.split(/[,;]+/)) {
    const one = typed.trim();
    if (one !== '' && !names.has(one.toLowerCase())) names.set(one.toLowerCase(), one);
  }
  const problems: (Problem & { readonly path: keyof RevisionTyped })[] = [];
  if (names.size === 0) problems.push({ code: 'page-name-missing', path: 'name' });
  if (revision.trim() === '') problems.push({ code: 'page-revision-missing', path: 'revision' });
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, names: [...names.values()], revision: revision.trim(), note: note.trim() };
}
