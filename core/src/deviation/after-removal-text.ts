import type { Deviation } from '../record/mark-payloads';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import { deviationOf, measuredAsTyped, noDeviation, readDeviation, type DeviationLengths, type ReadDeviation } from './deviation-text';
import type { Judgement, MeasuredHole } from './judge';

/** A hole after its rivet came out, as it is typed: lengths as text, empty where they are as planned. */
export interface AfterRemovalTyped {
  readonly hole: string;
  readonly isElongated: boolean;
  /** By layer. */
  readonly edges: readonly string[];
  readonly pitch: string;
}

export const nothingMeasured = (layers: number): AfterRemovalTyped => ({
  hole: '',
  isElongated: false,
  edges: Array.from({ length: layers }, () => ''),
  pitch: '',
});

/** What was typed under one unit, so that it still means the same under the other. */
export function carryAfterRemoval(typed: AfterRemovalTyped, from: Units): AfterRemovalTyped {
  const carry = (text: string) => carryUnit(text, from);
  return { ...typed, hole: carry(typed.hole), edges: typed.edges.map(carry), pitch: carry(typed.pitch) };
}

const asDeviation = ({ isElongated, ...lengths }: AfterRemovalTyped) => ({
  ...noDeviation(isElongated ? 'elongated' : 'after-removal', lengths.edges.length),
  ...lengths,
});

/** The hole to be judged, as far as what is typed reads. Lengths Mm. */
export function measuredAfterRemoval(typed: AfterRemovalTyped, units: Units): MeasuredHole {
  return measuredAsTyped(asDeviation(typed), units);
}

/** What was measured; without the hole itself nothing can be said. Every fault at once, by its path in {@link AfterRemovalTyped}. */
export function readAfterRemoval(typed: AfterRemovalTyped, units: Units): ReadDeviation {
  const read = readDeviation(asDeviation(typed), units);
  if (typed.hole.trim() !== '') return read;
  const missing = { code: 'hole-unmeasured', path: 'hole' };
  return { ok: false, problems: read.ok ? [missing] : [missing, ...read.problems] };
}

/** The finding as it goes on record, with whose edge limit it was judged by. */
export function afterRemovalOf(
  lengths: DeviationLengths,
  judgement: Judgement,
  row: { readonly layers: readonly { readonly id: string }[] },
  edgeLimit: NonNullable<Deviation['edgeLimit']>,
): Deviation {
  return { ...deviationOf('after-removal', lengths, { verdict: judgement.verdict, judgement }, row), edgeLimit };
}
