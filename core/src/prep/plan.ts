import { mismatchProud } from './mismatch';
import { PROFILES } from '../tables/profiles';
import { longer, SAME_LENGTH_MM, type Mm } from '../units/length';
import { dashLength, formatCallout } from '../rivet/callout';
import {
  headVolume,
  idealLength,
  lengthWorks,
  nearestDash,
  nearestWorkingDash,
  lipDepth,
  neighbourDashes,
  widthAtHalfD,
  type LengthQuestion,
} from '../rivet/length';
import { coneOf, type Cone } from '../rivet/cone';
import { verdictOf, worse, type Finding, type Verdict } from './findings';
import { edgeFindings, outlineFindings, pitchFindings, rowDistanceFindings, trueSpacingFindings } from './spacing';
import { SCHOOL_IDS, type PrepAnswer, type SchoolId, type Stack, type StackBlind } from './stack';
import { walkStack, type PlannedLayer } from './walk';

export interface PlannedRivet {
  readonly callout: string;
  readonly lengthDash: number;
  readonly length: Mm;
  readonly ideal: Mm;
  readonly works: boolean;
  readonly widthAtHalfD: Mm | null;
  /** The chosen length and its neighbours, in sixteenths. */
  readonly candidates: readonly {
    readonly lengthDash: number;
    readonly works: boolean;
    /** Of a stack dimpled all through: whether it works reckoned to the lip; else as `works`. */ readonly worksAtLip: boolean;
  }[];
  /** True where the call-out named the length, false where core chose it. */
  readonly lengthGiven: boolean;
  /** Of a stack dimpled all through: the depth of the last lip's outer rim, and whether the length works reckoned to it. */
  readonly lip: { readonly works: boolean; readonly z: Mm } | undefined;
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
  const governed = walkStack(stack, stack.school, cone, gripMm, true);
  const rowFindings: Finding[] = [];
  judgeRow(stack, rowFindings);
  const rowVerdict = verdictOf(rowFindings);
  /* The rivet is one of two: of a stack dimpled all through, or of any other; each is worked out once. */
  const rivets = new Map<Mm | undefined, { rivet: PlannedRivet; findings: Finding[] }>();
  const rivetOf = (layers: readonly PlannedLayer[]) => {
    const lip = lipOf(stack, cone, layers);
    let known = rivets.get(lip);
    if (!known) {
      const findings: Finding[] = [];
      known = { rivet: planRivet(stack, grip, lip, findings), findings };
      rivets.set(lip, known);
    }
    return known;
  };
  const ofWalk = (layers: readonly PlannedLayer[]) => rivetOf(layers).findings.concat(angleFindings(stack, layers));
  const { rivet } = rivetOf(governed.layers);
  const rivetFindings = ofWalk(governed.layers);
  const schools = SCHOOL_IDS.map((school): SchoolView => {
    const isGoverning = school === stack.school && !hasPlans;
    const walk = isGoverning ? governed : walkStack(stack, school, cone, gripMm, false);
    const rest = verdictOf(isGoverning ? rivetFindings : ofWalk(walk.layers));
    return { school, verdict: worse(worse(rowVerdict, rest), verdictOf(walk.findings)), preps: walk.layers.map((l) => l.prep) };
  });
  return {
    school: stack.school,
    verdict: worse(worse(rowVerdict, verdictOf(rivetFindings)), verdictOf(governed.findings)),
    grip,
    layers: governed.layers,
    rivet,
    findings: governed.findings.concat(rivetFindings, rowFindings),
    schools,
  };
}

/** Depth of the lip's outer rim of a stack that is dimpled all through; undefined where any sheet is not, or the rivet is blind. */
function lipOf(stack: Stack, cone: Cone, layers: readonly PlannedLayer[]): Mm | undefined {
  if (stack.head !== 'flush-100' || stack.blind || layers.some((l) => l.prep !== 'dimple')) return undefined;
  const last = layers.at(-1);
  return last && lipDepth(cone, stack.size.flushHead, last.nest, last.thickness, stack.hole);
}

/** The angles of head and cutter where the head itself sits in a countersink. */
function angleFindings(stack: Stack, layers: readonly PlannedLayer[]): Finding[] {
  const { headAngleDeg, cutterAngleDeg } = stack;
  if (stack.head !== 'flush-100' || layers[0]?.prep !== 'countersink' || headAngleDeg === cutterAngleDeg) return [];
  const proud = mismatchProud(stack);
  return [{ code: 'angle-mismatch', severity: 'stop', data: { headAngleDeg, cutterAngleDeg, proud } }];
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

function planRivet(stack: Stack, grip: Mm, lip: Mm | undefined, findings: Finding[]): PlannedRivet {
  if (stack.blind) return blindRivet(stack.blind, grip, stack.size.diameter);
  const question = lengthQuestion(stack, grip);
  const ideal = idealLength(grip, stack.size.diameter);
  const lengthGiven = typeof stack.lengthDash === 'number';
  const lengthDash = stack.lengthDash ?? nearestDash(ideal, stack.halfDash);
  const name = (dash: number) => formatCallout({ head: stack.head, alloy: stack.alloy, size: stack.size, lengthDash: dash });
  const length = dashLength(lengthDash);
  const works = lengthWorks(length, question);
  const atLip = lip === undefined ? undefined : { ...question, grip: lip };
  const lipWorks = atLip !== undefined && lengthWorks(length, atLip);
  /* Of a stack dimpled all through the truth lies between the flat grip and the lip: only where both ends fail is it known to fail. */
  if (!works && !lipWorks) {
    const nearest = nearestOf(lengthDash, [question, ...(atLip ? [atLip] : [])]);
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
      worksAtLip: lengthWorks(dashLength(dash), atLip ?? question),
    })),
    lengthGiven,
    lip: lip === undefined ? undefined : { works: lipWorks, z: lip },
  };
}

/** The working length nearest to a dash under any of these questions; null where none has one. */
function nearestOf(dash: number, questions: readonly LengthQuestion[]): number | null {
  const found = questions.flatMap((q) => nearestWorkingDash(dash, q) ?? []);
  return found.length === 0 ? null : found.reduce((a, b) => (Math.abs(b - dash) < Math.abs(a - dash) ? b : a));
}

/** A blind fastener instead of a solid rivet: named, without length, driven head or candidates of a solid one. */
function blindRivet(blind: StackBlind, grip: Mm, diameter: Mm): PlannedRivet {
  const ideal = idealLength(grip, diameter);
  return {
    callout: blind.name,
    lengthDash: nearestDash(ideal, true),
    length: 0 as Mm,
    ideal,
    works: true,
    widthAtHalfD: null,
    candidates: [],
    lengthGiven: true,
    lip: undefined,
  };
}

/** Findings that belong to the row whatever the school: hole, angle, edges, pitch, proportion of rivet and sheet. */
function judgeRow(stack: Stack, findings: Finding[]): void {
  const { limits, size } = stack;
  const D = size.diameter;
  const flush = stack.head === 'flush-100';
  if (longer(stack.hole, stack.holeMax))
    findings.push({ code: 'hole-over-max', severity: 'stop', data: { hole: stack.hole, limit: stack.holeMax } });
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
