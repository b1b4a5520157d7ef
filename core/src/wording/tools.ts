import type { DieProblem } from '../reach/row-reach';
import type { ToolKind } from '../record/definitions';

export const TOOL_WORDS: Readonly<Record<ToolKind, string>> = {
  frame: 'lever or hammer frame',
  squeezer: 'squeezer with yoke',
  'close-quarters': 'close-quarters dies',
  'pull-through': 'pull-through dies: the poorest dimple',
  'die-set': 'die set',
};

/** Why dies are refused. */
export const DIE_PROBLEM_WORDS: Readonly<Record<DieProblem, string>> = {
  size: 'made for another rivet',
  angle: 'another angle',
  'substructure-on-skin': 'substructure dies are deeper: on a skin the dimple would swallow the head',
};
