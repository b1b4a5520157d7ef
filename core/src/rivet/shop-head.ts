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
  /** Of a stack dimpled all through: depth of the last lip's outer rim; the metal left lies between what the grip and what this leaves. */
  readonly lip?: Mm | undefined;
}

/** `cannot-tell`: the flat grip and the lip give different answers; look again, by gauge only. */
export type HeadCause = 'under-driven' | 'over-driven' | 'wrong-length' | 'cannot-tell';

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

/**
 * Judges one head by the profile; of a stack dimpled all through by both ends of what metal there may be: only where both agree is a
 * length, a volume or a hand at fault. Source: the rules of the driven head, docs/rules.md.
 */
export function judgeHead(h: MeasuredHead): HeadJudgement {
  const flat = judgeBy(h, h.grip);
  if (h.lip === undefined) return flat;
  const atLip = judgeBy(h, h.lip);
  const { suggestDash: _, cause: __, ...rest } = flat;
  const both = (note: HeadJudgement['notes'][number]) => flat.notes.includes(note) && atLip.notes.includes(note);
  const notes = (['volume-off', 'length-marginal'] as const).filter(both);
  if (isInWindow(h)) return { ...rest, verdict: 'accept', notes };
  if (flat.cause !== atLip.cause) return { ...rest, verdict: 'reject', cause: 'cannot-tell', notes };
  return { ...rest, verdict: 'reject', ...(flat.cause ? { cause: flat.cause } : {}), notes, ...nearerOf(h.lengthDash, flat, atLip) };
}

/** The suggestion nearer to the length that went in. */
function nearerOf(dash: number, a: HeadJudgement, b: HeadJudgement): Pick<HeadJudgement, 'suggestDash'> {
  const [one, other] = [a.suggestDash, b.suggestDash];
  if (one === undefined || other === undefined)
    return one === undefined && other === undefined ? {} : { suggestDash: (one ?? other) as number };
  return { suggestDash: Math.abs(other - dash) < Math.abs(one - dash) ? other : one };
}

/** Whether width and height lie in the profile's window, ends included. */
export function isInWindow(h: Pick<MeasuredHead, 'width' | 'height' | 'size' | 'profile'>): boolean {
  const D = h.size.diameter;
  const { minWidthD, minHeightD, maxWidthD, maxHeightD } = h.profile;
  const [w, t] = [h.width / D, h.height / D];
  return w >= minWidthD - SAME && w <= maxWidthD + SAME && t >= minHeightD - SAME && t <= maxHeightD + SAME;
}

function judgeBy(h: MeasuredHead, grip: Mm): HeadJudgement {
  const D = h.size.diameter;
  const length = dashLength(h.lengthDash);
  const question: LengthQuestion = {
    grip,
    diameter: D,
    hole: h.hole,
    profile: h.profile,
    formFactor: h.formFactor,
    halfDash: h.halfDash,
  };
  const volume = headVolume(length, grip, D, h.hole);
  const ratios = { widthRatio: h.width / D, heightRatio: h.height / D };
  const nearest = nearestWorkingDash(h.lengthDash, question);
  const suggest = nearest === null ? {} : { suggestDash: nearest };
  if (length <= grip || volume <= 0)
    return { verdict: 'reject', cause: 'wrong-length', notes: [], ...ratios, volumeRatio: null, ...suggest };

  const works = lengthWorks(length, question);
  const { widthRatio: w, heightRatio: t } = ratios;
  const { minWidthD, minHeightD, maxWidthD, maxHeightD } = h.profile;
  const volumeRatio = (h.formFactor * h.width * h.width * h.height) / volume;
  const notes: HeadJudgement['notes'] = Math.abs(volumeRatio - 1) > VOLUME_OFF + SAME ? ['volume-off'] : [];
  if (isInWindow(h))
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
