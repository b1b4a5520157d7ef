import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../src/formats/dxf-in';
import { groupIntoRows } from '../src/layout/group-rows';
import { edgeDistance } from '../src/layout/outline';
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

describe('the sample drawings under examples/', () => {
  it.each([
    ['step-plate', 1, 1],
    ['step-plate-no-unit', null, 25.4],
  ])('%s holds an outline and three rows on it, whatever its unit', (name, said, mmPerUnit) => {
    const read = readDxf(readFileSync(`examples/${name}.dxf`, 'utf8'));
    if (!read.ok) throw new Error(read.problem.code);
    const { holes, outlines } = read.value;
    expect(read.value.mmPerUnit).toBe(said);
    const scaled = holes.map((h) => ({ x: h.x * mmPerUnit, y: h.y * mmPerUnit, diameter: (h.diameter ?? 0) * mmPerUnit }));
    expect(groupIntoRows(scaled).map((g) => [Number(g.diameter?.toFixed(2)), g.holes.length])).toEqual([
      [2.49, 10],
      [2.49, 13],
      [3.26, 5],
    ]);
    const corners = (outlines[0]?.corners ?? []).map((c) => ({ x: c.x * mmPerUnit, y: c.y * mmPerUnit }));
    for (const hole of scaled) expect(edgeDistance(hole, corners)).toBeGreaterThan(8.5);
  });
});
