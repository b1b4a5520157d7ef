import { describe, expect, it } from 'vitest';
import { ids, part, rowOf } from '../../test/build';
import type { Entity, JobDefinition, PartDefinition, RowDefinition } from './definitions';
import { mirrorAssembly, mirrorName, mirrorOrientation, mirrorRow, mirrorRows } from './mirror';

const parts = [part('p1', 'skin', 0.025, 'L'), part('p2', 'spar', 0.063)];
const source: Entity<'row'> = { kind: 'row', id: 'r1', version: 3, definition: rowOf(['p1', 'p2'], 3, { hand: 'L' }) };

describe('a mirrored row', () => {
  it('turns the hand and its handed parts, hole n to hole n', () => {
    const mirrored = mirrorRow(source, parts, 2, ids(8));
    const [skin, row] = mirrored?.edits ?? [];
    expect(skin).toMatchObject({ kind: 'part', definition: { name: 'skin', hand: 'R', mirroredFrom: 'p1', measured: null } });
    expect(row).toMatchObject({ kind: 'row', definition: { hand: 'R', mirroredFrom: 'r1' } });
    expect((row?.definition as RowDefinition).layers.map((l) => l.partId)).toEqual([skin?.id, 'p2']);
    expect((row?.definition as RowDefinition).holes).toHaveLength(3);
  });
  it('several, one after another: a part that one made is there for the next; one without a hand is passed over', () => {
    const next: Entity<'row'> = { ...source, id: 'r2' };
    const plain: Entity<'row'> = { ...source, id: 'r3', definition: { ...source.definition, hand: null } };
    const { edits, lastRowId } = mirrorRows([source, plain, next], parts, 5, ids(9));
    expect(edits.map((e) => e.kind)).toEqual(['part', 'row', 'row']);
    const made = edits.slice(1).map((e) => e.definition as RowDefinition);
    expect(made.map((d) => [d.mirroredFrom, d.order])).toEqual([
      ['r1', 5],
      ['r2', 7],
    ]);
    expect(made.map((d) => d.layers[0]?.partId)).toEqual([edits[0]?.id, edits[0]?.id]);
    expect(lastRowId).toBe(edits[2]?.id);
    expect(mirrorRows([plain], parts, 5, ids(9))).toEqual({ edits: [], lastRowId: null });
  });
  it('uses the turned part where it is there already', () => {
    expect(mirrorRow(source, [...parts, part('p3', 'skin', 0.025, 'R')], 2, ids(8))?.edits).toHaveLength(1);
  });
  it('cannot be made of a row without a hand', () => {
    expect(mirrorRow({ ...source, definition: { ...source.definition, hand: null } }, parts, 2, ids(8))).toBeNull();
  });
});

describe('a mirrored assembly', () => {
  const [first, ...rest] = parts as [Entity<'part'>, Entity<'part'>];
  const marked: Entity<'part'> = {
    ...first,
    definition: {
      ...first.definition,
      measured: { mm: 0.64, text: '0.64', units: 'mm' },
      listed: 2,
      counted: 2,
      orientation: { turnDeg: 90, flipped: false },
    },
  };
  const made = mirrorAssembly(
    { kind: 'assembly', id: 'a', version: 1, definition: { v: 1, kitId: 'k', name: 'Left float', order: 1 } },
    [marked, ...rest],
    [source],
    2,
    ids(8),
  );
  const [assembly, skin, , row] = made.edits;
  it('has a name, parts and rows of its own, each naming what it was mirrored from', () => {
    expect(assembly?.definition).toMatchObject({ name: 'Right float', mirroredFrom: 'a', order: 2 });
    expect(made.edits.map((e) => e.kind)).toEqual(['assembly', 'part', 'part', 'row']);
    expect(
      made.edits
        .slice(1)
        .every((e) => e.definition !== null && 'assemblyId' in e.definition && e.definition.assemblyId === made.assemblyId),
    ).toBe(true);
    expect((row?.definition as RowDefinition).layers[0]?.partId).toBe(skin?.id);
  });
  it('takes no measurement and no count along, and turns the orientation', () => {
    expect(skin?.definition as PartDefinition).toMatchObject({
      hand: 'R',
      measured: null,
      listed: 2,
      counted: null,
      orientation: { turnDeg: 270, flipped: false },
    });
  });
  it('shares no id with its source', () => {
    const known = new Set([
      'a',
      'p1',
      'p2',
      'r1',
      ...source.definition.holes.map((h) => h.id),
      ...source.definition.layers.map((l) => l.id),
    ]);
    const own = [
      ...made.edits.map((e) => e.id),
      ...(row?.definition as RowDefinition).holes.map((h) => h.id),
      ...(row?.definition as RowDefinition).layers.map((l) => l.id),
    ];
    expect(own.some((x) => known.has(x))).toBe(false);
  });
});

describe('jobs of a mirrored assembly', () => {
  it('come along for its own parts and rows, with steps of their own; what is gone is left out', () => {
    const job: Entity<'job'> = {
      kind: 'job',
      id: 'j',
      version: 4,
      definition: {
        v: 1,
        assemblyId: 'a',
        order: 3,
        name: 'Skin fitted',
        kind: 'fit-up',
        place: 'before-drilling',
        partIds: ['p1', 'gone'],
        minutes: 40,
        cycles: [{ id: 'c', name: 'on', rowIds: ['r1', 'gone'], steps: [{ id: 's', text: 'skin on' }] }],
      },
    };
    const assembly = { kind: 'assembly' as const, id: 'a', version: 1, definition: { v: 1 as const, kitId: 'k', name: 'Left', order: 1 } };
    const { edits, assemblyId } = mirrorAssembly(assembly, parts, [source], 2, ids(11), [job]);
    const [made, part1, row1] = [
      edits.find((e) => e.kind === 'job'),
      edits.find((e) => e.kind === 'part' && e.definition?.mirroredFrom === 'p1')?.id,
      edits.find((e) => e.kind === 'row')?.id,
    ];
    expect(made?.definition).toMatchObject({
      assemblyId,
      mirroredFrom: 'j',
      name: 'Skin fitted',
      minutes: 40,
      partIds: [part1],
      cycles: [{ name: 'on', rowIds: [row1], steps: [{ text: 'skin on' }] }],
    });
    const [cycle] = (made?.definition as JobDefinition).cycles;
    expect([made?.id, cycle?.id, cycle?.steps[0]?.id].some((id) => ['j', 'c', 's', undefined].includes(id))).toBe(false);
  });
});

describe('what was told of a row', () => {
  const told: Entity<'row'> = {
    ...source,
    definition: {
      ...source.definition,
      shutBy: [
        { by: { kind: 'part', id: 'p2' }, side: 'shop' },
        { by: { kind: 'row', id: 'r2' }, side: 'head' },
      ],
      waitsForParts: ['p1'],
    },
  };
  const rowIn = (edits: readonly { kind: string; definition: unknown }[]) =>
    edits.find((e) => e.kind === 'row')?.definition as RowDefinition;
  it('in a mirrored assembly names the other side’s parts and rows; the order that was decided on stays here', () => {
    const assembly = {
      kind: 'assembly' as const,
      id: 'a',
      version: 1,
      definition: {
        v: 1 as const,
        kitId: 'k',
        name: 'Left',
        order: 1,
        sequence: { follows: 'own' as const, reason: 'x', own: ['r1/set'] },
      },
    };
    const other: Entity<'row'> = { ...source, id: 'r2' };
    const { edits } = mirrorAssembly(assembly, parts, [told, other], 2, ids(7));
    const partId = edits.find((e) => e.kind === 'part' && e.definition?.mirroredFrom === 'p2')?.id;
    const first = edits.find((e) => e.kind === 'part' && e.definition?.mirroredFrom === 'p1')?.id;
    const rowId = edits.find((e) => e.kind === 'row' && e.definition?.mirroredFrom === 'r2')?.id;
    expect(rowIn(edits).shutBy?.map((s) => s.by.id)).toEqual([partId, rowId]);
    expect(rowIn(edits).waitsForParts).toEqual([first]);
    expect(edits[0]?.definition).not.toHaveProperty('sequence');
  });
  it('of a row mirrored within its assembly keeps what holds for both hands, and nothing of the first hand’s', () => {
    const mirrored = rowIn(mirrorRow(told, parts, 2, ids(8))?.edits ?? []);
    expect(mirrored.shutBy?.map((s) => s.by.id)).toEqual(['p2']);
    expect(mirrored.waitsForParts).toEqual([]);
  });
});

describe('mirrored twice', () => {
  it.each([0, 90, 180, 270] as const)('an orientation turned %i is as it was', (turnDeg) => {
    for (const flipped of [true, false]) expect(mirrorOrientation(mirrorOrientation({ turnDeg, flipped }))).toEqual({ turnDeg, flipped });
  });
  it.each([
    ['Left float', 'Right float'],
    ['RIGHT flap, left rib', 'LEFT flap, right rib'],
    ['Baggage door', 'Baggage door, mirrored'],
    ['Upright', 'Upright, mirrored'],
  ])('%s becomes %s', (name, other) => {
    expect(mirrorName(name)).toBe(other);
  });
});
