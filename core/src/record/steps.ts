import type { PlannedLayer } from '../prep/walk';
import type { RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import { effectiveMarks, type Mark, type MarkKind, type Side } from './marks';

/** One thing to do at every hole of a row: drill it, deburr one side of one sheet, prepare one sheet. */
export interface Step {
  readonly key: string;
  readonly kind: Extract<MarkKind, 'drilled' | 'deburred' | 'dimpled' | 'countersunk'>;
  readonly layerId: string | null;
  readonly side: Side | null;
}

function keyOf(kind: MarkKind, layerId: string | null, side: Side | null): string {
  return `${kind}/${layerId ?? ''}/${side ?? ''}`;
}

/** What every hole of a row needs up to its preparation, in the order of the work. */
export function stepsOf(row: RowDefinition, planned: readonly PlannedLayer[]): Step[] {
  const step = (kind: Step['kind'], layerId: string | null = null, side: Side | null = null): Step => ({
    key: keyOf(kind, layerId, side),
    kind,
    layerId,
    side,
  });
  const steps = [step('drilled')];
  for (const layer of row.layers) steps.push(step('deburred', layer.id, 'head'), step('deburred', layer.id, 'shop'));
  row.layers.forEach((layer, i) => {
    const prep = planned[i]?.prep;
    if (prep === 'dimple') steps.push(step('dimpled', layer.id));
    if (prep === 'countersink') steps.push(step('countersunk', layer.id));
  });
  return steps;
}

/** What was done at each hole: hole id to the keys of the steps marked there. */
export type HoleStates = ReadonlyMap<string, ReadonlySet<string>>;

/** Folds marks that count into what was done at each hole, by row id. */
export function foldByRow(marks: readonly Mark[]): Map<string, Map<string, Set<string>>> {
  const rows = new Map<string, Map<string, Set<string>>>();
  for (const mark of effectiveMarks(marks)) {
    let holes = rows.get(mark.rowId);
    if (!holes) rows.set(mark.rowId, (holes = new Map()));
    const keys =
      mark.layerIds.length === 0 ? [keyOf(mark.kind, null, mark.side)] : mark.layerIds.map((id) => keyOf(mark.kind, id, mark.side));
    for (const holeId of mark.holeIds) {
      let done = holes.get(holeId);
      if (!done) holes.set(holeId, (done = new Set()));
      for (const key of keys) done.add(key);
    }
  }
  return rows;
}

const NOTHING: HoleStates = new Map();

/** How far a row is: steps done over steps wanted, holes in the plan only. */
export function progressOf(row: RowDefinition, steps: readonly Step[], states: HoleStates = NOTHING): { done: number; wanted: number } {
  const holes = holesInPlan(row.holes);
  let done = 0;
  for (const hole of holes) {
    const marked = states.get(hole.id);
    if (marked) for (const step of steps) if (marked.has(step.key)) done++;
  }
  return { done, wanted: holes.length * steps.length };
}

/** Marked work that the row as it is now does not ask for: kept, and shown for a person to resolve. */
export interface Leftover {
  readonly holeIds: readonly string[];
  readonly kind: string;
  readonly layerId: string | null;
  /** Why: the plan changed, the sheet is no longer in the stack, or the holes were taken out of the plan. */
  readonly because: 'step-changed' | 'layer-gone' | 'holes-out';
}

/** Finds marks that no longer fit the row's plan. */
export function leftoversOf(row: RowDefinition, steps: readonly Step[], states: HoleStates = NOTHING): Leftover[] {
  const known = new Set(steps.map((s) => s.key));
  const layers = new Set(row.layers.map((l) => l.id));
  const out = new Set(row.holes.filter((h) => h.out).map((h) => h.id));
  const found = new Map<string, { holeIds: string[]; kind: string; layerId: string | null; because: Leftover['because'] }>();
  for (const [holeId, keys] of states) {
    for (const key of keys) {
      const [kind, layer] = key.split('/') as [string, string, string];
      const because = out.has(holeId)
        ? 'holes-out'
        : layer !== '' && !layers.has(layer)
          ? 'layer-gone'
          : known.has(key)
            ? null
            : 'step-changed';
      if (because === null) continue;
      const group = because === 'holes-out' ? because : `${because} ${kind} ${layer}`;
      const entry = found.get(group);
      if (!entry) found.set(group, { holeIds: [holeId], kind, layerId: layer === '' ? null : layer, because });
      else if (!entry.holeIds.includes(holeId)) entry.holeIds.push(holeId);
    }
  }
  return [...found.values()];
}
