import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import type { Entity } from './definitions';
import type { Mark } from './marks';
import { pageFlags, pageQuestions } from './page-flags';

const at = (day: number) => `2026-11-${String(day).padStart(2, '0')}T10:00:00.000Z`;
const page = (revisions: [string, number][]): Entity<'page'> => ({
  kind: 'page',
  id: 'pg',
  version: 1,
  definition: {
    v: 1,
    kitId: 'k',
    name: 'FL-07',
    revisions: revisions.map(([revision, day]) => ({ revision, cameAt: at(day), note: `rev ${revision}` })),
  },
});
const ROWS = [
  { id: 'keel', definition: { page: 'FL-07, FL-08' } },
  { id: 'chine', definition: { page: 'FL-08' } },
];
const done = mark('d', { rowId: 'keel', holeIds: ['a', 'b'], doneAt: at(3) });
const said = (id: string, answer: 'unchanged' | 'edited' | 'asked', revision = 'B', day = 6) =>
  mark(id, {
    kind: 'page-answer',
    rowId: 'keel',
    doneAt: at(day),
    payload: { page: { pageId: 'pg', revision, answer }, note: answer === 'asked' ? 'Which rivet?' : '' },
  });
const answered = mark('x', { kind: 'question-answer', rowId: 'keel', doneAt: at(8), payload: { because: 'q', note: 'Dash 4.' } });
const undo = (target: string) => mark(`u ${target}`, { kind: 'undo', rowId: 'keel', doneAt: at(9), payload: { undoes: target } });
const B = page([['A', 1], ['B', 5]]); // prettier-ignore

describe('rows under a revised page', () => {
  it('are flagged with what was done to the old one, until somebody says', () => {
    expect(pageFlags([B], ROWS, [done])).toEqual([
      { rowId: 'keel', pageId: 'pg', page: 'FL-07', revision: 'B', cameAt: at(5), note: 'rev B', doneBefore: 2, asked: null },
    ]);
  });
  it.each<[string, Mark[], string]>([
    ['unchanged', [said('u1', 'unchanged')], 'settled'],
    ['edited', [said('e', 'edited')], 'settled'],
    ['asked: the question keeps it open', [said('q', 'asked')], 'asked'],
    ['asked and answered', [said('q', 'asked'), answered], 'settled'],
    ['said of the revision before', [said('o', 'unchanged', 'A', 2)], 'open'],
    ['said, and taken back', [said('u1', 'unchanged'), undo('u1')], 'open'],
    ['answered, and the answer taken back', [said('q', 'asked'), answered, undo('x')], 'asked'],
    ['asked, and settled later', [said('q', 'asked'), said('e', 'edited', 'B', 7)], 'settled'],
  ])('%s', (_, marks, state) => {
    const [flag] = pageFlags([B], ROWS, [done, ...marks]);
    expect(flag === undefined ? 'settled' : flag.asked ? 'asked' : 'open').toBe(state);
  });
  it('a newer revision flags them again', () => {
    const C = page([['A', 1], ['B', 5], ['C', 9]]); // prettier-ignore
    expect(pageFlags([C], ROWS, [said('e', 'edited')]).map((f) => f.revision)).toEqual(['C']);
  });
  it('questions are a list of their own', () => {
    expect(pageQuestions([said('q', 'asked')])).toMatchObject([{ question: 'Which rivet?', answer: null }]);
    expect(pageQuestions([said('q', 'asked'), answered])).toMatchObject([{ answer: { on: at(8), text: 'Dash 4.' } }]);
  });
});
