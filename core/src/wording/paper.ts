import type { CorrectionProblem } from '../record/shift-correction';
import type { PaperProblem } from '../record/paper';
import { PAPER_HOURS_MAX } from '../record/paper';

export const CORRECTION_PROBLEM_WORDS: Readonly<Record<CorrectionProblem, string>> = {
  'hours-unreal': `Hours lie above 0, together up to ${PAPER_HOURS_MAX}.`,
  'start-unreal': 'There is no such day or time.',
  'in-future': 'It would end later than now.',
};

/** What is wrong with a day from paper. */
export const PAPER_PROBLEM_WORDS: Readonly<Record<PaperProblem, string>> = {
  'day-missing': 'Which day was it?',
  'day-unreal': 'There is no such day or time.',
  'too-far-ahead': 'That is more than a day ahead: nothing is done before it is done.',
  'hours-unreal': `Hours of one shift lie above 0 and up to ${PAPER_HOURS_MAX}.`,
};
