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
  /** Layers that something comes down into from this side; the others are empty. */
  readonly reached: readonly (PlannedLayer | undefined)[];
  /** The layer that ends the walk; null: it ends in no sheet. */
  readonly end: number | null;
}

/** Stacks turned over, once for the walks of all schools. */
const TURNED = new WeakMap<Stack, Stack>();

function turnedOver(stack: Stack): Stack {
  let turned = TURNED.get(stack);
  if (!turned) TURNED.set(stack, (turned = { ...stack, layers: [...stack.layers].reverse() }));
  return turned;
}

/** Walks a stack from both faces under one school. `usePlans` false: only what a school alone would say, without the work on each face. */
export function walkBothFaces(stack: Stack, school: SchoolId, cone: Cone, gripMm: number, usePlans: boolean): Walk {
  const findings: Finding[] = [];
  const headWalk = walkStack(stack, school, cone, gripMm, usePlans, true);
  const head = sideOf('head', headWalk, findings);
  const far = sideOf('far', walkStack(turnedOver(stack), school, cone, gripMm, usePlans, true), findings);
  const layers = headWalk.layers.map((plain, i): PlannedLayer => {
    const [fromHead, fromFar] = [head.reached[i], far.reached[i]];
    if (fromHead && fromFar) return bothIn(stack, cone, i, fromHead, fromFar, i === head.end && i === far.end, findings);
    const own = fromHead ?? fromFar;
    if (own) return usePlans ? { ...own, faces: [faceOf(fromHead ? 'head' : 'far', own)] } : own;
    const plans = usePlans ? stack.layers[i]?.plans : undefined;
    if (plans !== undefined && plans !== 'none' && plans !== 'through')
      findings.push({ code: 'plans-differ', severity: 'caution', layer: i, data: { plans, says: 'none', against: 'nothing-received' } });
    const reason = plans === 'through' ? 'through' : 'nothing-received';
    const nothing: PlannedLayer = { ...plain, prep: 'none', receives: null, nest: 0 as Mm, reason };
    return usePlans ? { ...nothing, faces: [faceOf('head', nothing)] } : nothing;
  });
  return { layers, findings };
}

/** One walk by places in the stack; what it found is added, with its face. */
function sideOf(from: 'head' | 'far', walk: Walk, findings: Finding[]): Side {
  const last = walk.layers.length - 1;
  const place = (i: number) => (from === 'head' ? i : last - i);
  const reached: (PlannedLayer | undefined)[] = new Array<PlannedLayer | undefined>(last + 1);
  let end: number | null = null;
  for (let i = 0; i <= last; i++) {
    const layer = walk.layers[i];
    if (!layer || layer.receives === null) continue;
    reached[place(i)] = layer;
    if (layer.prep !== 'dimple') end = place(i);
  }
  for (const f of walk.findings) findings.push(f.layer === undefined ? { ...f, face: from } : { ...f, layer: place(f.layer), face: from });
  return { reached, end };
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
