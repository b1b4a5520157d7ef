import { screwOf, usualHole } from '../tables/fastener-figures';
import { rivetOfDiameter } from '../tables/fasteners';
import { longer, mm, shorter, type Mm } from '../units/length';
import type { Problem } from '../units/result';
import type { FastenerDefinition, TypedLength } from './definitions';

const optional = (length: TypedLength | null | undefined): Mm | undefined => (length ? mm(length.mm) : undefined);

/**
 * What makes a fastener's entry unusable: a head no larger than its hole, an angle that is none, a grip turned round, a hole under its body
 * or over its largest. Null: it can be used; what it leaves out is asked where it changes an answer. `path` names the field.
 */
export function fastenerProblem(entry: FastenerDefinition): Problem | null {
  const { kind, head } = entry;
  const diameter = optional(entry.diameter);
  const hole = optional(entry.hole) ?? (diameter === undefined ? undefined : usualHole(kind, diameter));
  const max = optional(entry.holeMax);
  const [from, to] = [optional(entry.gripFrom), optional(entry.gripTo)];
  if (hole !== undefined && diameter !== undefined && shorter(hole, diameter)) return { code: 'hole-under-diameter', path: 'hole' };
  if (hole !== undefined && max !== undefined && shorter(max, hole)) return { code: 'hole-max-under-hole', path: 'holeMax' };
  if (from !== undefined && to !== undefined && longer(from, to)) return { code: 'grip-turned-round', path: 'gripFrom' };
  if (head?.kind === 'flush' && head.angleDeg !== null && !(head.angleDeg > 0 && head.angleDeg < 180))
    return { code: 'angle-out-of-range', path: 'headAngle' };
  const wide = optional(head?.diameter) ?? standardHead(entry, diameter);
  if (hole !== undefined && wide !== undefined && !longer(wide, hole)) return { code: 'head-no-larger-than-hole', path: 'headDiameter' };
  const dieHole = optional(entry.dieHole);
  if (dieHole !== undefined && hole !== undefined && longer(dieHole, hole)) return { code: 'die-hole-over-hole', path: 'dieHole' };
  const group = entry.group ?? null;
  if (group && wide !== undefined && !longer(mm(group.spacing.mm), hole ?? wide)) return { code: 'group-too-close', path: 'spacing' };
  return null;
}

/** What an entry cannot do without when somebody types it: a name, of a rivet its body, of what no standard has its hole. Nothing: it is whole. */
export function fastenerIncomplete({ name, kind, diameter, hole }: FastenerDefinition): Problem[] {
  const standard = diameter ? usualHole(kind, mm(diameter.mm)) : undefined;
  const isBodyMissing = kind === 'solid' && !diameter;
  return [
    ...(name.trim() === '' ? [{ code: 'fastener-name-empty', path: 'name' }] : []),
    ...(isBodyMissing ? [{ code: 'fastener-diameter-missing', path: 'diameter' }] : []),
    ...(isBodyMissing || hole || standard !== undefined || kind === 'bonded' ? [] : [{ code: 'fastener-hole-missing', path: 'hole' }]),
  ];
}

/** Whether its dies' pilot fits a smaller hole than its own: dimpled at that size, then reamed; the one exception to final size before dimple. */
export function isDimpledFirst({ kind, dieHole, diameter, hole, head }: FastenerDefinition): boolean {
  const own = optional(hole) ?? (diameter ? usualHole(kind, mm(diameter.mm)) : undefined);
  return kind !== 'solid' && head?.kind === 'flush' && !!dieHole && own !== undefined && shorter(mm(dieHole.mm), own);
}

/** The flush head the standards give for that body; undefined: none, or it is not flush. */
function standardHead({ kind, head }: FastenerDefinition, diameter: Mm | undefined): Mm | undefined {
  if (head?.kind !== 'flush' || diameter === undefined) return undefined;
  if (kind === 'screw') return screwOf(diameter)?.flushHead;
  return kind === 'solid' ? rivetOfDiameter(diameter)?.flushHead : undefined;
}

/** What is not typed of a fastener and would change an answer where a row names it. */
export const MISSING_FIGURES = ['head', 'angle', 'grip', 'hole-max', 'die'] as const;
export type MissingFigure = (typeof MISSING_FIGURES)[number];

/** Figures to be typed or measured before its rows are fully answered. */
export function missingFigures(entry: FastenerDefinition): MissingFigure[] {
  const { kind, head } = entry;
  const isFlush = head?.kind === 'flush' && kind !== 'none' && kind !== 'pin';
  const diameter = optional(entry.diameter);
  return [
    ...(isFlush && !head.diameter && standardHead(entry, diameter) === undefined ? (['head'] as const) : []),
    ...(isFlush && head.angleDeg === null && kind !== 'screw' && kind !== 'solid' ? (['angle'] as const) : []),
    ...(kind === 'blind' && (!entry.gripFrom || !entry.gripTo) ? (['grip'] as const) : []),
    ...((kind === 'bolt' || kind === 'pin') && !entry.holeMax ? (['hole-max'] as const) : []),
    ...(isFlush && kind === 'blind' && !entry.dieToolId ? (['die'] as const) : []),
  ];
}
