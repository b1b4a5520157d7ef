import { notSolid } from '../prep/stack';
import type { Stack } from '../prep/stack';
import type { KitDefinition, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { inches, longer, type Mm } from '../units/length';
import { drillLadder, STEP_DRILL_FROM, type Rung } from './drill-ladder';
import { holderDash, holderOrder, thinBehindThick } from './holders';
import { pilotOf } from './setup';

/** What to know before a row is drilled, as codes and numbers. */
export type DrillingHelp =
  | { readonly kind: 'ladder'; readonly rungs: readonly Rung[]; readonly isLarge: boolean }
  | { readonly kind: 'blind-hole'; readonly name: string; readonly wanted: Mm; readonly hole: Mm }
  /** Hole numbers from 1 in the order they get a holder; how many all rows of the set-up need, and how many there are. */
  | {
      readonly kind: 'holders';
      readonly dash: RowDefinition['dash'];
      readonly order: readonly number[];
      readonly needed: number;
      readonly owned: number | null;
    }
  /** Dimpled at the size of the dies' pilot: all sheets together again, reamed to their own hole. */
  | { readonly kind: 'ream-after-dimple'; readonly pilot: Mm; readonly hole: Mm }
  /** Punched under size: a reamer leaves the rounder hole. */
  | { readonly kind: 'reamer' }
  /** A step drill needs depth behind the sheet; null: not measured. */
  | { readonly kind: 'depth-behind'; readonly behind: Mm | null }
  /** A sheet the bit pushes off; the holes where it does, from 1: all of them, or the two at either end. */
  | { readonly kind: 'thin-behind'; readonly layer: number; readonly from: 'head' | 'shop'; readonly atEnds: readonly number[] | null };

/** The ladder is shown where the way to the final size is longer than this. */
const LADDER_FROM = inches(1 / 16);
/** A blind fastener's hole and the row's differ beyond this (half a thousandth of an inch). */
const SAME_HOLE = inches(0.0005);

/**
 * Helps for one row while its first hole is made, or its final one. `holeCounts`: holes of every row in the set-up, this one among them.
 * `owned`: sheet holders by dash: those that go into the hole as it is then.
 */
export function drillingHelps(
  row: RowDefinition,
  stack: Stack,
  step: 'piloted' | 'drilled',
  holeCounts: readonly number[],
  owned: KitDefinition['holders'],
): DrillingHelp[] {
  const helps: DrillingHelp[] = [];
  const isFirst = step === 'piloted';
  const hasFirst = row.start === 'none' || (row.stages ?? []).length > 0;
  const already = (isFirst ? 0 : hasFirst ? pilotOf(row, stack) : stack.size.diameter) as Mm;
  const hole = isFirst ? pilotOf(row, stack) : stack.hole;
  const rungs = longer(hole - already, LADDER_FROM) ? drillLadder(already, hole) : [];
  if (rungs.length > 1 || (rungs.length === 1 && !isFirst)) helps.push({ kind: 'ladder', rungs, isLarge: !longer(STEP_DRILL_FROM, hole) });
  if (!longer(STEP_DRILL_FROM, hole)) helps.push({ kind: 'depth-behind', behind: (row.access?.behind?.mm ?? null) as Mm | null });
  const blind = notSolid(stack);
  if (blind?.hole !== undefined && longer(Math.abs(blind.hole - stack.hole), SAME_HOLE))
    helps.push({ kind: 'blind-hole', name: blind.name, wanted: blind.hole, hole: stack.hole });
  const dash = holderDash(hole);
  if (dash !== null)
    helps.push({
      kind: 'holders',
      dash,
      order: holderOrder(holesInPlan(row.holes).length).map((i) => i + 1),
      needed: holeCounts.reduce((n, count) => n + holderOrder(count).length, 0),
      owned: owned?.[`${dash}`] ?? null,
    });
  const from = row.drilledFrom ?? 'head';
  const n = holesInPlan(row.holes).length;
  const ends = [...new Set([1, 2, n - 1, n])].filter((i) => i >= 1 && i <= n);
  for (const { layer, atEnds } of thinBehindThick(
    stack.layers.map((l) => l.thickness),
    from,
  ))
    helps.push({ kind: 'thin-behind', layer, from, atEnds: atEnds ? ends : null });
  if (isFirst) return helps;
  if (blind?.dieHole !== undefined && row.start !== 'final') {
    helps.push({ kind: 'ream-after-dimple', pilot: blind.dieHole, hole: stack.hole });
    return helps;
  }
  if ((row.start ?? 'undersize') === 'undersize') helps.push({ kind: 'reamer' });
  return helps;
}

/** Whether a help warns of something rather than telling how. */
export function isWarning(help: DrillingHelp): boolean {
  return help.kind === 'holders'
    ? help.owned !== null && help.owned < help.order.length
    : help.kind === 'blind-hole' || help.kind === 'thin-behind';
}
