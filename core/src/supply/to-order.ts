import type { Entity, Hand } from '../record/definitions';

/** A part that is to be ordered, or was. */
export interface PartToOrder {
  readonly assemblyId: string;
  readonly assembly: string;
  readonly partId: string;
  readonly name: string;
  readonly hand: Hand | null;
  /** Empty where none is told. */
  readonly number: string;
  /** `short`: fewer were counted than the list names. */
  readonly state: 'missing' | 'ordered' | 'short';
  readonly from: string;
  readonly orderedOn: string;
  readonly expectedOn: string;
  /** Pieces that are wanted. */
  readonly short: number;
}

const ORDER: readonly PartToOrder['state'][] = ['missing', 'short', 'ordered'];

/** Parts of several assemblies that are not here, or too few; those that are not ordered yet first, then by when they are expected. */
export function partsToOrder(
  assemblies: readonly { readonly id: string; readonly name: string; readonly parts: readonly Entity<'part'>[] }[],
): PartToOrder[] {
  return assemblies
    .flatMap((a) =>
      a.parts.flatMap(({ id, definition: p }): PartToOrder[] => {
        const short = p.listed != null && p.counted != null ? Math.max(0, p.listed - p.counted) : 0;
        if (!p.supply && short === 0) return [];
        const { state = 'short', from = '', orderedOn = '', expectedOn = '' } = p.supply ?? {};
        return [
          {
            assemblyId: a.id,
            assembly: a.name,
            partId: id,
            name: p.name,
            hand: p.hand,
            number: p.number ?? '',
            state,
            from,
            orderedOn,
            expectedOn,
            short: Math.max(1, short),
          },
        ];
      }),
    )
    .sort(
      (x, y) =>
        ORDER.indexOf(x.state) - ORDER.indexOf(y.state) ||
        /* Without a day last. */
        (x.expectedOn || '9').localeCompare(y.expectedOn || '9') ||
        x.name.localeCompare(y.name),
    );
}
