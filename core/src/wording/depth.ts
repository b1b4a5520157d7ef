import { LEAST_READINGS, type DepthAnswer } from '../depth/advice';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';

/** The advice in words, with its reason; that the cage walks comes before any advice. */
export function depthSentence(a: DepthAnswer, units: Units, gaugeSd: Mm | null): string {
  const advice = adviceSentence(a, units, gaugeSd);
  if (!a.trend?.walking) return advice;
  const way = a.trend.perReading > 0 ? 'deeper' : 'shallower';
  return `The cage is walking, ${showLength(Math.abs(a.trend.perReading), units)} ${way} from one reading to the next: check its lock before turning it. ${advice}`;
}

function adviceSentence(a: DepthAnswer, units: Units, gaugeSd: Mm | null): string {
  const L = (l: Mm | null) => showLength(l ?? 0, units);
  switch (a.advice) {
    case 'measure-more':
      return `Measure ${LEAST_READINGS - a.n} more: fewer than ${LEAST_READINGS} readings say nothing of the setting.`;
    case 'leave': {
      if (a.because === 'near') return `Leave it: the mean of ${a.n} is within half a click of the target.`;
      const whose = gaugeSd !== null && a.sd !== null && gaugeSd > a.sd ? 'the gauge’s own scatter' : 'the scatter of the readings';
      return `Leave it: the mean is off by ${L(a.off)}, but ${whose} explains up to ${L(a.margin)}. Turning now would follow the gauge.`;
    }
    case 'deeper':
    case 'shallower':
      return `Turn ${a.clicks} ${a.clicks === 1 ? 'click' : 'clicks'} ${a.advice}: the mean of ${a.n} is off by ${L(a.off)}, more than the scatter explains (${L(a.margin)}).`;
  }
}
