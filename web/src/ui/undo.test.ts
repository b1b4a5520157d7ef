import { describe, expect, it } from 'vitest';
import { mark } from '../../../core/test/build';
import type { ChangeView } from '../api/queries';
import { changeText, nextUndo } from './undo';

const at = (minute: number) => `2026-11-20T10:${String(minute).padStart(2, '0')}:00.000Z`;
const change = (id: string, minute: number, more: Partial<ChangeView> = {}): ChangeView => ({
  seq: minute,
  id,
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
  it('the newer of this device’s last mark and last change', () => {
    expect(nextUndo([own('m', 5)], [change('c', 4)], 'mine')).toMatchObject({ kind: 'mark', label: '2 holes drilled' });
    expect(nextUndo([own('m', 3)], [change('c', 4)], 'mine')).toMatchObject({ kind: 'change', id: 'c', label: '1 row changed' });
  });
  it('nothing of another device, and nothing where there is nothing', () => {
    expect(nextUndo([mark('m', { device: 'other' })], [change('c', 4, { device: 'other' })], 'mine')).toBeNull();
    expect(nextUndo([], [], 'mine')).toBeNull();
  });
  it('not what was taken back already, nor a taking back itself', () => {
    const undone = [change('u', 6, { undoes: 'b' }), change('b', 5), change('a', 4)];
    expect(nextUndo([], undone, 'mine')).toMatchObject({ id: 'a' });
    const marks = [own('m1', 1, { holeIds: ['h'] }), own('m2', 2), own('u', 3, { kind: 'undo', payload: { undoes: 'm2' } })];
    expect(nextUndo(marks, [], 'mine')).toMatchObject({ mark: { id: 'm1' }, label: '1 hole drilled' });
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
