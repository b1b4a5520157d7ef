import type { Decision } from '../work/open-decisions';
import { FINDING_CATALOGUE } from './findings';
import { STANDING_CATALOGUE } from './standing';

/** One decision in a sentence: `Keel, holes 1-2: the no-go end goes in.` `holes`: numbers and how many; null: none are named. */
export function decisionSentence(d: Decision, holes: { readonly range: string; readonly count: number } | null): string {
  if (d.kind === 'part-missing') return `${d.name} is ${d.state === 'ordered' ? 'on order' : 'missing'}.`;
  if (d.kind === 'one-hole') {
    const { length } = d.meet.pairs;
    const which = length === 1 ? 'a hole' : `${length} holes`;
    return `${d.titles.join(' and ')}: ${which} of one ${length === 1 ? 'lies' : 'lie'} on ${which} of the other in ${d.part}. One and the same, or two?`;
  }
  if (d.kind === 'headed-both-ways')
    return `${d.title} goes through ${d.parts.join(', then ')}; ${d.others.join(', ')} the other way round. What was marked there kept no face. Do ${d.others.length === 1 ? 'its' : 'their'} heads go in from the other side, or do the sheets lie the other way round?`;
  const where = `${d.row.title}${holes ? `, ${holes.count === 1 ? 'hole' : 'holes'} ${holes.range}` : ''}`;
  switch (d.kind) {
    case 'work-stop':
      return `${where}: ${lower(STANDING_CATALOGUE[d.gathered.finding.code].title)}.`;
    case 'plan-stop':
      return `${where}: ${lower(FINDING_CATALOGUE[d.finding.code].title)}.`;
    case 'recall':
      return `${where}: recheck, a tool or lot used here was found faulty.`;
    case 'look-due':
      return `${where}: inspect before you go on.`;
  }
}

const lower = (text: string) => `${text[0]?.toLowerCase() ?? ''}${text.slice(1)}`;
