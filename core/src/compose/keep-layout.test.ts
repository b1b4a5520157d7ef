import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, ids, KIT, part, rowOf } from '../../test/build';
import { layoutAlong, rowBeside } from '../layout/path';
import { rectangle } from '../layout/outline';
import { planStack } from '../prep/plan';
import { inches, MM_PER_INCH, type Mm } from '../units/length';
import { layoutChangeSentence } from '../wording/layout';
import type { Entity, LayoutTyped, RowDefinition } from '../record/definitions';
import { editsOfLayout, layoutChanges, type LaidRows } from './keep-layout';
import { spacingOf, stackOf } from '../record/stack-of';

const typed: LayoutTyped = {
  units: 'in',
  path: '10',
  by: 'pitch',
  maxPitch: '1 1/4',
  count: '4',
  startEdge: '1/4',
  endEdge: '.25',
  second: 'square',
  lapWidth: '.5',
  keepClear: '',
};
const drawn = (id: string, name: string, y: number, height: number) => {
  const p = part(id, name, 0.025);
  const at = { x: -0.2 * MM_PER_INCH, y: y * MM_PER_INCH };
  const outline = { kind: 'rectangle' as const, corners: rectangle(at, inches(10.4), inches(height)) };
  return { ...p, definition: { ...p.definition, outline } };
};
const parts = [drawn('p1', 'skin', -0.2, 5), drawn('p2', 'flange', -0.3, 5)];
const byId = new Map(parts.map((p) => [p.id, p.definition]));
const entity = (definition: RowDefinition, id = 'r1', version = 3): Entity<'row'> => ({ kind: 'row', id, version, definition });

function laidOut(across = 0.25, count = 9): LaidRows {
  const path = [
    { x: 0, y: 0 },
    { x: inches(10), y: 0 },
  ];
  const first = layoutAlong(path, { spacing: { count }, startEdge: inches(0.25), endEdge: inches(0.25) });
  if (!first) throw new Error('no room');
  return { path, first, second: rowBeside(path, first, inches(across), false), rowDistance: inches(across), lapWidth: inches(0.5) };
}
const question = (rows: Entity<'row'>[], laid = laidOut()) => ({
  row: rows[0] as Entity<'row'>,
  laid,
  typed: { ...typed, secondRowId: rows[0]?.definition.laid?.typed?.secondRowId },
  parts: byId,
  rows,
  units: 'in' as const,
  newId: ids(40 + rows.length),
});
const rowsAfter = (rows: Entity<'row'>[], edits: ReturnType<typeof editsOfLayout>) => [
  ...rows.filter((r) => !edits.some((e) => e.id === r.id)),
  ...edits.map((e) => entity(e.definition as RowDefinition, e.id, e.expectedVersion + 1)),
];

describe('a layout that is kept', () => {
  const start = entity({ ...rowOf(['p1', 'p2'], 4), name: 'Lap' });
  const edits = editsOfLayout(question([start]));
  const [first, second] = edits.map((e) => e.definition as RowDefinition) as [RowDefinition, RowDefinition];

  it('keeps each sheet’s true nearest edge', () => {
    expect(first.layers.map((l) => l.edge && l.edge.mm / MM_PER_INCH)).toEqual([expect.closeTo(0.2, 9), expect.closeTo(0.3, 9)]);
    expect(first.edge?.mm).toBeCloseTo(0.125 * MM_PER_INCH, 9);
  });
  it('keeps the second row with its places and a link to it', () => {
    expect(second.holes.map((h) => h.at)).toHaveLength(9);
    expect(second.holes[0]?.at).toEqual({ x: expect.closeTo(inches(0.25), 9) as number, y: expect.closeTo(inches(0.25), 9) as number });
    expect(second.name).toBe('Lap, second row');
    expect(first.laid?.typed).toEqual({ ...typed, secondRowId: edits[1]?.id });
  });
  it('what was found in the layout is found in the kept rows', () => {
    const rows = [first, second];
    const context = { kit: KIT, parts: byId, fasteners: NO_FASTENERS, rows };
    const found = rows.map((r) => planStack(stackOf(r, context)!).findings.map((f) => `${f.code}:${f.severity}`));
    expect(found[0]).toEqual(expect.arrayContaining(['edge-distance-low:caution', 'pitch-low:stop']));
    expect(found[1]).toContain('pitch-low:stop');
    expect(spacingOf(first, context)?.beside?.distance).toBeCloseTo(0.25 * MM_PER_INCH, 9);
  });
  it('kept again it changes the second row and makes no other', () => {
    const rows = rowsAfter([start], edits);
    const kept = rows.find((r) => r.id === 'r1') as Entity<'row'>;
    const again = editsOfLayout(question([kept, ...rows.filter((r) => r !== kept)], laidOut(0.3, 8)));
    expect(again.map((e) => [e.id, e.expectedVersion])).toEqual([
      ['r1', 4],
      [edits[1]?.id, 1],
    ]);
    const then = again[1]?.definition as RowDefinition;
    expect(then.holes.filter((h) => !h.out)).toHaveLength(8);
    expect(then.holes.map((h) => h.id)).toEqual(second.holes.map((h) => h.id));
  });
  it('never takes a name that is there', () => {
    const other = entity({ ...rowOf(['p1', 'p2'], 4), name: 'Lap, second row', layers: [] }, 'r9');
    expect((editsOfLayout(question([start, other]))[1]?.definition as RowDefinition).name).toBe('Lap, second row (2)');
  });
  it('says first what it changes', () => {
    const q = question([start]);
    expect(layoutChanges(edits, q).map((c) => layoutChangeSentence(c, 'in'))).toEqual([
      'Lap: 4 holes become 9.',
      'Lap: pitch 1.1875 in.',
      'Lap: nearest edge .125 in.',
      'Lap: distance to the row beside it .250 in.',
      'Lap: nearest edge of skin .200 in.',
      'Lap: nearest edge of flange .300 in.',
      'Lap, second row (a new row): 9 holes.',
      'Lap, second row (a new row): pitch 1.1875 in.',
      'Lap, second row (a new row): nearest edge .125 in.',
      'Lap, second row (a new row): distance to the row beside it .250 in.',
      'Lap, second row (a new row): nearest edge of skin .450 in.',
      'Lap, second row (a new row): nearest edge of flange .450 in.',
    ]);
    expect(
      layoutChanges(editsOfLayout({ ...q, row: { ...start, definition: first }, rows: rowsAfter([start], edits) }), {
        ...q,
        rows: rowsAfter([start], edits),
      }),
    ).toEqual([]);
  });
  it('an end of an earlier layout does not stay behind as the edge', () => {
    const path = [
      { x: 0, y: 0 },
      { x: inches(10), y: 0 },
    ];
    const wider = layoutAlong(path, { spacing: { count: 9 }, startEdge: inches(0.5), endEdge: inches(0.5) });
    const laid = { path, first: wider as NonNullable<typeof wider>, second: [], rowDistance: null, lapWidth: null };
    const was = { ...first, edge: { mm: (0.25 * MM_PER_INCH) as Mm, text: '.25', units: 'in' as const } };
    const q = { ...question([entity(was)]), laid };
    expect((editsOfLayout(q)[0]?.definition as RowDefinition).edge?.mm).toBeCloseTo(0.5 * MM_PER_INCH, 9);
  });
});
