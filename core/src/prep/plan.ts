import { PROFILES } from '../tables/profiles';
import { longer, SAME_LENGTH_MM, type Mm } from '../units/length';
import { dashLength, formatCallout } from '../rivet/callout';
import {
  headVolume,
  idealLength,
  lengthWorks,
  nearestDash,
  nearestWorkingDash,
  neighbourDashes,
  widthAtHalfD,
  type LengthQuestion,
} from '../rivet/length';
import { coneOf } from './countersink';
import { verdictOf, worse, type Finding, type Verdict } from './findings';
import { edgeFindings, outlineFindings, pitchFindings, rowDistanceFindings, trueSpacingFindings } from './spacing';
import { SCHOOL_IDS, type PrepAnswer, type SchoolId, type Stack } from './stack';
import { walkStack, type PlannedLayer } from './walk';

export interface PlannedRivet {
  readonly callout: string;
  readonly lengthDash: number;
  readonly length: Mm;
  readonly ideal: Mm;
  readonly works: boolean;
  readonly widthAtHalfD: Mm | null;
  /** The chosen length and its neighbours, in sixteenths. */
  readonly candidates: readonly { readonly lengthDash: number; readonly works: boolean }[];
  /** True where the call-out named the length, false where core chose it. */
  readonly lengthGiven: boolean;
}

/** What one school alone says, without the plans. */
export interface SchoolView {
  readonly school: SchoolId;
  readonly verdict: Verdict;
  readonly preps: readonly PrepAnswer[];
}

/** The whole answer to a stack, as codes and numbers; lengths Mm. */
export interface Plan {
  readonly school: SchoolId;
  readonly verdict: Verdict;
  readonly grip: Mm;
  readonly layers: readonly PlannedLayer[];
  readonly rivet: PlannedRivet;
  readonly findings: readonly Finding[];
  readonly schools: readonly SchoolView[];
}

/**
 * Plans one stack: preparation of every layer under the governing school and the plans' call-outs, the rivet's
 * length, every finding, and what each school alone would say. Pure: the same stack always gives the same plan.
 */
export function planStack(stack: Stack): Plan {
  const cone = coneOf(stack.cutterAngleDeg);
  let gripMm = 0;
  let hasPlans = false;
  for (const layer of stack.layers) {
    gripMm += layer.thickness;
    if (layer.plans !== undefined) hasPlans = true;
  }
  const grip = gripMm as Mm;
  const rowFindings: Finding[] = [];
  const rivet = planRivet(stack, grip, rowFindings);
  judgeRow(stack, rowFindings);
  const rowVerdict = verdictOf(rowFindings);

  const governed = walkStack(stack, stack.school, cone, gripMm, true);
  const schools = SCHOOL_IDS.map((school): SchoolView => {
    const walk = school === stack.school && !hasPlans ? governed : walkStack(stack, school, cone, gripMm, false);
    return { school, verdict: worse(rowVerdict, verdictOf(walk.findings)), preps: walk.layers.map((l) => l.prep) };
  });
  return {
    school: stack.school,
    verdict: worse(rowVerdict, verdictOf(governed.findings)),
    grip,
    layers: governed.layers,
    rivet,
    findings: governed.findings.concat(rowFindings),
    schools,
  };
}

function lengthQuestion(stack: Stack, grip: Mm): LengthQuestion {
  return {
    grip,
    diameter: stack.size.diameter,
    hole: stack.hole,
    profile: PROFILES[stack.profile],
    formFactor: stack.limits.formFactor,
    halfDash: stack.halfDash,
  };
}

function planRivet(stack: Stack, grip: Mm, findings: Finding[]): PlannedRivet {
  const question = lengthQuestion(stack, grip);
  const ideal = idealLength(grip, stack.size.diameter);
  const lengthGiven = typeof stack.lengthDash === 'number';
  const lengthDash = stack.lengthDash ?? nearestDash(ideal, stack.halfDash);
  const name = (dash: number) => formatCallout({ head: stack.head, alloy: stack.alloy, size: stack.size, lengthDash: dash });
  const length = dashLength(lengthDash);
  const works = lengthWorks(length, question);
  /* A blind fastener goes by its grip range, not by a driven head. */
  if (!works && !stack.isBlind) {
    const nearest = nearestWorkingDash(lengthDash, question);
    findings.push({
      code: 'length-does-not-work',
      severity: nearest === null ? 'stop' : 'caution',
      data: { callout: name(lengthDash), length, ideal, ...(nearest === null ? {} : { nearest: name(nearest) }) },
    });
  }
  return {
    callout: name(lengthDash),
    lengthDash,
    length,
    ideal,
    works,
    widthAtHalfD: widthAtHalfD(headVolume(length, grip, stack.size.diameter, stack.hole), stack.size.diameter, stack.limits.formFactor),
    candidates: neighbourDashes(lengthDash, stack.halfDash).map((dash) => ({
      lengthDash: dash,
      works: lengthWorks(dashLength(dash), question),
    })),
    lengthGiven,
  };
}

/** Findings that belong to the row whatever the school: hole, angle, edges, pitch, proportion of rivet and sheet. */
function judgeRow(stack: Stack, findings: Finding[]): void {
  const { limits, size } = stack;
  const D = size.diameter;
  const flush = stack.head === 'flush-100';
  if (longer(stack.hole, stack.holeMax))
    findings.push({ code: 'hole-over-max', severity: 'stop', data: { hole: stack.hole, limit: stack.holeMax } });
  if (flush && stack.headAngleDeg !== stack.cutterAngleDeg)
    findings.push({
      code: 'angle-mismatch',
      severity: 'stop',
      data: { headAngleDeg: stack.headAngleDeg, cutterAngleDeg: stack.cutterAngleDeg },
    });
  const spacing = { diameter: D, flush, limits };
  if (stack.edge !== undefined) findings.push(...edgeFindings(stack.edge, spacing));
  let thickest = 0;
  for (let i = 0; i < stack.layers.length; i++) {
    const layer = stack.layers[i] as Stack['layers'][number];
    if (layer.edge !== undefined) findings.push(...edgeFindings(layer.edge, spacing, i));
    if (layer.outline) findings.push(...outlineFindings(layer.outline, spacing, i));
    if (layer.thickness > thickest) thickest = layer.thickness;
  }
  if (stack.spacing) findings.push(...trueSpacingFindings(stack.spacing, spacing));
  /* What was typed decides where nothing was measured; a row told to have another beside it counts as such. */
  if (stack.pitch !== undefined && !stack.spacing?.least) findings.push(...pitchFindings(stack.pitch, spacing, stack.rowDistance));
  if (stack.rowDistance !== undefined && !stack.spacing?.beside) findings.push(...rowDistanceFindings(stack.rowDistance, spacing));
  if (D < thickest - SAME_LENGTH_MM)
    findings.push({ code: 'rivet-small-for-sheet', severity: 'note', data: { diameter: D, thickness: thickest } });
  if (D > limits.rivetLargeT * thickest + SAME_LENGTH_MM)
    findings.push({
      code: 'rivet-large-for-sheet',
      severity: 'note',
      data: { diameter: D, thickness: thickest, limit: limits.rivetLargeT * thickest, factor: limits.rivetLargeT },
    });
  if (stack.sharesLoadWith) findings.push({ code: 'mixed-fit', severity: 'note', data: { with: stack.sharesLoadWith } });
}
