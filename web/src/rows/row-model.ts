import { useMemo, useRef } from 'react';
import { planStack, type Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Entity, KitDefinition, PartDefinition } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { stackOf } from '#core/record/stack-of';
import { fold, leftoversOf, progressOf, stepsOf, type HoleStates, type Leftover, type Step } from '#core/record/steps';
import { setupsOf, type SetupUse } from '#core/setup/setup';
import type { AssemblyAnswer } from '../api/queries';

/** A row with all that is computed for it. */
export interface RowModel {
  readonly entity: Entity<'row'>;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly steps: readonly Step[];
  readonly states: HoleStates;
  /** Keys of the steps done on whole parts, the same for all rows. */
  readonly partsDone: ReadonlySet<string>;
  readonly progress: { readonly done: number; readonly wanted: number };
  /** Deviations by hole, oldest first. */
  readonly deviations: ReadonlyMap<string, readonly Mark[]>;
  readonly leftovers: readonly Leftover[];
  readonly holeCount: number;
  /** The set-ups its steps are done in. */
  readonly setups: readonly SetupUse[];
  /** Lower case, for the text filter. */
  readonly searchText: string;
}

const NO_STATES: HoleStates = new Map();
const NO_DEVIATIONS: ReadonlyMap<string, readonly Mark[]> = new Map();

function deviationsByRow(marks: readonly Mark[]): Map<string, Map<string, Mark[]>> {
  const rows = new Map<string, Map<string, Mark[]>>();
  if (!marks.some((m) => m.kind === 'deviation')) return rows;
  for (const mark of effectiveMarks(marks)) {
    if (mark.kind !== 'deviation') continue;
    let holes = rows.get(mark.rowId);
    if (!holes) rows.set(mark.rowId, (holes = new Map()));
    for (const id of mark.holeIds) holes.set(id, [...(holes.get(id) ?? []), mark]);
  }
  return rows;
}

export function partsById(parts: readonly Entity<'part'>[]): ReadonlyMap<string, PartDefinition> {
  return new Map(parts.map((p) => [p.id, p.definition]));
}

interface Planned {
  readonly entity: Entity<'row'>;
  readonly kit: KitDefinition;
  readonly parts: string;
  readonly stack: Stack;
  readonly plan: Plan;
}

/** Plans every row; a row whose definition, parts and kit are as before is not planned again. */
export function useRowModels(data: AssemblyAnswer | undefined, marks: readonly Mark[]): readonly RowModel[] {
  const cache = useRef(new Map<string, Planned>());
  const planned = useMemo(() => {
    if (!data) return [];
    const parts = partsById(data.parts);
    const versions = new Map(data.parts.map((p) => [p.id, p.version]));
    const next = new Map<string, Planned>();
    for (const entity of data.rows) {
      const partsKey = entity.definition.layers.map((l) => `${l.partId}:${versions.get(l.partId)}`).join();
      const known = cache.current.get(entity.id);
      if (known && known.entity.version === entity.version && known.parts === partsKey && known.kit === data.kit.definition) {
        next.set(entity.id, known);
        continue;
      }
      const stack = stackOf(entity.definition, { kit: data.kit.definition, parts });
      if (stack) next.set(entity.id, { entity, kit: data.kit.definition, parts: partsKey, stack, plan: planStack(stack) });
    }
    cache.current = next;
    return [...next.values()];
  }, [data]);
  const folded = useMemo(() => fold(marks), [marks]);
  const deviations = useMemo(() => deviationsByRow(marks), [marks]);
  const work = useMemo(() => data && { kit: data.kit.definition, parts: partsById(data.parts) }, [data]);
  return useMemo(
    () =>
      planned.map(({ entity, stack, plan }): RowModel => {
        const row = entity.definition;
        const steps = stepsOf(row, plan.layers, work);
        const states = folded.rows.get(entity.id) ?? NO_STATES;
        return {
          entity,
          stack,
          plan,
          steps,
          states,
          partsDone: folded.parts,
          progress: progressOf(row, steps, states, folded.parts),
          deviations: deviations.get(entity.id) ?? NO_DEVIATIONS,
          leftovers: leftoversOf(row, steps, states),
          setups: setupsOf(steps, row, stack, plan),
          holeCount: holesInPlan(row.holes).length,
          searchText: [
            row.name,
            row.hand ?? '',
            row.page,
            plan.rivet.callout,
            plan.verdict,
            ...stack.layers.map((l) => l.part),
            ...plan.layers.map((l) => l.prep),
            ...plan.findings.map((f) => f.code),
          ]
            .join(' ')
            .toLowerCase(),
        };
      }),
    [planned, folded, deviations, work],
  );
}

/** A row's name, or its sheets where it has none. */
export function rowTitle(row: RowModel): string {
  return row.entity.definition.name || row.stack.layers.map((l) => l.part).join(' / ');
}
