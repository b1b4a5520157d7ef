import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import { MarkFolder } from '../done/folder';
import { foldDone } from '../done/hole-done';
import { linksOfRows } from '../done/met-marks';
import { holeStory } from '../inspect/hole-story';
import { stockNeeds } from '../stock/needs';
import { inches } from '../units/length';
import { assemblyWork } from '../work/assembly-work';
import type { RowDefinition } from './definitions';
import type { Mark } from './marks';
import { rowsThatMeet, withMeeting, type RowsMeet } from './meetings';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032), part('spar', 'spar', 0.032)];
const D = inches(3 / 32);
/** A row with holes at these places, mm. */
function at(
  name: string,
  partIds: string[],
  places: readonly (readonly [number, number])[],
  more: Partial<RowDefinition> = {},
): RowDefinition {
  const row = rowOf(partIds, 0, { name, ...more });
  return {
    ...row,
    layers: row.layers.map((l, i) => ({ ...l, id: `${name}${i}` })),
    holes: places.map(([x, y], i) => ({ id: `${name}-${i + 1}`, out: false, at: { x, y } })),
  };
}
const meet = (...rows: readonly RowDefinition[]) => rowsThatMeet(rows.map((row) => ({ id: row.name, row, diameter: D })));

describe('holes of two rows that lie on one another', () => {
  const rib = at('rib', ['skin', 'rib'], [[0, 0], [20, 0], [40, 0]]); // prettier-ignore
  it.each<[string, number, number]>([
    ['on the very place', 0, 1],
    ['half a diameter away', 0.5 * D, 1],
    ['a hair farther', 0.5 * D + 0.001, 0],
  ])('%s', (_, off, count) => {
    const spar = at('spar', ['skin', 'spar'], [[40, off], [40, 20]]); // prettier-ignore
    const found = meet(rib, spar);
    expect(found.flatMap((m) => m.pairs)).toEqual(count === 1 ? [['rib-3', 'spar-1']] : []);
  });
  it('a large rivet that begins farther along still reaches back over a small one', () => {
    const rows = [
      { id: 'a', row: at('a', ['skin', 'rib'], [[0, 0]]), diameter: inches(1 / 8) },
      { id: 'b', row: at('b', ['skin', 'spar'], [[1.7, 9]]), diameter: 1 },
      { id: 'c', row: at('c', ['skin', 'cap'], [[2, 0]]), diameter: inches(3 / 16) },
    ]; // prettier-ignore
    expect(rowsThatMeet(rows).flatMap((m) => m.pairs)).toEqual([['a-1', 'c-1']]);
  });
  it('not where they share no part, nor along a row that is laid out nowhere, nor with itself', () => {
    expect(meet(rib, at('spar', ['spar', 'web'], [[40, 0]]))).toEqual([]);
    expect(meet(rib, rowOf(['skin', 'rib'], 3, { name: 'p', pitch: { mm: 20, text: '20', units: 'mm' } }))).toEqual([]);
    expect(meet(rib)).toEqual([]);
  });
  it('agrees with looking at every pair, in any order of the rows', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    for (let run = 0; run < 60; run++) {
      const rows = Array.from({ length: 6 }, (_, i) =>
        at(`r${i}`, random() < 0.5 ? ['skin', 'rib'] : ['rib', 'spar'], Array.from({ length: 5 }, () => [Math.round(random() * 30), Math.round(random() * 12)] as const)),
      ); // prettier-ignore
      const slow = new Set<string>();
      for (const a of rows)
        for (const b of rows) {
          if (a.name >= b.name || !a.layers.some((l) => b.layers.some((m) => m.partId === l.partId))) continue;
          for (const p of a.holes)
            for (const q of b.holes)
              if (Math.hypot((p.at?.x ?? 0) - (q.at?.x ?? 0), (p.at?.y ?? 0) - (q.at?.y ?? 0)) <= D / 2)
                slow.add([p.id, q.id].sort().join());
        }
      const found = meet(...[...rows].sort(() => random() - 0.5)).flatMap((m) => m.pairs.map((p) => [...p].sort().join()));
      expect(new Set(found)).toEqual(slow);
    }
  });
  it('asked once: what is answered, either way, is not asked again', () => {
    const spar = at('spar', ['skin', 'spar'], [[40, 0]]);
    const [question] = meet(rib, spar) as [RowsMeet];
    for (const isOne of [true, false]) {
      const [a, b] = question.rowIds[0] === 'rib' ? [rib, spar] : [spar, rib];
      expect(meet(...withMeeting(a, b, question, isOne))).toEqual([]);
    }
  });
});

describe('one hole, one metal', () => {
  const rib = at('rib', ['skin', 'rib'], [[20, 0], [40, 0]]); // prettier-ignore
  const spar = at('spar', ['skin', 'spar'], [[40, 0], [40, 20]]); // prettier-ignore
  const [question] = meet(rib, spar) as [RowsMeet];
  const answered = (isOne: boolean): { id: string; definition: RowDefinition }[] =>
    withMeeting(rib, spar, question, isOne).map((definition) => ({ id: definition.name, definition }));
  const work = {
    fastener: { kind: 'solid', name: 'MS20426AD3-3', head: 'flush-100', dash: 3, alloy: 'AD', lengthDash: 3, diameterMm: D },
    gripMm: 1,
    holeMm: inches(0.098),
  };
  const drilled = mark('d', {
    rowId: 'rib',
    holeIds: ['rib-1', 'rib-2'],
    payload: { work: { bitMm: 2.5, holeMm: inches(0.098), tool: 'drill', partIds: ['skin', 'rib'], places: { 'rib-2': { x: 40, y: 0 } } } },
  });
  const set = mark('s', { kind: 'set', rowId: 'rib', holeIds: ['rib-1', 'rib-2'], doneAt: '2026-11-01T11:00:00.000Z', payload: { work: { ...work, partIds: ['skin', 'rib'] } } }); // prettier-ignore
  const of = (marks: readonly Mark[], rows: { id: string; definition: RowDefinition }[]) => {
    const entities = rows.map((r) => ({ kind: 'row' as const, version: 1, ...r }));
    return assemblyWork({ kit: KIT, parts: PARTS, rows: entities, fasteners: [], marks });
  };
  const sparHole = (marks: readonly Mark[], isOne: boolean) =>
    of(marks, answered(isOne))
      .rows.find((r) => r.id === 'spar')
      ?.done.get('spar-1');
  it('what was done in one row was done to the other, in the sheets it went through; two holes know nothing of each other', () => {
    expect([...(sparHole([drilled], true)?.sheets ?? [])].map(([id, s]) => [id, s.diameter, s.at])).toEqual([
      ['skin', inches(0.098), { x: 40, y: 0, isAlongRow: false }],
      ['rib', inches(0.098), { x: 40, y: 0, isAlongRow: false }],
    ]);
    expect(sparHole([drilled], false)).toBeUndefined();
  });
  it('one fastener: set in one row it closes the other’s sheets, and is counted once', () => {
    const need = (marks: readonly Mark[], isOne: boolean) =>
      stockNeeds(of(marks, answered(isOne)).rows, {}, 0).reduce((n, x) => n + x.needed, 0);
    expect([need([], true), need([], false), need([set], true)]).toEqual([3, 4, 1]);
    const row = of([drilled, set], answered(true)).rows.find((r) => r.id === 'spar');
    expect(row?.standing.findings.get('spar-1')?.map((f) => f.code)).toEqual(['not-recorded']);
    const other = withMeeting(rib, { ...spar, dash: 4 }, question, true).map((definition) => ({ id: definition.name, definition }));
    expect(of([drilled, set], other).rows.find((r) => r.id === 'spar')?.standing.stopped).toEqual(new Set(['spar-1']));
  });
  it('an answer in the one row settles it in the other', () => {
    const noGo = mark('n', {
      kind: 'hole-check',
      rowId: 'rib',
      holeIds: ['rib-2'],
      doneAt: '2026-11-01T12:00:00.000Z',
      payload: { gauge: 'no-go' },
    });
    const settled = mark('t', {
      kind: 'finding-settled', rowId: 'rib', holeIds: ['rib-2'], doneAt: '2026-11-01T13:00:00.000Z',
      payload: { finding: { code: 'no-go', stood: [{ holeId: 'rib-2', severity: 'stop' }] } },
    }); // prettier-ignore
    const stopped = (marks: readonly Mark[]) => of(marks, answered(true)).rows.map((r) => [r.id, [...r.standing.stopped]]);
    expect(stopped([drilled, noGo])).toEqual([
      ['rib', ['rib-2']],
      ['spar', ['spar-1']],
    ]);
    expect(stopped([drilled, noGo, settled]).flatMap(([, ids]) => ids)).toEqual([]);
  });
  it('one hole has no distance to itself; two holes that close are a stop, and so are two that were laid out apart since', () => {
    const codes = (rows: { id: string; definition: RowDefinition }[]) =>
      of([], rows).rows.map((r) => r.plan.findings.map((f) => f.code).includes('pitch-low'));
    expect([codes(answered(true)), codes(answered(false))]).toEqual([
      [false, false],
      [true, true],
    ]);
    const [a, b] = answered(true) as [{ id: string; definition: RowDefinition }, { id: string; definition: RowDefinition }];
    const holes = b.definition.holes.map((h, i) => (i === 0 ? { ...h, at: { x: 40, y: 2 } } : h));
    expect(codes([a, { ...b, definition: { ...b.definition, holes } }])).toEqual([true, true]);
  });
  it('its story is told from either row', () => {
    const { meets } = answered(true)[1]?.definition ?? spar;
    expect(holeStory([drilled, set], 'spar', 'spar-1', meets).map((e) => e.mark.kind)).toEqual(['drilled', 'set']);
    expect(holeStory([drilled, set], 'spar', 'spar-1')).toEqual([]);
  });
  it('a row with no mark of its own follows its other row’s pieces', () => {
    const folder = new MarkFolder();
    const rows = answered(true);
    const layersOf = (id: string) => rows.find((r) => r.id === id)?.definition.layers;
    const gone = mark('g', { kind: 'scrapped', rowId: 'a', doneAt: '2026-11-01T14:00:00.000Z', payload: { partIds: ['skin'] } });
    folder.update([drilled], layersOf, linksOfRows(rows));
    expect(folder.update([drilled, gone], layersOf, linksOfRows(rows)).rows).toEqual(
      foldDone([drilled, gone], layersOf, linksOfRows(rows)).rows,
    );
  });
  it('folded bit by bit, and answered in between, it is the same', () => {
    const folder = new MarkFolder();
    const rows = [{ id: 'rib', definition: rib }, { id: 'spar', definition: spar }]; // prettier-ignore
    const layersOf = (id: string) => rows.find((r) => r.id === id)?.definition.layers;
    const steps: [Mark[], boolean | null][] = [
      [[drilled], null],
      [[drilled], true],
      [[drilled, set], true],
      [[drilled, set], false],
      [[drilled, set, mark('u', { kind: 'undo', rowId: 'rib', payload: { undoes: 's' } })], true],
    ];
    for (const [marks, isOne] of steps) {
      const linksOf = linksOfRows(isOne === null ? rows : answered(isOne));
      expect(folder.update(marks, layersOf, linksOf).rows).toEqual(foldDone(marks, layersOf, linksOf).rows);
    }
  });
});
