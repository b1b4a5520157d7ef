import { describe, expect, it } from 'vitest';
import { ids } from '../../test/build';
import { fullMarks, type ExampleIds } from '../../test/mark-examples';
import { MARK_ADDRESS, MARK_KINDS, markVersion, type Mark, type MarkKind } from '../record/marks';
import { MARK_SCHEMA, MARKS_MAX, MARKS_SCHEMA } from './mark-schemas';

const next = ids(40);
const [rowId, holeId, layerId, partId, other, person, device] = [next(), next(), next(), next(), next(), next(), next()];
const IDS: ExampleIds = { rowId, assemblyId: rowId, kitId: rowId, holeId, layerId, partId, person, device, other, newId: next };

function wellMade(kind: MarkKind): Mark {
  return fullMarks(IDS).find((m) => m.kind === kind && m.v === markVersion(kind)) as Mark;
}
const without = (payload: object, key: string) => Object.fromEntries(Object.entries(payload).filter(([k]) => k !== key));
/** What a kind has to say beside what it addresses. */
const NEEDED: readonly (readonly [MarkKind, string])[] = [
  ['undo', 'undoes'],
  ['deviation', 'deviation'],
  ['depth-read', 'reading'],
  ['gauge-read', 'reading'],
  ['rivet-check', 'rivet'],
  ['head-check', 'head'],
  ['sealant-mixed', 'workMinutes'],
  ['dimple-check', 'dimple'],
  ['angle-read', 'angle'],
  ['cage-set', 'setupKey'],
  ['cage-set', 'clicks'],
  ['hole-check', 'gauge'],
  ['coupon', 'setupKey'],
  ['bare-checked', 'zone'],
  ['left-over-settled', 'settled'],
  ['thing-check', 'thing'],
  ['thing-finding', 'thing'],
  ['looked-again', 'because'],
  ['page-answer', 'page'],
  ['question-answer', 'because'],
];
const isTaken = (mark: unknown) => MARK_SCHEMA.validate(mark, { convert: false }).error === undefined;

describe('a mark of every kind and version, nothing left out', () => {
  it.each(fullMarks(IDS).map((m) => [`${m.kind}, ${m.v}`, m] as const))('%s is taken, and with a key misspelt it is not', (_, full) => {
    expect(MARK_SCHEMA.validate(full, { convert: false }).error?.message).toBeUndefined();
    expect(isTaken({ ...full, payload: { ...full.payload, notte: 'x' } })).toBe(false);
    expect(isTaken({ ...full, then: null })).toBe(false);
  });
});

describe('a deviation of either version', () => {
  const deviation = (v: 1 | 2, said: Record<string, unknown>) => ({
    ...wellMade('deviation'),
    v,
    payload: { deviation: { kind: 'oversize', ...said } },
  });
  const missing = { layerIds: [layerId], pitch: true };
  it.each([
    ['1, as the first releases wrote it', deviation(1, { verdict: 'stop' }), true],
    ['2', deviation(2, { verdict: 'next-size' }), true],
    ['2, unknown with what to measure', deviation(2, { verdict: 'unknown', missing }), true],
    ['2, unknown without it', deviation(2, { verdict: 'unknown' }), false],
    ['1, which does not know the word', deviation(1, { verdict: 'unknown', missing }), false],
    ['2, something missing though it stops', deviation(2, { verdict: 'stop', missing }), false],
  ])('version %s', (_, mark, wanted) => expect(isTaken(mark)).toBe(wanted));
  it('other kinds know no version 2', () => expect(isTaken({ ...wellMade('drilled'), v: 2 })).toBe(false));
});

describe('marks of every kind', () => {
  it.each(MARK_KINDS)('%s: taken as it is well made', (kind) => expect(isTaken(wellMade(kind))).toBe(true));
  it.each(MARK_KINDS.filter((k) => MARK_ADDRESS[k].startsWith('hole')))('%s: not without a hole', (kind) =>
    expect(isTaken({ ...wellMade(kind), holeIds: [] })).toBe(false),
  );
  it.each(MARK_KINDS.filter((k) => MARK_ADDRESS[k] === 'hole-in-layer'))('%s: not without a sheet', (kind) =>
    expect(isTaken({ ...wellMade(kind), layerIds: [] })).toBe(false),
  );
  it.each(MARK_KINDS.filter((k) => MARK_ADDRESS[k] === 'assembly'))('%s: not at a hole or a sheet', (kind) => {
    expect(isTaken({ ...wellMade(kind), holeIds: [holeId] })).toBe(false);
    expect(isTaken({ ...wellMade(kind), layerIds: [layerId] })).toBe(false);
  });
  it.each(MARK_KINDS.filter((k) => MARK_ADDRESS[k] === 'part'))('%s: not without a part', (kind) =>
    expect(isTaken({ ...wellMade(kind), payload: without(wellMade(kind).payload, 'partIds') })).toBe(false),
  );
  it.each(NEEDED)('%s: not without its %s', (kind, key) =>
    expect(isTaken({ ...wellMade(kind), payload: without(wellMade(kind).payload, key) })).toBe(false),
  );
  it('what one kind says another does not say', () => {
    for (const [kind, key] of NEEDED)
      for (const other of MARK_KINDS) {
        const mark = wellMade(other);
        if (key in mark.payload) continue;
        const said = { ...mark.payload, [key]: (wellMade(kind).payload as Record<string, unknown>)[key] };
        expect(isTaken({ ...mark, payload: said }), `${other} with ${key}`).toBe(false);
      }
  });
  it('deburring says from which side', () => expect(isTaken({ ...wellMade('deburred'), side: null })).toBe(false));
  it('a note is words or a photo, not blanks', () => {
    const note = wellMade('log-note');
    expect(isTaken({ ...note, payload: { note: '  ' } })).toBe(false);
    expect(isTaken({ ...note, payload: { photoIds: [other] } })).toBe(true);
    expect(isTaken({ ...note, payload: { photoIds: [] } })).toBe(false);
  });
});

describe('the limits of a mark', () => {
  const set = wellMade('set');
  it.each<[string, unknown, boolean]>([
    ['a note of 500 letters', { ...set, payload: { note: 'x'.repeat(500) } }, true],
    ['and of 501', { ...set, payload: { note: 'x'.repeat(501) } }, false],
    ['a hole twice', { ...set, holeIds: [holeId, holeId] }, false],
    ['an id that is none', { ...set, rowId: 'r' }, false],
    ['a later shape', { ...set, v: 2 }, false],
    ['a property nobody knows', { ...set, speed: 1 }, false],
    ['a time that is none', { ...set, doneAt: 'yesterday' }, false],
    ['dash 7', { ...set, payload: { setting: { way: 'gun', dash: 7 } } }, false],
    ['a way that is none', { ...set, payload: { setting: { way: 'hammer' } } }, false],
    ['200 clicks', { ...wellMade('cage-set'), payload: { setupKey: 'k', clicks: 200 } }, true],
    ['201 clicks', { ...wellMade('cage-set'), payload: { setupKey: 'k', clicks: 201 } }, false],
    ['half a click', { ...wellMade('cage-set'), payload: { setupKey: 'k', clicks: 0.5 } }, false],
    ['a flange past 180°', { ...wellMade('angle-read'), payload: { partIds: [partId], angle: { found: 181, wanted: 90 } } }, false],
    ['sealant for no time', { ...wellMade('sealant-mixed'), payload: { workMinutes: 0 } }, false],
  ])('%s: %#', (_, mark, wanted) => expect(isTaken(mark)).toBe(wanted));
  it('as many marks as may come at once, and none more; never none', () => {
    const send = (count: number) =>
      MARKS_SCHEMA.validate({ kitId: other, marks: Array.from({ length: count }, () => wellMade('set')) }, { convert: false }).error ===
      undefined;
    expect([send(0), send(1), send(MARKS_MAX), send(MARKS_MAX + 1)]).toEqual([false, true, true, false]);
  });
});
