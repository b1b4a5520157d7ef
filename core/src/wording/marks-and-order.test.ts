import { describe, expect, it } from 'vitest';
import { MARK_KINDS } from '../record/marks';
import { STEP_KINDS } from '../record/steps';
import type { Piece } from '../operations/pieces';
import { mm } from '../units/length';
import { markText } from './marks';
import {
  deadEndSentence,
  handlingSentence,
  operationVerb,
  orderCostWords,
  orderKnownSentence,
  precedenceReason,
  shutOffSentence,
  orderWaitSentence,
  wayOutSentences,
} from './sequence';
import { ASSEMBLY_MARKS } from '../record/marks';

const holes = (n: number) => Array.from({ length: n }, (_, i) => `h${i}`);

describe('marks in a few words', () => {
  it.each([
    [{ kind: 'drilled', holeIds: holes(12), payload: {} }, '12 holes drilled'],
    [{ kind: 'drilled', holeIds: holes(1), payload: {} }, '1 hole drilled'],
    [{ kind: 'primed', holeIds: [], payload: { partIds: ['a', 'b'] } }, '2 parts primed'],
    [{ kind: 'depth-read', holeIds: holes(1), payload: {} }, 'a depth reading'],
  ] as const)('%j', (mark, text) => expect(markText(mark)).toBe(text));
  it('every kind has some, without an identifier in it', () => {
    for (const kind of MARK_KINDS) expect(markText({ kind, holeIds: holes(2), payload: {} })).not.toMatch(/undefined|NaN|0 /);
  });
});

describe('the order in words', () => {
  it('every two steps have a reason, and every operation a verb', () => {
    for (const a of STEP_KINDS) for (const b of STEP_KINDS) expect(precedenceReason('order-of-work', a, b).length).toBeGreaterThan(10);
    for (const kind of [...STEP_KINDS, ...ASSEMBLY_MARKS]) expect(operationVerb(kind)).toMatch(/^[a-z]/);
  });
  it('between two steps the trade’s own reason, else the reason of the precedence', () => {
    expect(precedenceReason('order-of-work', 'drilled', 'dimpled')).toBe('the die’s pilot fits the final hole');
    expect(precedenceReason('shuts-off', 'set', 'close')).toBe('after it nothing you own gets at the row any more');
  });
  it('a dead end names row, step and what was possible until then', () => {
    const end = { rowId: 'r', setId: 's', closedBy: 'c', lost: ['gun', 'back'] as const };
    expect(deadEndSentence(end, 'Inner', 'close up: top', 14)).toBe(
      'Inner is not set when “close up: top” (step 14) shuts it off. Until then gun and bar, back-riveting would do; after it nothing you own.',
    );
    expect(deadEndSentence(end, 'Inner', 'close up: top', null)).toContain('(done already)');
    expect(deadEndSentence({ ...end, closedBy: null }, 'Inner', '', null)).toBe('Inner: nothing you own sets it, from the start.');
  });
  it('what a way out costs, each figure only where it differs', () => {
    const way = {
      kind: 'blind',
      order: [],
      setupChanges: 6,
      turnings: 9,
      minutes: 40,
      deadEnds: [],
      row: null,
      tools: [],
      verdict: null,
      hole: null,
    } as const;
    const was = { setupChanges: 5, turnings: 9, minutes: 40 };
    expect(wayOutSentences(way, was, 'in')[0]).toBe('1 more change of set-up (6).');
    expect(wayOutSentences(way, was, 'in').join(' ')).toContain('ask the kit maker');
    expect(wayOutSentences({ ...way, kind: 'earlier' }, { ...was, setupChanges: 6 }, 'in')).toEqual(['No more changes of set-up (6).']);
    expect(wayOutSentences({ ...way, kind: 'earlier', turnings: 10 }, was, 'in')).toContain('1 more turning of parts (10).');
    expect(wayOutSentences({ ...way, kind: 'earlier', turnings: 6 }, was, 'in')).toContain('3 fewer turnings of parts (6).');
    const more = {
      ...way,
      minutes: 65,
      hole: { before: mm(2.4892), after: mm(2.77876) },
      verdict: { before: 'ok', after: 'stop' },
    } as const;
    const said = wayOutSentences(more, was, 'in').join(' ');
    expect(said).toContain('Some 25 minutes more.');
    expect(said).toContain('Its holes are .1094 in instead of .098 in.');
    expect(said).toContain('goes from ok to stop');
  });
  it('what comes to hand for the next operation', () => {
    const say = (before: Piece[], next: Piece[]) => handlingSentence(before, next, (id) => `part ${id}`);
    const a = { id: 'a', up: 0 } as const;
    expect(say([], [a])).toBe('Take up part a.');
    expect(say([a], [a])).toBeNull();
    expect(
      say(
        [a],
        [
          { ...a, up: 1 },
          { id: 'b', up: null },
        ],
      ),
    ).toBe('Take up part b. Turn over part a.');
    expect(say([{ id: 'whole', up: 0 }], [{ id: 'whole', up: 1 }])).toBe('Turn over the work put together.');
    expect(say([], [{ id: 'whole/floor', up: 1 }])).toBe('Take up floor.');
  });
  it('what an order costs, and what is known of it', () => {
    expect(orderCostWords({ setupChanges: 1, turnings: 1 })).toBe('1 change of set-up, 1 turning of parts');
    const cost = { setupChanges: 8, turnings: 20 };
    expect(orderKnownSentence(cost, { lowerBound: 8, optimal: true, turningsAtLeast: 20 })).toBe(
      '8 changes of set-up: no order has fewer. 20 turnings of parts: no such order has fewer.',
    );
    expect(orderKnownSentence(cost, { lowerBound: 6, optimal: false, turningsAtLeast: 12 })).toBe(
      '8 changes of set-up: at least 6 whatever the order. 20 turnings of parts: at least 12 with so few changes.',
    );
  });
  it('what was told, with the room that is left', () => {
    const fact = { by: { kind: 'row', id: 'x' }, side: 'shop' } as const;
    expect(shutOffSentence(fact, 'Keel', 'in')).toBe('Reached from the shop side until Keel is set.');
    expect(shutOffSentence({ ...fact, room: { mm: 25.4, text: '1', units: 'in' }, isBentOpen: true }, 'Keel', 'in')).toBe(
      'Reached from the shop side until Keel is set; 1.000 in of room is left then. A flange is bent open for it.',
    );
    expect(orderWaitSentence('waits-for-part', 'fit-up', 'fit up: hinge')).toBe('fit up: hinge, the part that comes later');
  });
});
