import { progressShare, type RowModel } from '../../models/row-model';

export const ROW_ORDERS = { own: 'in order', name: 'by name', stops: 'stops first', least: 'least done first' } as const;
export type RowOrder = keyof typeof ROW_ORDERS;

const GRAVITY = { stop: 0, caution: 1, ok: 2 } as const;

/** How the list is narrowed and ordered. */
export interface RowView {
  readonly order: RowOrder;
  readonly text: string;
}

/** Rows whose words hold every word that is typed, in the order asked for. */
export function orderedRows(rows: readonly RowModel[], { order, text }: RowView): RowModel[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = words.length === 0 ? [...rows] : rows.filter((r) => words.every((w) => r.searchText.includes(w)));
  switch (order) {
    case 'own':
      return shown;
    case 'name':
      return shown.sort((a, b) => a.title.localeCompare(b.title));
    case 'stops':
      return shown.sort((a, b) => GRAVITY[a.verdict] - GRAVITY[b.verdict]);
    case 'least':
      return shown.sort((a, b) => progressShare(a) - progressShare(b));
  }
}
