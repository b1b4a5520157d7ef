import type { StandingCode, StandingFinding } from '../done/findings';
import type { OpenStep } from '../done/compare';
import { drillOfDiameter } from '../tables/drills';
import type { Units } from '../units/length';
import { showLength } from '../units/show';
import type { Mm } from '../units/length';
import type { FindingEntry } from './findings';
import { dashName, OPERATION_WORDS } from './setups';
import { sheetName } from './words';

const ADD_UP = 'Each may pass alone. Show them together to the kit maker or the inspector before more are set.';

/** What a finding between plan and work is called, when it is raised, and what to do about it. */
export const STANDING_CATALOGUE: Readonly<Record<StandingCode, FindingEntry>> = {
  'drilled-elsewhere': {
    title: 'Drilled elsewhere than planned',
    when: 'a hole lies off its wanted place by up to half a diameter (caution) or more (stop)',
    advice: 'Stop. Both places are shown: is the plan right, or the hole? Edge and pitch count from the hole as it is.',
  },
  'hole-larger-than-planned': {
    title: 'Hole larger than planned',
    when: 'drilled more than .001 in larger than wanted: caution within hole max of the fastener, stop over it',
    advice: 'Measure it. Over hole max only the next size or the kit maker helps.',
  },
  'through-a-filling': {
    title: 'Through a filling',
    when: 'the row asks for a hole where one was filled or closed on this piece',
    advice: 'Stop. Move the hole, replace the part, or ask the kit maker.',
  },
  'opened-after-dimpling': {
    title: 'Opened after dimpling',
    when: 'the hole was drilled or reamed larger after its dimple was made',
    advice: 'Look for cracks at the edge of the hole, and that the head still sits.',
  },
  'prepared-otherwise': {
    title: 'Prepared otherwise than planned',
    when: 'a dimple where a countersink is wanted or the other way, either where the sheet is wanted plain, or from another face',
    advice: 'Stop. Keep what is there as the plans’ call-out, or ask the kit maker.',
  },
  'prepared-larger': {
    title: 'Dimpled for a larger rivet',
    when: 'the die was larger than the one wanted now',
    advice: 'Stop. A smaller head sinks in. Keep the larger rivet, or ask the kit maker.',
  },
  'dimpled-twice': {
    title: 'Dimpled a second time',
    when: 'the dimple there was made with a smaller die than the one wanted now',
    advice: 'Open the hole first, dimple again, and look for cracks under the glass.',
  },
  'dimpled-both-ways': {
    title: 'Dimpled both ways',
    when: 'a sheet was dimpled from one face and then from the other',
    advice: 'Stop. The metal is work-hardened and cracks. Replace the part, or ask the kit maker.',
  },
  flattened: {
    title: 'Dimple pressed flat again',
    when: 'a dimple was found hammered or pressed flat',
    advice: 'Stop. The metal is work-hardened and cracks. Replace the part, or ask the kit maker.',
  },
  'other-angle': {
    title: 'Cone of another angle',
    when: 'the cutter or the dies were of another angle than the head or dimple that comes down there, by more than 1 degree',
    advice: 'Stop. The head does not sit. Ask the kit maker.',
  },
  'cut-deeper-than-planned': {
    title: 'Countersunk wider than planned',
    when: 'the cut is wider at the surface than wanted, by more than .002 in (caution) or .005 in (stop) of the cutter’s travel',
    advice: 'The head sits low, or the dimple above has nothing under it. Ask before it is set.',
  },
  cracked: {
    title: 'Cracked',
    when: 'a crack was found at a hole or dimple',
    advice: 'Stop. Replace the part, or ask the kit maker for a repair.',
  },
  'set-twice': {
    title: 'Set twice',
    when: 'a fastener was set where one was in already, with none taken out between',
    advice: 'Stop. Which is true: the first one never went in, or taking it out was not written down?',
  },
  'set-otherwise': {
    title: 'Another fastener is in than planned',
    when: 'its diameter, head, alloy or kind is not the one wanted now',
    advice: 'Stop. Keep what was set as the plans’ call-out, or take it out.',
  },
  'set-other-length': {
    title: 'Another length is in than planned',
    when: 'the same fastener in another length',
    advice: 'Measure the driven head: it decides.',
  },
  'shut-under-rivet': {
    title: 'Shut in under a rivet',
    when: 'a rivet is in, and what is recorded under it is not what is wanted now',
    advice: 'Stop. What is open cannot be done while the rivet is in: take it out, or keep what is there as the plans’ call-out.',
  },
  'not-recorded': {
    title: 'Never recorded before the rivet went in',
    when: 'a rivet is in, and a step before it was never marked',
    advice: 'Was it done? Write it up with its day, or say that it was not.',
  },
  'head-refused': {
    title: 'Rejected',
    when: 'the rivet that is in was inspected and is to come out, or was asked about',
    advice: 'Take it out, or write down the answer.',
  },
  'deviation-stop': {
    title: 'Deviation: stop',
    when: 'a measured deviation does not pass',
    advice: 'Stop. Ask the kit maker, then write the answer down here.',
  },
  'measure-first': {
    title: 'Measure first',
    when: 'a deviation that cannot be judged until its edge or neighbor is measured',
    advice: 'Measure what is missing before anything more is done to this hole.',
  },
  'deviations-add-up': {
    title: 'Many rivets a size up',
    when: 'two rivets a size up side by side, or more than a tenth of a row',
    advice: ADD_UP,
  },
  'no-go': {
    title: 'The no-go end goes in',
    when: 'a hole was gauged and let the no-go end in',
    advice: 'Measure it and write the deviation up before a rivet goes in: it decides whether the next size serves.',
  },
  'look-again': {
    title: 'To be looked at again',
    when: 'what a hole was made or judged with was found bad since, and not proved good before it',
    advice: 'Look at it again, then tick it under the tool’s finding. What is wrong is a deviation.',
  },
  'record-changed': {
    title: 'The record before it changed',
    when: 'a mark kept the hole or the fastener it found, and something written up or taken back since says it was another one',
    advice: 'Both are shown. Which is true? Take back the wrong mark, or write down the answer.',
  },
};

/** What a finding is called; one of a later release by its code. */
export const findingTitle = (code: string): string =>
  Object.hasOwn(STANDING_CATALOGUE, code) ? STANDING_CATALOGUE[code as StandingCode].title : code;

/** A hole as a builder names it: by its drill where it is one. */
export function holeName(length: number, units: Units): string {
  const drill = drillOfDiameter(length as Mm);
  return drill ? `${drill}, ${showLength(length as Mm, units)}` : showLength(length as Mm, units);
}

const THERE_WORDS: Readonly<Record<string, string>> = {
  dimple: 'dimpled',
  countersink: 'countersunk',
  none: 'plain',
  'other-face': 'prepared from the other face',
  'other-angle': 'dimpled at another angle',
};

/** One sentence with the numbers. `parts` names the layers. */
export function standingMessage(f: StandingFinding, units: Units, parts: readonly { part: string }[]): string {
  const L = (key: string) => showLength(f.data[key] as Mm, units);
  const sheet = f.layer === undefined ? '' : sheetName(parts[f.layer]?.part, f.layer);
  switch (f.code) {
    case 'drilled-elsewhere':
      return `Drilled ${L('off')} from where it is planned.`;
    case 'hole-larger-than-planned':
      return `The hole is ${L('hole')}, planned ${L('wanted')} (hole max ${L('limit')}).`;
    case 'prepared-otherwise':
      return `${sheet}: ${THERE_WORDS[f.data.there as string]}, planned ${THERE_WORDS[f.data.wanted as string]}.`;
    case 'through-a-filling':
      return `${sheet}: a hole was filled here.`;
    case 'opened-after-dimpling':
      return `${sheet}: opened after it was dimpled.`;
    case 'dimpled-both-ways':
      return `${sheet}: dimpled from both faces.`;
    case 'other-angle':
      return `${sheet}: ${f.data.what === 'dimple' ? 'dimpled' : 'cut'} at ${f.data.made} degrees, planned ${f.data.wanted}${Number(f.data.proud) > 0 ? `; the head stands ${L('proud')} proud` : ''}.`;
    case 'flattened':
      return `${sheet}: a dimple was pressed flat.`;
    case 'record-changed':
      return changedSentence(f, units, sheet);
    case 'cracked':
      return `${sheet}: a crack was found.`;
    case 'set-twice':
      return 'Set again, and nothing was taken out between.';
    case 'head-refused':
      return 'The rivet that is in was rejected.';
    case 'deviation-stop':
      return 'A deviation here does not pass.';
    case 'measure-first':
      return 'A deviation here is not judged yet: measure first.';
    case 'dimpled-twice':
      if (f.data.twice === 'yes')
        return `${sheet}: dimpled a second time with other dies; the largest were ${dashName(f.data.made as number, units)}.`;
      return `${sheet}: dimpled with ${dashName(f.data.made as number, units)} dies, planned ${dashName(f.data.wanted as number, units)}.`;
    case 'prepared-larger':
      return `${sheet}: dimpled with ${dashName(f.data.made as number, units)} dies, planned ${dashName(f.data.wanted as number, units)}.`;
    case 'cut-deeper-than-planned':
      return `${sheet}: cut ${L('off')} of travel wider than planned.`;
    case 'set-otherwise':
      return `${f.data.there} is in, planned ${f.data.wanted}.`;
    case 'set-other-length':
      return `${f.data.there} is in, planned ${f.data.wanted}; this length ${f.data.works === 'yes' ? 'works, too' : 'does not make an acceptable head'}.`;
    case 'shut-under-rivet':
      return 'A rivet is in, and what is under it is not what is planned now.';
    case 'deviations-add-up':
      return `${f.data.count} of ${f.data.holes} rivets of the row are a size up${f.data.beside === 'yes' ? ', some of them side by side' : ''}.`;
    case 'no-go':
      return 'The no-go end of the gauge went in: the hole is too large for its rivet.';
    case 'look-again':
      return `Made or judged with ${f.data.thing}, of which was found: ${f.data.note || 'not said'}.`;
    case 'not-recorded':
      return `It is closed, but never recorded: ${String(f.data.steps)
        .split(', ')
        .map((k) => OPERATION_WORDS[k as keyof typeof OPERATION_WORDS].done)
        .join(', ')}.`;
  }
}

const READ_BY: Readonly<Record<string, string>> = { countersunk: 'Countersunk', set: 'Set', removed: 'Taken out', looked: 'Looked at' };

/** What a mark found then, and what the record says now of that time: `skin: countersunk in a hole of #40; by the record it was #30.` */
function changedSentence({ data }: StandingFinding, units: Units, sheet: string): string {
  const named = (value: number | string | undefined): string =>
    typeof value === 'number' ? holeName(value, units) : value === '' || value === undefined ? 'no fastener' : value;
  const what = READ_BY[data.by as string] ?? '';
  const verb = sheet ? `${sheet}: ${what.toLowerCase()}` : what;
  return `${verb} ${typeof data.kept === 'number' ? 'in a hole of ' : ''}${data.by === 'removed' || data.by === 'looked' ? 'as ' : ''}${named(data.kept)}; by the record it was ${named(data.now)} then.`;
}

/** Said before a finish is cut through: `rib has its finish on. The work still open here cuts through it.` */
export function finishAheadSentence(parts: readonly string[]): string {
  return `${parts.join(', ')} ${parts.length === 1 ? 'has its' : 'have their'} finish on. The work still open here cuts through it. Touch up these holes afterward.`;
}

/** Holes a press passed over: `Holes 1-2 left out: stop.` */
export function leftOutSentence(range: string, count: number): string {
  return `${count === 1 ? 'Hole' : 'Holes'} ${range} left out: stop.`;
}

/** Asked where every hole somebody chose has an open stop. */
export function stoppedQuestion(range: string, count: number): string {
  return `${count === 1 ? `Hole ${range} has` : `Holes ${range} have`} an open stop. Settle it first, or record what was really done.`;
}

/** What is open at a hole, as an order: `open to .1285 in again`. */
export function openSentence({ step, because, deeperMm, toMm }: OpenStep, units: Units): string {
  const { verb } = OPERATION_WORDS[step.kind];
  switch (because) {
    case 'enlarge':
      return toMm === undefined ? 'open to size' : `open to ${holeName(toMm, units)}`;
    case 'after-enlarging':
      return `${verb} again once it is opened`;
    case 'sheet-new':
      return `${verb} the sheet that is new`;
    case 'gave-way':
      return `${verb} the sheet that gave way`;
    case 'dimple-again':
      return 'dimple again with the larger dies';
    case 'cut-deeper':
      return `countersink ${showLength((deeperMm ?? 0) as Mm, units)} deeper`;
    case 'never':
      return verb;
  }
}
