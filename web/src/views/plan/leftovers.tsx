import { sheetName } from '#core/wording/words';
import type { RowModel } from '../../rows/row-model';

const BECAUSE = {
  'step-changed': 'the plan no longer asks for it',
  'layer-gone': 'the sheet is no longer in this row',
  'holes-out': 'the holes were taken out of the plan',
} as const;

/** Marks that no longer fit the row: kept, and shown for a person to resolve. */
export function Leftovers({ row }: { row: RowModel }) {
  if (row.leftovers.length === 0) return null;
  return (
    <ul aria-label="Marks to look at" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[14px] text-caution">
      {row.leftovers.map((left, i) => {
        const index = row.entity.definition.layers.findIndex((l) => l.id === left.layerId);
        const where = index < 0 || left.because === 'holes-out' ? '' : ` on ${sheetName(row.plan.layers[index]?.part, index)}`;
        return (
          <li key={i}>
            {left.holeIds.length} {left.holeIds.length === 1 ? 'hole has' : 'holes have'} marks
            {left.because === 'holes-out' ? '' : ` (${left.kind}${where})`}, but {BECAUSE[left.because]}. The marks are kept.
          </li>
        );
      })}
    </ul>
  );
}
