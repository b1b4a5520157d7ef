import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { showNumber } from '#core/units/show';
import { SortedTable, type SortedColumn } from '../../ui/sorted-table';

interface PartsTableProps {
  readonly data: AssemblyAnswer;
  readonly parts: readonly Entity<'part'>[];
  readonly selectedId: string | undefined;
  readonly units: Units;
  readonly onSelect: (id: string) => void;
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (next: ReadonlySet<string>) => void;
}

/** The parts, by any column; how many are missing stands out. */
export function PartsTable({ data, parts, selectedId, units, onSelect, chosen, onChoose }: PartsTableProps) {
  const columns = useMemo(() => columnsOf(data, units, selectedId), [data, units, selectedId]);
  return (
    <SortedTable
      label="Parts"
      rows={parts}
      columns={columns}
      idOf={(p) => p.id}
      nameOf={(p) => p.definition.name}
      selectedId={selectedId}
      onSelect={onSelect}
      chosen={chosen}
      onChoose={onChoose}
    />
  );
}

function columnsOf(data: AssemblyAnswer, units: Units, selectedId: string | undefined): SortedColumn<Entity<'part'>>[] {
  const rows = new Map<string, number>();
  for (const r of data.rows) for (const id of new Set(r.definition.layers.map((l) => l.partId))) rows.set(id, (rows.get(id) ?? 0) + 1);
  return [
    {
      key: 'name',
      title: 'Part',
      sortBy: (p) => p.definition.name,
      cell: ({ id, definition: p }) => (
        <>
          <button type="button" className="label text-left text-[16px]" aria-pressed={id === selectedId}>
            {p.name}
          </button>
          {p.number ? <span className="pl-2 text-ink2">{p.number}</span> : null}
        </>
      ),
    },
    { key: 'hand', title: 'Hand', sortBy: ({ definition: { hand } }) => (hand === 'L' ? 'left' : hand === 'R' ? 'right' : '') },
    {
      key: 'nominal',
      title: 'Nominal',
      sortBy: (p) => p.definition.thickness.mm,
      cell: (p) => showNumber(p.definition.thickness.mm, units),
    },
    {
      key: 'caliper',
      title: 'Caliper',
      sortBy: (p) => p.definition.measured?.mm ?? 0,
      cell: (p) => (p.definition.measured ? showNumber(p.definition.measured.mm, units) : ''),
    },
    { key: 'material', title: 'Material', sortBy: (p) => p.definition.material ?? '' },
    {
      key: 'count',
      title: 'Count',
      sortBy: ({ definition: p }) => (p.counted ?? 0) - (p.listed ?? 0),
      cell: ({ definition: p }) => (p.listed == null && p.counted == null ? '' : `${p.counted ?? '?'} of ${p.listed ?? '?'}`),
      className: ({ definition: p }) => (p.listed != null && p.counted != null && p.listed !== p.counted ? 'font-semibold text-stop' : ''),
    },
    { key: 'rows', title: 'Rows', sortBy: (p) => rows.get(p.id) ?? 0 },
  ];
}
