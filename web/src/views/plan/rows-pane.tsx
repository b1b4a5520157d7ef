import type { AssemblyAnswer } from '#contract/answers';
import { lazy, Suspense, useState, type Ref } from 'react';
import type { Entity, RowDefinition } from '#core/record/definitions';
import { reordered } from '#core/record/reorder';
import { limitsOf } from '#core/record/stack-of';
import { countOf } from '#core/wording/words';
import { composeContextOf } from '../../models/compose-context';
import type { RowModel } from '../../models/row-model';
import { Button, Select, TextInput } from '../../ui/controls';
import { useInTurn } from '../../ui/use-in-turn';
import { useUnits } from '../../ui/units';
import { PartJump } from './part-jump';
import { LINE_EXAMPLE } from './row-line-field';
import { RowList } from './row-list';
import { ROW_ORDERS, type RowOrder, type RowView } from './row-order';

const BulkBar = lazy(() => import('./bulk-bar').then((m) => ({ default: m.BulkBar })));

type RowEdits = readonly { readonly row: Entity<'row'>; readonly definition: RowDefinition }[];

interface RowsPaneProps {
  readonly data: AssemblyAnswer;
  readonly rows: readonly RowModel[];
  /** Those the filter leaves, in the order asked for. */
  readonly shown: readonly RowModel[];
  readonly view: RowView;
  readonly onView: (next: RowView) => void;
  readonly filterField: Ref<HTMLInputElement>;
  readonly selectedId: string | null;
  readonly onSelect: (id: string) => void;
  readonly onJump: (id: string) => void;
  readonly onPaste: () => void;
  readonly onTables: () => void;
  readonly onExample: () => void;
  readonly onEdit: (next: RowEdits, reason: string) => Promise<void>;
  readonly onDelete: (chosen: readonly Entity<'row'>[]) => void;
  readonly onMirror: (chosen: readonly Entity<'row'>[]) => void;
  /** Resolves once the list stands anew. */
  readonly onMove: (next: RowEdits) => Promise<void>;
}

/** The rows of the assembly: narrowed, ordered, chosen, and what can be done to the chosen ones together. */
export function RowsPane(p: RowsPaneProps) {
  const { data, rows, shown, view, onView } = p;
  const units = useUnits();
  const [checked, setChecked] = useState<ReadonlySet<string>>(new Set());
  const chosen = rows.filter((r) => checked.has(r.entity.id)).map((r) => r.entity);
  const isOwn = view.order === 'own' && view.text.trim() === '';
  const areAllChosen = shown.length > 0 && shown.every((r) => checked.has(r.entity.id));
  const move = useInTurn((by: -1 | 1) => {
    const list = rows.map((r) => ({ id: r.entity.id, order: r.entity.definition.order, row: r.entity }));
    const orders = reordered(list, checked, by);
    if (orders.size === 0) return Promise.resolve();
    return p.onMove(
      list.flatMap(({ id, row }) => (orders.has(id) ? [{ row, definition: { ...row.definition, order: orders.get(id) as number } }] : [])),
    );
  });
  const none = () => setChecked(new Set());
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-2 py-1.5">
        <input
          type="checkbox"
          className="size-4.5"
          aria-label="Choose all rows shown"
          checked={areAllChosen}
          onChange={() => (areAllChosen ? none() : setChecked(new Set(shown.map((r) => r.entity.id))))}
        />
        <TextInput
          ref={p.filterField}
          aria-label="Filter rows"
          placeholder="Filter"
          className="w-20 min-w-20 flex-1"
          value={view.text}
          onChange={(e) => onView({ ...view, text: e.target.value })}
        />
        <Select aria-label="Order of the rows" value={view.order} onChange={(e) => onView({ ...view, order: e.target.value as RowOrder })}>
          {Object.entries(ROW_ORDERS).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </Select>
        <PartJump parts={data.parts} rows={rows} onJump={p.onJump} />
        <Button onClick={p.onPaste}>Paste lines</Button>
        <Button onClick={p.onTables} aria-label="Tables: rows and parts as CSV">
          CSV
        </Button>
        <span className="text-[14px] text-ink2">
          {shown.length === rows.length ? countOf(rows.length, 'row') : `${shown.length} of ${rows.length}`}
        </span>
      </div>
      {chosen.length > 0 ? (
        <Suspense fallback={null}>
          <BulkBar
            rows={chosen}
            units={units}
            limits={limitsOf(data.kit.definition)}
            context={composeContextOf(data, units)}
            onEdit={p.onEdit}
            onDelete={() => {
              p.onDelete(chosen);
              none();
            }}
            onMirror={() => {
              p.onMirror(chosen);
              none();
            }}
            onMove={isOwn ? move : null}
            onClear={none}
          />
        </Suspense>
      ) : null}
      {rows.length === 0 ? (
        <p className="p-4 text-ink2">
          No row yet. Type one above, such as
          <button type="button" className="block font-mono text-[14px] text-dye underline" onClick={p.onExample}>
            {LINE_EXAMPLE}
          </button>
        </p>
      ) : (
        <RowList
          rows={shown}
          selectedId={p.selectedId}
          checked={checked}
          onSelect={p.onSelect}
          onCheck={(id, on) => setChecked((old) => withOne(old, id, on))}
        />
      )}
    </>
  );
}

function withOne(old: ReadonlySet<string>, id: string, isOn: boolean): ReadonlySet<string> {
  const next = new Set(old);
  if (isOn) next.add(id);
  else next.delete(id);
  return next;
}
