import type { ChangeView } from '#contract/answers';
import { describe, expect, it } from 'vitest';
import { mark } from '../../../core/test/build';
import type { Mark } from '#core/record/marks';
import { changeText, deedsOf, nextRedo, nextUndo } from './undo';

const at = (minute: number) => `2026-11-20T10:${String(minute).padStart(2, '0')}:00.000Z`;
const change = (id: string, minute: number, more: Partial<ChangeView> = {}): ChangeView => ({
  seq: minute,
  id,
  kitId: 'k',
  person: 'p',
  device: 'mine',
  recordedAt: at(minute),
  reason: '',
  undoes: null,
  edits: [{ kind: 'row', id: 'r', version: 2, before: {} as never, after: {} as never }],
  ...more,
});
const own = (id: string, minute: number, more = {}) => mark(id, { device: 'mine', recordedAt: at(minute), holeIds: ['h1', 'h2'], ...more });

describe('what undo takes back next', () => {
  const next = (marks: Mark[], changes: ChangeView[], failed?: ReadonlyMap<string, string>) =>
    nextUndo(
      deedsOf(marks, changes, 'mine', (id) => (id === 'r' ? 'Keel' : undefined)),
      failed,
    );
  it('the newer of this device’s last mark and last change, with its place', () => {
    expect(next([own('m', 5)], [change('c', 4)])).toMatchObject({ kind: 'mark', label: '2 holes drilled, Keel' });
    expect(next([own('m', 3)], [change('c', 4)])).toMatchObject({ kind: 'change', id: 'c', label: '1 row changed, Keel' });
  });
  it('nothing of another device, and nothing where there is nothing', () => {
    expect(next([mark('m', { device: 'other' })], [change('c', 4, { device: 'other' })])).toBeNull();
    expect(next([], [])).toBeNull();
  });
  it('not what was taken back already, nor a taking back itself', () => {
    const undone = [change('u', 6, { undoes: 'b' }), change('b', 5), change('a', 4)];
    expect(next([], undone)).toMatchObject({ id: 'a' });
    const marks = [own('m1', 1, { holeIds: ['h'] }), own('m2', 2), own('u', 3, { kind: 'undo', payload: { undoes: 'm2' } })];
    expect(next(marks, [])).toMatchObject({ id: 'm1' });
  });
  it('what one press marked is one step: both sides of a sheet, all parts of the table', () => {
    const sides = [own('a', 5, { kind: 'deburred', side: 'head' }), own('b', 5, { kind: 'deburred', side: 'shop' })];
    expect(next(sides, [])).toMatchObject({ label: '2 holes deburred, Keel', marks: [{ id: 'a' }, { id: 'b' }] });
    const parts = ['p', 'q', 's'].map((p) => own(p, 6, { kind: 'scuffed', rowId: 'a', holeIds: [], payload: { partIds: [p] } }));
    expect(next([...sides, ...parts], [])).toMatchObject({ label: '3 parts scuffed' });
    /* Two people, or two presses, are two. */
    expect(next([own('a', 5), own('b', 6)], [])?.marks).toHaveLength(1);
  });
  it('one that could not be taken back stands in nobody’s way', () => {
    const changes = [change('c', 6), change('b', 5), change('a', 4)];
    expect(next([], changes, new Map([['c', 'somebody else changed it']]))).toMatchObject({ id: 'b' });
  });
});

describe('what redo makes again', () => {
  const redo = (marks: Mark[], changes: ChangeView[]) => nextRedo(deedsOf(marks, changes, 'mine'));
  it('the one taken back last, by the record that took it back', () => {
    const changes = [change('ua', 8, { undoes: 'a' }), change('ub', 7, { undoes: 'b' }), change('b', 5), change('a', 4)];
    expect(redo([], changes)).toMatchObject({ id: 'a', takenBackBy: ['ua'] });
    /* Made again by taking the taking back back: the next one. */
    expect(redo([], [change('r', 9, { undoes: 'ua' }), ...changes])).toMatchObject({ id: 'b', takenBackBy: ['ub'] });
  });
  it('nothing once something new was done, and nothing where nothing was taken back', () => {
    const undone = [own('m', 1), own('u', 2, { kind: 'undo', payload: { undoes: 'm' } })];
    expect(redo(undone, [])).toMatchObject({ id: 'm', takenBackBy: ['u'] });
    expect(redo([...undone, own('n', 3)], [])).toBeNull();
    expect(redo([own('m', 1)], [])).toBeNull();
  });
});

describe('a change in a few words', () => {
  const edit = (kind: 'row' | 'part' | 'assembly', before: object | null, after: object | null) =>
    ({ kind, id: 'x', version: 1, before, after }) as never;
  it.each([
    [[edit('row', null, {})], '1 row made'],
    [[edit('part', null, {}), edit('part', null, {}), edit('row', null, {})], '2 parts made, 1 row made'],
    [[edit('row', {}, null), edit('row', {}, null)], '2 rows deleted'],
    [[edit('assembly', null, {}), edit('assembly', null, {})], '2 assemblies made'],
  ])('%#', (edits, text) => {
    expect(changeText(change('c', 1, { edits }))).toBe(text);
  });
  it('says that it takes something back', () => {
    expect(changeText(change('c', 1, { undoes: 'x' }))).toBe('taken back: 1 row changed');
  });
});
