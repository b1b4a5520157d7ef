import type { Entity, PageDefinition, PartDefinition, RowDefinition } from './definitions';
import { effectiveMarks, type Mark } from './marks';

/** What a new revision of a page touches: the rows and parts that name it, and what was done to the revision before. */
export interface PageReach {
  readonly rows: readonly {
    readonly row: Entity<'row'>;
    /** Things marked before the newest revision came. */ readonly doneBefore: number;
  }[];
  readonly parts: readonly Entity<'part'>[];
}

/** Whether a text that names pages ("FL-07 rev B, FL-08") names this one: as a whole word, whatever follows. */
export function namesPage(text: string | undefined, page: string): boolean {
  if (!text) return false;
  const clean = page.trim().toLowerCase();
  if (clean === '') return false;
  return text
    .toLowerCase()
    .split(/[,;/]+/)
    .some((one) => {
      const said = one.trim();
      return said === clean || (said.startsWith(clean) && !/[a-z0-9-]/.test(said[clean.length] ?? ' '));
    });
}

/** Rows and parts that a page touches; work done before its newest revision was done to the old one. */
export function pageReach(
  page: PageDefinition,
  rows: readonly Entity<'row'>[],
  parts: readonly Entity<'part'>[],
  marks: readonly Mark[],
): PageReach {
  const cameAt = page.revisions.at(-1)?.cameAt ?? '';
  const before = new Map<string, number>();
  for (const m of effectiveMarks(marks))
    if (m.doneAt < cameAt && m.holeIds.length > 0)
      before.set(m.rowId, (before.get(m.rowId) ?? 0) + m.holeIds.length * Math.max(1, m.layerIds.length));
  const own = (e: { readonly definition: Pick<RowDefinition | PartDefinition, 'page'> }) => namesPage(e.definition.page, page.name);
  return {
    rows: rows.filter(own).map((row) => ({ row, doneBefore: before.get(row.id) ?? 0 })),
    parts: parts.filter(own),
  };
}
