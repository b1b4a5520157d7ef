import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useRef } from 'react';
import type { OrderedItem, OrderedSetup } from '#core/access/bench-order';
import { notSolid } from '#core/prep/stack';
import { itemAmount, stepVerb } from '#core/wording/setups';
import { orderWaitSentence } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';
import type { RowModel } from '../../models/row-model';
import { useInSight } from '../../ui/use-in-sight';

interface ItemChipsProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly item: OrderedItem;
  readonly rows: readonly RowModel[];
  readonly sequence: Sequence;
  readonly onOpen: (item: OrderedItem) => void;
}

/** The rows or parts of this set-up, left and right apart. */
export function ItemChips({ current, item, rows, data, sequence, onOpen }: ItemChipsProps) {
  const groups = [
    { hand: 'L', name: 'Left' },
    { hand: 'R', name: 'Right' },
    { hand: null, name: 'No hand' },
  ] as const;
  const here = useRef<HTMLButtonElement>(null);
  useInSight(here, item.key);
  const byId = useMemo(() => new Map(rows.map((r) => [r.entity.id, r])), [rows]);
  return (
    <div className="flex flex-col gap-1">
      {groups.map(({ hand, name }) => {
        const own = current.items.filter((i) => i.hand === hand);
        if (own.length === 0) return null;
        return (
          <div key={name} className="flex items-center gap-1 overflow-x-auto pb-1" role="group" aria-label={name}>
            {current.items.some((i) => i.hand !== null) ? <span className="label w-16 shrink-0 text-[17px] text-ink2">{name}</span> : null}
            {own.map((i) => {
              const row = byId.get(i.rowId);
              const part = i.partId ? data.parts.find((p) => p.id === i.partId)?.definition.name : null;
              return (
                <button
                  key={i.key}
                  type="button"
                  aria-pressed={i.key === item.key}
                  onClick={() => onOpen(i)}
                  ref={i.key === item.key ? here : undefined}
                  className={`label min-h-14 shrink-0 rounded border px-3 text-left text-[17px] ${i.key === item.key ? 'border-dye bg-dye-soft' : 'border-edge bg-raised'}`}
                >
                  {part ?? (row ? row.title : '')}
                  {itemAmount(i)}
                  {i.waitsFor.length > 0 ? (
                    <span className="block text-[13px] text-caution">
                      waits: {i.waitsFor.map((k) => stepVerb(k, row && notSolid(row.stack)?.kind)).join(', ')}
                    </span>
                  ) : null}
                  {i.orderWaits.map((w) => (
                    <span
                      key={w.id}
                      className="block text-[13px] text-caution"
                      title={orderWaitSentence(w.because, sequence.byId.get(w.id)?.kind ?? 'set', sequence.nameOf(w.id))}
                    >
                      waits for {sequence.nameOf(w.id)}
                    </span>
                  ))}
                </button>
              );
            })}
          </div>
        );
      })}
    </div>
  );
}
