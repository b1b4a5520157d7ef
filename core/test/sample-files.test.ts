import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { matchColumns, ROW_COLUMNS } from '../src/formats/csv-cells';
import { readRowTable } from '../src/formats/csv-rows';
import { ids } from './build';

describe('the sample table under examples/', () => {
  it('reads whole into a kit in inches, decimal commas and millimetres included', () => {
    const [heads = [], ...lines] = Papa.parse<string[]>(readFileSync('examples/float-rows.csv', 'utf8'), { skipEmptyLines: true }).data;
    const context = { assemblyId: 'a', units: 'in' as const, parts: [], newId: ids(5) };
    const read = readRowTable(lines, matchColumns(heads, ROW_COLUMNS), context, 1);
    expect(read.map((l) => l.problem)).toEqual([null, null, null, null]);
    expect(read.map((l) => l.made?.newParts.length)).toEqual([2, 0, 2, 1]);
  });
});
