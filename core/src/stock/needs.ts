import { notSolid } from '../prep/stack';
import { AT_HOLE } from '../record/step-key';
import type { OwnRows } from '../done/own-rows';
import type { RowStanding } from '../done/row-standing';
import { own } from '../units/own';
import type { Plan } from '../prep/plan';
import type { FastenerKind, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { countedElsewhere } from '../record/meetings';
import type { HoleStates } from '../record/steps';
import { calloutOf } from '../prep/callout-of';
import type { Stack } from '../prep/stack';

/** A row as the stock counts it. */
export interface StockRow {
  /** Absent: no hole of it is one with another row's. */
  readonly id?: string | undefined;
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Pick<Plan, 'rivet'>;
  readonly states: HoleStates;
  /** Holes with a rivet of their own size, and what they want; absent: none. */
  readonly standing?: Pick<RowStanding, 'own'> | undefined;
  readonly own?: Pick<OwnRows, 'of'> | undefined;
}

/** Rivets of one call-out: how many rows still want, with a spare share, on hand, to order. */
export interface StockNeed {
  readonly callout: string;
  /** Null: a solid rivet of the tables, by its call-out. */
  readonly kind: FastenerKind | null;
  readonly rows: number;
  /** Holes in the plan that are not set yet; held ones too: they want their rivet later. */
  readonly needed: number;
  readonly withSpare: number;
  readonly onHand: number;
  readonly toOrder: number;
  /** Other lengths that work in every one of these rows. */
  readonly instead: readonly string[];
}

interface SizedRow extends StockRow {
  readonly isMeant: (holeId: string) => boolean;
}

/** A row once for each size of rivet its holes take. */
function bySize(row: StockRow): SizedRow[] {
  const sizes = row.standing?.own;
  if (!sizes || sizes.size === 0) return [{ ...row, isMeant: () => true }];
  const own = [...new Set(sizes.values())].flatMap((dash): SizedRow[] => {
    const asked = row.own?.of(dash);
    return asked ? [{ ...row, stack: asked.stack, plan: asked.plan, isMeant: (id) => sizes.get(id) === dash }] : [];
  });
  return [{ ...row, isMeant: (id) => !sizes.has(id) }, ...own];
}

/** What the rows still need, call-out by call-out; also what lies on the shelf and nothing wants. */
export function stockNeeds(rows: readonly StockRow[], onHand: Readonly<Record<string, number>>, sparePercent: number): StockNeed[] {
  const groups = new Map<string, { kind: FastenerKind | null; rows: number; needed: number; instead: Set<string> | null }>();
  const ids = new Set(rows.map((r) => r.id));
  for (const { id, row, stack, plan, states, isMeant } of rows.flatMap(bySize)) {
    const elsewhere = countedElsewhere({ id, row }, ids);
    const other = notSolid(stack);
    const callout = other ? other.name : plan.rivet.callout;
    if (other?.kind === 'none') continue;
    const needed = holesInPlan(row.holes).filter(
      (h) => isMeant(h.id) && !elsewhere.has(h.id) && !states.get(h.id)?.has(AT_HOLE.set),
    ).length;
    if (needed === 0) continue;
    const serves = other
      ? new Set<string>()
      : new Set(plan.rivet.candidates.filter((c) => c.works || c.worksAtLip).map((c) => calloutOf(stack, c.lengthDash)));
    const known = groups.get(callout);
    if (!known) groups.set(callout, { kind: other?.kind ?? null, rows: 1, needed, instead: serves });
    else {
      known.rows++;
      known.needed += needed;
      known.instead = new Set([...(known.instead ?? [])].filter((c) => serves.has(c)));
    }
  }
  for (const [callout, count] of Object.entries(onHand))
    if (!groups.has(callout) && count > 0) groups.set(callout, { kind: null, rows: 0, needed: 0, instead: null });
  return [...groups]
    .map(([callout, g]): StockNeed => {
      const have = own(onHand, callout) ?? 0;
      const withSpare = Math.ceil(g.needed * (1 + sparePercent / 100) - 1e-9);
      return {
        callout,
        kind: g.kind,
        rows: g.rows,
        needed: g.needed,
        withSpare,
        onHand: have,
        toOrder: Math.max(0, withSpare - have),
        instead: [...(g.instead ?? [])].filter((c) => c !== callout),
      };
    })
    .sort((a, b) => (a.callout < b.callout ? -1 : 1));
}
