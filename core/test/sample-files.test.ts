import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readDxf } from '../src/dxf/drawing';
import { answerPlan } from '../src/formats/plan-document';
import { groupIntoRows } from '../src/layout/group-rows';
import { edgeDistance } from '../src/layout/outline';
import { matchColumns, ROW_COLUMNS } from '../src/typed/csv-cells';
import { readRowTable } from '../src/compose/csv-rows';
import { composeLines } from '../src/compose/compose-many';
import { ids } from './build';

describe('the sample table under examples/', () => {
  it('reads whole into a kit in inches, decimal commas and millimetres included', () => {
    const [heads = [], ...lines] = Papa.parse<string[]>(readFileSync('examples/float-rows.csv', 'utf8'), { skipEmptyLines: true }).data;
    const context = { assemblyId: 'a', units: 'in' as const, parts: [], newId: ids(5) };
    const read = readRowTable(lines, matchColumns(heads, ROW_COLUMNS), context, 1);
    expect(read.map((l) => l.problem)).toEqual([null, null, null, null]);
    expect(read.map((l) => l.made?.newParts.length)).toEqual([2, 0, 2, 1]);
  });
  it.each([
    ['as it is', (t: string) => t],
    ['with tabs', (t: string) => t.replaceAll(';', '\t')],
    ['without its heads', (t: string) => t.slice(t.indexOf('\n') + 1)],
    [
      'without heads, a cell a sheet, with tabs',
      (t: string) =>
        t
          .slice(t.indexOf('\n') + 1)
          .replaceAll(';', '\t')
          .replaceAll(' / ', '\t'),
    ],
  ])('pastes, %s', (_, layout) => {
    const context = { assemblyId: 'a', units: 'in' as const, parts: [], newId: ids(5) };
    const lines = composeLines(layout(readFileSync('examples/float-rows.csv', 'utf8')), context, 1);
    expect(lines.map((l) => l.problem)).toEqual([null, null, null, null]);
    expect(lines.map((l) => [l.made?.row.name, l.made?.row.layers.length, l.made?.row.holes.length, l.made?.row.page])).toEqual([
      ['Step web, upper', 2, 22, 'FL-18'],
      ['Step web, lower', 2, 22, 'FL-18'],
      ['Transom cap', 2, 16, 'FL-19'],
      ['Cleat, protruding', 2, 6, 'FL-19'],
    ]);
  });
  it('what is wrong in pasted cells is said at its character', () => {
    const context = { assemblyId: 'a', units: 'in' as const, parts: [], newId: ids(5) };
    const [line] = composeLines('Keel\tskin .025 rib .032\t426AD3\t14', context, 1);
    expect(line?.problem).toMatchObject({ code: 'layer-two-thicknesses', at: 'Keel\tskin .025 '.length });
    const [count] = composeLines('Keel;skin .025/rib .032;426AD3;no', context, 1);
    expect(count?.problem).toMatchObject({ code: 'count-unreadable', at: 'Keel;skin .025/rib .032;426AD3;'.length });
    expect(composeLines('Keel;skin .025/rib .032;426AD3;24.0', context, 1)[0]?.made?.row.holes).toHaveLength(24);
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
