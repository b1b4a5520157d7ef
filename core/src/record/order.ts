import type { RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import type { Mark } from './marks';
import {
  awaitsCheck,
  isAtPilot,
  isDone,
  isHeld,
  isLocking,
  isPartStep,
  isSecondFace,
  type HoleStates,
  type Step,
  type StepKind,
} from './steps';

/**
 * The order of the work (source: the order rules in docs/rules.md): lay out, pilot, open to final size, deburr, scuff, dimple or
 * countersink, crease between the dimples, clean, prime, rivet, inspect; and between these the work on an assembly as a whole. One switch
 * puts scuffing after dimpling, another the crease before it.
 */
export const WORK_PLACES = [
  'laid-out',
  /* Holes are laid out on the single part, before it meets the others. */
  'fit-up',
  'piloted',
  /* The one exception to final size before dimple: at the size of the dies' pilot, before all sheets are reamed together. */
  'dimpled-at-pilot',
  'drilled',
  'squared',
  'locked',
  'take-apart',
  'deburred',
  'edges-deburred',
  'creased-first',
  'scuffed',
  'prepared',
  /* A strip cut from both faces: the second face after every first one. */
  'second-face',
  'creased',
  'scuffed-late',
  'cleaned',
  'mask',
  'primed',
  'reassemble',
  'seal',
  'set',
  'inspected',
] as const;
export type WorkPlace = (typeof WORK_PLACES)[number];

/** A place in the order of the work, counted: what has a smaller one comes first. */
export type WorkRank = number & { readonly __rank?: true };

const RANKS = Object.fromEntries(WORK_PLACES.map((place, i) => [place, i])) as Readonly<Record<WorkPlace, WorkRank>>;

export const rankOfPlace = (place: WorkPlace): WorkRank => RANKS[place];

/** Where a kit departs from the usual order. */
export interface WorkOrder {
  readonly scuffAfterDimple: boolean;
  readonly creaseBeforeDimple: boolean;
}

const ORDERS: readonly WorkOrder[] = [false, true].flatMap((creaseBeforeDimple) =>
  [false, true].map((scuffAfterDimple) => ({ scuffAfterDimple, creaseBeforeDimple })),
);

/** The order of a kit's work; the same choices give the same object. */
export function workOrderOf(work?: Partial<WorkOrder>): WorkOrder {
  return ORDERS[(work?.creaseBeforeDimple ? 2 : 0) + (work?.scuffAfterDimple ? 1 : 0)] as WorkOrder;
}

/** Where a step stands in the order of a kit's work. */
export function rankOf(kind: StepKind, order: WorkOrder): WorkRank {
  return RANKS[placeOf(kind, order)];
}

function placeOf(kind: StepKind, order: WorkOrder): WorkPlace {
  switch (kind) {
    case 'dimpled':
    case 'countersunk':
      return 'prepared';
    case 'scuffed':
      return order.scuffAfterDimple ? 'scuffed-late' : 'scuffed';
    case 'creased':
      return order.creaseBeforeDimple ? 'creased-first' : 'creased';
    default:
      return kind;
  }
}

/** The same of one step: a second face has its own place. */
export function rankOfStep(step: Step, order: WorkOrder): WorkRank {
  if (isSecondFace(step)) return RANKS['second-face'];
  return isAtPilot(step) ? RANKS['dimpled-at-pilot'] : rankOf(step.kind, order);
}

/** A row with all that its order depends on. */
export interface RowWork {
  readonly row: RowDefinition;
  readonly steps: readonly Step[];
  readonly states: HoleStates;
}

/** What is about to be marked, as far as the order of the work cares. */
export type WishedMark = Pick<Mark, 'kind' | 'rowId' | 'holeIds'> & Partial<Pick<Mark, 'layerIds' | 'side' | 'payload'>>;

/**
 * What of one gesture's marks is early by the order of the work. They belong to one row, or to parts; what is marked in the same
 * gesture is not missing.
 */
export function earlyOf(
  wishes: readonly WishedMark[],
  rows: readonly (RowWork & { readonly id: string })[],
  done: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
): StepKind[] {
  const [first] = wishes;
  const partIds = wishes.flatMap((w) => w.payload?.partIds ?? []);
  const own = rows.find((r) => (partIds.length > 0 ? r.row.layers.some((l) => partIds.includes(l.partId)) : r.id === first?.rowId));
  if (!first || !own) return [];
  if (first.kind === 'squared') return isCheckEarly(own) ? ['drilled'] : [];
  const isMeant = (s: Step, w: WishedMark) =>
    isPartStep(s)
      ? partIds.includes(s.partId as string)
      : (s.layerId === null || (w.layerIds ?? []).includes(s.layerId)) && (s.side === null || s.side === w.side);
  const steps = own.steps.filter((s) => wishes.some((w) => w.kind === s.kind && isMeant(s, w)));
  return missingBefore(steps, own, first.holeIds, { ...done, rows }).filter((kind) => !wishes.some((w) => w.kind === kind));
}

/** The angle is checked when every other hole of the row is drilled. */
function isCheckEarly({ row, steps, states }: RowWork): boolean {
  const drilled = steps.find((s) => s.kind === 'drilled');
  return drilled !== undefined && holesInPlan(row.holes).some((h) => !isLocking(h) && !isDone(drilled, states.get(h.id)));
}

/** Whether two steps wait for each other at all: a hole's with everything, a sheet's or part's with its own part's. */
function areRelated(a: Step, b: Step): boolean {
  return a.partId === null || b.partId === null || a.partId === b.partId;
}

/**
 * Kinds of work that come before these steps and are not done yet, at any of these holes; in the order of the work.
 * Empty: nothing is early. For steps on a part, `rows` are all rows of the assembly, since all machining of a part comes first.
 */
export function missingBefore(
  wanted: readonly Step[],
  work: RowWork,
  holeIds: readonly string[],
  done: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder; readonly rows?: readonly RowWork[] },
): StepKind[] {
  const missing = new Set<StepKind>();
  const asked = new Set(holeIds);
  for (const step of wanted) {
    const scope = isPartStep(step) ? (done.rows ?? [work]).filter((r) => r.row.layers.some((l) => l.partId === step.partId)) : [work];
    for (const { row, steps, states } of scope) {
      const holes = isPartStep(step) ? holesInPlan(row.holes) : holesInPlan(row.holes).filter((h) => asked.has(h.id));
      const before = steps.filter((s) => rankOfStep(s, done.order) < rankOfStep(step, done.order) && areRelated(s, step));
      for (const earlier of before) {
        if (missing.has(earlier.kind)) continue;
        const isOpen = isPartStep(earlier)
          ? !done.parts.has(earlier.key)
          : holes.some((h) => {
              const at = states.get(h.id);
              if (isDone(earlier, at)) return false;
              return !isHeld(h, earlier.kind, at) || awaitsCheck(h, earlier.kind, at);
            });
        if (isOpen) missing.add(earlier.kind);
      }
    }
  }
  return [...missing].sort((a, b) => rankOf(a, done.order) - rankOf(b, done.order));
}
