import type { Disposition, HeadCheck, HeadDefect } from '../record/marks';
import { judgeHead, type HeadJudgement, type MeasuredHead } from '../rivet/shop-head';
import type { Profile } from '../tables/profiles';
import type { Mm } from '../units/length';

/** Two widths that differ by more of D than this were measured on a tipped head. This project's own default. */
export const TIPPED_D = 0.1;

export type Diagnosis =
  | 'good'
  | 'marginal'
  | 'cannot-tell'
  | 'too-small'
  | 'volume-off'
  | 'under-driven'
  | 'over-driven'
  | 'wrong-length'
  | 'tipped'
  | 'no-go'
  | 'defect'
  | 'not-measured'
  /** No driven head: what was measured lies within what is asked. */
  | 'within';

export interface Diagnosed {
  readonly diagnosis: Diagnosis;
  /** What the program would do; the builder decides. */
  readonly advice: Disposition;
  readonly judgement: HeadJudgement | null;
  /** The nearest length that works, sixteenths, where the length is at fault. */
  readonly suggestDash: number | null;
  /** Defects beside the head's size, worst first. */
  readonly defects: readonly HeadDefect[];
}

/** What each named defect comes to by itself. Source: the paragraph on defects and taking out, docs/rules.md; advice is this project's own. */
export const DEFECT_ADVICE: Readonly<Record<HeadDefect, Disposition>> = {
  crack: 'ask',
  elongated: 'ask',
  'wrong-rivet': 'take-out',
  tipped: 'take-out',
  clinched: 'take-out',
  'over-driven': 'take-out',
  'open-head': 'take-out',
  'cut-head': 'take-out',
  gap: 'take-out',
  proud: 'take-out',
  sunken: 'ask',
  'under-driven': 'drive-more',
  dent: 'accept-note',
  stem: 'accept-note',
  'far-proud': 'ask',
  'far-sunken': 'ask',
  'stem-early': 'take-out',
  spins: 'take-out',
  'far-end': 'take-out',
  'wrong-grip': 'take-out',
  'does-not-run': 'take-out',
  'nut-stuck': 'take-out',
  loose: 'ask',
};

const HARSHNESS: readonly Disposition[] = ['accept', 'accept-note', 'drive-more', 'take-out', 'ask'];
const harsher = (a: Disposition, b: Disposition): Disposition => (HARSHNESS.indexOf(a) >= HARSHNESS.indexOf(b) ? a : b);

/** Defects, worst first, and what the worst of them comes to. */
export function diagnoseDefects(defects: ReadonlySet<HeadDefect>): {
  readonly sorted: readonly HeadDefect[];
  readonly advice: Disposition;
} {
  const sorted = [...defects].sort((a, b) => HARSHNESS.indexOf(DEFECT_ADVICE[b]) - HARSHNESS.indexOf(DEFECT_ADVICE[a]));
  return { sorted, advice: sorted.reduce<Disposition>((worst, d) => harsher(worst, DEFECT_ADVICE[d]), 'accept') };
}

/**
 * A rivet as it was looked at: width and height against profile and volume, two widths for tipped, defects by name, flushness and gap.
 * What was not looked at says nothing. `flushness` and `gapMax` Mm.
 */
export function diagnose(
  check: Omit<HeadCheck, 'disposition'>,
  rivet: Omit<MeasuredHead, 'width' | 'height'>,
  limits: { readonly flushness: Mm; readonly gapMax: Mm },
): Diagnosed {
  const defects = new Set<HeadDefect>(check.defects ?? []);
  if (check.flush && Math.abs(check.flush.mm) > limits.flushness + 1e-9) defects.add(check.flush.mm > 0 ? 'proud' : 'sunken');
  if (check.gap && check.gap.mm > limits.gapMax + 1e-9) defects.add('gap');
  const widths = [check.width?.mm, check.width2?.mm].filter((w) => w !== undefined);
  const isTipped =
    defects.has('tipped') ||
    (widths.length === 2 && Math.abs((widths[0] as number) - (widths[1] as number)) > TIPPED_D * rivet.size.diameter + 1e-9);
  const width = widths.length === 0 ? null : widths.reduce((a, b) => a + b, 0) / widths.length;
  const judgement = width === null || !check.height ? null : judgeHead({ ...rivet, width: width as Mm, height: check.height.mm as Mm });
  const { sorted, advice: byDefects } = diagnoseDefects(defects);
  const isTooSmall = judgement !== null && isUnderAll(judgement, rivet.profile);
  const [diagnosis, advice] = ofSize(judgement, { isTipped, isTooSmall }, check.gauge);
  const isDefect =
    byDefects !== 'accept' && (diagnosis === 'good' || diagnosis === 'not-measured' || harsher(advice, byDefects) !== advice);
  return {
    diagnosis: isDefect && !isTipped ? 'defect' : diagnosis,
    advice: harsher(advice, byDefects),
    judgement,
    suggestDash: judgement?.suggestDash ?? null,
    defects: sorted,
  };
}

/** Narrower and lower than the profile's least: driving makes a head lower still, whatever metal there is. */
function isUnderAll({ widthRatio, heightRatio }: HeadJudgement, { minWidthD, minHeightD }: Profile): boolean {
  return widthRatio < minWidthD - 1e-9 && heightRatio < minHeightD - 1e-9;
}

interface Seen {
  readonly isTipped: boolean;
  readonly isTooSmall: boolean;
}

function ofSize(judgement: HeadJudgement | null, { isTipped, isTooSmall }: Seen, gauge: HeadCheck['gauge']): [Diagnosis, Disposition] {
  if (isTipped) return ['tipped', 'take-out'];
  if (judgement?.cause === 'cannot-tell' && isTooSmall) return ['too-small', 'take-out'];
  if (judgement?.cause === 'wrong-length') return ['wrong-length', 'take-out'];
  if (judgement?.cause === 'under-driven') return ['under-driven', 'drive-more'];
  if (judgement?.cause === 'over-driven') return ['over-driven', 'take-out'];
  if (gauge === 'no-go') return ['no-go', 'ask'];
  /* What metal there is lies between two bounds that disagree: the gauge alone tells. */
  if (judgement?.cause === 'cannot-tell') return gauge === 'go' ? ['good', 'accept-note'] : ['cannot-tell', 'ask'];
  if (judgement?.notes.includes('volume-off')) return ['volume-off', 'accept-note'];
  if (judgement?.notes.includes('length-marginal')) return ['marginal', 'accept-note'];
  if (judgement || gauge === 'go') return ['good', 'accept'];
  return ['not-measured', 'accept'];
}
