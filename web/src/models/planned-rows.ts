import type { AssemblyAnswer } from '#contract/answers';
import { planStack, type Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Entity, KitDefinition, PartDefinition, RowDefinition } from '#core/record/definitions';
import { placesOf, spacingOf, stackOf, type RowContext } from '#core/record/stack-of';
import { closingOf, stepsOf, type Step } from '#core/record/steps';
import { setupsOf, type SetupUse } from '#core/setup/setup';
import { definitionsById } from '#core/work/assembly-work';
import { OwnRows } from '#core/done/own-rows';
import type { Rest } from './slices';

export function partsById(parts: readonly Entity<'part'>[]): ReadonlyMap<string, PartDefinition> {
  return new Map(parts.map((p) => [p.id, p.definition]));
}

/** What planning a row of this assembly takes; the same while the assembly is the same answer. */
export function contextOf(data: AssemblyAnswer): RowContext {
  let context = CONTEXTS.get(data);
  if (!context) {
    context = {
      kit: data.kit.definition,
      parts: partsById(data.parts),
      fasteners: definitionsById(data.fasteners),
      rows: data.rows.map((r) => r.definition),
    };
    CONTEXTS.set(data, context);
  }
  return context;
}

const CONTEXTS = new WeakMap<AssemblyAnswer, RowContext>();

/** A row with its plan and the steps it comes to, and what they were made from. */
export interface Planned {
  readonly entity: Entity<'row'>;
  readonly kit: KitDefinition;
  /** Its parts and its fastener, with their versions. */
  readonly from: string;
  /** What the rows around say of its holes' distances. */
  readonly spacing: string;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly steps: readonly Step[];
  /** The set-ups its steps are done in. */
  readonly setups: readonly SetupUse[];
  /** What holes with a rivet of their own size want. */
  readonly own: OwnRows;
}

const PLANNED = new WeakMap<RowDefinition, Planned>();
const VERSIONS = new WeakMap<AssemblyAnswer, ReadonlyMap<string, number>>();

function versionsOf(data: AssemblyAnswer): ReadonlyMap<string, number> {
  let versions = VERSIONS.get(data);
  if (!versions) VERSIONS.set(data, (versions = new Map([...data.parts, ...data.fasteners].map((e) => [e.id, e.version]))));
  return versions;
}

/** Plans a row; one whose definition, parts, fastener, neighbours and kit are as before is not planned again. Null: it names a part that is not there. */
export function plannedRow(entity: Entity<'row'>, data: AssemblyAnswer): Planned | null {
  const { definition } = entity;
  const context = contextOf(data);
  const versions = versionsOf(data);
  const from = [...definition.layers.map((l) => l.partId), definition.fastenerId ?? ''].map((id) => `${id}:${versions.get(id)}`).join();
  const spacing = JSON.stringify(spacingOf(definition, context)) ?? '';
  const known = PLANNED.get(definition);
  if (known && known.from === from && known.spacing === spacing && known.kit === data.kit.definition) {
    if (known.entity === entity) return known;
    const same = { ...known, entity };
    PLANNED.set(definition, same);
    return same;
  }
  const stack = stackOf(definition, context);
  if (!stack) return null;
  const plan = planStack(stack);
  const closing = closingOf(context.fasteners.get(definition.fastenerId ?? ''));
  const steps = stepsOf(definition, plan.layers, { ...context, closing });
  const planned: Planned = {
    entity,
    kit: data.kit.definition,
    from,
    spacing,
    stack,
    plan,
    steps,
    setups: setupsOf(steps, definition, stack, plan),
    own: new OwnRows(definition, context),
  };
  PLANNED.set(definition, planned);
  return planned;
}

/** Plans every row ahead in slices, so that what is asked of them after is there already; false: no longer wanted. */
export async function planAhead(data: AssemblyAnswer, rest: Rest): Promise<boolean> {
  /* Where every row lies is asked of the first already. */
  for (const { definition } of data.rows) {
    placesOf(definition);
    if (!(await rest())) return false;
  }
  for (const row of data.rows) {
    plannedRow(row, data);
    if (!(await rest())) return false;
  }
  return true;
}
