import type { RowDefinition } from '#core/record/definitions';
import type { StepKind } from '#core/record/steps';
import { makingSentences } from '#core/wording/making';
import { useUnits } from '../../ui/units';

/** How this row's holes are made, where that is said: small first, the way into a covered sheet, which end first. */
export function MakingCard({ row, operation }: { row: RowDefinition; operation: StepKind }) {
  const said = makingSentences(row, operation, useUnits());
  if (said.length === 0) return null;
  return (
    <ol aria-label="How its holes are made" className="list-decimal rounded border border-dye bg-dye-soft py-1 pr-2 pl-7 text-[18px]">
      {said.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </ol>
  );
}
