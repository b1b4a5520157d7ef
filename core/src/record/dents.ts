import { effectiveMarks, type Mark, type MarkOf } from './marks';

/** A dent of a part, and what became of it; null: it is open. */
export interface DentFound {
  readonly found: MarkOf<'dent'>;
  readonly settled: MarkOf<'dent-settled'> | null;
  /** Its part was scrapped since: the new one does not have it. */
  readonly isGone: boolean;
}

/** Dents of parts by marks that count, oldest first; of two answers the later counts. */
export function dentsOf(marks: readonly Mark[], partIds: ReadonlySet<string>): DentFound[] {
  if (!marks.some((m) => m.kind === 'dent')) return [];
  const counted = effectiveMarks(marks);
  const settled = new Map<string, MarkOf<'dent-settled'>>();
  const gone = new Set<string>();
  const found: MarkOf<'dent'>[] = [];
  for (const m of counted) {
    if (m.kind === 'dent-settled') settled.set(m.payload.because, m);
    if (m.kind === 'dent' && m.payload.partIds?.some((id) => partIds.has(id))) found.push(m);
    if (m.kind === 'scrapped') for (const d of found) if (d.payload.partIds?.some((id) => m.payload.partIds?.includes(id))) gone.add(d.id);
  }
  return found.map((m) => ({ found: m, settled: settled.get(m.id) ?? null, isGone: gone.has(m.id) }));
}
