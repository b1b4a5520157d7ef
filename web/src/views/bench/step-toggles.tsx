import { isPartStep, type Step } from '#core/record/steps';
import { sheetName } from '#core/wording/words';
import type { RowModel } from '../../models/row-model';

const SIDE_WORDS = { head: 'head side', shop: 'shop side' } as const;

/** Which sheets and sides are meant, where there are several. */
export function StepToggles({
  row,
  steps,
  off,
  onToggle,
}: {
  row: RowModel;
  steps: readonly Step[];
  off: ReadonlySet<string>;
  onToggle: (key: string) => void;
}) {
  const shown = steps.filter((s) => !isPartStep(s) && s.layerId !== null);
  if (shown.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-1" role="group" aria-label="Sheets and sides to mark">
      {shown.map((s) => {
        const index = row.entity.definition.layers.findIndex((l) => l.id === s.layerId);
        return (
          <button
            key={s.key}
            type="button"
            aria-pressed={!off.has(s.key)}
            onClick={() => onToggle(s.key)}
            className={`label min-h-14 rounded border px-3 text-[16px] ${off.has(s.key) ? 'border-dashed border-edge text-ink2 line-through' : 'border-dye bg-dye-soft'}`}
          >
            {sheetName(row.plan.layers[index]?.part, index)}
            {s.side ? `, ${SIDE_WORDS[s.side]}` : ''}
          </button>
        );
      })}
    </div>
  );
}
