import { describe, expect, it } from 'vitest';
import { STEP_KINDS, type StepKind } from '../record/steps';
import { earlySentence, orderReason } from './order';

describe('why one kind of work comes before another', () => {
  it.each<[StepKind, StepKind | 'squared', string]>([
    ['drilled', 'squared', 'the angle is checked when every other hole is drilled'],
    ['drilled', 'deburred', 'opening the hole afterwards raises a new burr'],
    ['drilled', 'dimpled', 'the die’s pilot fits the final hole'],
    ['drilled', 'countersunk', 'the cutter’s pilot fits the final hole'],
    ['deburred', 'dimpled', 'a burr starts a crack in the dimple'],
    ['deburred', 'countersunk', 'a burr lifts the cage off the sheet'],
    ['dimpled', 'creased', 'a creased edge goes wavy under the dies'],
    ['creased', 'dimpled', 'this project creases before dimpling'],
    ['scuffed', 'dimpled', 'dimples shred the abrasive pad'],
    ['scuffed', 'primed', 'primer holds on a scuffed sheet'],
    ['scuffed', 'cleaned', 'the pad’s dust comes off with the cleaning'],
    ['cleaned', 'primed', 'primer holds on a clean sheet only'],
    ['dimpled', 'primed', 'everything that needs a drill or a machine comes before the finish'],
    ['countersunk', 'cleaned', 'everything that needs a drill or a machine comes before the finish'],
    ['primed', 'set', 'what the joint covers stays as it is'],
    ['dimpled', 'set', 'the head would stand proud'],
    ['set', 'inspected', 'there is no rivet to look at yet'],
    ['laid-out', 'piloted', 'the order of the work puts it first'],
  ])('%s before %s', (earlier, later, reason) => expect(orderReason(earlier, later)).toBe(reason));
  it('a finish is never said to be machining', () => {
    for (const finish of ['scuffed', 'cleaned'] as const)
      for (const later of ['cleaned', 'primed'] as const) if (finish !== later) expect(orderReason(finish, later)).not.toContain('drill');
  });
  it('every two kinds have a reason that can follow a colon', () => {
    for (const earlier of STEP_KINDS) for (const later of STEP_KINDS) expect(orderReason(earlier, later)).toMatch(/^[a-z][^.:]+$/);
  });
});

describe('what is early', () => {
  it('names each thing that is missing, with its reason', () => {
    expect(earlySentence(['drilled', 'deburred'], 'dimpled')).toBe(
      'Not drilled yet: the die’s pilot fits the final hole. Not deburred yet: a burr starts a crack in the dimple.',
    );
  });
  it('nothing missing is nothing said', () => expect(earlySentence([], 'set')).toBe(''));
});
