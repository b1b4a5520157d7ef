import type { FastenerDefinition, PartDefinition, RowDefinition } from '../record/definitions';
import { rowTitle } from '../record/title';

const DIAMETERS: Readonly<Record<RowDefinition['dash'], readonly string[]>> = {
  3: ['3/32', '#40', 'dash 3'],
  4: ['1/8', '4/32', '#30', 'dash 4'],
  5: ['5/32', '#21', 'dash 5'],
  6: ['3/16', '6/32', '#11', 'dash 6'],
};

/** What a row may be called by: its title, parts, page, what closes it, its head and size, its hand, what is done to its sheets. */
export function rowWords(
  row: RowDefinition,
  parts: ReadonlyMap<string, PartDefinition>,
  fastener: FastenerDefinition | undefined,
  summary: { readonly callout: string; readonly verdict: string; readonly preps: readonly string[] } | null,
): { readonly title: string; readonly words: readonly string[] } {
  const title = rowTitle(row, parts);
  const closed = fastener
    ? [fastener.name, fastener.kind, ...(fastener.head ? [fastener.head.kind] : []), ...(fastener.group ? [fastener.group.kind] : [])]
    : [...DIAMETERS[row.dash], 'rivet', row.head === 'flush-100' ? 'flush' : 'protruding universal'];
  return {
    title,
    words: [
      'row',
      ...row.layers.flatMap((l) => parts.get(l.partId)?.name ?? []),
      ...(row.page === '' ? [] : ['page', row.page]),
      ...(row.hand ? [row.hand === 'L' ? 'left' : 'right'] : []),
      ...closed,
      ...(row.far ? ['both sides flush'] : []),
      ...(summary ? [summary.callout, summary.callout.replace(/^(MS20|AN)/, ''), summary.verdict, ...new Set(summary.preps)] : []),
    ],
  };
}
