import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import type { Entity, ToolDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { assemblyWork } from './assembly-work';
import type { Setup } from '../setup/setup';
import { deburringByPart, haveSameDies } from './together';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.025), part('spar', 'spar', 0.063)];
const row = (id: string, parts: string[], order: number) => ({
  kind: 'row' as const,
  id,
  version: 1,
  definition: { ...rowOf(parts, 3), order, holes: rowOf(parts, 3).holes.map((h) => ({ ...h, id: `${id} ${h.id}` })) },
});
const ROWS = [row('a', ['skin', 'rib'], 1), row('b', ['skin', 'spar'], 2)];
const drilled = (id: string, n = 3): Mark =>
  mark(`d ${id}`, { rowId: id, holeIds: (ROWS.find((r) => r.id === id)?.definition.holes ?? []).slice(0, n).map((h) => h.id) });
const byPart = (marks: Mark[]) => deburringByPart(assemblyWork({ fasteners: [], kit: KIT, parts: PARTS, rows: ROWS, marks }).rows);

describe('deburring by part', () => {
  it('a skin over its rows, both sides; only holes that are drilled', () => {
    const found = byPart([drilled('a'), drilled('b', 2)]);
    expect(found.map((p) => [p.partId, p.rows.map((r) => r.rowId), p.holes])).toEqual([
      ['skin', ['a', 'b'], 5],
      ['rib', ['a'], 3],
      ['spar', ['b'], 2],
    ]);
    expect(found[0]?.rows[0]?.steps.map((s) => s.side)).toEqual(['head', 'shop']);
  });
  it('nothing of a single row, and nothing that is deburred', () => {
    expect(byPart([drilled('a')])).toEqual([]);
    const layers = (id: string) => ROWS.find((r) => r.id === id)?.definition.layers[0]?.id ?? '';
    const done = (['head', 'shop'] as const).flatMap((side) =>
      ROWS.map((r) =>
        mark(`x ${r.id} ${side}`, {
          kind: 'deburred',
          rowId: r.id,
          side,
          layerIds: [layers(r.id)],
          holeIds: r.definition.holes.map((h) => h.id),
        }),
      ),
    );
    expect(byPart([drilled('a'), drilled('b'), ...done]).map((p) => p.partId)).toEqual(['rib', 'spar']);
  });
});

describe('the same dies for both sheets', () => {
  const setup = (sheet: 'skin' | 'substructure', dash = 3): Setup => ({
    key: `${dash}/${sheet}`,
    operation: 'dimpled',
    tool: { kind: 'dies', dash, angleDeg: 100, sheet },
  });
  const dies = (id: string, sheet: ToolDefinition['sheet']): Entity<'tool'> => ({
    kind: 'tool',
    id,
    version: 1,
    definition: {
      v: 1,
      kitId: 'k',
      name: id,
      kind: 'die-set',
      throat: null,
      noseHalfWidth: null,
      noseHeight: null,
      takesBent: false,
      dash: 3,
      angleDeg: 100,
      sheet,
    },
  });
  it.each([
    ['one set that fits both', [dies('one', 'skin')], true],
    ['one for each', [dies('one', 'skin'), dies('two', 'substructure')], false],
    ['two that fit both', [dies('one', 'skin'), dies('two', 'skin')], false],
    ['a deeper one alone, which no skin may have', [dies('two', 'substructure')], false],
    ['none on record', [], false],
  ] as const)('%s', (_, tools, same) => expect(haveSameDies(tools, setup('skin'), setup('substructure'))).toBe(same));
  it('never for another rivet', () => expect(haveSameDies([dies('one', 'skin')], setup('skin'), setup('skin', 4))).toBe(false));
});
