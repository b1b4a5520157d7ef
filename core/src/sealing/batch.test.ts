import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Mark } from '../record/marks';
import type { RowDefinition } from '../record/definitions';
import { batchesOf, clockOf, mixedAmount, rowAmount, WARNED_AT } from './batch';

import { isOnClock } from './on-clock';

const AT = Date.parse('2026-11-28T18:00:00.000Z');
const mixed = { mixedAt: '2026-11-28T18:00:00.000Z', workMinutes: 60, tackFreeMinutes: 240, cureMinutes: 2880 };
const after = (minutes: number, batch: Parameters<typeof clockOf>[0] = mixed) => clockOf(batch, AT + minutes * 60_000);

describe('the clock of a batch', () => {
  it.each([
    [0, 'workable', 60],
    [44.99, 'workable', 15],
    [45, 'warned', 15],
    [59.99, 'warned', 0],
    [60, 'over', 0],
    [239.9, 'over', 0],
    [240, 'tack-free', 0],
    [2879.9, 'tack-free', 0],
    [2880, 'cured', 0],
  ] as const)('after %f minutes it is %s, %i minutes of work left', (minutes, state, left) => {
    expect(after(minutes)).toMatchObject({ state, workLeft: left });
  });
  it('never promises more than there is, and no cure early', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 4000, noNaN: true }), (minutes) => {
        const { workLeft, tackFreeIn, curedIn, state } = after(minutes);
        expect(workLeft).toBeLessThanOrEqual(Math.max(0, 60 - minutes) + 1e-6);
        expect((tackFreeIn ?? 0) + 1e-6).toBeGreaterThanOrEqual(240 - minutes);
        expect((curedIn ?? 0) + 1e-6).toBeGreaterThanOrEqual(2880 - minutes);
        if (minutes >= WARNED_AT * 60) expect(state).not.toBe('workable');
      }),
    );
  });
  it('what is not typed is not guessed; a clock put back spends nothing', () => {
    const bare = { mixedAt: mixed.mixedAt, workMinutes: 30 };
    expect(after(9999, bare)).toEqual({ state: 'over', workLeft: 0, tackFreeIn: null, curedIn: null });
    expect(after(-500)).toMatchObject({ state: 'workable', workLeft: 60 });
  });
  it('stays on every view until it is cured, without a cure half a day after its work life', () => {
    const batch = { ...mixed, id: 'b', assemblyId: 'a', product: 'p', rowIds: [], jobIds: [], sealedRowIds: [] };
    const shown = (b: typeof batch | Omit<typeof batch, 'cureMinutes'>, minutes: number) => isOnClock(b, AT + minutes * 60_000);
    expect([shown(batch, 2880), shown(batch, 2881)]).toEqual([true, false]);
    const { cureMinutes: _, ...none } = batch;
    expect([shown(none, 780), shown(none, 781)]).toEqual([true, false]);
  });
});

const mark = (id: string, kind: Mark['kind'], payload: object, rowId = 'a', second = 0): Mark =>
  ({
    id,
    kind,
    v: 1,
    rowId,
    holeIds: [],
    layerIds: [],
    side: null,
    doneAt: `2026-11-28T18:00:0${second}.000Z`,
    recordedAt: `2026-11-28T18:00:0${second}.000Z`,
    person: 'p',
    device: 'd',
    payload,
  }) as unknown as Mark;

describe('batches in the record', () => {
  const own = mark('m', 'sealant-mixed', { workMinutes: 60, batch: { product: 'tank sealant', rowIds: ['r1', 'r2'], jobIds: [] } });
  it('know which rows were sealed from them; a seal taken back counts no more', () => {
    const marks = [
      own,
      mark('s1', 'seal', { batchId: 'm' }, 'r1', 1),
      mark('s2', 'seal', { batchId: 'm' }, 'r2', 2),
      mark('s3', 'seal', {}, 'r3', 3),
    ];
    expect(batchesOf(marks)[0]?.sealedRowIds).toEqual(['r1', 'r2']);
    expect(batchesOf([...marks, mark('u', 'undo', { undoes: 's2' }, 'r2', 4)])[0]?.sealedRowIds).toEqual(['r1']);
    expect(batchesOf([...marks, mark('u', 'undo', { undoes: 'm' }, 'a', 4)])).toEqual([]);
  });
  it('a mark of before, of one row, is a batch for that row', () => {
    expect(batchesOf([mark('o', 'sealant-mixed', { workMinutes: 45 }, 'r9')])[0]).toMatchObject({ rowIds: ['r9'], workMinutes: 45 });
  });
});

describe('how much is mixed', () => {
  const hole = (i: number) => ({ id: String(i), out: false });
  const row = {
    holes: Array.from({ length: 10 }, (_, i) => hole(i)),
    pitch: { mm: 25, text: '25', units: 'mm' },
  } as unknown as RowDefinition;
  it('a bead along the row, computed anew by hand: 250 mm of 3 by 1.5 mm is 1.125 ml', () => {
    expect(rowAmount(row)).toBeCloseTo(1.125, 9);
    const placed = { ...row, holes: row.holes.map((h, i) => ({ ...h, at: { x: 25 * i, y: 0 } })), pitch: null };
    expect(rowAmount(placed)).toBeCloseTo(1.125, 9);
    expect(rowAmount({ ...row, pitch: null })).toBeNull();
  });
  it('a fifth over; what is not known is counted, not taken for nothing', () => {
    expect(mixedAmount([1, 2, null])).toEqual({ ml: 3.5999999999999996, unknown: 1 });
    expect(mixedAmount([null])).toEqual({ ml: null, unknown: 1 });
  });
});
