import { coneOf, holeLeft, waist, type Cone } from '../rivet/cone';
import type { Mm } from '../units/length';
import type { Finding } from './findings';
import type { SchoolId, Stack } from './stack';
import { judgeWaist, walkStack, type PlannedFace, type PlannedLayer, type Walk } from './walk';

/*
 * A stack whose far side is flush, too: it is walked from each face, the far one turned over, and the two meet in the middle.
 */

/** One walk of the two, its layers by their place in the stack. */
interface Side {
  readonly from: 'head' | 'far';
  /** Layers that something comes down into from this side. */
  readonly reached: ReadonlyMap<number, PlannedLayer>;
  /** The layer that ends the walk; null: it ends in no sheet. */
  readonly end: number | null;
  readonly findings: readonly Finding[];
}

/** Walks a stack from both faces under one school. */
export function walkBothFaces(stack: Stack, school: SchoolId, cone: Cone, gripMm: number, usePlans: boolean): Walk {
  const turned: Stack = { ...stack, layers: [...stack.layers].reverse() };
  const last = stack.layers.length - 1;
  const headWalk = walkStack(stack, school, cone, gripMm, usePlans, true);
  const head = sideOf('head', headWalk, (i) => i);
  const far = sideOf('far', walkStack(turned, school, cone, gripMm, usePlans, true), (i) => last - i);
  const findings: Finding[] = [...head.findings, ...far.findings];
  const layers = headWalk.layers.map((plain, i): PlannedLayer => {
    const [fromHead, fromFar] = [head.reached.get(i), far.reached.get(i)];
    if (fromHead && fromFar) return bothIn(stack, cone, i, fromHead, fromFar, i === head.end && i === far.end, findings);
    const own = fromHead ?? fromFar;
    if (own) return { ...own, faces: [faceOf(fromHead ? 'head' : 'far', own)] };
    const plans = usePlans ? stack.layers[i]?.plans : undefined;
    if (plans !== undefined && plans !== 'none' && plans !== 'through')
      findings.push({ code: 'plans-differ', severity: 'caution', layer: i, data: { plans, says: 'none', against: 'nothing-received' } });
    const reason = plans === 'through' ? 'through' : 'nothing-received';
    const nothing: PlannedLayer = { ...plain, prep: 'none', receives: null, nest: 0 as Mm, reason };
    return { ...nothing, faces: [faceOf('head', nothing)] };
  });
  return { layers, findings };
}

function sideOf(from: Side['from'], walk: Walk, place: (index: number) => number): Side {
  const reached = new Map<number, PlannedLayer>();
  let end: number | null = null;
  walk.layers.forEach((layer, i) => {
    if (layer.receives === null) return;
    reached.set(place(i), layer);
    if (layer.prep !== 'dimple') end = place(i);
  });
  const findings = walk.findings.map((f): Finding => ({ ...f, ...(f.layer === undefined ? {} : { layer: place(f.layer) }), face: from }));
  return { from, reached, end, findings };
}

const faceOf = (from: 'head' | 'far', { prep, receives, nest, surfaceDiameter, depth, extraDepth }: PlannedLayer): PlannedFace => ({
  from,
  prep,
  receives,
  nest,
  surfaceDiameter,
  depth,
  extraDepth,
});

/** A sheet that both walks come to: countersunk from both faces where both end in it alike; else nobody can say what it is to be. */
function bothIn(
  stack: Stack,
  cone: Cone,
  index: number,
  head: PlannedLayer,
  far: PlannedLayer,
  isEnd: boolean,
  findings: Finding[],
): PlannedLayer {
  const faces = [faceOf('head', head), faceOf('far', far)];
  if (!isEnd || head.prep !== far.prep) {
    findings.push({ code: 'unresolved', severity: 'stop', layer: index, data: { head: head.prep, far: far.prep } });
    const nothing = undefined;
    return {
      ...head,
      prep: 'unresolved',
      surfaceDiameter: nothing,
      depth: nothing,
      extraDepth: nothing,
      holeAfter: stack.hole,
      method: nothing,
      alternative: nothing,
      reason: 'no-answer',
      faces,
    };
  }
  if (head.surfaceDiameter === undefined || far.surfaceDiameter === undefined) return { ...head, faces };
  const cut = stack.angles === 'stepped' && !stack.isCutterNamed ? coneOf(stack.headAngleDeg) : cone;
  const narrowest = waist(cut, head.surfaceDiameter, far.surfaceDiameter, head.thickness, stack.hole) ?? undefined;
  const left = [head.surfaceDiameter, far.surfaceDiameter].map((surface) => holeLeft(cut, surface, head.thickness, stack.hole));
  const layer: PlannedLayer = { ...head, waist: narrowest, holeAfter: Math.max(...left, narrowest ?? 0) as Mm, faces };
  judgeWaist(stack, layer, index, findings);
  return layer;
}
