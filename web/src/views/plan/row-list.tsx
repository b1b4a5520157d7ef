import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { showNumber } from '#core/units/show';
import { PrepGlyph } from '../../ui/prep-glyph';
import { useUnits } from '../../ui/units';
import { usePrinting } from '../../ui/use-printing';
import { VerdictSign } from '../../ui/verdict';
import { OBSERVED_LATE } from '../../ui/virtual-scroll';
import type { RowModel } from '../../models/row-model';

const ROW_PX = 58;

interface RowListProps {
  readonly rows: readonly RowModel[];
  readonly selectedId: string | null;
  readonly checked: ReadonlySet<string>;
  readonly onSelect: (id: string) => void;
  readonly onCheck: (id: string, isChecked: boolean, extend: boolean) => void;
}

/** The rows of the assembly, two lines each, drawn only where they are in view. Arrow keys move the selection. */
export function RowList({ rows, selectedId, checked, onSelect, onCheck }: RowListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const isPrinting = usePrinting();
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    ...OBSERVED_LATE,
    overscan: isPrinting ? rows.length : 8,
  });
  const selectedIndex = rows.findIndex((r) => r.entity.id === selectedId);
  useEffect(() => {
    const seen = virtual.range;
    const isSeen = seen && selectedIndex < seen.endIndex && (selectedIndex > seen.startIndex || seen.startIndex === 0);
    if (selectedIndex >= 0 && !isSeen) virtual.scrollToIndex(selectedIndex, { align: 'auto' });
  }, [selectedIndex, virtual]);
  const onKeyDown = (e: KeyboardEvent) => {
    const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    const next = rows[Math.min(rows.length - 1, Math.max(0, selectedIndex + step))];
    if (!next) return;
    e.preventDefault();
    onSelect(next.entity.id);
  };
  return (
    <div
      ref={scroller}
      onKeyDown={onKeyDown}
      tabIndex={0}
      role="table"
      aria-label="Rows"
      aria-rowcount={rows.length}
      className="min-h-40 flex-1 overflow-auto"
    >
      <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index] as RowModel;
          return (
            <RowLineItem
              key={row.entity.id}
              row={row}
              top={item.start}
              index={item.index}
              isSelected={row.entity.id === selectedId}
              isChecked={checked.has(row.entity.id)}
              onSelect={onSelect}
              onCheck={onCheck}
            />
          );
        })}
      </div>
    </div>
  );
}

/** What a row is called: its name, else its parts. */
function RowLineItem(p: {
  row: RowModel;
  top: number;
  index: number;
  isSelected: boolean;
  isChecked: boolean;
  onSelect: (id: string) => void;
  onCheck: RowListProps['onCheck'];
}) {
  const units = useUnits();
  const { row } = p;
  const { id, definition } = row.entity;
  const title = row.title;
  const percent = row.progress.wanted === 0 ? 0 : Math.floor((100 * row.progress.done) / row.progress.wanted);
  return (
    <div
      role="row"
      aria-rowindex={p.index + 1}
      data-selected={p.isSelected}
      onClick={() => p.onSelect(id)}
      className={`absolute inset-x-0 grid grid-cols-[32px_minmax(0,1fr)_104px] items-center gap-x-1 border-b border-line pr-2 ${p.isSelected ? 'border-l-4 border-l-dye bg-dye-soft' : 'border-l-4 border-l-transparent hover:bg-panel'}`}
      style={{ height: ROW_PX, transform: `translateY(${p.top}px)` }}
    >
      <div role="cell" className="flex justify-center">
        <input
          type="checkbox"
          aria-label={`Choose ${title}`}
          className="size-4.5"
          checked={p.isChecked}
          onClick={(e) => e.stopPropagation()}
          onChange={(e) => p.onCheck(id, e.target.checked, (e.nativeEvent as MouseEvent).shiftKey)}
        />
      </div>
      <div role="cell" className="min-w-0 leading-tight">
        <div className="flex items-baseline gap-2">
          <button
            type="button"
            className="label truncate text-left text-[16.5px]"
            aria-pressed={p.isSelected}
            onClick={(e) => {
              /* One press is one choice: the row around it would take it a second time. */
              e.stopPropagation();
              p.onSelect(id);
            }}
          >
            {title}
          </button>
          {definition.hand ? (
            <span className="label rounded border border-edge px-1 text-[13px]">{definition.hand === 'L' ? 'left' : 'right'}</span>
          ) : null}
        </div>
        <div className="flex items-center gap-1 truncate text-[14px] text-ink2">
          {row.plan.layers.map((layer, i) => (
            <span key={i} className="inline-flex items-center">
              {i > 0 ? <span className="px-0.5">/</span> : null}
              {showNumber(layer.thickness, units)}
              <PrepGlyph prep={layer.prep} part={layer.part} />
            </span>
          ))}
          <span className="truncate pl-1">
            {row.plan.rivet.callout.replace(/^MS20/, '')} <strong className="font-semibold text-ink">×{row.holeCount}</strong>
          </span>
        </div>
      </div>
      <div role="cell" className="flex flex-col items-end gap-1">
        <VerdictSign of={row.verdict} />
        <span className="flex items-center gap-1 text-[13px] text-ink2" aria-label={`${percent} percent done`}>
          <span aria-hidden className="inline-block h-1.5 w-12 overflow-hidden rounded-sm border border-edge bg-raised">
            <span className="block h-full bg-done" style={{ width: `${percent}%` }} />
          </span>
          {percent}%
        </span>
      </div>
    </div>
  );
}
