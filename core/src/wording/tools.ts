import type { ToolLength } from '../compose/tool-text';
import type { RangeReasons, ReachFailure, ReachingKind, ReachingTool } from '../reach/reach';
import { tooSmall, type ToolProblem } from '../reach/tools-for-setup';
import type { GaugeUse, LotKind, ToolDefinition, ToolKind } from '../record/definitions';
import type { Setup } from '../setup/setup';
import type { Units } from '../units/length';
import { showLength } from '../units/show';

export const TOOL_WORDS: Readonly<Record<ToolKind, string>> = {
  frame: 'lever or hammer frame',
  squeezer: 'squeezer with yoke',
  'close-quarters': 'close-quarters dies',
  'pull-through': 'pull-through dies: the poorest dimple',
  'die-set': 'die set',
  cage: 'countersink cage',
  cutter: 'countersink cutter',
  sets: 'squeezer or gun sets',
  bit: 'drill bit',
  reamer: 'reamer',
  gauge: 'gauge',
  puller: 'puller for blind fasteners',
  bar: 'bucking bar',
  'back-set': 'back-riveting set with its plate',
};

/** What a measure of a tool is called; the same length is another thing on another tool. */
export function toolLengthWords(name: ToolLength, kind: ToolKind): string {
  switch (name) {
    case 'throat':
      return 'Throat depth T';
    case 'noseHalfWidth':
      if (kind === 'cage') return 'Half the foot’s width';
      return kind === 'back-set' || kind === 'bar' ? 'Half its width' : 'Half the nose’s width w';
    case 'noseHeight':
      if (kind === 'bar') return 'Its thickness behind the sheet';
      return kind === 'puller' || kind === 'back-set' ? 'Its length over the sheet' : 'Nose height h';
    case 'gap':
      return 'Gap between the sets, wide open';
    case 'pitch':
      return 'Pitch of its set’s thread';
    case 'largest':
      return 'Its largest diameter';
    case 'click':
      return 'One click (empty: .001 in)';
    case 'diameter':
      return kind === 'cutter' ? 'Its pilot’s diameter' : 'Diameter, such as #40';
  }
}

export const LOT_WORDS: Readonly<Record<LotKind, string>> = {
  rivets: 'rivets',
  sealant: 'sealant',
  adhesive: 'adhesive',
  primer: 'primer',
};

export const GAUGE_WORDS: Readonly<Record<GaugeUse, string>> = {
  depth: 'depths of countersinks',
  head: 'driven heads',
  hole: 'holes, by go and no-go',
};

const TOOL_PROBLEM_WORDS: Readonly<Record<ToolProblem, string>> = {
  size: 'made for another rivet',
  angle: 'another angle',
  pilot: 'its pilot is not the hole’s',
  largest: 'too small at its largest',
  diameter: 'another diameter',
  head: 'made for another head',
  'substructure-on-skin': 'substructure dies are deeper: on a skin the dimple would swallow the head',
};

/** Why a tool is refused in a set-up; of a cutter that is too small also by how much. */
export function toolProblemWords(problem: ToolProblem, owned: ToolDefinition, setup: Setup, units: Units): string {
  const small = problem === 'largest' ? tooSmall(owned, setup) : null;
  if (!small) return TOOL_PROBLEM_WORDS[problem];
  const largest = showLength(owned.largest?.mm ?? 0, units);
  return `${TOOL_PROBLEM_WORDS.largest}, ${largest} where ${showLength(small.needed, units)} is needed: the head would stand ${showLength(small.proud, units)} proud`;
}

/** Why a tool does not reach a hole. */
export const REACH_WORDS: Readonly<Record<ReachFailure, string>> = {
  throat: 'too far in for its throat',
  wall: 'the wall stands in the way of its nose',
  room: 'no room for its nose',
  bent: 'it dents bent sheet',
};

/** Nothing owned sets a hole square. */
export const NOTHING_SETS =
  'nothing of yours sits square here, and nothing is driven that does not: bend the flange open and back, another order, a blind fastener with its own hole, or from the other side.';
export const TRIM_IS_DEVIATION = 'Trimming a flange is a deviation unless the plans show it, and its finish is to be touched up.';

/** The first hole that the chosen way of setting does not reach. */
export function outOfReachSentence(hole: number, tool: string, failures: readonly ReachFailure[]): string {
  return `Not marked: ${tool} does not reach hole ${hole}: ${failures.map((f) => REACH_WORDS[f]).join(', ')}. Choose another way for it, or leave it out.`;
}

/** Why this tool for these holes: what else would reach, and what stands in the way of the others. */
export function whyBest(range: RangeReasons<ReachingTool>): string {
  const also = range.alsoReach.map((t) => t.name);
  const fail = range.fail.map((f) => `${f.tool.name}: ${f.failures.map((x) => REACH_WORDS[x]).join(', ')}`);
  return [...(also.length > 0 ? [`Before ${also.join(', ')}, which would reach too`] : []), ...fail].join('; ');
}

/** A tool on the strip, on the map and at a hole: its short name and its letter. */
export const TOOL_SHORT: Readonly<Record<ReachingKind | 'none', string>> = {
  frame: 'frame',
  squeezer: 'squeezer',
  'close-quarters': 'close-quarters dies',
  'pull-through': 'pull-through dies',
  none: 'no tool reaches',
};
export const TOOL_LETTERS: Readonly<Record<ReachingKind | 'none', string>> = {
  frame: 'F',
  squeezer: 'S',
  'close-quarters': 'C',
  'pull-through': 'P',
  none: '\u2715',
};
