import type { Effect } from '../work/effects';
import { drillOfDiameter } from '../tables/drills';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';
import { dashName, OPERATION_WORDS } from './setups';
import { STANDING_CATALOGUE, standingMessage } from './standing';

const counted = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** A hole as a builder names it: by its drill where it is one. */
const holeName = (length: number, units: Units): string => drillOfDiameter(length as Mm) ?? showLength(length as Mm, units);

/** What an edit does to work that was done, in words: `24 holes drilled #40: open to #30 again`. */
export function effectSentence(effect: Effect, units: Units): string {
  switch (effect.kind) {
    case 'again':
      return againSentence(effect, units);
    case 'contradicted': {
      const parts =
        effect.finding.layer === undefined ? [] : Array.from({ length: effect.finding.layer + 1 }, () => ({ part: effect.part ?? '' }));
      const { title } = STANDING_CATALOGUE[effect.finding.code];
      const message = effect.finding.code === 'drilled-elsewhere' ? title : standingMessage(effect.finding, units, parts);
      return `${counted(effect.holes, 'hole')}: ${message}`;
    }
    case 'left-over':
      return `${counted(effect.holes, 'hole')} with work at ${effect.holes === 1 ? 'it goes' : 'them go'} out of the plan: the marks are kept as left over.`;
    case 'row-gone':
      return `The row goes, and ${counted(effect.holes, 'hole')} with work at ${effect.holes === 1 ? 'it' : 'them'}: the marks are kept.`;
    case 'resolved':
      return `${counted(effect.holes, 'hole')}: what was open or contradicted is no more.`;
  }
}

function againSentence(e: Extract<Effect, { kind: 'again' }>, units: Units): string {
  const holes = counted(e.holes, 'hole');
  const inPart = e.part ? ` in ${e.part}` : '';
  switch (e.because) {
    case 'enlarge':
      return `${holes} drilled${e.made === null ? '' : ` ${holeName(e.made, units)}`}: open to ${holeName(e.wanted ?? 0, units)} again.`;
    case 'after-enlarging':
      return `${holes} deburred${inPart}: again after opening.`;
    case 'dimple-again':
      return `${counted(e.holes, 'dimple')}${inPart}${e.made === null ? '' : ` ${dashName(e.made, units)}`}: again with ${dashName(e.wanted ?? 0, units)}; look for cracks.`;
    case 'cut-deeper':
      return `${counted(e.holes, 'countersink')}${inPart}: ${showLength((e.wanted ?? 0) as Mm, units)} deeper.`;
    case 'sheet-new':
      return `${holes}: ${OPERATION_WORDS[e.step].verb}${inPart || ' the sheet'} that is new.`;
    case 'gave-way':
      return `${holes}: ${OPERATION_WORDS[e.step].verb}${inPart || ' the sheet'} that gave way.`;
    case 'never':
      return `${holes}: ${OPERATION_WORDS[e.step].verb} again.`;
  }
}
