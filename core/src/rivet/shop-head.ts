import type { RivetSize } from '../tables/fasteners';
import type { Profile } from '../tables/profiles';
import type { Mm } from '../units/length';
import { dashLength } from './callout';
import { headVolume, lengthWorks, nearestWorkingDash, type LengthQuestion } from './length';

/** A driven head as it was measured, on a rivet whose length is known. Lengths Mm. */
export interface MeasuredHead {
  readonly size: RivetSize;
  readonly lengthDash: number;
  readonly grip: Mm;
  readonly hole: Mm;
  readonly width: Mm;
  readonly height: Mm;
  readonly profile: Profile;
  readonly formFactor: number;
  readonly halfDash: boolean;
}

export type HeadCause = 'under-driven' | 'over-driven' | 'wrong-length';

export interface HeadJudgement {
  readonly verdict: 'accept' | 'reject';
  readonly cause?: HeadCause;
  readonly notes: readonly ('volume-off' | 'length-marginal')[];
  /** W / D and H / D. */
  readonly widthRatio: number;
  readonly heightRatio: number;
  /** k W^2 H over V; null where there is no volume to make a head. */
  readonly volumeRatio: number | null;
  /** The nearest length that works, in sixteenths, where the length is at fault. */
  readonly suggestDash?: number;
}

/** Beyond this k W^2 H and V do not belong together: measured wrong, tipped, or another rivet or stack. */
const VOLUME_OFF = 0.15;
/** Ratios equal within this are equal: rounding only. */
const SAME = 1e-9;

/** Judges one head by the profile. Source: the rules of the driven head, docs/rules.md. */
export function judgeHead(h: MeasuredHead): HeadJudgement {
  const D = h.size.diameter;
  const length = dashLength(h.lengthDash);
  const question: LengthQuestion = {
    grip: h.grip,
    diameter: D,
    hole: h.hole,
    profile: h.profile,
    formFactor: h.formFactor,
    halfDash: h.halfDash,
  };
  const volume = headVolume(length, h.grip, D, h.hole);
  const ratios = { widthRatio: h.width / D, heightRatio: h.height / D };
  const nearest = nearestWorkingDash(h.lengthDash, question);
  const suggest = nearest === null ? {} : { suggestDash: nearest };
  if (length <= h.grip || volume <= 0)
    return { verdict: 'reject', cause: 'wrong-length', notes: [], ...ratios, volumeRatio: null, ...suggest };

  const works = lengthWorks(length, question);
  const { widthRatio: w, heightRatio: t } = ratios;
  const { minWidthD, minHeightD, maxWidthD, maxHeightD } = h.profile;
  const volumeRatio = (h.formFactor * h.width * h.width * h.height) / volume;
  const notes: HeadJudgement['notes'] = Math.abs(volumeRatio - 1) > VOLUME_OFF + SAME ? ['volume-off'] : [];
  const isIn = w >= minWidthD - SAME && w <= maxWidthD + SAME && t >= minHeightD - SAME && t <= maxHeightD + SAME;
  if (isIn)
    return {
      verdict: 'accept',
      notes: works ? notes : [...notes, 'length-marginal'],
      ...ratios,
      volumeRatio,
    };
  if (!works) return { verdict: 'reject', cause: 'wrong-length', notes, ...ratios, volumeRatio, ...suggest };
  const canStillReach =
    w <= maxWidthD + SAME && w * w * t >= minWidthD ** 2 * minHeightD - SAME && (w < minWidthD - SAME || t > maxHeightD + SAME);
  return { verdict: 'reject', cause: canStillReach ? 'under-driven' : 'over-driven', notes, ...ratios, volumeRatio };
}
