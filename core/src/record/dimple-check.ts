import type { DimpleDefect } from './marks';

/** What follows from a defect of a dimple. */
export interface DimpleConsequence {
  /** again: the same dies once more. judge: the hole is measured and judged. stop: ask the kit maker. look: more looking first. */
  readonly then: 'again' | 'judge' | 'stop' | 'look';
}

/**
 * A dimple that is too shallow can be struck again with the same dies; a second strike beside the first, a crack or a dimple to the
 * wrong side cannot be taken back: hammered flat and formed again, the sheet work-hardens and cracks. Source: the defects by name
 * in docs/rules.md; what follows is this project's own reading, the kit maker's word first.
 */
export const DIMPLE_CONSEQUENCES: Readonly<Record<DimpleDefect, DimpleConsequence>> = {
  'under-formed': { then: 'again' },
  cracked: { then: 'stop' },
  doubled: { then: 'judge' },
  'wrong-side': { then: 'stop' },
  flattened: { then: 'stop' },
  dented: { then: 'look' },
};

/** A flange moves while it is dimpled; so much either way is left alone, degrees. This project's own default. */
export const ANGLE_SLACK_DEG = 1;

export interface AngleAnswer {
  readonly isFine: boolean;
  /** Degrees to bend: opened above zero. */
  readonly bendDeg: number;
}

/** A flange's angle after dimpling against the wanted one, degrees from 0 to 180. */
export function judgeAngle({ found, wanted }: { readonly found: number; readonly wanted: number }): AngleAnswer {
  const bendDeg = wanted - found;
  return { isFine: Math.abs(bendDeg) <= ANGLE_SLACK_DEG + 1e-9, bendDeg };
}
