import type { PaperProblem } from '../record/paper';
import { PAPER_HOURS_MAX } from '../record/paper';

/** What is wrong with a day from paper. */
export const PAPER_PROBLEM_WORDS: Readonly<Record<PaperProblem, string>> = {
  'day-missing': 'Which day was it?',
  'day-unreal': 'There is no such day or time.',
  'too-far-ahead': 'That is more than a day ahead: nothing is done before it is done.',
  'hours-unreal': `Hours of one shift lie above 0 and up to ${PAPER_HOURS_MAX}.`,
};
