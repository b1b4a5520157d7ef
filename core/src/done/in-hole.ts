import { rivetOfDash, type Alloy, type Head, type RivetSize } from '../tables/fasteners';
import type { FastenerKind } from '../record/definitions';
import type { FastenerDone } from '../record/mark-work';
import { NOT_SAID, type HoleDone } from './hole-done';
import { fastenerOf, type PlannedRow } from './work';

/** The fastener that is in a hole, or that goes into it. */
export interface InHole {
  readonly name: string;
  readonly kind: FastenerKind;
  /** Its driven end fills a countersink on the far side. */
  readonly isFarFlush: boolean;
  readonly head: Head;
  readonly alloy: Alloy;
  readonly size: RivetSize;
  /** As the record says it was set; false: the record does not say, or nothing is in: it is the plan's. */
  readonly isRecorded: boolean;
  /** Something is in, and the record does not say what. */
  readonly isUnknown: boolean;
}

/** What is in a hole by the record, whatever is planned now; where nothing is in, or nothing is said, what is planned. */
export function inHole(done: HoleDone | undefined, planned: PlannedRow): InHole {
  const there = done?.fastener ?? null;
  const isRecorded = there !== null && there !== NOT_SAID;
  const fastener: FastenerDone = isRecorded ? there : fastenerOf(planned);
  const { stack } = planned;
  return {
    name: fastener.name,
    kind: fastener.kind,
    isFarFlush: fastener.far === 'flush',
    head: fastener.head,
    alloy: fastener.alloy ?? stack.alloy,
    /* Of the planned size the plan's own figures, which a fastener of the kit may bring. */
    size: (fastener.dash === undefined || fastener.dash === stack.size.dash ? undefined : rivetOfDash(fastener.dash)) ?? stack.size,
    isRecorded,
    isUnknown: there === NOT_SAID,
  };
}

/** How many holes of a row hold which fastener, by its name; what is not said under null. In the order of the holes. */
export function setInRow(done: ReadonlyMap<string, HoleDone>, holeIds: readonly string[]): Map<string | null, number> {
  const counts = new Map<string | null, number>();
  for (const id of holeIds) {
    const there = done.get(id)?.fastener ?? null;
    if (there === null) continue;
    const name = there === NOT_SAID ? null : there.name;
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return counts;
}
