import { effectiveMarks, type Mark } from '../record/marks';

/** Parts that were scrapped and of which no new one has come since. Only of these a new one opens the work again. */
export function scrappedParts(marks: readonly Mark[]): ReadonlySet<string> {
  const gone = new Set<string>();
  if (!marks.some((m) => m.kind === 'scrapped')) return gone;
  for (const m of effectiveMarks(marks)) {
    if (m.kind === 'scrapped') for (const id of m.payload.partIds ?? []) gone.add(id);
    if (m.kind === 'arrived') for (const id of m.payload.partIds ?? []) gone.delete(id);
  }
  return gone;
}
