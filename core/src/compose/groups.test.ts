import { describe, expect, it } from 'vitest';
import { ids, KIT, part, rowOf } from '../../test/build';
import { planRow } from '../work/assembly-work';
import { holePlaces } from '../record/hole-places';
import { mirrorAssembly } from '../record/mirror';
import type { Edit, Entity, FastenerDefinition, FastenerGroup, RowDefinition } from '../record/definitions';
import { followGroups, groupOfRow, smallPlaces } from './groups';

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const GROUP: FastenerGroup = {
  kind: 'anchored-nut',
  small: 2,
  spacing: inch(0.6875),
  angleDeg: 0,
  lug: inch(0.04),
  dash: 3,
  head: 'flush-100',
  alloy: 'AD',
};
const SCREW: Entity<'fastener'> = {
  kind: 'fastener',
  id: 'screw',
  version: 1,
  definition: {
    v: 1,
    kitId: 'k',
    name: '#8 screw',
    kind: 'screw',
    diameter: inch(0.164),
    hole: null,
    head: { kind: 'flush', diameter: null, angleDeg: null },
    gripFrom: null,
    gripTo: null,
    group: GROUP,
  },
};
const PARTS = [part('cover', 'cover', 0.032), part('frame', 'frame', 0.05)];
const entity = (id: string, definition: RowDefinition, version = 1): Entity<'row'> => ({ kind: 'row', id, version, definition });
const CENTRES = rowOf(['cover', 'frame'], 3, {
  name: 'Hatch',
  fastenerId: 'screw',
  laid: {
    path: [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
    ],
    startEdgeMm: 10,
    endEdgeMm: 10,
  },
  edge: inch(0.5),
});
const keep = (definition: RowDefinition | null, id = 'c', expectedVersion = 1): Edit =>
  ({ kind: 'row', id, expectedVersion, definition }) as Edit;
const context = (rows: Entity<'row'>[] = [], fasteners = [SCREW]) => ({ rows, parts: PARTS, fasteners, newId: ids(5) });
/** The rows and parts after edits. */
function kept(edits: readonly Edit[]) {
  const rows = edits.flatMap((e) => (e.kind === 'row' && e.definition ? [entity(e.id, e.definition)] : []));
  const parts = edits.flatMap((e) =>
    e.kind === 'part' && e.definition ? [{ kind: 'part' as const, id: e.id, version: 1, definition: e.definition }] : [],
  );
  return { rows, parts, small: rows.find((r) => r.definition.groupOf === 'c') };
}
const MADE = kept(followGroups([keep(CENTRES, 'c', 0)], context()));

describe('where small holes lie', () => {
  it.each([
    [
      0,
      0,
      [
        [8.73125, 0],
        [-8.73125, 0],
      ],
    ],
    [
      90,
      0,
      [
        [0, 8.73125],
        [0, -8.73125],
      ],
    ],
    [
      0,
      90,
      [
        [0, 8.73125],
        [0, -8.73125],
      ],
    ],
  ] as const)('two at %i degrees to a row that runs at %i', (angleDeg, along, wanted) => {
    const places = smallPlaces({ x: 0, y: 0 }, { ...GROUP, angleDeg }, along);
    places.forEach((p, i) => {
      expect(p.x).toBeCloseTo(wanted[i]?.[0] ?? NaN, 9);
      expect(p.y).toBeCloseTo(wanted[i]?.[1] ?? NaN, 9);
    });
  });
  it('three lie a third of a turn apart, all as far from the centre', () => {
    const places = smallPlaces({ x: 5, y: 5 }, { ...GROUP, small: 3 }, 17);
    expect(places.map((p) => Math.hypot(p.x - 5, p.y - 5).toFixed(6))).toEqual(Array(3).fill((GROUP.spacing.mm / 2).toFixed(6)));
    expect(Math.hypot((places[0]?.x ?? 0) - (places[1]?.x ?? 0), (places[0]?.y ?? 0) - (places[1]?.y ?? 0))).toBeCloseTo(
      (GROUP.spacing.mm / 2) * Math.sqrt(3),
      9,
    );
  });
});

describe('a row of groups', () => {
  it('makes its small holes: through what stays and the lug, flush, where the centres lie', () => {
    const { small, parts } = MADE;
    expect(small?.definition).toMatchObject({ name: 'Hatch, small holes', head: 'flush-100', dash: 3, groupOf: 'c' });
    expect(parts.map((p) => [p.definition.name, p.definition.thickness.text])).toEqual([['#8 screw lug', '0.04']]);
    expect(small?.definition.layers.map((l) => l.partId)).toEqual(['frame', parts[0]?.id]);
    const centres = holePlaces(CENTRES)?.map((p) => p.place) ?? [];
    const places = small ? (holePlaces(small.definition)?.map((p) => p.place) ?? []) : [];
    expect(places).toHaveLength(6);
    centres.forEach((c, i) => expect(((places[2 * i]?.x ?? 0) + (places[2 * i + 1]?.x ?? 0)) / 2).toBeCloseTo(c.x, 9));
  });
  it('is planned like any row, edge and pitch of every hole judged', () => {
    const { small, parts } = MADE;
    const all = new Map([...PARTS, ...parts].map((p) => [p.id, p.definition]));
    const planned =
      small && planRow('s', small.definition, { kit: KIT, parts: all, fasteners: new Map(), assemblyRows: [CENTRES, small.definition] });
    expect(planned?.plan.layers.map((l) => l.prep)).toEqual(['countersink', 'none']);
    expect(planned?.stack.spacing?.least).toBeDefined();
  });
  it('more centres make more small holes, those that were keep their ids; fewer take them out of the plan', () => {
    const { small } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    const four = rowOf(['cover', 'frame'], 4, { ...CENTRES, holes: [...CENTRES.holes, { id: 'n', out: false }] });
    const grown = kept(followGroups([keep(four)], context(rows))).small;
    expect(grown?.definition.holes.slice(0, 6).map((h) => h.id)).toEqual(small?.definition.holes.map((h) => h.id));
    expect(grown?.definition.holes).toHaveLength(8);
    const one = { ...CENTRES, holes: CENTRES.holes.map((h, i) => ({ ...h, out: i > 0 })) };
    expect(kept(followGroups([keep(one)], context(rows))).small?.definition.holes.map((h) => h.out)).toEqual([
      false,
      false,
      true,
      true,
      true,
      true,
    ]);
  });
  it('the small holes move with their centres', () => {
    const { small } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    const moved = {
      ...CENTRES,
      laid: {
        path: [
          { x: 0, y: 50 },
          { x: 100, y: 50 },
        ],
        startEdgeMm: 10,
        endEdgeMm: 10,
      },
    };
    const places = holePlaces(kept(followGroups([keep(moved)], context(rows))).small?.definition as RowDefinition) ?? [];
    expect(places.map((p) => p.place.y.toFixed(6))).toEqual(Array(6).fill('50.000000'));
  });
  it('closed with something else, or deleted, it leaves no small holes behind; anything else is left as it is', () => {
    const { small } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    const gone = (edit: Edit) => followGroups([edit], context(rows)).map((e) => [e.id, e.definition === null]);
    expect(gone(keep({ ...CENTRES, fastenerId: null }))).toEqual([
      ['c', false],
      [small?.id, true],
    ]);
    expect(gone(keep(null))).toEqual([
      ['c', true],
      [small?.id, true],
    ]);
    const other = [keep(rowOf(['frame'], 2), 'x')];
    expect(followGroups(other, context(rows))).toBe(other);
    expect(followGroups([keep({ ...CENTRES, page: '' })], context(rows))).toHaveLength(1);
  });
  it('both rows say that they are one group', () => {
    const { small } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    for (const row of rows) expect(groupOfRow(row, rows, [SCREW])).toMatchObject({ centres: { id: 'c' }, small: { id: small?.id } });
    expect(groupOfRow(entity('x', rowOf(['frame'], 2)), rows, [SCREW])).toBeNull();
  });
  it('on the other side the small holes name the other side’s centres', () => {
    const { small, parts } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    const assembly = { kind: 'assembly' as const, id: 'a', version: 1, definition: { v: 1 as const, kitId: 'k', name: 'left', order: 1 } };
    const { edits } = mirrorAssembly(assembly, [...PARTS, ...parts], rows, 2, ids(6));
    const mirrored = edits.flatMap((e) => (e.kind === 'row' && e.definition ? [{ id: e.id, row: e.definition as RowDefinition }] : []));
    const centres = mirrored.find((m) => m.row.fastenerId === 'screw');
    expect(mirrored.find((m) => m.row.groupOf)?.row.groupOf).toBe(centres?.id);
  });
  it('an entry that is measured anew moves the small holes of every row that names it', () => {
    const { small } = MADE;
    const rows = [entity('c', CENTRES), ...(small ? [small] : [])];
    const wider = { ...SCREW.definition, group: { ...GROUP, spacing: inch(1) } };
    const edits = followGroups([{ kind: 'fastener', id: 'screw', expectedVersion: 1, definition: wider } as Edit], context(rows));
    const places = holePlaces(kept(edits).small?.definition as RowDefinition) ?? [];
    expect((places[0]?.place.x ?? 0) - (places[1]?.place.x ?? 0)).toBeCloseTo(25.4, 9);
  });
  it('an entry whose group is edited before its row is kept counts as edited', () => {
    const bare: FastenerDefinition = { ...SCREW.definition, group: null };
    const edits = [{ kind: 'fastener', id: 'screw', expectedVersion: 1, definition: SCREW.definition } as Edit, keep(CENTRES, 'c', 0)];
    expect(kept(followGroups(edits, context([], [{ ...SCREW, definition: bare }]))).small).toBeDefined();
  });
});
