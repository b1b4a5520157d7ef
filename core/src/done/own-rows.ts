import { planStack, type Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import type { FastenerDefinition, RowDefinition } from '../record/definitions';
import { stackOf, type RowContext } from '../record/stack-of';
import { closingOf, stepsOf, type Step } from '../record/steps';
import { setupsOf, type SetupUse } from '../setup/setup';
import { rivetOfDash } from '../tables/fasteners';

/** A row planned as if it were closed with a rivet of another size: what holes with their own fastener want. */
export interface OwnRow {
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly steps: readonly Step[];
  readonly uses: readonly SetupUse[];
}

/** The row as holes with a rivet of their own size ask for it; null: it is closed with something that has no next size. */
function rowOfSize(
  row: RowDefinition,
  dash: number,
  fasteners: ReadonlyMap<string, Pick<FastenerDefinition, 'kind'>>,
): RowDefinition | null {
  const size = rivetOfDash(dash);
  const kind = row.fastenerId ? fasteners.get(row.fastenerId)?.kind : 'solid';
  if (!size || kind !== 'solid') return null;
  return { ...row, dash: size.dash, fastenerId: null, lengthDash: null, hole: null };
}

/** Plans a row for every size its holes ask for, each once. */
export class OwnRows {
  private readonly made = new Map<number, OwnRow | null>();

  constructor(
    private readonly row: RowDefinition,
    private readonly context: RowContext,
  ) {}

  of(dash: number): OwnRow | null {
    let own = this.made.get(dash);
    if (own === undefined) this.made.set(dash, (own = this.plan(dash)));
    return own;
  }

  private plan(dash: number): OwnRow | null {
    const row = rowOfSize(this.row, dash, this.context.fasteners);
    const stack = row && stackOf(row, this.context);
    if (!row || !stack) return null;
    const plan = planStack(stack);
    const steps = stepsOf(row, plan.layers, { ...this.context, closing: closingOf(undefined) });
    return { row, stack, plan, steps, uses: setupsOf(steps, row, stack, plan) };
  }
}
