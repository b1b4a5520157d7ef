import { SAME_LENGTH_MM, type Mm } from '../units/length';
import { coneDepth, coneOf, holeLeft, nestDepth, surfaceDiameter, surfaceOfDepth, waist, type Cone } from '../rivet/cone';
import type { Finding } from './findings';
import { askSchool, type Method, type ReasonCode, type SchoolAnswer } from './schools';
import { flushHeadOf, type Prep, type PrepAnswer, type SchoolId, type Stack, type StackLayer } from './stack';

/** One layer as planned: what comes down into it and what is done to it. Lengths Mm. */
export interface PlannedLayer {
  readonly part: string;
  readonly thickness: Mm;
  readonly prep: PrepAnswer;
  readonly receives: 'head' | 'dimple' | null;
  /** Thickness of the dimpled sheets that come down into this layer. */
  readonly nest: Mm;
  /** On countersunk layers only: C, d, and d against a flush rivet. */
  readonly surfaceDiameter: Mm | undefined;
  readonly depth: Mm | undefined;
  readonly extraDepth: Mm | undefined;
  /** Waist of a layer countersunk from both faces, where the cones meet. */
  readonly waist: Mm | undefined;
  readonly holeAfter: Mm;
  readonly method: Method | undefined;
  readonly alternative: 'dimple' | 'countersink' | undefined;
  readonly reason: ReasonCode;
  /** What the governing school would have said, where the plans took its place. */
  readonly schoolSays: PrepAnswer | undefined;
  /** From each side that comes down into it, where both sides of the stack are flush; else undefined. */
  readonly faces?: readonly PlannedFace[] | undefined;
}

/** What one side of a stack comes to in a layer. */
export interface PlannedFace extends Pick<PlannedLayer, 'prep' | 'receives' | 'nest' | 'surfaceDiameter' | 'depth' | 'extraDepth'> {
  readonly from: 'head' | 'far';
}

export interface Walk {
  readonly layers: PlannedLayer[];
  readonly findings: Finding[];
}

/**
 * Walks down a stack from the head side under one school. A dimpled layer adds its thickness to the nest and
 * the next layer must receive it; after a countersunk, plain or unresolved layer nothing comes down any more.
 * `usePlans` false answers what the school alone would say. `isOneOfTwo`: the other side is flush too, and says what is below the end.
 */
export function walkStack(stack: Stack, school: SchoolId, cone: Cone, gripMm: number, usePlans: boolean, isOneOfTwo = false): Walk {
  const layers: PlannedLayer[] = [];
  const findings: Finding[] = [];
  const known = flushHeadOf(stack);
  /* Where a blind fastener's head is not known no layer gets that far. */
  const head = known ?? (0 as Mm);
  const flushDepth = coneDepth(cone, head, stack.hole);
  let nest = 0 as Mm;
  let dimpled = 0;
  let ended: ReasonCode | null = stack.head === 'protruding' ? 'protruding-head' : null;

  for (let index = 0; index < stack.layers.length; index++) {
    const layer = stack.layers[index] as StackLayer;
    const plans = usePlans ? layer.plans : undefined;
    if (plans === 'through') {
      layers.push({ ...plainLayer(stack, layer, 'through'), nest });
      continue;
    }
    if (ended) {
      if (plans !== undefined && plans !== 'none' && !isOneOfTwo)
        findings.push(ended === 'protruding-head' ? plansDiffer(index, plans, 'none', 'nothing-received') : farSideUnsaid(index, plans));
      layers.push(plainLayer(stack, layer, ended));
      continue;
    }
    const cut = cutConeOf(stack, cone, dimpled);
    const depth =
      stack.nest.kind === 'fixed' && nest > 0
        ? ((flushDepth + stack.nest.allowance) as Mm)
        : coneDepth(cut, surfaceDiameter(cone, head, nest), stack.hole);
    const answer =
      known === undefined ? HEAD_UNKNOWN : (answerByNature(layer) ?? askSchool(school, { stack, index, gripMm, depthMm: depth }));
    /* Without the head's figures not even the plans' countersink has a size. */
    const prep: PrepAnswer = known === undefined ? 'unresolved' : (plans ?? answer.prep);
    /* Of a part that is bought, or of another metal, the plans alone can say anything: they contradict no school. */
    if (known !== undefined && plans !== undefined && plans !== answer.prep && !answerByNature(layer))
      findings.push(plansDiffer(index, plans, answer.prep, 'school'));

    const isOwn = prep === answer.prep;
    const isCut = prep === 'countersink';
    const surface = isCut ? cutSurface(stack, cone, cut, head, nest, depth) : undefined;
    const narrowest =
      surface !== undefined && layer.bothSides && !isOneOfTwo
        ? (waist(cut, surface, surface, layer.thickness, stack.hole) ?? undefined)
        : undefined;
    /* Every layer has the same shape, so that planning many rows stays fast. */
    const planned: PlannedLayer = {
      part: layer.part,
      thickness: layer.thickness,
      prep,
      receives: nest > 0 ? 'dimple' : 'head',
      nest,
      surfaceDiameter: surface,
      depth: isCut ? depth : undefined,
      extraDepth: isCut ? ((depth - flushDepth) as Mm) : undefined,
      waist: narrowest,
      holeAfter: surface === undefined ? stack.hole : (Math.max(holeLeft(cut, surface, layer.thickness, stack.hole), narrowest ?? 0) as Mm),
      method: isOwn ? answer.method : undefined,
      alternative: isOwn ? answer.alternative : undefined,
      reason: plans === undefined || known === undefined ? answer.reason : 'plans',
      schoolSays: plans === undefined ? undefined : answer.prep,
    };
    layers.push(planned);
    judgeLayer(stack, { cut, flushDepth, dimpled }, planned, index, findings);
    if (prep === 'dimple') {
      nest = (nest + layer.thickness) as Mm;
      dimpled++;
    } else ended = prep === 'unresolved' ? 'below-unresolved' : 'nothing-received';
  }
  judgeDimples(stack, layers, findings);
  return { layers, findings };
}

/** What follows from the part itself, whatever the school: null where the school is asked. */
function answerByNature({ isBought, material = 'aluminium' }: StackLayer): SchoolAnswer | null {
  if (isBought) return { prep: 'none', reason: 'bought' };
  return material === 'aluminium' ? null : { prep: 'unresolved', reason: 'not-aluminium' };
}

function plansDiffer(layer: number, plans: Prep, says: PrepAnswer, against: string): Finding {
  return { code: 'plans-differ', severity: 'caution', layer, data: { plans, says, against } };
}

/** The plans prepare a sheet that the walk from the head side no longer reaches: meant for a far side nobody has said is flush. */
function farSideUnsaid(layer: number, plans: Prep): Finding {
  return { code: 'far-side-unsaid', severity: 'stop', layer, data: { plans } };
}

/** What every school says of a blind fastener whose head was never typed. */
const HEAD_UNKNOWN: SchoolAnswer = { prep: 'unresolved', reason: 'head-unknown' };

/** A layer into which nothing comes down. */
function plainLayer(stack: Stack, layer: StackLayer, reason: ReasonCode): PlannedLayer {
  const nothing = undefined;
  return {
    part: layer.part,
    thickness: layer.thickness,
    prep: 'none',
    receives: null,
    nest: 0 as Mm,
    surfaceDiameter: nothing,
    depth: nothing,
    extraDepth: nothing,
    waist: nothing,
    holeAfter: stack.hole,
    method: nothing,
    alternative: nothing,
    reason,
    schoolSays: nothing,
  };
}

/** Surface diameter of a countersink: from the nest, or from the depth where a fixed allowance makes it. */
function cutSurface(stack: Stack, cone: Cone, cut: Cone, head: Mm, nest: Mm, depth: Mm): Mm {
  return stack.nest.kind === 'fixed' && nest > 0 ? surfaceOfDepth(cut, depth, stack.hole) : surfaceDiameter(cone, head, nest);
}

/** The older series: what is cut for the head itself, under one dimpled sheet, under two. Source: stepped angles, docs/rules.md. */
export const STEPPED_DEG = [100, 110, 120] as const;

/** The angle a countersink under so many dimpled sheets is cut at. */
function cutConeOf(stack: Stack, cone: Cone, dimpled: number): Cone {
  if (stack.angles !== 'stepped' || stack.isCutterNamed) return cone;
  return coneOf(STEPPED_DEG[Math.min(dimpled, 2)] ?? 100);
}

/** How a layer is cut. */
interface Cutting {
  readonly cut: Cone;
  /** Depth for the head itself. */
  readonly flushDepth: Mm;
  /** Dimpled sheets above it. */
  readonly dimpled: number;
}

/** Findings of one layer that receives a head or a dimple. */
function judgeLayer(stack: Stack, cutting: Cutting, layer: PlannedLayer, index: number, findings: Finding[]): void {
  const t = layer.thickness;
  const { limits } = stack;
  switch (layer.prep) {
    case 'unresolved':
      if (layer.reason === 'not-aluminium') {
        findings.push({ code: 'not-aluminium', severity: 'stop', layer: index, data: { material: stack.layers[index]?.material ?? '' } });
        return;
      }
      findings.push({
        code: 'unresolved',
        severity: 'stop',
        layer: index,
        data: layer.reason === 'head-unknown' ? { fastener: stack.fastener?.name ?? '' } : { thickness: t, limit: limits.dimpleMax },
      });
      return;
    case 'none':
      findings.push({ code: 'not-received', severity: 'stop', layer: index, data: { receives: layer.receives as string } });
      return;
    case 'dimple':
      if (t > limits.dimpleMax + limits.thicknessSlack + SAME_LENGTH_MM)
        findings.push({ code: 'dimple-too-thick', severity: 'stop', layer: index, data: { thickness: t, limit: limits.dimpleMax } });
      return;
    case 'countersink':
      judgeCountersink(stack, cutting, layer, index, findings);
  }
}

function judgeCountersink(
  stack: Stack,
  { cut, flushDepth, dimpled }: Cutting,
  layer: PlannedLayer,
  index: number,
  findings: Finding[],
): void {
  const t = layer.thickness;
  const depth = layer.depth as Mm;
  const surface = layer.surfaceDiameter as Mm;
  if (depth > t + SAME_LENGTH_MM) {
    const left = holeLeft(cut, surface, t, stack.hole);
    const severity = left <= stack.holeMax + SAME_LENGTH_MM ? 'caution' : 'stop';
    findings.push({
      code: 'countersink-breaks-through',
      severity,
      layer: index,
      data: { depth, thickness: t, holeAfter: left, limit: stack.holeMax },
    });
  } else if (depth > (2 / 3) * t + SAME_LENGTH_MM) {
    findings.push({ code: 'two-thirds-exceeded', severity: 'caution', layer: index, data: { depth, thickness: t, limit: (2 / 3) * t } });
  }
  if (stack.nest.kind === 'fixed' && layer.receives === 'dimple') {
    const computed = computedExtra(stack, cut, flushDepth, layer.nest);
    const off = Math.abs(stack.nest.allowance - computed);
    const { nestCaution, nestStop } = stack.limits;
    if (off > nestCaution + SAME_LENGTH_MM) {
      const isStop = off > nestStop + SAME_LENGTH_MM;
      const data = { fixed: stack.nest.allowance, computed, off, limit: isStop ? nestStop : nestCaution };
      findings.push({ code: 'nest-misfit', severity: isStop ? 'stop' : 'caution', layer: index, data });
    }
  }
  if (stack.cutterMax !== undefined && surface > stack.cutterMax + SAME_LENGTH_MM)
    findings.push({
      code: 'cutter-too-small',
      severity: 'stop',
      layer: index,
      data: { surface, limit: stack.cutterMax, proud: (surface - stack.cutterMax) / (2 * cut.tan) },
    });
  /* Of the older series there is no cutter for more, and another one named is not of it. */
  if (stack.angles === 'stepped' && (dimpled > 2 || (stack.isCutterNamed && stack.cutterAngleDeg !== STEPPED_DEG[Math.min(dimpled, 2)])))
    findings.push({
      code: 'angle-mismatch',
      severity: 'stop',
      layer: index,
      data: {
        headAngleDeg: STEPPED_DEG[Math.min(dimpled, 2)] ?? 100,
        cutterAngleDeg: stack.isCutterNamed ? stack.cutterAngleDeg : 120,
        proud: 0,
      },
    });
  judgeWaist(stack, layer, index, findings);
}

/** Two countersinks that meet in a strip. */
export function judgeWaist(stack: Stack, layer: Pick<PlannedLayer, 'waist'>, index: number, findings: Finding[]): void {
  if (layer.waist === undefined || layer.waist <= stack.hole + SAME_LENGTH_MM) return;
  const severity = layer.waist > stack.holeMax + SAME_LENGTH_MM ? 'stop' : 'caution';
  findings.push({
    code: 'waist-over-pilot',
    severity,
    layer: index,
    data: { waist: layer.waist, pilot: stack.hole, limit: stack.holeMax },
  });
}

/** What the nest alone would add to the depth, at the angles in force; under a wider cutter it may be less than nothing. */
function computedExtra(stack: Stack, cut: Cone, flushDepth: Mm, nest: Mm): number {
  const own = coneOf(stack.headAngleDeg);
  if (stack.angles !== 'stepped') return nestDepth(cut, nest);
  return coneDepth(cut, surfaceDiameter(own, flushHeadOf(stack) ?? (0 as Mm), nest), stack.hole) - flushDepth;
}

/** More dimpled sheets, or thicker together, than the methods were made for. */
function judgeDimples(stack: Stack, layers: readonly PlannedLayer[], findings: Finding[]): void {
  let total = 0;
  let count = 0;
  for (const layer of layers) {
    if (layer.prep !== 'dimple') continue;
    total += layer.thickness;
    count++;
  }
  const { methodTotal, methodSheets, thicknessSlack } = stack.limits;
  if (count > methodSheets || total > methodTotal + thicknessSlack + SAME_LENGTH_MM)
    findings.push({
      code: 'outside-method-range',
      severity: 'caution',
      data: { total, sheets: count, limit: methodTotal, limitSheets: methodSheets },
    });
}
