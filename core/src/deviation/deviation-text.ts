import type { TypedLength } from '../record/definitions';
import type { DeviationKind, Deviation } from '../record/mark-payloads';
import { nextDashOf } from './next-dash';
import { parseDimension } from '../typed/dimension';
import { carryUnit } from '../units/carry';
import type { Mm, Units } from '../units/length';
import type { Problem } from '../units/result';
import { missingOf, type HoleVerdict, type Judgement, type MeasuredHole } from './judge';

/** What was found at one hole as it is typed: lengths as text, empty where nothing was measured. */
export interface DeviationTyped {
  readonly kind: DeviationKind;
  readonly hole: string;
  /** By layer, zero-based; the first one counts for all where `isSameEdge`. */
  readonly edges: readonly string[];
  readonly isSameEdge: boolean;
  readonly pitch: string;
  /** Out of place: by how much; cut away: how deep. */
  readonly off: string;
  /** Which layer was cut away, zero-based, as a select says it. */
  readonly cutLayer: string;
  readonly note: string;
  /** Opened up on purpose: the whole row. */
  readonly isWhole: boolean;
}

/** Whether nothing was measured: then there is no verdict, and without a word or a photo no deviation. */
export function isNothing({ hole, edges, pitch, off }: DeviationTyped): boolean {
  return [hole, pitch, off, ...edges].every((text) => text.trim() === '');
}

/** Nothing measured yet. */
export function noDeviation(kind: DeviationKind, layers: number): DeviationTyped {
  return {
    kind,
    hole: '',
    edges: Array.from({ length: layers }, () => ''),
    isSameEdge: false,
    pitch: '',
    off: '',
    cutLayer: '0',
    note: '',
    isWhole: false,
  };
}

/** What was typed under one unit, so that it still means the same under the other. */
export function carryDeviation(typed: DeviationTyped, from: Units): DeviationTyped {
  const carry = (text: string) => carryUnit(text, from);
  return { ...typed, hole: carry(typed.hole), edges: typed.edges.map(carry), pitch: carry(typed.pitch), off: carry(typed.off) };
}

/** The lengths that were measured. */
export interface DeviationLengths {
  readonly hole: TypedLength | null;
  readonly edges: readonly (TypedLength | null)[];
  readonly pitch: TypedLength | null;
  readonly off: TypedLength | null;
}

type Fault = Problem & { readonly path: string };

/** How far a hole is off, or how deep it was cut away, is asked of these alone. */
const asksOff = (kind: DeviationKind): boolean => kind === 'out-of-place' || kind === 'over-deburred';

/** As far as it reads, with what does not; a field that is not shown is not read. */
function lengthsOf(typed: DeviationTyped, units: Units): { lengths: DeviationLengths; faults: Fault[] } {
  const faults: Fault[] = [];
  const of = (path: string, text: string): TypedLength | null => {
    if (text.trim() === '') return null;
    const read = parseDimension(text, { units });
    if (read.ok) return { mm: read.value.length, text: read.value.text, units };
    faults.push({ ...read.problem, path });
    return null;
  };
  const hole = of('hole', typed.hole);
  const same = typed.isSameEdge ? of('edges.0', typed.edges[0] ?? '') : null;
  const edges = typed.edges.map((text, i) => (typed.isSameEdge ? same : of(`edges.${i}`, text)));
  const pitch = of('pitch', typed.pitch);
  const off = asksOff(typed.kind) ? of('off', typed.off) : null;
  return { lengths: { hole, edges, pitch, off }, faults };
}

/** The hole to be judged, as far as what is typed reads, so that the verdict follows at every key. Lengths Mm. */
export function measuredAsTyped(typed: DeviationTyped, units: Units): MeasuredHole {
  const { lengths } = lengthsOf(typed, units);
  const mmOf = (length: TypedLength | null) => length?.mm as Mm | undefined;
  const { kind } = typed;
  return {
    hole: mmOf(lengths.hole),
    isElongated: kind === 'elongated',
    moved: kind === 'out-of-place' ? 'place' : kind === 'near-edge' ? 'edge' : undefined,
    isOnPurpose: kind === 'opened-up',
    edges: lengths.edges.map(mmOf),
    pitch: mmOf(lengths.pitch),
    cutAway: kind === 'over-deburred' && lengths.off ? { layer: Number(typed.cutLayer), depth: lengths.off.mm as Mm } : undefined,
  };
}

export type ReadDeviation =
  | { readonly ok: true; readonly value: DeviationLengths }
  /** Every field that does not read or is missing, by its path in {@link DeviationTyped}. */
  | { readonly ok: false; readonly problems: readonly Fault[] };

/** What was measured; every fault at once, each at its field. */
export function readDeviation(typed: DeviationTyped, units: Units): ReadDeviation {
  const { lengths, faults } = lengthsOf(typed, units);
  if (typed.kind === 'over-deburred' && typed.off.trim() === '') faults.push({ code: 'cut-away-missing', path: 'off' });
  if (typed.kind === 'opened-up' && typed.note.trim() === '') faults.push({ code: 'opened-up-reason', path: 'note' });
  return faults.length > 0 ? { ok: false, problems: faults } : { ok: true, value: lengths };
}

/** The finding as it goes on record: what was measured, and what the program said then. */
export function deviationOf(
  kind: DeviationKind,
  lengths: DeviationLengths,
  said: { readonly verdict: HoleVerdict; readonly judgement: Judgement },
  row: { readonly layers: readonly { readonly id: string }[] },
): Deviation {
  const edges = row.layers.flatMap((l, i) => {
    const length = lengths.edges[i];
    return length ? [[l.id, length] as const] : [];
  });
  return {
    kind,
    hole: lengths.hole ?? undefined,
    pitch: lengths.pitch ?? undefined,
    off: lengths.off ?? undefined,
    ...(edges.length > 0 ? { edges: Object.fromEntries(edges) } : {}),
    verdict: said.verdict,
    ...(said.verdict === 'unknown' ? { missing: missingOf(said.judgement, row) } : {}),
    ...nextDashOf(said.verdict, said.judgement),
  };
}
