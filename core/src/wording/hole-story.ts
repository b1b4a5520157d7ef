import { findingTitle } from './standing';
import type { Mark } from '../record/marks';
import type { CutWork, DimpleWork, DrillWork, SetWork } from '../record/mark-work';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';
import { DEVIATION_WORDS, edgeLimitText, VERDICT_WORDS } from './deviations';
import { DEFECT_WORDS, DISPOSITION_WORDS, SETTING_WORDS } from './inspect';
import { DIMPLE_WORDS, LIE_WORDS } from './preparation';
import { markText } from './marks';
import { dashName, OPERATION_WORDS } from './setups';

/** The face, where it is not the head's. */
const fromFar = (work: { readonly face: string } | null) => (work?.face === 'shop' ? ' from the far side' : '');

/** Which fastener a mark took out or looked at, as it says: `, MS20426AD3-4`. */
function fastenerIn({ payload }: Mark): string {
  const name = (payload.work as SetWork | undefined)?.fastener.name;
  return name === undefined ? '' : `, ${name}`;
}

/** One event of a hole's history in words: what was done then, whatever is planned now. */
export function holeEventText(mark: Mark, units: Units): string {
  const L = (l: { mm: number }) => showLength(l.mm as Mm, units);
  const { head, deviation, dimple, rivet, reading, setting, note } = mark.payload;
  const with_ = note ? ` ${note}` : '';
  switch (mark.kind) {
    case 'set': {
      const work = (mark.payload.work ?? mark.then ?? null) as SetWork | null;
      return `set: ${work?.fastener.name ?? 'which rivet is not said'}${setting ? `, ${SETTING_WORDS[setting.way]}` : ''}${setting?.pressure ? `, ${setting.pressure}` : ''}`;
    }
    case 'piloted':
    case 'drilled': {
      const work = (mark.payload.work ?? mark.then ?? null) as DrillWork | null;
      return `${OPERATION_WORDS[mark.kind].done}${work ? ` ${L({ mm: work.holeMm })}${work.asPattern ? ' through the old piece as a pattern' : ''}` : ''}`;
    }
    case 'dimpled': {
      const work = (mark.payload.work ?? mark.then ?? null) as DimpleWork | null;
      return `dimpled${fromFar(work)}${work ? ` with ${dashName(work.dash, units)} dies, ${work.angleDeg}°` : ''}`;
    }
    case 'countersunk': {
      const work = (mark.payload.work ?? mark.then ?? null) as CutWork | null;
      return `countersunk${fromFar(work)}${work ? ` ${L({ mm: work.depthMm })} deep, ${work.angleDeg}°` : ''}`;
    }
    case 'head-check': {
      if (!head) return 'looked at';
      const size = [head.width ? `W ${L(head.width)}` : '', head.height ? `H ${L(head.height)}` : '', head.gauge ?? ''].filter(Boolean);
      const what = [...size, ...(head.defects ?? []).map((d) => DEFECT_WORDS[d].name)].join(', ');
      return `found${fastenerIn(mark)}: ${what ? `${what}; ` : ''}${DISPOSITION_WORDS[head.disposition]}${with_}`;
    }
    case 'removed':
      return `taken out${fastenerIn(mark)}${with_}`;
    case 'inspected':
      return `inspected${fastenerIn(mark)}`;
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
    case 'gave-way':
      return `the sheet gave way under the bit${with_}`;
    case 'hole-check':
      return `gauged: ${mark.payload.gauge}`;
    case 'own-fastener':
      return mark.payload.ownDash === null
        ? `takes the row's rivet again${with_}`
        : `takes its own rivet, ${dashName(mark.payload.ownDash, units)}${with_}`;
    case 'finding-settled':
      return `answered: ${findingTitle(mark.payload.finding.code)}${mark.payload.finding.page ? `, page ${mark.payload.finding.page}` : ''}${with_}`;
    case 'left-over-settled':
      return `left over, told: ${mark.payload.settled}${with_}`;
    case 'seal':
      return 'sealed';
    case 'log-note':
      return `noted: ${[note ?? '', mark.payload.photoIds?.length ? `${mark.payload.photoIds.length} ${mark.payload.photoIds.length === 1 ? 'photo' : 'photos'}` : ''].filter(Boolean).join(', ')}`;
    case 'looked-again':
      return `looked at again${with_}`;
    default:
      return mark.kind in OPERATION_WORDS
        ? `${OPERATION_WORDS[mark.kind as keyof typeof OPERATION_WORDS].done}${mark.side ? `, ${mark.side} side` : ''}`
        : markText(mark);
  }
}
