import { useState } from 'react';
import type { Leftover } from '#core/record/steps';
import { SETTLED_AS, type SettledAs } from '#core/record/marks';
import { sheetName } from '#core/wording/words';
import { SETTLED_WORDS } from '#core/wording/marks';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { Button, Select } from '../../ui/controls';

const BECAUSE = {
  'step-changed': 'the plan no longer asks for it',
  'layer-gone': 'the sheet is no longer in this row',
  'holes-out': 'the holes were taken out of the plan',
} as const;

interface LeftoversProps {
  readonly row: RowModel;
  /** Where work may have moved to. */
  readonly others: readonly { readonly id: string; readonly title: string }[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Marks that no longer fit the row: kept, and counted as left over until somebody says what became of them. */
export function Leftovers({ row, others, onMark }: LeftoversProps) {
  return (
    <ul aria-label="Marks to look at" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[14px] text-caution">
      {row.leftovers.map((left) => (
        <OneLeftover key={`${left.because} ${left.kind} ${left.layerId}`} row={row} left={left} others={others} onMark={onMark} />
      ))}
    </ul>
  );
}

function OneLeftover({ row, left, others, onMark }: LeftoversProps & { readonly left: Leftover }) {
  const [settled, setSettled] = useState<SettledAs | ''>('');
  const [toRowId, setToRowId] = useState('');
  const index = row.entity.definition.layers.findIndex((l) => l.id === left.layerId);
  const where = index < 0 || left.because === 'holes-out' ? '' : ` on ${sheetName(row.plan.layers[index]?.part, index)}`;
  const isWhole = settled !== '' && (settled !== 'moved' || toRowId !== '');
  const keep = () =>
    settled === ''
      ? undefined
      : onMark([
          {
            kind: 'left-over-settled',
            rowId: row.entity.id,
            holeIds: left.holeIds,
            payload: { settled, ...(settled === 'moved' ? { toRowId } : {}) },
          },
        ]);
  return (
    <li className="flex flex-wrap items-center gap-2">
      <span>
        {left.holeIds.length} {left.holeIds.length === 1 ? 'hole has' : 'holes have'} marks
        {left.because === 'holes-out' ? '' : ` (${left.kind}${where})`}, but {BECAUSE[left.because]}. The marks are kept.
      </span>
      <label className="flex items-center gap-1">
        What became of {left.holeIds.length === 1 ? 'it' : 'them'}
        <Select value={settled} onChange={(e) => setSettled(e.target.value as SettledAs | '')}>
          <option value="">not said</option>
          {SETTLED_AS.map((s) => (
            <option key={s} value={s}>
              {SETTLED_WORDS[s]}
            </option>
          ))}
        </Select>
      </label>
      {settled === 'moved' ? (
        <label className="flex items-center gap-1">
          to
          <Select value={toRowId} onChange={(e) => setToRowId(e.target.value)}>
            <option value="">which row?</option>
            {others.map((o) => (
              <option key={o.id} value={o.id}>
                {o.title}
              </option>
            ))}
          </Select>
        </label>
      ) : null}
      {isWhole ? <Button onClick={keep}>Keep that</Button> : null}
    </li>
  );
}
