import { ENLARGED_MM, type SheetHole } from '../metal/sheet-hole';
import type { FastenerDone } from '../record/mark-work';
import { isOtherwise } from './otherwise';

/**
 * What a mark read from the metal when it was made, where the record says otherwise of that time now: something was written up or taken back
 * between. Lengths in mm. Source: docs/rules.md, "The metal".
 */
export interface RecordChange {
  readonly by: 'countersunk' | 'set' | 'removed' | 'looked';
  /** Of a cut: the part it was made in. */
  readonly partId?: string | undefined;
  /** The hole, or what the fastener is called: as the mark kept it, and as it is read now. */
  readonly kept: number | string;
  readonly now: number | string;
  /** The mark's place among those of the row. */
  readonly order: number;
}

/** Whether a hole a mark kept is another one than the record has now; where nothing is on record nothing changed. */
export function isOtherHole(kept: number | undefined, now: SheetHole['diameter']): now is number {
  return kept !== undefined && typeof now === 'number' && Math.abs(now - kept) > ENLARGED_MM;
}

/** Whether the fastener a mark kept is another one than was in by the record. What it is called is no part of it. */
export function isOtherFastener(kept: FastenerDone, now: FastenerDone): boolean {
  const isLengthSaid = kept.lengthDash !== undefined && now.lengthDash !== undefined;
  return isOtherwise(kept, now) || (isLengthSaid && kept.lengthDash !== now.lengthDash);
}
