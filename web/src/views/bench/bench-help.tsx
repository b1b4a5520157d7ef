import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import type { BenchSetup } from '#core/work/bench';
import { drillingHelps, isWarning } from '#core/setup/drilling-helps';
import { formatRange, holesInPlan } from '#core/record/holes';
import { heldWord, helpSentence, SQUARE_UP_HELP } from '#core/wording/helps';
import { groupOfRow } from '#core/compose/groups';
import { groupHelps } from '#core/wording/groups';
import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';
import type { RowModel } from '../../models/row-model';
import { useUnits } from '../../ui/units';

interface BenchHelpProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly current: BenchSetup;
  readonly rows: readonly RowModel[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  /** What can hurt stands above the holes; the rest below them. */
  readonly part: 'cautions' | 'helps';
}

/** What to know before this set-up begins: plugs first, then bits, holders, thin flanges. */
export function BenchHelp({ data, row, current, rows, onMark, part }: BenchHelpProps) {
  const units = useUnits();
  const { operation } = current.setup;
  const byId = useMemo(() => new Map(rows.map((r) => [r.entity.id, r])), [rows]);
  const numbers = (r: RowModel, ids: readonly string[]) => {
    const holes = holesInPlan(r.entity.definition.holes);
    return formatRange(ids.map((id) => holes.findIndex((h) => h.id === id)));
  };
  const held = current.items.flatMap((i) => {
    const own = i.heldHoleIds.length > 0 ? byId.get(i.rowId) : undefined;
    return own ? [{ key: i.key, text: `${own.title}: ${heldWord(operation)} ${numbers(own, i.heldHoleIds)}.`, isCaution: true }] : [];
  });
  const counts = current.items.flatMap((i) => byId.get(i.rowId)?.holeCount ?? []);
  const helps =
    operation === 'drilled' || operation === 'piloted'
      ? drillingHelps(row.entity.definition, row.stack, operation, counts, data.kit.definition.holders)
      : [];
  const group = groupOfRow(row.entity, data.rows, data.fasteners);
  const isCentre = group?.centres.id === row.entity.id;
  const ofGroup = group?.fastener.group ? groupHelps(group.fastener.group, operation, isCentre) : [];
  const all = [
    ...held,
    ...ofGroup.map((text, i) => ({ key: `group ${i}`, text, isCaution: false })),
    ...helps.map((h) => ({
      key: `${h.kind} ${'layer' in h ? h.layer : ''}`,
      text: helpSentence(h, units, row.stack.layers),
      isCaution: isWarning(h),
    })),
  ];
  const isAbove = part === 'cautions';
  const lines = all.filter((l) => l.isCaution === isAbove);
  /* The last locking hole fixes the angle for good: it is freed by whoever has checked it. */
  const waiting = operation === 'drilled' && isAbove ? (current.items.find((i) => i.rowId === row.entity.id)?.heldHoleIds ?? []) : [];
  if (lines.length === 0) return null;
  return (
    <ul aria-label={isAbove ? 'Before you begin' : 'Good to know'} className="flex flex-col gap-1 text-[16px]">
      {lines.map((l) => (
        <li key={l.key} className={l.isCaution ? 'rounded border border-caution bg-caution-soft px-2 py-1' : ''}>
          {l.text}
        </li>
      ))}
      {waiting.length > 0 ? (
        <li className="flex flex-wrap items-center gap-3">
          <Button
            className="min-h-14 px-4 text-[17px]"
            onClick={() => onMark([{ kind: 'squared', rowId: row.entity.id, holeIds: waiting }])}
          >
            The angle is square: free hole {numbers(row, waiting)}
          </Button>
          <span className="min-w-60 flex-1">{SQUARE_UP_HELP}</span>
        </li>
      ) : null}
    </ul>
  );
}
