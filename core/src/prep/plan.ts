import { mismatchProud } from './mismatch';
import { PROFILES } from '../tables/profiles';
import { FAR_FLUSH_WITHIN, farLengths, type FarFlushQuestion } from '../rivet/far-flush';
import { longer, SAME_LENGTH_MM, shorter, type Mm } from '../units/length';
import { dashLength } from '../rivet/callout';
import { calloutOf } from './callout-of';
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
import { flushHeadOf, notSolid, SCHOOL_IDS, type PrepAnswer, type SchoolId, type Stack, type StackFastener } from './stack';
import { walkBothFaces } from './two-walks';
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
    /** Flush on both sides: how far it would stand above the far surface. */ readonly proud?: Mm | undefined;
  }[];
  /** True where the call-out named the length, false where core chose it. */
  readonly lengthGiven: boolean;
  /** Of a stack dimpled all through: the depth of the last lip's outer rim, and whether the length works reckoned to it. */
  readonly lip: { readonly works: boolean; readonly z: Mm } | undefined;
  /** Of a rivet that is flush on both sides: how far its driven head stands above the far surface; else undefined. */
  readonly proud?: Mm | undefined;
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
  const walk = stack.far === 'flush' ? walkBothFaces : walkStack;
  const governed = walk(stack, stack.school, cone, gripMm, true);
  const rowFindings: Finding[] = [];
  judgeRow(stack, rowFindings);
  const rowVerdict = verdictOf(rowFindings);
  /* The rivet is one of two: of a stack dimpled all through, or of any other; each is worked out once. */
  const rivets = new Map<string, { rivet: PlannedRivet; findings: Finding[] }>();
  const rivetOf = (layers: readonly PlannedLayer[]) => {
    const lip = lipOf(stack, cone, layers);
    const key = stack.far === 'flush' ? layers.map((l) => l.prep).join() : String(lip);
    let known = rivets.get(key);
    if (!known) {
      const findings: Finding[] = [];
      known = {
        rivet: stack.far === 'flush' ? farFlushRivet(stack, grip, layers, findings) : planRivet(stack, grip, lip, findings),
        findings,
      };
      rivets.set(key, known);
    }
    return known;
  };
  const ofWalk = (layers: readonly PlannedLayer[]) => rivetOf(layers).findings.concat(angleFindings(stack, layers));
  /* Of another school's answer only how bad it is; of a far cone whether the length still fills it. */
  const verdictOfWalk = (layers: readonly PlannedLayer[]) => {
    if (stack.far !== 'flush') return verdictOf(ofWalk(layers));
    const angles = verdictOf(angleFindings(stack, layers));
    return farLengthOf(stack, grip, layers).works ? angles : worse(angles, 'caution');
  };
  const { rivet } = rivetOf(governed.layers);
  const rivetFindings = ofWalk(governed.layers);
  const schools = SCHOOL_IDS.map((school): SchoolView => {
    const isGoverning = school === stack.school && !hasPlans;
    const walked = isGoverning ? governed : walk(stack, school, cone, gripMm, false);
    const rest = isGoverning ? verdictOf(rivetFindings) : verdictOfWalk(walked.layers);
    return { school, verdict: worse(worse(rowVerdict, rest), verdictOf(walked.findings)), preps: walked.layers.map((l) => l.prep) };
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
  if (stack.head !== 'flush-100' || stack.far === 'flush' || notSolid(stack) || layers.some((l) => l.prep !== 'dimple')) return undefined;
  const last = layers.at(-1);
  return last && lipDepth(cone, flushHeadOf(stack) ?? stack.size.flushHead, last.nest, last.thickness, stack.hole);
}

/** The angles of head and cutter where the head itself sits in a countersink. */
function angleFindings(stack: Stack, layers: readonly PlannedLayer[]): Finding[] {
  const { headAngleDeg, cutterAngleDeg, dieAngleDeg } = stack;
  if (stack.head !== 'flush-100') return [];
  const under = [layers[0], ...(stack.far === 'flush' ? [layers.at(-1)] : [])];
  const isDimpled = under.some((l) => l?.prep === 'dimple');
  if (isDimpled && dieAngleDeg !== undefined && dieAngleDeg !== headAngleDeg)
    return [{ code: 'angle-mismatch', severity: 'stop', data: { headAngleDeg, dieAngleDeg } }];
  /* Of the older series it is judged sheet by sheet. */
  if (stack.angles === 'stepped' || headAngleDeg === cutterAngleDeg || !under.some((l) => l?.prep === 'countersink')) return [];
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
  const other = notSolid(stack);
  if (other) return otherFastener(other, grip, stack.size.diameter);
  const question = lengthQuestion(stack, grip);
  const ideal = idealLength(grip, stack.size.diameter);
  const lengthGiven = typeof stack.lengthDash === 'number';
  const lengthDash = stack.lengthDash ?? nearestDash(ideal, stack.halfDash);
  const name = (dash: number) => calloutOf(stack, dash);
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

/** What the length of a rivet whose driven head fills a countersink on the far side comes to. */
function farLengthOf(stack: Stack, grip: Mm, layers: readonly PlannedLayer[]) {
  const question: FarFlushQuestion = {
    grip,
    diameter: stack.size.diameter,
    hole: stack.hole,
    head: flushHeadOf(stack) ?? stack.size.flushHead,
    cone: coneOf(stack.headAngleDeg),
    dimpled: layers.filter((l) => l.prep === 'dimple').map((l) => l.thickness),
  };
  const { ideal, proudOf: proudOfLength } = farLengths(question);
  const lengthDash = stack.lengthDash ?? nearestDash(ideal, stack.halfDash);
  const proudOf = (dash: number) => proudOfLength(dashLength(dash));
  const isWithin = (proud: Mm) => !longer(Math.abs(proud), FAR_FLUSH_WITHIN);
  return { ideal, lengthDash, proudOf, isWithin, works: isWithin(proudOf(lengthDash)) };
}

/** Such a rivet: the length that ends nearest to flush. */
function farFlushRivet(stack: Stack, grip: Mm, layers: readonly PlannedLayer[], findings: Finding[]): PlannedRivet {
  const { ideal, lengthDash, proudOf, isWithin, works } = farLengthOf(stack, grip, layers);
  const lengthGiven = typeof stack.lengthDash === 'number';
  const name = (dash: number) => calloutOf(stack, dash);
  const length = dashLength(lengthDash);
  if (!works) {
    const best = nearestDash(ideal, stack.halfDash);
    findings.push({
      code: 'length-does-not-work',
      severity: 'caution',
      data: {
        callout: name(lengthDash),
        length,
        ideal,
        proud: proudOf(lengthDash),
        ...(isWithin(proudOf(best)) ? { nearest: name(best) } : {}),
      },
    });
  }
  return {
    callout: name(lengthDash),
    lengthDash,
    length,
    ideal,
    works,
    widthAtHalfD: null,
    candidates: neighbourDashes(lengthDash, stack.halfDash).map((dash) => {
      const proud = proudOf(dash);
      return { lengthDash: dash, works: isWithin(proud), worksAtLip: isWithin(proud), proud };
    }),
    lengthGiven,
    lip: undefined,
    proud: proudOf(lengthDash),
  };
}

/** The working length nearest to a dash under any of these questions; null where none has one. */
function nearestOf(dash: number, questions: readonly LengthQuestion[]): number | null {
  const found = questions.flatMap((q) => nearestWorkingDash(dash, q) ?? []);
  return found.length === 0 ? null : found.reduce((a, b) => (Math.abs(b - dash) < Math.abs(a - dash) ? b : a));
}

/** Another fastener than a solid rivet: named, without length, driven head or candidates of one. */
function otherFastener(blind: StackFastener, grip: Mm, diameter: Mm): PlannedRivet {
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

/** The grip a fastener is made for, ends included. */
function judgeGrip(stack: Stack, { gripFrom, gripTo }: StackFastener, findings: Finding[]): void {
  const grip = stack.layers.reduce((sum, l) => sum + l.thickness, 0) as Mm;
  const isShort = gripFrom !== undefined && shorter(grip, gripFrom);
  const isLong = gripTo !== undefined && longer(grip, gripTo);
  if (!isShort && !isLong) return;
  const range = { ...(gripFrom === undefined ? {} : { from: gripFrom }), ...(gripTo === undefined ? {} : { to: gripTo }) };
  findings.push({ code: 'grip-out-of-range', severity: 'stop', data: { grip, ...range } });
}

/** Findings that belong to the row whatever the school: hole, angle, edges, pitch, proportion of rivet and sheet. */
function judgeRow(stack: Stack, findings: Finding[]): void {
  const { limits, size } = stack;
  const D = size.diameter;
  const flush = stack.head === 'flush-100';
  const other = notSolid(stack);
  if (stack.fastener?.isHoleMaxUnknown) findings.push({ code: 'hole-max-unknown', severity: 'caution', data: { hole: stack.hole } });
  else if (longer(stack.hole, stack.holeMax))
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
  if (other) judgeGrip(stack, other, findings);
  if (!other && D < thickest - SAME_LENGTH_MM)
    findings.push({ code: 'rivet-small-for-sheet', severity: 'note', data: { diameter: D, thickness: thickest } });
  if (!other && D > limits.rivetLargeT * thickest + SAME_LENGTH_MM)
    findings.push({
      code: 'rivet-large-for-sheet',
      severity: 'note',
      data: { diameter: D, thickness: thickest, limit: limits.rivetLargeT * thickest, factor: limits.rivetLargeT },
    });
  /* A dowel locates; it does not share the load. */
  const isPinned = stack.sharesLoadWith === 'close-pins' || notSolid(stack)?.kind === 'pin';
  if (stack.sharesLoadWith)
    findings.push({ code: 'mixed-fit', severity: isPinned ? 'caution' : 'note', data: { with: stack.sharesLoadWith } });
}
