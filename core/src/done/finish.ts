import { readStepKey, partInKey, AT_HOLE, partKey } from '../record/step-key';
import { holesInPlan } from '../record/holes';
import type { RowDefinition } from '../record/definitions';
import { awaitsCheck, isDone, isHeld, type HoleStates, type Step, type StepKind } from '../record/steps';
import type { PartsDone } from './parts-done';
import type { RowDone } from './row-standing';

/** A row with what was done at its holes, as a finish is concerned by it. */
export interface CutRow {
  readonly row: RowDefinition;
  readonly done: RowDone;
}

export interface FinishState {
  /** Keys of the steps done on whole parts; a finish that was cut through since is not among them. */
  readonly steps: ReadonlySet<string>;
  /** Parts whose finish was cut through, with how many holes are to be touched up. */
  readonly touchUp: ReadonlyMap<string, number>;
}

/** Work that cuts the sheet it is done in; drilling cuts every sheet of its row. */
const CUTS = ['countersunk', 'deburred'] as const;
const CUTS_ALL = [AT_HOLE.piloted, AT_HOLE.drilled] as const;

/** Newest cut in each layer of a row, kept while its marks are the same: `''` stands for every layer. */
const NEWEST = new WeakMap<RowDone, ReadonlyMap<string, string>>();

function newestCuts(done: RowDone): ReadonlyMap<string, string> {
  const known = NEWEST.get(done);
  if (known) return known;
  const newest = new Map<string, string>();
  const later = (layer: string, at: string) => {
    if ((newest.get(layer) ?? '') < at) newest.set(layer, at);
  };
  for (const { keys } of done.values())
    for (const [key, at] of keys) {
      const { kind, layerId } = readStepKey(key);
      if ((CUTS as readonly string[]).includes(kind)) later(layerId ?? '', at);
      else if ((CUTS_ALL as readonly string[]).includes(key)) later('', at);
    }
  NEWEST.set(done, newest);
  return newest;
}

/** What is done on whole parts, with every finish that something cut after it open again until it is touched up. */
export function finishState(rows: readonly CutRow[], parts: PartsDone): FinishState {
  const steps = new Set(parts.steps.keys());
  const touchUp = new Map<string, number>();
  const finished = new Map<string, string>();
  for (const [key, at] of parts.steps) {
    const partId = partInKey(key, 'primed');
    if (partId !== null) finished.set(partId, at);
  }
  if (finished.size === 0) return { steps, touchUp };
  for (const { row, done } of rows)
    for (const layer of row.layers) {
      const since = finished.get(layer.partId);
      if (since === undefined) continue;
      const newest = newestCuts(done);
      if ((newest.get('') ?? '') <= since && (newest.get(layer.id) ?? '') <= since) continue;
      const holes = holesInPlan(row.holes).filter((h) => isCutSince(done, h.id, layer.id, since)).length;
      if (holes > 0) touchUp.set(layer.partId, (touchUp.get(layer.partId) ?? 0) + holes);
    }
  for (const partId of touchUp.keys()) {
    steps.delete(partKey('primed', partId));
    steps.delete(partKey('cleaned', partId));
  }
  return { steps, touchUp };
}

function isCutSince(done: RowDone, holeId: string, layerId: string, since: string): boolean {
  for (const [key, at] of done.get(holeId)?.keys ?? []) {
    if (at <= since) continue;
    const { kind, layerId: layer } = readStepKey(key);
    if ((CUTS_ALL as readonly string[]).includes(key) || (layer === layerId && (CUTS as readonly string[]).includes(kind))) return true;
  }
  return false;
}

/** Work on a part that cuts it or is hidden by its finish, and is open. */
export interface OpenMachining {
  readonly rowId: string;
  readonly title: string;
  readonly kind: StepKind;
  readonly holes: number;
}

/** Kinds that are done before a finish goes on. */
const MACHINING: readonly StepKind[] = ['laid-out', 'piloted', 'drilled', 'deburred', 'dimpled', 'countersunk'];

/** What is still to be machined on these parts before their finish, row by row in the order of the work; held holes are not asked for. */
export function openMachining(rows: readonly MachinedRow[], partIds: readonly string[]): OpenMachining[] {
  return rows.flatMap(({ id, title, row, steps, states }) => {
    const layers = new Set(row.layers.filter((l) => partIds.includes(l.partId)).map((l) => l.id));
    if (layers.size === 0) return [];
    const open = new Map<StepKind, Set<string>>();
    for (const step of steps) {
      if (!MACHINING.includes(step.kind) || (step.layerId !== null && !layers.has(step.layerId))) continue;
      for (const hole of holesInPlan(row.holes)) {
        const at = states.get(hole.id);
        if (isDone(step, at) || (isHeld(hole, step.kind, at) && !awaitsCheck(hole, step.kind, at))) continue;
        open.set(step.kind, (open.get(step.kind) ?? new Set()).add(hole.id));
      }
    }
    return [...open].map(([kind, holes]) => ({ rowId: id, title, kind, holes: holes.size }));
  });
}

/** Parts of a row that have their finish while work that cuts them is still open there: warned before it is done. Each once, in the row's order. */
export function finishAhead(row: RowDefinition, steps: readonly Step[], states: HoleStates, partsDone: ReadonlySet<string>): string[] {
  const cut = row.layers.flatMap(({ id, partId }) => {
    if (!partsDone.has(partKey('primed', partId))) return [];
    const own = steps.filter((s) => CUTTING.includes(s.kind) && (s.layerId === null || s.layerId === id));
    const isOpen = holesInPlan(row.holes).some((h) =>
      own.some((s) => !isDone(s, states.get(h.id)) && !isHeld(h, s.kind, states.get(h.id))),
    );
    return isOpen ? [partId] : [];
  });
  return [...new Set(cut)];
}

/** Steps that cut the sheet they are done in; a drilling every sheet. */
const CUTTING: readonly StepKind[] = ['piloted', 'drilled', 'deburred', 'countersunk'];

/** A row as a finish asks for it. */
export interface MachinedRow {
  readonly id: string;
  readonly title: string;
  readonly row: RowDefinition;
  readonly steps: readonly Step[];
  readonly states: HoleStates;
}

/** Parts with a finish that is cut by this work, of those named: warned before. */
export function finishedParts(partIds: readonly string[], steps: ReadonlySet<string>): string[] {
  return [...new Set(partIds)].filter((id) => steps.has(partKey('primed', id)));
}
