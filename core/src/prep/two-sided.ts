import { SAME_LENGTH_MM, type Mm } from '../units/length';
import type { PlannedLayer } from './walk';

/** What a strip countersunk from both faces comes to at its second face. */
export interface SecondFace {
  /** Where the cones meet, its width; null while a straight hole is left between them. */
  readonly waist: Mm | null;
  /** The straight hole left between the cones; 0 where they meet. */
  readonly straight: Mm;
  /** The pilot still finds the hole's wall while the second face is cut. */
  readonly isGuided: boolean;
}

/** The second face of a strip; null for a layer that is not countersunk. Equal cones from both faces, but where each face has its own. */
export function secondFace(layer: PlannedLayer, hole: Mm): SecondFace | null {
  if (layer.depth === undefined) return null;
  const [first, second] = [layer.faces?.[0]?.depth ?? layer.depth, layer.faces?.[1]?.depth ?? layer.depth];
  const waist = layer.waist ?? null;
  return {
    waist,
    straight: Math.max(0, layer.thickness - first - second) as Mm,
    isGuided: waist === null || waist <= hole + SAME_LENGTH_MM,
  };
}
