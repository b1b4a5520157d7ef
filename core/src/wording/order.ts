import type { StepKind } from '../record/steps';
import { OPERATION_WORDS } from './setups';

/** Why one kind of work comes before another, where the trade has a reason of its own. */
const REASONS: Partial<Readonly<Record<StepKind, Partial<Readonly<Record<StepKind | 'squared', string>>>>>> = {
  drilled: {
    squared: 'the angle is checked when every other hole is drilled',
    deburred: 'opening the hole afterwards raises a new burr',
    dimpled: 'the die’s pilot fits the final hole',
    countersunk: 'the cutter’s pilot fits the final hole',
    set: 'the rivet fits the final hole only',
  },
  piloted: { dimpled: 'the pilot of its dies fits that hole' },
  deburred: {
    dimpled: 'a burr starts a crack in the dimple',
    countersunk: 'a burr lifts the cage off the sheet',
    set: 'burrs hold the sheets apart',
  },
  creased: {
    dimpled: 'this project creases before dimpling',
    countersunk: 'this project creases before dimpling',
    cleaned: 'the rollers leave their marks before the part is clean',
    set: 'once the skin is closed it cannot be creased',
  },
  scuffed: {
    dimpled: 'dimples shred the abrasive pad',
    countersunk: 'the pad rounds a countersink’s edge',
    cleaned: 'the pad’s dust comes off with the cleaning',
    primed: 'primer holds on a scuffed sheet',
  },
  cleaned: { primed: 'primer holds on a clean sheet only' },
  dimpled: {
    drilled: 'the pilot of its dies would have play in the final hole, so it is dimpled first and then reamed through all sheets',
    deburred: 'reaming after the dimple raises the last burr',
    set: 'the head would stand proud',
    creased: 'a creased edge goes wavy under the dies',
    scuffed: 'this project scuffs after dimpling',
  },
  countersunk: {
    set: 'the head would stand proud',
    creased: 'the crease is rolled between finished holes',
    scuffed: 'this project scuffs after dimpling',
  },
  set: { inspected: 'there is no rivet to look at yet' },
};

/** Why `earlier` comes before `later`. */
export function orderReason(earlier: StepKind, later: StepKind | 'squared'): string {
  const own = REASONS[earlier]?.[later];
  if (own) return own;
  if (later === 'primed' || later === 'cleaned') return 'everything that needs a drill or a machine comes before the finish';
  if (later === 'set' && (earlier === 'primed' || earlier === 'cleaned')) return 'what the joint covers stays as it is';
  return 'the order of the work puts it first';
}

/** What is not done yet and why it comes first, as one sentence. */
export function earlySentence(missing: readonly StepKind[], later: StepKind | 'squared'): string {
  return missing.map((m) => `Not ${OPERATION_WORDS[m].done} yet: ${orderReason(m, later)}.`).join(' ');
}
