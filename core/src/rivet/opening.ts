import type { Head, RivetSize } from '../tables/fasteners';
import type { Mm } from '../units/length';

/**
 * What a squeezer must open to go over a rivet before it is driven: from the top of its head to the end of its shank. A flush rivet's
 * length is measured over its head, a protruding one's under it; the sheets lie within. Worked: MS20426AD4-6: .375 in; MS20470AD4-6: .429 in.
 */
export function neededOpening(head: Head, size: RivetSize, length: Mm): Mm {
  return (head === 'flush-100' ? length : length + size.protrudingHeadHeight) as Mm;
}
