import { notSolid } from '../prep/stack';
import { plannedFace } from '../record/steps';
import { stepKey } from '../record/step-key';
import { wantedPlaces } from '../record/hole-places';
import type { Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import type { CutWork, DimpleWork, DrillWork, FastenerDone, InspectWork, MarkWork, SetWork } from '../record/mark-work';
import type { HoleOrigin, MarkKind, Setting, Side } from '../record/marks';
import type { PartDefinition, RowDefinition } from '../record/definitions';
import { calloutOf } from '../prep/callout-of';
import { setupOf } from '../setup/setup';
import { rivetOfDash } from '../tables/fasteners';

/** A row as it was planned when something was done to it. */
export interface PlannedRow {
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Pick<Plan, 'layers' | 'rivet' | 'grip'>;
}

/** What was done, as far as a mark addresses it. */
export interface Doing {
  readonly kind: MarkKind;
  readonly holeIds: readonly string[];
  readonly layerId: string | null;
  readonly side: Side | null;
  readonly how?: HoleOrigin | undefined;
  readonly setting?: Setting | undefined;
}

/** What the set-up in the tool does in this row; null: nothing that a mark of this kind keeps. Lengths mm. */
export function workDone(doing: Doing, planned: PlannedRow): MarkWork | null {
  switch (doing.kind) {
    case 'piloted':
    case 'drilled':
      return drillWork(doing, planned);
    case 'dimpled':
      return dimpleWork(doing, planned);
    case 'countersunk':
      return cutWork(doing, planned);
    case 'set':
    case 'removed':
      return setWork(planned, doing.setting);
    case 'inspected':
    case 'head-check':
      return inspectWork(planned, doing.setting);
    default:
      return null;
  }
}

const stepOf = (kind: 'piloted' | 'dimpled' | 'countersunk', { layerId, side }: Doing) => ({
  key: stepKey(kind, layerId, side),
  kind,
  layerId,
  side,
  partId: null,
});

function drillWork(doing: Doing, { row, stack, plan }: PlannedRow): DrillWork {
  const pilot = doing.kind === 'piloted' ? setupOf(stepOf('piloted', doing), row, stack, plan).tool : null;
  const diameter = pilot?.kind === 'bit' ? pilot.diameter : stack.hole;
  const wanted = new Set(doing.holeIds);
  const placed = [...wantedPlaces(row)].filter(([id]) => wanted.has(id));
  return {
    bitMm: diameter,
    holeMm: diameter,
    tool: doing.how === 'reamed' ? 'reamer' : 'drill',
    partIds: row.layers.map((l) => l.partId),
    ...(placed.length > 0 ? { places: Object.fromEntries(placed.map(([id, { x, y }]) => [id, { x, y }])) } : {}),
    ...(placed.some(([, p]) => p.isAlongRow) ? { isAlongRow: true as const } : {}),
  };
}

function dimpleWork(doing: Doing, { row, stack, plan }: PlannedRow): DimpleWork | null {
  const { tool } = setupOf(stepOf('dimpled', doing), row, stack, plan);
  return tool.kind === 'dies' ? { dash: tool.dash, angleDeg: tool.angleDeg, sheet: tool.sheet, face: doing.side ?? 'head' } : null;
}

function cutWork(doing: Doing, { row, stack, plan }: PlannedRow): CutWork | null {
  const planned = plan.layers[row.layers.findIndex((l) => l.id === doing.layerId)];
  const layer = planned && plannedFace(planned, doing.side);
  if (layer?.depth === undefined || layer.surfaceDiameter === undefined) return null;
  return {
    angleDeg: stack.cutterAngleDeg,
    pilotMm: stack.hole,
    holeMm: stack.hole,
    depthMm: layer.depth,
    surfaceMm: layer.surfaceDiameter,
    extraMm: layer.extraDepth ?? 0,
    face: doing.side ?? 'head',
  };
}

/** The fastener a row is closed with now; `setting`: where another length or size went in. */
export function fastenerOf({ stack, plan }: PlannedRow, setting?: Setting): FastenerDone {
  const other = notSolid(stack);
  const { size: own, head, headAngleDeg } = stack;
  if (other)
    return {
      kind: other.kind,
      name: other.name,
      head,
      dash: own.dash,
      diameterMm: own.diameter,
      ...(other.flushHead === undefined ? {} : { headDiameterMm: other.flushHead, headAngleDeg }),
      ...(other.gripFrom === undefined ? {} : { gripFromMm: other.gripFrom }),
      ...(other.gripTo === undefined ? {} : { gripToMm: other.gripTo }),
    };
  const size = setting?.dash === undefined ? own : (rivetOfDash(setting.dash) ?? own);
  const lengthDash = setting?.lengthDash ?? plan.rivet.lengthDash;
  return {
    kind: 'solid',
    name: calloutOf({ ...stack, size }, lengthDash),
    head,
    dash: size.dash,
    alloy: stack.alloy,
    lengthDash,
    diameterMm: size.diameter,
    headDiameterMm: head === 'flush-100' ? size.flushHead : size.protrudingHead,
    headAngleDeg,
    ...(stack.far ? { far: stack.far } : {}),
  };
}

function setWork(planned: PlannedRow, setting?: Setting): SetWork {
  const partIds = planned.row.layers.map((l) => l.partId);
  return { fastener: fastenerOf(planned, setting), partIds, gripMm: planned.plan.grip, holeMm: planned.stack.hole };
}

function inspectWork(planned: PlannedRow, setting?: Setting): InspectWork {
  const { stack } = planned;
  return { fastener: fastenerOf(planned, setting), profile: stack.profile, flushnessMm: stack.limits.flushness };
}

/** The finish a part gets, in the words of its list. */
export function finishOf(part: Pick<PartDefinition, 'finish'> | undefined): string {
  return part?.finish ?? '';
}
