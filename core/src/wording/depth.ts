import type { DepthAnswer } from '../depth/advice';
import { LEAST_READINGS } from '../depth/advice';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';

/** The advice in words, with its reason. */
export function depthSentence(
  a: DepthAnswer,
  q: { readonly target: Mm; readonly click: Mm; readonly units: Units; readonly gaugeSd: Mm | null },
): string {
  const L = (l: number) => showLength(l, q.units);
  switch (a.advice) {
    case 'measure-more':
      return `Measure ${LEAST_READINGS - a.n} more: fewer than ${LEAST_READINGS} readings say nothing of the setting.`;
    case 'leave': {
      const off = Math.abs((a.mean ?? 0) - q.target);
      if (off <= q.click / 2) return `Leave it: the mean of ${a.n} is within half a click of the target.`;
      const whose = q.gaugeSd !== null && a.sd !== null && q.gaugeSd > a.sd ? 'the gauge’s own scatter' : 'the scatter of the readings';
      return `Leave it: the mean is off by ${L(off)}, but ${whose} explains up to ${L(a.margin ?? 0)}. Turning now would follow the gauge.`;
    }
    case 'deeper':
    case 'shallower':
      return `Turn ${a.clicks} ${a.clicks === 1 ? 'click' : 'clicks'} ${a.advice}: the mean of ${a.n} is off by ${L(Math.abs((a.mean ?? 0) - q.target))}, more than the scatter explains (${L(a.margin ?? 0)}).`;
  }
}
