import { describe, expect, it } from 'vitest';
import { blindFastener, NO_FASTENERS, fold, KIT, mark, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import type { Entity, PageDefinition, RowDefinition } from '../record/definitions';
import type { Mark, MarkKind } from '../record/marks';
import { namesPage, pageReach } from '../record/page-revisions';
import { stackOf } from '../record/stack-of';

import { stockNeeds } from '../stock/needs';
import { logPages } from './day-log';
import { workedTimes } from './work-hours';

const at = (hour: number, minute = 0, day = 1) => new Date(Date.UTC(2026, 10, day, hour, minute)).toISOString();
const MIN = 60_000;
const one = (id: string, kind: MarkKind, doneAt: string, more: Partial<Mark> = {}) =>
  mark(id, { kind, doneAt, recordedAt: doneAt, ...more });
const shift = (kind: MarkKind, doneAt: string, more: Partial<Mark> = {}) => one(`${kind}${doneAt}`, kind, doneAt, { rowId: 'a', ...more });

describe('hours by kind of work', () => {
  it('the time up to a mark is that work’s, the tail the last one’s, pauses nobody’s', () => {
    const marks = [
      shift('shift-started', at(18)),
      one('d', 'drilled', at(18, 40), { holeIds: ['h'] }),
      shift('shift-paused', at(18, 50)),
      shift('shift-resumed', at(19, 20)),
      one('e', 'deburred', at(19, 30), { holeIds: ['h'] }),
      shift('shift-ended', at(20)),
    ];
    expect(workedTimes(marks, at(23)).map((t) => [t.kind, t.ms / MIN])).toEqual([
      ['drilled', 40],
      ['deburred', 50],
    ]);
  });
  it('adds up to the shift whatever was marked, and a running one ends now', () => {
    const marks = [shift('shift-started', at(18)), one('d', 'drilled', at(18, 5), { holeIds: ['h'] })];
    expect(workedTimes(marks, at(19)).reduce((s, t) => s + t.ms, 0)).toBe(60 * MIN);
    expect(workedTimes([shift('shift-started', at(18)), shift('shift-ended', at(19))], at(23))).toMatchObject([
      { kind: null, ms: 60 * MIN },
    ]);
  });
  it('another person’s marks are not this shift’s', () => {
    const marks = [
      shift('shift-started', at(18)),
      one('d', 'drilled', at(18, 30), { person: 'q', holeIds: ['h'] }),
      shift('shift-ended', at(19)),
    ];
    expect(workedTimes(marks, at(23)).map((t) => t.kind)).toEqual([null]);
  });
});

describe('the log writes itself', () => {
  const q = { assemblyOf: (id: string) => (id.startsWith('b') ? 'b' : 'a'), dayOf: (iso: string) => iso.slice(0, 10), now: at(23) };
  it('by day and assembly, newest day first, lines with rows, holes and people', () => {
    const marks = [
      one('1', 'drilled', at(18), { rowId: 'r1', holeIds: ['h1', 'h2'] }),
      one('2', 'drilled', at(19), { rowId: 'r1', holeIds: ['h2', 'h3'], person: 'q' }),
      one('3', 'deburred', at(19), { rowId: 'r1', holeIds: ['h1'], layerIds: ['l1', 'l2'], side: 'head' }),
      one('4', 'primed', at(20), { rowId: 'a', payload: { partIds: ['p1', 'p2'] } }),
      one('5', 'drilled', at(18), { rowId: 'b-row', holeIds: ['h9'] }),
      one('6', 'log-note', at(21), { rowId: 'a', payload: { note: 'A good evening.' } }),
      one('7', 'drilled', at(18, 0, 2), { rowId: 'r1', holeIds: ['h4'] }),
      shift('shift-started', at(18)),
      shift('shift-ended', at(20)),
    ];
    const pages = logPages(marks, q);
    expect(pages.map((p) => [p.day, p.assemblyId])).toEqual([
      ['2026-11-02', 'a'],
      ['2026-11-01', 'a'],
      ['2026-11-01', 'b'],
    ]);
    expect(pages[1]?.lines.map((l) => [l.kind, l.rowId, l.holeIds.length, l.partIds.length, l.count, l.people.length])).toEqual([
      ['drilled', 'r1', 3, 0, 4, 2],
      ['deburred', 'r1', 1, 0, 2, 1],
      ['primed', null, 0, 2, 1, 1],
    ]);
    expect(pages[1]?.notes.map((n) => n.payload.note)).toEqual(['A good evening.']);
    expect(pages[1]?.people).toEqual([{ person: 'p', ms: 120 * MIN }]);
  });
  it('what was taken back is not told', () => {
    const marks = [one('1', 'drilled', at(18), { rowId: 'r1', holeIds: ['h1'] }), one('u', 'undo', at(19), { payload: { undoes: '1' } })];
    expect(logPages(marks, q)).toEqual([]);
  });
});

describe('pages of the plans', () => {
  it.each([
    ['FL-07', 'FL-07', true],
    ['fl-07 rev B', 'FL-07', true],
    ['FL-08, FL-07', 'FL-07', true],
    ['FL-071', 'FL-07', false],
    ['FL-07-2', 'FL-07', false],
    ['FL-07.2', 'FL-07', true],
    ['', 'FL-07', false],
    [undefined, 'FL-07', false],
    ['FL-07', '  ', false],
  ])('%s names %s: %s', (text, page, wanted) => expect(namesPage(text, page)).toBe(wanted));
  it('a revision touches rows and parts that name it, and says what was done to the old one', () => {
    const row = (id: string, page: string): Entity<'row'> => ({ kind: 'row', id, version: 1, definition: rowOf(['p1'], 3, { page }) });
    const page: PageDefinition = {
      v: 1,
      kitId: 'k',
      name: 'FL-07',
      revisions: [
        { revision: 'A', cameAt: at(0), note: '' },
        { revision: 'B', cameAt: at(12), note: 'pitch' },
      ],
    };
    const p = part('p1', 'skin', 0.025);
    const reach = pageReach(
      page,
      [row('r1', 'FL-07'), row('r2', 'FL-08')],
      [{ ...p, definition: { ...p.definition, page: 'FL-07 rev A' } }],
      [one('1', 'drilled', at(11), { rowId: 'r1', holeIds: ['x', 'y'] }), one('2', 'drilled', at(13), { rowId: 'r1', holeIds: ['z'] })],
    );
    expect(reach.rows.map((r) => [r.row.id, r.doneBefore])).toEqual([['r1', 2]]);
    expect(reach.parts).toHaveLength(1);
  });
});

describe('stock', () => {
  const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'rib', 0.032), part('p3', 'spar', 0.063)].map((p) => [p.id, p.definition]));
  const stockRow = (row: RowDefinition, marks: Mark[] = [], fasteners = NO_FASTENERS) => {
    const stack = stackOf(row, { kit: KIT, parts, fasteners });
    if (!stack) throw new Error('no stack');
    return { row, stack, plan: planStack(stack), states: fold(marks).rows.get('r') ?? new Map<string, Set<string>>() };
  };
  it('counts what is not set yet, with spare, less what is on hand', () => {
    const row = rowOf(['p1', 'p2'], 20);
    const marks = [mark('s', { kind: 'set', rowId: 'r', holeIds: row.holes.slice(0, 6).map((h) => h.id) })];
    const [need] = stockNeeds([stockRow(row, marks)], { 'MS20426AD3-3': 4 }, 10);
    expect(need).toMatchObject({ callout: 'MS20426AD3-3', rows: 1, needed: 14, withSpare: 16, onHand: 4, toOrder: 12 });
  });
  it('another length serves only where it works in every row', () => {
    const [thin] = stockNeeds([stockRow(rowOf(['p1', 'p2'], 4, { lengthDash: 3.5 }))], {}, 0);
    const both = stockNeeds(
      [stockRow(rowOf(['p1', 'p2'], 4, { lengthDash: 3.5 })), stockRow(rowOf(['p1', 'p3'], 4, { lengthDash: 3.5 }))],
      {},
      0,
    );
    expect(thin?.instead.length).toBeGreaterThan(both[0]?.instead.length ?? 99);
    for (const other of both[0]?.instead ?? []) expect(thin?.instead).toContain(other);
  });
  it('what nothing wants is shown with what is on hand; enough on hand orders nothing', () => {
    const needs = stockNeeds([stockRow(rowOf(['p1', 'p2'], 4))], { 'MS20470AD4-4': 7, 'MS20426AD3-3': 100 }, 10);
    expect(needs.map((n) => [n.callout, n.needed, n.onHand, n.toOrder])).toEqual([
      ['MS20426AD3-3', 4, 100, 0],
      ['MS20470AD4-4', 0, 7, 0],
    ]);
  });
  it('a blind fastener is counted by its own name', () => {
    const hole = { mm: 2.78, text: '7/64', units: 'in' as const };
    const row = rowOf(['p1', 'p2'], 4, { fastenerId: 'b' });
    expect(stockNeeds([stockRow(row, [], new Map([['b', blindFastener('blind 3/32', hole)]]))], {}, 0)[0]).toMatchObject({
      callout: 'blind 3/32',
      kind: 'blind',
      needed: 4,
      instead: [],
    });
    /* What it is called is what it is: a screw is no blind rivet. */
    const screw = { ...blindFastener('#8 screw', hole), kind: 'screw' as const };
    expect(stockNeeds([stockRow(row, [], new Map([['b', screw]]))], {}, 0)[0]).toMatchObject({ callout: '#8 screw', kind: 'screw' });
    expect(stockNeeds([stockRow(rowOf(['p1', 'p2'], 4), [])], {}, 0)[0]).toMatchObject({ kind: null });
  });
});
