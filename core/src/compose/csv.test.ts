import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { ids, part, rowOf, NO_FASTENERS } from '../../test/build';
import { matchColumns, PART_COLUMNS, readCell, ROW_COLUMNS, writeCell } from '../typed/csv-cells';
import { partTable, readPartTable, readRowTable, rowTable } from './csv-rows';

const context = (parts: ReturnType<typeof part>[] = []) => ({ assemblyId: 'a', units: 'in' as const, parts, newId: ids(5) });

describe('cells', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['+cmd', "'+cmd"],
    ['-x', "'-x"],
    ['@sum', "'@sum"],
    ['\tx', "'\tx"],
    ["'quoted", "''quoted"],
    [' =1+1', "' =1+1"],
    ['\n=1+1', "'\n=1+1"],
    ['\ufeff=1+1', "'\ufeff=1+1"],
    ['\u00a0\u200b@x', "'\u00a0\u200b@x"],
    ['\uff1d1+1', "'\uff1d1+1"],
    ['\r\n -x', "'\r\n -x"],
    [' plain', ' plain'],
    ['-5', '-5'],
    ['+.25', '+.25'],
    ['-0,6', '-0,6'],
    ['skin .025', 'skin .025'],
    ['', ''],
  ])('%j is written %j and read back', (text, written) => {
    expect(writeCell(text)).toBe(written);
    expect(readCell(written)).toBe(text);
  });
  it('any text comes back, through another package’s reader too, and none would run', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ unit: fc.constantFrom(...'=+-@\'",;\n\r\tab 1.é\ufeff\u00a0') }), { minLength: 2, maxLength: 2 }), {
          minLength: 1,
          maxLength: 5,
        }),
        (table) => {
          const text = Papa.unparse(
            table.map((l) => l.map(writeCell)),
            { newline: '\r\n', quotes: true },
          );
          const back = (parse(text, { relax_column_count: true }) as string[][]).map((l) => l.map(readCell));
          return (
            JSON.stringify(back) === JSON.stringify(table) && table.every((l) => l.every((c) => !/^[\s\ufeff]*[=@]/.test(writeCell(c))))
          );
        },
      ),
      { seed: 44, numRuns: 500 },
    );
  });
});

describe('tables of rows and parts', () => {
  it('heads are matched, unknown ones left out', () => {
    expect(matchColumns(['Row Name', 'Call-out', 'Stack', 'QTY', 'weather'], ROW_COLUMNS)).toEqual({
      name: 0,
      rivet: 1,
      stack: 2,
      holes: 3,
    });
    expect(matchColumns(['part number', 'Gauge'], PART_COLUMNS)).toEqual({ name: 0, thickness: 1 });
  });
  it('good lines make rows, errors name line and cell', () => {
    const columns = matchColumns(['name', 'stack', 'rivet', 'holes', 'pitch', 'hand'], ROW_COLUMNS);
    const lines = readRowTable(
      [
        ['Keel', 'skin 0,025 / rib .032', '426AD3', '24', '1,5', 'left'],
        ['Bad stack', 'skin / rib .032', '426AD3', '24', '', ''],
        ['Bad rivet', 'skin .025 / rib .032', 'bolt', '24', '', ''],
        ['Bad count', 'skin .025 / rib .032', '426AD3', 'many', '', ''],
        ['Bad pitch', 'skin .025 / rib .032', '426AD3', '4', 'wide', ''],
        ['Bad hand', 'skin .025 / rib .032', '426AD3', '4', '', 'up'],
        ['No rivet', 'skin .025 / rib .032', '', '4', '', ''],
      ],
      columns,
      context(),
      1,
    );
    expect(lines.map((l) => [l.number, l.made ? 'made' : l.column])).toEqual([
      [2, 'made'],
      [3, 'stack'],
      [4, 'rivet'],
      [5, 'holes'],
      [6, 'pitch'],
      [7, 'hand'],
      [8, 'rivet'],
    ]);
    expect(lines[0]?.made?.row).toMatchObject({ hand: 'L', name: 'Keel' });
  });
  it('what is written reads back as the same rows', () => {
    const parts = [part('p1', 'skin', 0.025), part('p2', 'rib', 0.063)];
    const rows = [
      rowOf(['p1', 'p2'], 12, { name: '=Keel', pitch: { mm: 38.1, text: '1.5', units: 'in' }, page: 'FL-07', lengthDash: 3.5 }),
      rowOf(['p2'], 3, { name: '', head: 'protruding', hand: null }),
    ];
    const table = rowTable(rows, new Map(parts.map((p) => [p.id, p.definition])), NO_FASTENERS, 'in');
    const back = readRowTable(table.slice(1), matchColumns(table[0] ?? [], ROW_COLUMNS), context(parts), 1);
    expect(
      back.map((l) => l.made && rowTable([l.made.row], new Map(parts.map((p) => [p.id, p.definition])), NO_FASTENERS, 'in')[1]),
    ).toEqual(table.slice(1));
  });
  it('a length a spreadsheet would make a date of is written with its unit, and reads back as it was', () => {
    const parts = [part('p1', 'skin', 0.025), part('p2', 'rib', 0.063)];
    const rows = [
      rowOf(['p1', 'p2'], 12, { pitch: { mm: 19.05, text: '3/4', units: 'in' }, edge: { mm: 38.1, text: '1-1/2', units: 'in' } }),
    ];
    const table = rowTable(rows, new Map(parts.map((p) => [p.id, p.definition])), NO_FASTENERS, 'in');
    expect(table[1]?.slice(4, 6)).toEqual(['3/4 in', '1-1/2 in']);
    const [back] = readRowTable(table.slice(1), matchColumns(table[0] ?? [], ROW_COLUMNS), context(parts), 1);
    expect(back?.made?.row.pitch?.mm).toBeCloseTo(19.05, 9);
    expect(back?.made?.row.edge?.mm).toBeCloseTo(38.1, 9);
    const thick = { ...part('p3', 'plate', 0.0625).definition, thickness: { mm: 1.5875, text: '1/16', units: 'in' as const } };
    expect(partTable([thick], 'in')[1]?.[2]).toBe('1/16 in');
    expect(partTable([thick], 'mm')[1]?.[2]).toBe('1/16 in');
  });
  it('parts: made, refused where taken, without a name, or of no thickness', () => {
    const columns = matchColumns(['name', 'hand', 'thickness', 'measured'], PART_COLUMNS);
    const lines = readPartTable(
      [
        ['rib 1', 'L', '.032', '0,80 mm'],
        ['RIB 1', 'left', '.032', ''],
        ['', '', '.032', ''],
        ['cap', '', '3/0', ''],
        ['cap', 'x', '.032', ''],
      ],
      columns,
      context(),
    );
    expect(lines.map((l) => l.made?.definition.name ?? l.column)).toEqual(['rib 1', 'name', 'name', 'thickness', 'hand']);
    expect(
      partTable(
        lines.flatMap((l) => (l.made ? [l.made.definition] : [])),
        'in',
      )[1],
    ).toEqual(['rib 1', 'L', '.032', '0,80 mm']);
  });
});
