import type { PrecedenceReason } from '../sequence/operations';
import type { OperationState } from '../sequence/progress';
import type { AssemblyWorkKind, OperationKind } from '../tables/minutes';
import type { StepKind } from '../record/steps';
import { orderReason } from './order';
import { OPERATION_WORDS } from './setups';

const WORK_WORDS: Readonly<Record<AssemblyWorkKind, string>> = {
  'fit-up': 'fit up',
  'take-apart': 'take apart',
  mask: 'mask what stays bare',
  reassemble: 'put together for riveting',
  seal: 'seal',
  'bend-open': 'bend the flange open',
  'bend-back': 'bend the flange back, check its angle',
  close: 'close up with',
};

/** What an operation is called. */
export function operationVerb(kind: OperationKind): string {
  return kind in WORK_WORDS ? WORK_WORDS[kind as AssemblyWorkKind] : OPERATION_WORDS[kind as keyof typeof OPERATION_WORDS].verb;
}

/** Why one operation waits for another, where it is not two steps of the work. */
const PRECEDENCE_WORDS: Readonly<Record<Exclude<PrecedenceReason, 'order-of-work' | 'machining-before-finish'>, string>> = {
  'first-face-first': 'the second face is cut after the first, in the jig',
  'together-before-drilling': 'parts are drilled together, so that the holes match',
  'apart-after-drilling': 'parts come apart between drilling and deburring',
  'together-before-riveting': 'everything inside is prepared before the parts meet again',
  'mask-before-primer': 'zones to be bonded stay bare',
  'seal-before-riveting': 'sealant is wet when the rivets go in',
  'close-before-riveting': 'the part is in its place before its rows are set',
  'sub-assembly-first': 'the sub-assembly is finished by itself before it joins the rest',
  'waits-for-part': 'the row stays empty until that part is there',
  'bent-open': 'the flange is bent open for this row, and back before it is looked at',
  'shuts-off': 'after it nothing you own gets at the row any more',
  'hides-heads': 'after it the driven heads are seen no more',
};

/** Why `earlier` comes before `later`; between steps the trade's own reason. */
export function precedenceReason(because: PrecedenceReason, earlier: OperationKind, later: OperationKind): string {
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
