import { ArrowDown, ArrowUp, ArrowUpDown } from 'lucide-react';
import {
  createColumnHelper,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type RowSelectionState,
} from '@tanstack/react-table';
import { useMemo, type ReactNode } from 'react';

/** A column: what it sorts by and how it shows. */
export interface SortedColumn<T> {
  readonly key: string;
  readonly title: string;
  /** Numbers sort as numbers, texts as people sort them. */
  readonly sortBy: (row: T) => string | number;
  /** Absent: what it sorts by. */
  readonly cell?: (row: T) => ReactNode;
  readonly className?: (row: T) => string;
}

interface SortedTableProps<T> {
  readonly label: string;
  readonly rows: readonly T[];
  readonly columns: readonly SortedColumn<T>[];
  readonly idOf: (row: T) => string;
  readonly nameOf: (row: T) => string;
  readonly selectedId?: string | undefined;
  readonly onSelect?: (id: string) => void;
  /** Several chosen to be changed together; absent: none are. */
  readonly chosen?: ReadonlySet<string>;
  readonly onChoose?: (next: ReadonlySet<string>) => void;
}

const features = tableFeatures({ rowSortingFeature, rowSelectionFeature, sortedRowModel: createSortedRowModel() });

/** Numbers by size, texts as people sort them: part 2 before part 10. */
function compare(a: string | number, b: string | number): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), undefined, { numeric: true });
}

/** A table that sorts by any of its columns, and in which several rows can be chosen: all of them by one press. */
export function SortedTable<T extends object>({
  label,
  rows,
  columns,
  idOf,
  nameOf,
  selectedId,
  onSelect,
  chosen,
  onChoose,
}: SortedTableProps<T>) {
  const helper = useMemo(() => createColumnHelper<typeof features, T>(), []);
  const made = useMemo(
    () =>
      helper.columns(
        columns.map((c) =>
          helper.accessor((row) => c.sortBy(row), {
            id: c.key,
            header: c.title,
            sortDescFirst: false,
            sortFn: (a, b, key) => compare(a.getValue(key), b.getValue(key)),
          }),
        ),
      ),
    [helper, columns],
  );
  const data = useMemo(() => [...rows], [rows]);
  const rowSelection = useMemo<RowSelectionState>(() => Object.fromEntries([...(chosen ?? [])].map((id) => [id, true])), [chosen]);
  const table = useTable({
    features,
    columns: made,
    data,
    getRowId: idOf,
    state: { rowSelection },
    onRowSelectionChange: (update) => {
      const next = typeof update === 'function' ? update(rowSelection) : update;
      onChoose?.(new Set(Object.keys(next).filter((id) => next[id])));
    },
  });
  const byKey = useMemo(() => new Map(columns.map((c) => [c.key, c])), [columns]);
  return (
    <table aria-label={label} className="w-full border-collapse text-[14.5px]">
      <thead className="label sticky top-0 z-10 bg-panel text-left text-[14px] text-ink2">
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {onChoose ? (
              <th scope="col" className="w-10 px-2">
                <input
                  type="checkbox"
                  className="size-5"
                  aria-label="Choose all that are shown"
                  checked={rows.length > 0 && table.getIsAllRowsSelected()}
                  onChange={table.getToggleAllRowsSelectedHandler()}
                />
              </th>
            ) : null}
            {group.headers.map((header) => {
              const sorted = header.column.getIsSorted();
              return (
                <th key={header.id} scope="col" aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined}>
                  <button
                    type="button"
                    className="inline-flex min-h-8 items-center gap-1 px-2 hover:text-ink pointer-coarse:min-h-11"
                    onClick={header.column.getToggleSortingHandler()}
                  >
                    {byKey.get(header.id)?.title}
                    {sorted === 'asc' ? (
                      <ArrowUp size={14} aria-hidden />
                    ) : sorted === 'desc' ? (
                      <ArrowDown size={14} aria-hidden />
                    ) : (
                      <ArrowUpDown size={14} aria-hidden className="opacity-40" />
                    )}
                  </button>
                </th>
              );
            })}
          </tr>
        ))}
      </thead>
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr
            key={row.id}
            className={`border-b border-line ${row.id === selectedId ? 'bg-dye-soft' : onSelect ? 'hover:bg-panel' : ''}`}
            onClick={onSelect ? () => onSelect(row.id) : undefined}
          >
            {onChoose ? (
              <td className="px-2" onClick={(e) => e.stopPropagation()}>
                <input
                  type="checkbox"
                  className="size-5"
                  aria-label={`Choose ${nameOf(row.original)}`}
                  checked={row.getIsSelected()}
                  onChange={row.getToggleSelectedHandler()}
                />
              </td>
            ) : null}
            {row.getAllCells().map((cell) => {
              const column = byKey.get(cell.column.id);
              return (
                <td key={cell.id} className={`px-2 py-1 ${column?.className?.(row.original) ?? ''}`}>
                  {column?.cell ? column.cell(row.original) : (cell.getValue() as string | number)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
