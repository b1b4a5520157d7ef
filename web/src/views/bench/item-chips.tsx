import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useRef, useState, type RefObject } from 'react';
import type { OrderedItem, OrderedSetup } from '#core/access/bench-order';
import { notSolid } from '#core/prep/stack';
import { itemAmount, stepVerb } from '#core/wording/setups';
import { orderWaitSentence } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';
import type { RowModel } from '../../models/row-model';
import { Button } from '../../ui/controls';
import { useInSight } from '../../ui/use-in-sight';

interface ItemChipsProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly item: OrderedItem;
  readonly rows: readonly RowModel[];
  readonly sequence: Sequence;
  readonly onOpen: (item: OrderedItem) => void;
}

/** So many of a long set-up are shown before and after the one at hand, and so many more at each press. */
const BEFORE = 10;
const AFTER = 30;
const MORE = 50;

/** The rows or parts of this set-up, left and right apart. */
export function ItemChips(props: ItemChipsProps) {
  const { current, item, rows } = props;
  const groups = [
    { hand: 'L', name: 'Left' },
    { hand: 'R', name: 'Right' },
    { hand: null, name: 'No hand' },
  ] as const;
  const byId = useMemo(() => new Map(rows.map((r) => [r.entity.id, r])), [rows]);
  const isByHand = current.items.some((i) => i.hand !== null);
  return (
    <div className="flex flex-col gap-1">
      {groups.map(({ hand, name }) => {
        const own = current.items.filter((i) => i.hand === hand);
        /* Where the one at hand is of the other side, those that come about then. */
        const at = current.items.slice(0, Math.max(0, current.items.indexOf(item))).filter((i) => i.hand === hand).length;
        return own.length === 0 ? null : <ChipRow key={name} {...props} name={name} isNamed={isByHand} own={own} at={at} byId={byId} />;
      })}
    </div>
  );
}

interface ChipRowProps extends ItemChipsProps {
  readonly name: string;
  readonly isNamed: boolean;
  readonly own: readonly OrderedItem[];
  readonly at: number;
  readonly byId: ReadonlyMap<string, RowModel>;
}

function ChipRow({ name, isNamed, own, at, byId, data, item, sequence, onOpen }: ChipRowProps) {
  const here = useRef<HTMLButtonElement>(null);
  useInSight(here, item.key);
  const [wider, setWider] = useState({ before: 0, after: 0 });
  const from = Math.max(0, at - BEFORE - wider.before);
  const to = Math.min(own.length, at + AFTER + wider.after);
  return (
    <div className="flex items-center gap-1 overflow-x-auto pb-1" role="group" aria-label={name}>
      {isNamed ? <span className="label w-16 shrink-0 text-[17px] text-ink2">{name}</span> : null}
      {from > 0 ? (
        <Button className="min-h-14 shrink-0 px-3" onClick={() => setWider({ ...wider, before: wider.before + MORE })}>
          {from} earlier
        </Button>
      ) : null}
      {own.slice(from, to).map((i) => (
        <ItemChip
          key={i.key}
          item={i}
          isHere={i.key === item.key}
          here={here}
          row={byId.get(i.rowId)}
          data={data}
          sequence={sequence}
          onOpen={onOpen}
        />
      ))}
      {to < own.length ? (
        <Button className="min-h-14 shrink-0 px-3" onClick={() => setWider({ ...wider, after: wider.after + MORE })}>
          {own.length - to} later
        </Button>
      ) : null}
    </div>
  );
}

interface ItemChipProps extends Pick<ItemChipsProps, 'data' | 'item' | 'sequence' | 'onOpen'> {
  readonly isHere: boolean;
  readonly here: RefObject<HTMLButtonElement | null>;
  readonly row: RowModel | undefined;
}

function ItemChip({ item, isHere, here, row, data, sequence, onOpen }: ItemChipProps) {
  const part = item.partId ? data.parts.find((p) => p.id === item.partId)?.definition.name : null;
  return (
    <button
      type="button"
      aria-pressed={isHere}
      onClick={() => onOpen(item)}
      ref={isHere ? here : undefined}
      className={`label min-h-14 shrink-0 rounded border px-3 text-left text-[17px] ${isHere ? 'border-dye bg-dye-soft' : 'border-edge bg-raised'}`}
    >
      {part ?? (row ? row.title : '')}
      {itemAmount(item)}
      {item.waitsFor.length > 0 ? (
        <span className="block text-[13px] text-caution">
          waits: {item.waitsFor.map((k) => stepVerb(k, row && notSolid(row.stack)?.kind)).join(', ')}
        </span>
      ) : null}
      {item.orderWaits.map((w) => (
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
}
