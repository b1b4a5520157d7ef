import type { PrecedenceReason } from '../operations/operations';
import type { OrderCost } from '../order/order-cost';
import { WHOLE, type Piece } from '../operations/pieces';
import type { OperationState } from '../operations/progress';
import { handling } from '../order/turnings';
import type { DeadEnd } from '../access/shut-off';
import type { WantedTool, WayOut, WayOutKind } from '../access/ways-out';
import type { AsideReason } from '../access/what-if';
import type { Followed, SequenceDecision, SettingWay, ShutOff, ShutSide } from '../record/definitions';
import { showLength } from '../units/show';
import type { Units } from '../units/length';
import type { AssemblyWorkKind, OperationKind } from '../operations/minutes';
import type { StepKind } from '../record/steps';
import { orderReason } from './order';
import { dashName, OPERATION_WORDS } from './setups';

const WORK_WORDS: Readonly<Record<AssemblyWorkKind, string>> = {
  'fit-up': 'fit up',
  squared: 'check that it is square',
  'take-apart': 'take apart',
  mask: 'mask what stays bare',
  reassemble: 'put together for riveting',
  seal: 'seal',
  'bend-open': 'bend the flange open',
  'bend-back': 'bend the flange back, check its angle',
  join: 'put in its place',
  close: 'close up',
  job: 'job',
  arrive: 'wait for the part',
};

/** What an operation is called. */
export function operationVerb(kind: OperationKind): string {
  return kind in WORK_WORDS ? WORK_WORDS[kind as AssemblyWorkKind] : OPERATION_WORDS[kind as keyof typeof OPERATION_WORDS].verb;
}

/** Opening the holes that lock a row's angle: the same work as on the others, after the check. */
export const LOCK_VERB = 'drill the locking hole';

/** Why one operation waits for another, where it is not two steps of the work. */
const PRECEDENCE_WORDS: Readonly<
  Record<Exclude<PrecedenceReason, 'order-of-work' | 'machining-before-finish' | 'drilled-before-check'>, string>
> = {
  'first-face-first': 'the second face is cut after the first, in the jig',
  'square-before-lock': 'the last hole fixes the angle for good',
  'together-before-drilling': 'parts are drilled together, so that the holes match',
  'apart-after-drilling': 'parts come apart between drilling and deburring',
  'together-before-riveting': 'everything inside is prepared before the parts meet again',
  'mask-before-primer': 'zones to be bonded stay bare',
  'seal-before-riveting': 'sealant is wet when the rivets go in',
  'close-before-riveting': 'the part is in its place before its rows are set',
  'sub-assembly-first': 'the sub-assembly is finished by itself before it joins the rest',
  'waits-for-part': 'the row stays empty until that part is there',
  'not-here': 'the part is not here',
  'bent-open': 'the flange is bent open for this row, and back before it is looked at',
  'shuts-off': 'after it nothing you own gets at the row any more',
  'hides-heads': 'after it the driven heads are seen no more',
};

/** Why `earlier` comes before `later`; between steps the trade's own reason. */
export function precedenceReason(because: PrecedenceReason, earlier: OperationKind, later: OperationKind): string {
  if (because === 'drilled-before-check') return orderReason('drilled', 'squared');
  if (because !== 'order-of-work' && because !== 'machining-before-finish') return PRECEDENCE_WORDS[because];
  return earlier in WORK_WORDS || later in WORK_WORDS
    ? 'the order of the work puts it first'
    : orderReason(earlier as StepKind, later as StepKind);
}

export const STATE_WORDS: Readonly<Record<OperationState, string>> = {
  done: 'done',
  'under-way': 'under way',
  ready: 'ready',
  blocked: 'waits',
};

export const FOLLOWED_WORDS: Readonly<Record<Followed, string>> = {
  advice: 'the advice',
  plans: 'the plans',
  own: 'an order of your own',
};

/** Which order is followed and why, for the record. */
export function decisionSentence({ follows, reason }: SequenceDecision): string {
  return `The order of the work follows ${FOLLOWED_WORDS[follows]}${reason === '' ? '.' : `, because: ${reason}`}`;
}

const WAY_WORDS: Readonly<Record<SettingWay, string>> = {
  squeezer: 'a squeezer',
  gun: 'gun and bar',
  back: 'back-riveting',
  blind: 'a blind rivet',
};

/** Ways of setting, one after the other. */
export function wayList(ways: readonly SettingWay[]): string {
  return ways.map((w) => WAY_WORDS[w]).join(', ');
}

/** Where an order ends dead, as a sentence. `row`, `closing`: what they are called; `step`: its number in the order, from 1, where it has one. */
export function deadEndSentence({ closedBy, lost }: DeadEnd, row: string, closing: string, step: number | null): string {
  if (closedBy === null) return `${row}: nothing you own sets it, from the start.`;
  const at = step === null ? 'done already' : `step ${step}`;
  return `${row} is not set when “${closing}” (${at}) shuts it off. Until then ${wayList(lost)} would do; after it nothing you own.`;
}

export const WAY_OUT_WORDS: Readonly<Record<WayOutKind, string>> = {
  earlier: 'set it earlier',
  later: 'leave for later what shuts it off',
  blind: 'a blind rivet with its own hole',
  bend: 'bend the flange open for it',
  tool: 'another tool',
};

/** What stands against a way out or has to be minded, beside its numbers. */
const WAY_OUT_CAUTIONS: Partial<Readonly<Record<WayOutKind, string>>> = {
  blind: 'Another fastener than the plans’: ask the kit maker, and drill for it only then.',
  bend: 'Bending hardens and may crack the flange: only with the kit maker’s word, once, with a wide radius; look at the bend under the glass.',
};

const counted = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What comes to hand for an operation, after the one before it; null: nothing else. `nameOf`: of a part. */
export function handlingSentence(before: readonly Piece[], next: readonly Piece[], nameOf: (partId: string) => string): string | null {
  const name = ({ id }: Piece) => (id.startsWith(WHOLE) ? id.slice(WHOLE.length + 1) || 'the work put together' : nameOf(id));
  const named = (how: ReturnType<typeof handling>) => next.filter((p) => handling(p, before) === how).map(name);
  const [taken, turned] = [named('take-up'), named('turn-over')];
  const said = [
    ...(taken.length > 0 ? [`Take up ${taken.join(', ')}.`] : []),
    ...(turned.length > 0 ? [`Turn over ${turned.join(', ')}.`] : []),
  ];
  return said.length > 0 ? said.join(' ') : null;
}

/** What an order costs beside the work itself. */
export function orderCostWords({ setupChanges, turnings }: OrderCost): string {
  return `${setupChanges} ${setupChanges === 1 ? 'change' : 'changes'} of set-up, ${counted(turnings, 'turning')} of parts`;
}

/** What is known of an order that was looked for: whether any other changes set-ups less, or turns parts less with so few changes. */
export function orderKnownSentence(
  cost: OrderCost,
  known: { readonly lowerBound: number; readonly optimal: boolean; readonly turningsAtLeast: number },
): string {
  const setups = known.optimal ? 'no order has fewer' : `at least ${known.lowerBound} whatever the order`;
  const turns =
    known.turningsAtLeast === cost.turnings ? 'no such order has fewer' : `at least ${known.turningsAtLeast} with so few changes`;
  const changes = `${cost.setupChanges} ${cost.setupChanges === 1 ? 'change' : 'changes'} of set-up: ${setups}`;
  return `${changes}. ${counted(cost.turnings, 'turning')} of parts: ${turns}.`;
}

/** Sets that are wanting: `A 3/16 protruding set would do.` */
export function wantedSetsSentence({ dash, head }: Extract<WantedTool, { kind: 'sets' }>, units: Units): string {
  const size = dashName(dash, units);
  return `A ${size} ${head === 'flush-100' ? 'flush' : 'protruding'} set would do.`;
}

/** What a way out costs and brings, as sentences. */
export function wayOutSentences(way: WayOut, was: OrderCost & { readonly minutes: number }, units: Units): string[] {
  const more = way.setupChanges - was.setupChanges;
  const turnings = way.turnings - was.turnings;
  const minutes = Math.round(way.minutes - was.minutes);
  const { tools, hole, verdict } = way;
  return [
    more === 0
      ? `No more changes of set-up (${way.setupChanges}).`
      : `${Math.abs(more)} ${more > 0 ? 'more' : 'fewer'} ${Math.abs(more) === 1 ? 'change' : 'changes'} of set-up (${way.setupChanges}).`,
    ...(turnings === 0
      ? []
      : [`${counted(Math.abs(turnings), turnings > 0 ? 'more turning' : 'fewer turning')} of parts (${way.turnings}).`]),
    ...(minutes === 0 ? [] : [`Some ${Math.abs(minutes)} minutes ${minutes > 0 ? 'more' : 'less'}.`]),
    ...(hole && hole.before !== hole.after
      ? [`Its holes are ${showLength(hole.after, units)} instead of ${showLength(hole.before, units)}.`]
      : []),
    ...(verdict && verdict.before !== verdict.after ? [`The row’s verdict goes from ${verdict.before} to ${verdict.after}.`] : []),
    ...tools.map((tool) =>
      tool.kind === 'sets'
        ? wantedSetsSentence(tool, units)
        : `A squeezer whose nose is no higher than ${showLength(tool.noseHeightMost, units)}${tool.noseHalfWidthMost === null ? '' : `, no wider to either side than ${showLength(tool.noseHalfWidthMost, units)}`}${tool.throatLeast === null ? '' : `, with a throat from ${showLength(tool.throatLeast, units)}`}, opening at least ${showLength(tool.gapLeast, units)}.`,
    ),
    ...(WAY_OUT_CAUTIONS[way.kind] ? [WAY_OUT_CAUTIONS[way.kind] as string] : []),
  ];
}

export const ASIDE_WORDS: Readonly<Record<AsideReason, string>> = {
  held: 'held',
  part: 'its part is not touched',
  tool: 'its tool is not in the box',
  waits: 'waits for one of these',
};

export const SIDE_WORDS: Readonly<Record<ShutSide, string>> = {
  head: 'the head side',
  shop: 'the shop side',
  both: 'either side',
};

/** What was told of a row, as a sentence. `name`: of the row or part that shuts it. */
export function shutOffSentence(fact: ShutOff, name: string, units: Units): string {
  const when = fact.by.kind === 'row' ? `until ${name} is set` : `until the work is closed up with ${name}`;
  const left = fact.room ? `; ${showLength(fact.room.mm, units)} of room is left then` : '';
  return `Reached from ${SIDE_WORDS[fact.side]} ${when}${left}.${fact.isBentOpen ? ' A flange is bent open for it.' : ''}`;
}

/** What an item of the bench waits for beyond the steps of the work: marked work by its name, or a part that has to come. */
export function orderWaitSentence(because: PrecedenceReason, earlier: OperationKind, name: string, later: OperationKind = 'set'): string {
  if (because === 'not-here') return `${name.replace(/^wait for the part: /, '')}, which is not here`;
  return because === 'waits-for-part' ? `${name}, the part that comes later` : `${name} (${precedenceReason(because, earlier, later)})`;
}

/** Said before a rivet is set that shuts other rows off. */
export function shutsOffSentence(rows: readonly string[]): string {
  return `Once this is set, nothing you own gets at ${rows.join(', ')} any more.`;
}
