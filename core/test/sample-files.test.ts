import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../src/formats/dxf-in';
import { answerPlan } from '../src/formats/plan-document';
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

describe('the sample assembly under examples/', () => {
  it('is planned: the advice ends nowhere dead, the plans’ own order does, and changes set-ups more often', () => {
    const answered = answerPlan(JSON.parse(readFileSync('examples/float-nose-box.json', 'utf8')));
    if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
    const { deadEnds, setupChanges, followed, rows } = answered.value as {
      rows: { id: string; name: string }[];
      deadEnds: unknown[];
      setupChanges: number;
      followed: { follows: string; setupChanges: number; deadEnds: { rowId: string }[] };
    };
    expect(deadEnds).toEqual([]);
    expect(followed.follows).toBe('plans');
    expect(followed.setupChanges).toBeGreaterThan(setupChanges);
    expect(followed.deadEnds.map((d) => rows.find((r) => r.id === d.rowId)?.name)).toEqual(['Stem bracket']);
  });
});
