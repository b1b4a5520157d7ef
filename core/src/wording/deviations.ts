import type { HoleVerdict, Judgement, Objection, Trial } from '../deviation/judge';
import type { Deviation, DeviationKind } from '../record/marks';
import type { Units } from '../units/length';
import { showLength } from '../units/show';
import { findingMessage } from './findings';
import { sheetName } from './words';

export const DEVIATION_WORDS: Readonly<Record<DeviationKind, string>> = {
  'out-of-place': 'out of place',
  elongated: 'elongated',
  oversize: 'oversize',
  'near-edge': 'too near an edge',
  'wrong-part': 'drilled in the wrong part',
  'edge-damage': 'edge damaged',
  'opened-up': 'opened up a size on purpose',
  'over-deburred': 'deburred too deep',
  'after-removal': 'the hole after its rivet was taken out',
};

/** What the program said of a hole, as the record tells it. */
export const VERDICT_WORDS: Readonly<Record<HoleVerdict, string>> = {
  'same-rivet': 'the same rivet goes',
  'next-size': 'the next size goes',
  stop: 'stop and ask the kit maker',
  unknown: 'not known: measure first',
};

/** Whose edge limit was asked for; empty where the record does not say. */
export function edgeLimitText({ edgeLimit }: Deviation): string {
  return edgeLimit ? `edge limit ${edgeLimit.factorD} D, ${edgeLimit.by === 'kit' ? 'the kit’s own' : 'the program’s default'}` : '';
}

const WHOM = 'Ask the kit maker, then the inspector, before anything else is done to it.';

/** What the program says of a hole, in one sentence, and whom to ask. Advice, never an approval. */
export function verdictSentence(verdict: HoleVerdict, kind: DeviationKind, j: Judgement): string {
  if (kind === 'wrong-part' || kind === 'edge-damage') return `Stop: a program cannot judge this. ${WHOM}`;
  switch (verdict) {
    case 'same-rivet':
      return kind === 'out-of-place' || kind === 'elongated'
        ? 'By the numbers the same rivet still goes. Show it to the inspector all the same.'
        : 'By the numbers the same rivet still goes.';
    case 'next-size':
      return `The next size, ${j.next?.plan.rivet.callout ?? ''}, goes by the numbers, with its own preparation. Only with the plans or the kit maker’s word.`;
    case 'unknown':
      return `Not known, and no pass: measure ${missingText(j)} first.`;
    case 'stop':
      return `Stop. ${WHOM}`;
  }
}

/** What is to be measured, by name. */
function missingText({ missing, same }: Judgement): string {
  const edges = (missing?.edges ?? []).map((i) => `the edge distance in ${sheetName(same.stack.layers[i]?.part, i)}`);
  return listed([...edges, ...(missing?.pitch ? ['the distance to the nearest neighbour'] : [])]);
}

function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** What speaks against one size, sentence by sentence. */
export function objectionSentence(o: Objection, trial: Trial, units: Units): string {
  const L = (key: string) => showLength(o.data[key] ?? 0, units);
  switch (o.code) {
    case 'over-hole-max':
      return `The hole ${L('hole')} is over hole max ${L('limit')} of ${trial.plan.rivet.callout}.`;
    case 'not-cleaned-up':
      return `The hole for ${trial.plan.rivet.callout}, ${L('limit')}, does not clean up ${L('hole')}.`;
    case 'plan-stops':
      return o.finding ? findingMessage(o.finding, units, trial.stack.layers) : '';
    case 'no-next-size':
      return 'There is no larger rivet in the tables.';
  }
}
