import type { PlannedFace, PlannedLayer } from '../prep/walk';
import type { FastenerDefinition, HoleDefinition, KitDefinition, PartDefinition, RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import { ASSEMBLY_MARKS, MARK_ADDRESS, type MarkKind, type Side } from './marks';
import { isDimpledFirst } from './fastener-check';
import { AT_HOLE, partKey, readStepKey, stepKey, type PartStepKey, type StepKey } from './step-key';

export const STEP_KINDS = [
  'laid-out',
  'piloted',
  'drilled',
  'deburred',
  'edges-deburred',
  'creased',
  'scuffed',
  'dimpled',
  'countersunk',
  'cleaned',
  'primed',
  'set',
  'inspected',
] as const satisfies readonly MarkKind[];
export type StepKind = (typeof STEP_KINDS)[number];

/** One thing to do: at every hole of a row, at every hole in one sheet of it, or on a whole part. */
export interface Step {
  readonly key: StepKey | PartStepKey;
  readonly kind: StepKind;
  /** The sheet it is done in, where it is a sheet's. */
  readonly layerId: string | null;
  readonly side: Side | null;
  /** The part of that sheet, or the part it is done on. */
  readonly partId: string | null;
  /** The second countersink of a strip that is cut from both faces. */
  readonly isSecond?: true;
  /** A dimple made at the size of its dies' pilot, before the hole is opened to its own. */
  readonly isAtPilot?: true;
}

/** What the work on parts depends on, beside the row. */
export interface WorkContext {
  readonly kit: Pick<KitDefinition, 'work'>;
  readonly parts: ReadonlyMap<string, Pick<PartDefinition, 'crease'>>;
  /** What closes the row; absent: a rivet. */
  readonly closing?: Closing | undefined;
}

/** The second countersink of a strip that is cut from both faces: it waits for the first. */
export function isSecondFace(step: Step): boolean {
  return step.isSecond === true;
}

/** A dimple made before the hole has its size. */
export function isAtPilot(step: Step): boolean {
  return step.isAtPilot === true;
}

/** Whether a step is done on a part as a whole, not hole by hole. */
export function isPartStep(step: Step): boolean {
  return MARK_ADDRESS[step.kind] === 'part';
}

/** What a step prepares of its planned layer: the face it is done from, where the two are not alike. */
export function plannedFace(planned: PlannedLayer, side: Side | null): PlannedLayer | PlannedFace {
  const { faces } = planned;
  if (!faces || faces.length < 2) return planned;
  return faces.find((f) => f.from === (side === 'shop' ? 'far' : 'head')) ?? planned;
}

/** What closes a row, as far as its steps go. */
export interface Closing {
  /** Nothing goes in, and nothing is done to the hole once it is deburred. */
  readonly staysOpen: boolean;
  /** Something goes in that is looked at afterwards. */
  readonly isInspected: boolean;
  /** Its dies' pilot fits a smaller hole: dimpled at that size, then all sheets are reamed together. */
  readonly isDimpledFirst: boolean;
}

/** A rivet, or what is like one. */
const RIVETED: Closing = { staysOpen: false, isInspected: true, isDimpledFirst: false };

/** What closes a row by its fastener's entry; absent: a rivet. */
export function closingOf(entry: FastenerDefinition | undefined): Closing {
  if (!entry) return RIVETED;
  if (entry.kind !== 'none') return isDimpledFirst(entry) ? { ...RIVETED, isDimpledFirst: true } : RIVETED;
  return { staysOpen: (entry.ends ?? 'open') === 'open', isInspected: false, isDimpledFirst: false };
}

/** Everything a row needs from what the kit delivers to the last look, in the order of the work; what does not apply is not there. */
export function stepsOf(row: RowDefinition, planned: readonly PlannedLayer[], work?: WorkContext): Step[] {
  const step = (kind: StepKind, layerId: string | null = null, side: Side | null = null, partId: string | null = null): Step => ({
    key: stepKey(kind, layerId, side),
    kind,
    layerId,
    side,
    partId,
  });
  const onParts = (kind: StepKind, wanted: (partId: string) => boolean): Step[] =>
    row.layers
      .filter((l) => wanted(l.partId))
      .map((l) => ({ key: partKey(kind, l.partId), kind, layerId: null, side: null, partId: l.partId }));
  const start = row.start ?? 'undersize';
  const steps: Step[] = [];
  const closing = work?.closing ?? RIVETED;
  /* At the size of the dies' pilot first, then reamed through all sheets; what comes at its final size leaves no choice. */
  const atPilot = closing.isDimpledFirst && start !== 'final' ? row.layers.filter((_, i) => planned[i]?.prep === 'dimple') : [];
  if (start === 'none') steps.push(step('laid-out'));
  /* Drilled small first, opened once something else is fitted: its small hole is a step of its own. */
  const isStaged = start !== 'final' && (row.stages?.length ?? 0) > 0;
  if (start === 'none' || atPilot.length > 0 || isStaged) steps.push(step('piloted'));
  for (const l of atPilot) steps.push({ ...step('dimpled', l.id, null, l.partId), isAtPilot: true });
  if (start !== 'final') steps.push(step('drilled'));
  for (const l of row.layers) steps.push(step('deburred', l.id, 'head', l.partId), step('deburred', l.id, 'shop', l.partId));
  const edges = onParts('edges-deburred', () => work?.kit.work?.edges === true);
  const creasing = onParts('creased', (id) => work?.parts.get(id)?.crease === true);
  const preparation = row.layers.flatMap((l, i): Step[] => {
    const layer = planned[i];
    /* Formed by the rivet itself when it is set: no dies, and nothing to mark before. */
    if (layer?.method === 'rivet-formed' && !layer.faces) return [];
    if (layer?.faces) return faceSteps(l, layer, step);
    const prep = layer?.prep;
    if (atPilot.includes(l)) return [];
    if (prep === 'dimple') return [step('dimpled', l.id, null, l.partId)];
    if (prep !== 'countersink') return [];
    /* A strip countersunk from both faces: one face after the other, the second in the jig. */
    if (l.bothSides) return bothFaces(l, step);
    return [step('countersunk', l.id, null, l.partId)];
  });
  const choices = work?.kit.work;
  steps.push(...edges);
  const scuffing = onParts('scuffed', () => choices?.scuff === true);
  if (choices?.creaseBeforeDimple) steps.push(...creasing);
  if (!choices?.scuffAfterDimple) steps.push(...scuffing);
  steps.push(...preparation);
  if (!choices?.creaseBeforeDimple) steps.push(...creasing);
  if (choices?.scuffAfterDimple) steps.push(...scuffing);
  steps.push(...onParts('cleaned', () => choices?.prime === true), ...onParts('primed', () => choices?.prime === true));
  if (!closing.staysOpen) steps.push(step('set'));
  if (closing.isInspected) steps.push(step('inspected'));
  return steps;
}

type MakeStep = (kind: StepKind, layerId: string, side: Side | null, partId: string) => Step;

/** A strip countersunk from both faces: one after the other, the second in the jig. */
function bothFaces({ id, partId }: RowDefinition['layers'][number], step: MakeStep): Step[] {
  return [step('countersunk', id, 'head', partId), { ...step('countersunk', id, 'shop', partId), isSecond: true }];
}

/** What a sheet of a stack that is flush on both sides wants, from the side it is wanted from. */
function faceSteps(layer: RowDefinition['layers'][number], { faces = [] }: PlannedLayer, step: MakeStep): Step[] {
  if (faces.length === 2 && faces.every((f) => f.prep === 'countersink')) return bothFaces(layer, step);
  return faces.flatMap(({ from, prep }): Step[] => {
    if (prep !== 'dimple' && prep !== 'countersink') return [];
    return [step(prep === 'dimple' ? 'dimpled' : 'countersunk', layer.id, from === 'far' ? 'shop' : null, layer.partId)];
  });
}

/** What is marked at a hole, by the keys of steps. */
export type Marked = { has(key: string): boolean };

/** The last locking hole fixes an angle for good: it is drilled after the square-up check only. Source: the order rules, docs/rules.md. */
export function isLocking(hole: Pick<HoleDefinition, 'holds'>): boolean {
  return hole.holds?.includes('square') ?? false;
}

/** Whether a hole is not drilled only because its angle was not checked yet: it is wanted all the same. `done`: what is marked at it. */
export function awaitsCheck(hole: HoleDefinition, kind: StepKind, done: Marked | undefined): boolean {
  return kind === 'drilled' && isLocking(hole) && !done?.has(AT_HOLE.squared);
}

/** Whether a hole takes part in a step now: some are held back. `done`: what is marked at it. */
export function isHeld(hole: HoleDefinition, kind: StepKind, done: Marked | undefined): boolean {
  const { holds } = hole;
  if (!holds || holds.length === 0) return false;
  if ((kind === 'dimpled' || kind === 'countersunk') && holds.includes('no-prep')) return true;
  if ((kind === 'set' || kind === 'inspected') && holds.includes('no-rivet')) return true;
  return awaitsCheck(hole, kind, done);
}

/** What was done at each hole: hole id to the keys of the steps marked there. */
export type HoleStates = ReadonlyMap<string, ReadonlySet<string>>;

const NOTHING: HoleStates = new Map();
const NO_PARTS: ReadonlySet<string> = new Set();

/** Whether a step is done at a hole, or on its part. A hole at its final size was laid out and piloted somehow. */
export function isDone(step: Step, done: ReadonlySet<string> | undefined, parts: ReadonlySet<string> = NO_PARTS): boolean {
  if (isPartStep(step)) return parts.has(step.key);
  if (!done) return false;
  return done.has(step.key) || ((step.kind === 'laid-out' || step.kind === 'piloted') && done.has(AT_HOLE.drilled));
}

/** How far a row is: what is done over what is wanted, holes in the plan only; a part's step counts once. */
export function progressOf(
  row: RowDefinition,
  steps: readonly Step[],
  states: HoleStates = NOTHING,
  parts: ReadonlySet<string> = NO_PARTS,
): { done: number; wanted: number } {
  let done = 0;
  let wanted = 0;
  const onHoles = steps.filter((s) => !isPartStep(s));
  for (const step of steps) {
    if (!isPartStep(step)) continue;
    wanted++;
    if (parts.has(step.key)) done++;
  }
  for (const hole of holesInPlan(row.holes)) {
    const marked = states.get(hole.id);
    for (const step of onHoles) {
      if (isDone(step, marked)) done++;
      else if (isHeld(hole, step.kind, marked) && !awaitsCheck(hole, step.kind, marked)) continue;
      wanted++;
    }
  }
  return { done, wanted };
}

/** Marked work that the row as it is now does not ask for: kept, and shown for a person to resolve. */
export interface Leftover {
  readonly holeIds: readonly string[];
  readonly kind: string;
  readonly layerId: string | null;
  /** Why: the plan changed, the sheet is no longer in the stack, or the holes were taken out of the plan. */
  readonly because: 'step-changed' | 'layer-gone' | 'holes-out';
}

/** Marks that are no step of a row and never left over. */
const NO_STEP: readonly string[] = [
  'squared',
  'removed',
  'cleared',
  'laid-out',
  'piloted',
  'drilled',
  ...ASSEMBLY_MARKS,
] satisfies MarkKind[];

/** Finds marks that no longer fit the row's plan; of holes where somebody said what became of them, none. */
export function leftoversOf(
  row: RowDefinition,
  steps: readonly Step[],
  states: HoleStates = NOTHING,
  isSettled: (holeId: string) => boolean = () => false,
): Leftover[] {
  const known = new Set<string>(steps.map((s) => s.key));
  const layers = new Set(row.layers.map((l) => l.id));
  const out = new Set(row.holes.filter((h) => h.out).map((h) => h.id));
  const found = new Map<string, { holeIds: string[]; kind: string; layerId: string | null; because: Leftover['because'] }>();
  for (const [holeId, keys] of states) {
    if (isSettled(holeId)) continue;
    for (const key of keys) {
      const { kind, layerId } = readStepKey(key);
      const layer = layerId ?? '';
      const because = out.has(holeId)
        ? 'holes-out'
        : layer !== '' && !layers.has(layer)
          ? 'layer-gone'
          : known.has(key) || NO_STEP.includes(kind)
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
