import type { FastenerDone } from '../record/mark-work';
import type { Disposition, HeadCheck, HeadDefect } from '../record/marks';
import { FAR_FLUSH_WITHIN } from '../rivet/far-flush';
import { inches, type Mm } from '../units/length';
import { diagnoseDefects, type Diagnosed } from './diagnose';

/** How a fastener is looked at once it is in: by its driven head, by how both ends lie, by its stem, by whether it runs. */
export const LOOKS = ['driven', 'far-flush', 'pulled', 'screwed', 'fitted', 'closed'] as const;
export type Look = (typeof LOOKS)[number];

/** The way the fastener that is in a hole is looked at. */
export function lookOf({ kind, far }: Pick<FastenerDone, 'kind' | 'far'>): Look {
  switch (kind) {
    case 'solid':
      return far === 'flush' ? 'far-flush' : 'driven';
    case 'blind':
      return 'pulled';
    case 'screw':
    case 'bolt':
      return 'screwed';
    case 'pin':
      return 'fitted';
    case 'bonded':
    case 'none':
      return 'closed';
  }
}

/** A stem breaks flush within so much, either way. This project's own default. */
export const STEM_FLUSH_WITHIN: Mm = inches(0.01);

/** What is measured of a fastener that is in. */
export type LookField = 'width' | 'height' | 'width2' | 'flush' | 'gap' | 'far' | 'stem';

export const FIELDS_OF_LOOK: Readonly<Record<Look, readonly LookField[]>> = {
  driven: ['width', 'height', 'width2', 'flush', 'gap'],
  'far-flush': ['far', 'flush', 'gap'],
  pulled: ['stem', 'flush', 'gap'],
  screwed: ['flush', 'gap'],
  fitted: ['gap'],
  closed: [],
};

/** What can be wrong with it, by name. Source: the handbook of joints; the driven head's own: docs/rules.md. */
export const DEFECTS_OF_LOOK: Readonly<Record<Look, readonly HeadDefect[]>> = {
  driven: [
    'under-driven', 'over-driven', 'tipped', 'clinched', 'open-head', 'proud', 'sunken', 'cut-head', 'crack', 'gap', 'elongated', 'dent',
    'wrong-rivet',
  ],
  'far-flush': ['far-proud', 'far-sunken', 'open-head', 'proud', 'sunken', 'cut-head', 'crack', 'gap', 'elongated', 'dent', 'wrong-rivet'],
  pulled: ['stem-early', 'stem', 'open-head', 'spins', 'far-end', 'wrong-grip', 'proud', 'sunken', 'gap', 'elongated', 'wrong-rivet'],
  screwed: ['does-not-run', 'nut-stuck', 'open-head', 'proud', 'sunken', 'gap', 'elongated', 'wrong-rivet'],
  fitted: ['loose', 'gap', 'elongated', 'wrong-rivet'],
  closed: ['gap', 'elongated'],
}; // prettier-ignore

/** What has no driven head is judged by how it lies and by defects with a name; nothing of a solid rivet's size is said. */
export function diagnoseLook(
  check: Omit<HeadCheck, 'disposition'>,
  look: Exclude<Look, 'driven'>,
  limits: { readonly flushness: Mm; readonly gapMax: Mm },
): Diagnosed {
  const defects = new Set<HeadDefect>(check.defects ?? []);
  const over = (length: { readonly mm: number } | undefined, within: number) => length !== undefined && Math.abs(length.mm) > within + 1e-9;
  if (check.flush && over(check.flush, limits.flushness)) defects.add(check.flush.mm > 0 ? 'proud' : 'sunken');
  if (check.far && over(check.far, FAR_FLUSH_WITHIN)) defects.add(check.far.mm > 0 ? 'far-proud' : 'far-sunken');
  if (over(check.stem, STEM_FLUSH_WITHIN)) defects.add('stem');
  if (check.gap && check.gap.mm > limits.gapMax + 1e-9) defects.add('gap');
  const { sorted, advice } = diagnoseDefects(defects);
  const isMeasured = FIELDS_OF_LOOK[look].some((field) => check[field] !== undefined);
  return {
    diagnosis: advice === 'accept' ? (isMeasured ? 'within' : 'not-measured') : 'defect',
    advice: advice satisfies Disposition,
    judgement: null,
    suggestDash: null,
    defects: sorted,
  };
}
