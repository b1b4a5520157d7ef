import { useSyncExternalStore } from 'react';

/** Where a carried file is read: at the start, or in an assembly, by its id. */
export const AT_START = 'start';

/** A file that was dropped in one place and is read in another: kept while the page goes there, and for that place alone. */
let carried: { readonly file: File; readonly to: string } | null = null;
const listeners = new Set<() => void>();

export function carryFile(file: File | null, to: string = AT_START): void {
  carried = file && { file, to };
  for (const tell of listeners) tell();
}

/** Where a file of this name is read: a kit at the start, a table in a plan, a drawing on a map; null: nowhere. */
export function placeOfFile(name: string): 'kit' | 'table' | 'drawing' | null {
  if (/\.json$/i.test(name)) return 'kit';
  if (/\.(csv|tsv|txt)$/i.test(name)) return 'table';
  return /\.dxf$/i.test(name) ? 'drawing' : null;
}

/** The file of this kind that is on its way to this place; null: none is. Whoever takes it lets go of it by `carryFile(null)`. */
export function useCarriedFile(kind: 'kit' | 'table' | 'drawing', at: string): File | null {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => (carried?.to === at && placeOfFile(carried.file.name) === kind ? carried.file : null),
  );
}
