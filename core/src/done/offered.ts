import { isPartStep, STEP_KINDS, type Step, type StepKind } from '../record/steps';
import type { MarkKind } from '../record/marks';
import type { OpenBecause } from './compare';
import type { RowStanding } from './row-standing';

/** What of a row's standing decides which holes a step is offered for. */
export type Offering = Pick<RowStanding, 'stopped' | 'again'>;

/** Work that mends what is wrong: opening, drilling where the sheet gave way, dimpling larger, cutting deeper. */
const MENDING: readonly OpenBecause[] = ['enlarge', 'gave-way', 'sheet-new', 'dimple-again', 'cut-deeper'];

/** Whether a step is offered at a hole: at one with an open stop only what mends it. Source: docs/rules.md, "The metal". */
export function isOffered({ stopped, again }: Offering, holeId: string, step: Pick<Step, 'key'>): boolean {
  if (!stopped.has(holeId)) return true;
  return (again.get(holeId) ?? []).some((o) => o.step.key === step.key && MENDING.includes(o.because));
}

/** A mark somebody wishes for, as far as its holes and sheets go. */
interface WishAt {
  readonly kind: MarkKind;
  readonly rowId: string;
  readonly holeIds: readonly string[];
  readonly layerIds?: readonly string[];
}

/** Holes of a row that a press passed over because something there stops the work. */
export interface LeftOut {
  readonly rowId: string;
  readonly holeIds: readonly string[];
}

/**
 * A gesture's wishes without the holes where something stops the work, and which those are. Where every hole is stopped the wishes stay as they are:
 * then somebody meant just these.
 */
export function withoutStopped<W extends WishAt>(
  wishes: readonly W[],
  standingOf: (rowId: string) => Offering | undefined,
): { readonly wishes: readonly W[]; readonly leftOut: readonly LeftOut[] } {
  const left = new Map<string, Set<string>>();
  const kept = wishes.flatMap((wish): W[] => {
    const standing = standingOf(wish.rowId);
    if (!standing || standing.stopped.size === 0 || !isStepKind(wish.kind)) return [wish];
    const { kind } = wish;
    const holeIds = wish.holeIds.filter((id) => !standing.stopped.has(id) || mends(standing, id, kind));
    if (holeIds.length === wish.holeIds.length) return [wish];
    const own = left.get(wish.rowId) ?? new Set();
    for (const id of wish.holeIds) if (!holeIds.includes(id)) own.add(id);
    left.set(wish.rowId, own);
    return holeIds.length === 0 ? [] : [{ ...wish, holeIds }];
  });
  if (kept.length === 0) return { wishes, leftOut: [] };
  return { wishes: kept, leftOut: [...left].map(([rowId, holeIds]) => ({ rowId, holeIds: [...holeIds] })) };
}

const isStepKind = (kind: MarkKind): kind is StepKind => (STEP_KINDS as readonly MarkKind[]).includes(kind);

const mends = ({ again }: Offering, holeId: string, kind: StepKind): boolean =>
  (again.get(holeId) ?? []).some((o) => o.step.kind === kind && !isPartStep(o.step) && MENDING.includes(o.because));
