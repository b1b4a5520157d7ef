import { effectiveMarks, type Mark, type MarkOf } from './marks';

export type Note = MarkOf<'log-note'>;

/** Notes and photos of an assembly's marks that count, oldest first. */
function notesIn(marks: readonly Mark[]): Note[] {
  if (!marks.some((m) => m.kind === 'log-note')) return [];
  return effectiveMarks(marks).filter((m): m is Note => m.kind === 'log-note');
}

/** Notes on a row, and on its holes. */
export function notesOfRow(marks: readonly Mark[], rowId: string): Note[] {
  return notesIn(marks).filter((m) => m.rowId === rowId);
}

/** Notes on a part. */
export function notesOfPart(marks: readonly Mark[], partId: string): Note[] {
  return notesIn(marks).filter((m) => m.payload.partIds?.includes(partId));
}

/** Notes on a job. */
export function notesOfJob(marks: readonly Mark[], jobId: string): Note[] {
  return notesIn(marks).filter((m) => m.payload.jobId === jobId);
}

/** Scrap pieces kept for a set-up, the newest last. */
export function couponsOf(marks: readonly Mark[], setupKey: string): MarkOf<'coupon'>[] {
  if (!marks.some((m) => m.kind === 'coupon')) return [];
  return effectiveMarks(marks).filter((m): m is MarkOf<'coupon'> => m.kind === 'coupon' && m.payload.setupKey === setupKey);
}
