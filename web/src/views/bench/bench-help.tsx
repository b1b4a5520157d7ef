import type { BenchSetup } from '#core/setup/bench';
import { drillLadder, STEP_DRILL_FROM } from '#core/setup/drill-ladder';
import { HOLDER_EVERY, holderOrder, holderSize, thinBehindThick } from '#core/setup/holders';
import { formatRange, holesInPlan } from '#core/record/holes';
import { inches, type Mm } from '#core/units/length';
import { showBoth } from '#core/units/show';
import { sheetName } from '#core/wording/words';
import type { MarkWish } from '../../api/commands';
import type { AssemblyAnswer } from '../../api/queries';
import { Button } from '../../ui/controls';
import { rowTitle, type RowModel } from '../../rows/row-model';
import { useUnits } from '../../ui/units';

interface BenchHelpProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly current: BenchSetup;
  readonly rows: readonly RowModel[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A drill's ladder is shown where the way to the final size is longer than this, mm. */
const LADDER_FROM: Mm = inches(1 / 16);

/** What to know before this set-up begins: plugs first, then bits, holders, thin flanges. */
export function BenchHelp({ data, row, current, rows, onMark }: BenchHelpProps) {
  const units = useUnits();
  const lines: { key: string; text: string; isCaution: boolean }[] = [];
  const numbers = (r: RowModel, ids: readonly string[]) => {
    const holes = holesInPlan(r.entity.definition.holes);
    return formatRange(ids.map((id) => holes.findIndex((h) => h.id === id)));
  };
  for (const i of current.items) {
    if (i.heldHoleIds.length === 0) continue;
    const held = rows.find((r) => r.entity.id === i.rowId);
    if (!held) continue;
    const what =
      current.setup.operation === 'set'
        ? 'leave empty'
        : current.setup.operation === 'drilled'
          ? 'leave for the square-up check'
          : 'plug first';
    lines.push({ key: `held ${i.key}`, text: `${rowTitle(held)}: ${what} ${numbers(held, i.heldHoleIds)}.`, isCaution: true });
  }
  if (current.setup.operation === 'drilled' || current.setup.operation === 'piloted')
    lines.push(...drillingHelp(data, row, rows, current, units));
  /* The last locking hole fixes the angle for good: it is freed by whoever has checked it. */
  const waiting = current.setup.operation === 'drilled' ? (current.items.find((i) => i.rowId === row.entity.id)?.heldHoleIds ?? []) : [];
  if (lines.length === 0) return null;
  return (
    <ul aria-label="Before you begin" className="flex flex-col gap-1 text-[16px]">
      {lines.map((l) => (
        <li key={l.key} className={l.isCaution ? 'rounded border border-caution bg-caution-soft px-2 py-1' : ''}>
          {l.text}
        </li>
      ))}
      {waiting.length > 0 ? (
        <li>
          <Button
            className="min-h-14 px-4 text-[17px]"
            onClick={() => onMark([{ kind: 'squared', rowId: row.entity.id, holeIds: waiting }])}
          >
            The angle is square: free hole {numbers(row, waiting)}
          </Button>
        </li>
      ) : null}
    </ul>
  );
}

function drillingHelp(
  data: AssemblyAnswer,
  row: RowModel,
  rows: readonly RowModel[],
  current: BenchSetup,
  units: 'in' | 'mm',
): { key: string; text: string; isCaution: boolean }[] {
  const { definition } = row.entity;
  const lines: { key: string; text: string; isCaution: boolean }[] = [];
  const from = (definition.start ?? 'undersize') === 'none' ? 0 : row.stack.size.diameter;
  if (row.stack.hole - from > LADDER_FROM) {
    const rungs = drillLadder(from as Mm, row.stack.hole);
    const names = rungs.map((r) => `${r.drill ? `${r.drill}, ` : ''}${showBoth(r.diameter, units)}`).join(' → ');
    lines.push({
      key: 'ladder',
      text: `Step the hole up: ${names}.${row.stack.hole >= STEP_DRILL_FROM ? ' In thin sheet a step drill grabs less.' : ''}`,
      isCaution: false,
    });
  }
  const wanted = definition.blind?.hole.mm;
  if (wanted !== undefined && Math.abs(wanted - row.stack.hole) > 0.0127)
    lines.push({
      key: 'blind',
      text: `${definition.blind?.name}: its maker asks for ${showBoth(wanted as Mm, units)}, the row has ${showBoth(row.stack.hole, units)}. Change the row’s hole before drilling.`,
      isCaution: true,
    });
  const dash = definition.dash;
  const onTable = current.items
    .map((i) => rows.find((r) => r.entity.id === i.rowId))
    .filter((r): r is RowModel => r?.entity.definition.dash === dash);
  const needed = onTable.reduce((n, r) => n + holderOrder(r.holeCount).length, 0);
  const owned = data.kit.definition.holders?.[`${dash}`];
  const order = holderOrder(row.holeCount).map((i) => i + 1);
  lines.push({
    key: 'holders',
    text: `Sheet holders ${holderSize(dash)}: in every ${HOLDER_EVERY}th hole, from the centre outward: ${order.join(', ')}. ${needed} for all rows of this set-up${
      owned === undefined ? '' : owned < needed ? `; you own ${owned}: drill row by row` : `; you own ${owned}`
    }.`,
    isCaution: owned !== undefined && owned < order.length,
  });
  for (const layer of thinBehindThick(row.stack.layers.map((l) => l.thickness)))
    lines.push({
      key: `thin ${layer}`,
      text: `${sheetName(row.stack.layers[layer]?.part, layer)} is thin behind a thicker sheet: the bit pushes it away. Back it with a wood block or clamp it; or take the skin off, bend the flange back, clamp, drill again.`,
      isCaution: true,
    });
  return lines;
}
