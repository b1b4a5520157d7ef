import type { AssemblyMarkKind } from '../record/marks';
import type { StepKind } from '../record/steps';

/** Work beside the steps of holes and parts: what happens to an assembly as a whole, or to a row before it is set. */
export type AssemblyWorkKind = AssemblyMarkKind | 'squared' | 'job' | 'arrive';
export type OperationKind = StepKind | AssemblyWorkKind;

/** Minutes of one unit of work, usual and spread (one standard deviation of the logarithm, so that twice and half lie alike). */
export interface WorkMinutes {
  readonly per: 'hole' | 'part' | 'time';
  readonly minutes: number;
  readonly spread: number;
}

/**
 * Where nobody's own hours are known yet. This project's own defaults, from the hours of a flap-sized assembly in docs/rules.md's work:
 * 12 to 40 hours for some 400 holes from first to last step. Holes count once for each sheet and side.
 */
export const DEFAULT_MINUTES: Readonly<Record<OperationKind, WorkMinutes>> = {
  'laid-out': { per: 'hole', minutes: 0.6, spread: 0.5 },
  piloted: { per: 'hole', minutes: 0.4, spread: 0.4 },
  drilled: { per: 'hole', minutes: 0.5, spread: 0.4 },
  deburred: { per: 'hole', minutes: 0.15, spread: 0.4 },
  'edges-deburred': { per: 'part', minutes: 8, spread: 0.5 },
  creased: { per: 'part', minutes: 10, spread: 0.5 },
  scuffed: { per: 'part', minutes: 8, spread: 0.5 },
  dimpled: { per: 'hole', minutes: 0.35, spread: 0.4 },
  countersunk: { per: 'hole', minutes: 0.7, spread: 0.5 },
  cleaned: { per: 'part', minutes: 5, spread: 0.5 },
  primed: { per: 'part', minutes: 10, spread: 0.6 },
  set: { per: 'hole', minutes: 0.9, spread: 0.5 },
  inspected: { per: 'hole', minutes: 0.15, spread: 0.5 },
  'fit-up': { per: 'part', minutes: 8, spread: 0.6 },
  squared: { per: 'time', minutes: 5, spread: 0.6 },
  'take-apart': { per: 'part', minutes: 3, spread: 0.5 },
  mask: { per: 'part', minutes: 6, spread: 0.6 },
  reassemble: { per: 'part', minutes: 6, spread: 0.6 },
  seal: { per: 'hole', minutes: 0.4, spread: 0.5 },
  'bend-open': { per: 'time', minutes: 10, spread: 0.6 },
  'bend-back': { per: 'time', minutes: 15, spread: 0.6 },
  join: { per: 'part', minutes: 8, spread: 0.6 },
  close: { per: 'part', minutes: 5, spread: 0.6 },
  job: { per: 'time', minutes: 30, spread: 0.7 },
  /* Waiting takes nobody's hands. */
  arrive: { per: 'time', minutes: 0, spread: 0 },
};
