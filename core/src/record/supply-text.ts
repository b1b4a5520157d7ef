import type { Problem } from '../units/result';
import type { PartSupply } from './definitions';

/** An order of a part as it is typed; days as a date field has them, all of it may be left empty. */
export interface OrderTyped {
  readonly from: string;
  readonly orderedOn: string;
  readonly expectedOn: string;
}

export type ReadOrder =
  | { readonly ok: true; readonly supply: PartSupply }
  /** Every field that does not read, by its path in {@link OrderTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** What is typed at first: what is known of the order. */
export function orderTyped(supply: PartSupply | null): OrderTyped {
  return { from: supply?.from ?? '', orderedOn: supply?.orderedOn ?? '', expectedOn: supply?.expectedOn ?? '' };
}

/** Nothing is expected before it is ordered. */
export function readOrderTyped({ from, orderedOn, expectedOn }: OrderTyped): ReadOrder {
  if (orderedOn !== '' && expectedOn !== '' && expectedOn < orderedOn)
    return { ok: false, problems: [{ code: 'expected-before-ordered', path: 'expectedOn' }] };
  return {
    ok: true,
    supply: {
      state: 'ordered',
      ...(from.trim() === '' ? {} : { from: from.trim() }),
      ...(orderedOn === '' ? {} : { orderedOn }),
      ...(expectedOn === '' ? {} : { expectedOn }),
    },
  };
}
