import type { Mark } from '../record/marks';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';
import { DEVIATION_WORDS, edgeLimitText, VERDICT_WORDS } from './deviations';
import { DEFECT_WORDS, DISPOSITION_WORDS, SETTING_WORDS } from './inspect';
import { DIMPLE_WORDS, LIE_WORDS } from './preparation';
import { OPERATION_WORDS } from './setups';

/** One event of a hole's history in words. `callout`: the rivet as it is planned. */
export function holeEventText(mark: Mark, callout: string, units: Units): string {
  const L = (l: { mm: number }) => showLength(l.mm as Mm, units);
  const { head, deviation, dimple, rivet, reading, setting, note } = mark.payload;
  const with_ = note ? ` ${note}` : '';
  switch (mark.kind) {
    case 'set': {
      const sized = setting?.dash === undefined ? callout : callout.replace(/\d(-[\d.]+)?$/, `${setting.dash}$1`);
      const length = setting?.lengthDash === undefined ? sized : sized.replace(/-[\d.]+$/, `-${setting.lengthDash}`);
      return `set: ${length}${setting ? `, ${SETTING_WORDS[setting.way]}` : ''}${setting?.pressure ? `, ${setting.pressure}` : ''}`;
    }
    case 'head-check': {
      if (!head) return 'looked at';
      const size = [head.width ? `W ${L(head.width)}` : '', head.height ? `H ${L(head.height)}` : '', head.gauge ?? ''].filter(Boolean);
      const what = [...size, ...(head.defects ?? []).map((d) => DEFECT_WORDS[d].name)].join(', ');
      return `found: ${what ? `${what}; ` : ''}${DISPOSITION_WORDS[head.disposition]}${with_}`;
    }
    case 'removed':
      return `taken out${with_}`;
    case 'deviation':
      return deviation
        ? `measured: ${DEVIATION_WORDS[deviation.kind]}${deviation.hole ? `, hole ${L(deviation.hole)}` : ''}; ${VERDICT_WORDS[deviation.verdict]}${edgeLimitText(deviation) ? ` (${edgeLimitText(deviation)})` : ''}${with_}`
        : 'measured';
    case 'dimple-check':
      return dimple ? `dimple ${DIMPLE_WORDS[dimple]}${with_}` : 'dimple looked at';
    case 'rivet-check':
      return rivet
        ? `a rivet laid in: ${LIE_WORDS[rivet.lie]}${rivet.off ? ` ${L({ mm: Math.abs(rivet.off.mm) })}` : ''}${rivet.drop ? `, wanted ${L(rivet.drop)} under the surface` : ''}`
        : 'a rivet laid in';
    case 'depth-read':
      return reading ? `depth ${L(reading)}` : 'depth read';
    case 'squared':
      return 'checked square';
    case 'cleared':
      return 'cleared after cure';
    default:
      return mark.kind in OPERATION_WORDS
        ? `${OPERATION_WORDS[mark.kind as keyof typeof OPERATION_WORDS].done}${mark.side ? `, ${mark.side} side` : ''}`
        : mark.kind;
  }
}
