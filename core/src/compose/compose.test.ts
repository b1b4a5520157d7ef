import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, fold, ids, KIT, mark, part, rowOf } from '../../test/build';
import { parseRowLine } from '../typed/row-line';
import { planStack } from '../prep/plan';
import { asksFaces, composeRow, duplicateRow, lineOfRow, turnedOver } from './compose';
import { composeLines } from './compose-many';
import { editsOf } from './edits-of';
import type { Entity, RowDefinition } from '../record/definitions';
import { mirrorRow } from '../record/mirror';
import { stackOf } from '../record/stack-of';
import { leftoversOf, progressOf, stepsOf } from '../record/steps';

const context = (parts: Entity<'part'>[] = []) => ({ assemblyId: 'a', units: 'in' as const, parts, newId: ids(5) });
const compose = (line: string, parts: Entity<'part'>[] = [], existing?: Parameters<typeof composeRow>[3]) => {
  const parsed = parseRowLine(line, 'in');
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return composeRow(parsed.value, context(parts), 1, existing);
};

describe('a row from its line', () => {
  it('makes the parts it names and uses those that exist, whatever the case', () => {
    const made = compose('Skin .025 / rib .032 : 426AD3 x4', [part('p1', 'skin', 0.025)]);
    if (!made.ok) throw new Error('refused');
    expect(made.value.newParts.map((p) => p.definition.name)).toEqual(['rib']);
    expect(made.value.row.layers[0]?.partId).toBe('p1');
  });
  it('refuses a thickness that is not the part’s, at its character', () => {
    const made = compose('skin .032 / rib .032 : 426AD3', [part('p1', 'skin', 0.025)]);
    expect(made).toMatchObject({ ok: false, problem: { code: 'part-thickness-differs', at: 5, data: { part: 'skin', partId: 'p1' } } });
  });
  it('prefers the part of the same hand', () => {
    const made = compose('skin .025 : 426AD3 hand=R', [
      part('l', 'skin', 0.025, 'L'),
      part('r', 'skin', 0.025, 'R'),
      part('n', 'skin', 0.025),
    ]);
    expect(made.ok && made.value.row.layers[0]?.partId).toBe('r');
  });
  it('typed anew keeps the ids of its holes and of the sheets that stay', () => {
    const parts = [part('p1', 'skin', 0.025), part('p2', 'rib', 0.032), part('p3', 'cap', 0.063)];
    const before = { ...rowOf(['p1', 'p2'], 6), school: 'two-thirds' as const };
    const made = compose('skin .025 / cap .063 : 426AD3 x4', parts, before);
    if (!made.ok) throw new Error('refused');
    const { row } = made.value;
    expect(row.layers[0]?.id).toBe(before.layers[0]?.id);
    expect(row.layers[1]?.id).not.toBe(before.layers[1]?.id);
    expect(row.holes.map((h) => h.out)).toEqual([false, false, false, false, true, true]);
    expect(row.school).toBe('two-thirds');
  });
  it('is written back as a line that reads the same', () => {
    const line = 'Keel ; skin .025 / rib 0,8 mm csk : 426AD3-3.5 x4 @1.5 e=5/16 hand=L plan=FL-07';
    const made = compose(line);
    if (!made.ok) throw new Error('refused');
    const parts = new Map(made.value.newParts.map((p) => [p.id, p.definition]));
    expect(lineOfRow(made.value.row, parts, NO_FASTENERS, 'in')).toBe(line);
    expect(lineOfRow(made.value.row, parts, NO_FASTENERS, 'mm')).toContain('skin .025 in / rib 0,8 mm csk : 426AD3-3.5 x4 @1.5 in e=5/16');
  });
  it('many lines at once: good ones are made, bad ones keep their number, parts of one serve the next', () => {
    const lines = composeLines(
      'skin .025 / rib .032 : 426AD3 x4\n# a note\n\nnonsense\r\nskin .025 / cap .063 : 426AD3\nskin .032 : 426AD3',
      context(),
      7,
    );
    expect(lines.map((l) => [l.number, l.made?.row.order ?? l.problem?.code])).toEqual([
      [1, 7],
      [4, 'line-no-rivet'],
      [5, 8],
      [6, 'part-thickness-differs'],
    ]);
    const edits = editsOf(
      lines.flatMap((l) => (l.made ? [l.made] : [])),
      ids(6),
    );
    expect(edits.map((e) => e.kind)).toEqual(['part', 'part', 'part', 'row', 'row']);
  });
});

describe('sheets in another order', () => {
  const row = (...partIds: string[]) => ({
    layers: partIds.map((partId) => ({ id: partId, partId, plans: null, edge: null, bothSides: false })),
  });
  it.each<[string, string[], boolean]>([
    ['the same', ['a', 'b', 'c'], false],
    ['reversed: the same stack from its other side', ['c', 'b', 'a'], false],
    ['two change places', ['b', 'a', 'c'], true],
    ['turned round', ['b', 'c', 'a'], true],
    ['one fewer', ['a', 'c'], false],
    ['another one in its place', ['b', 'a', 'd'], false],
  ])('%s', (_, now, asks) => expect(asksFaces(row(...now), row('a', 'b', 'c'))).toBe(asks));
  it('a new row is asked nothing; turned over every sheet looks the other way, and twice as before', () => {
    expect(asksFaces(row('a', 'b', 'c'), undefined)).toBe(false);
    const whole = rowOf(['a', 'b', 'c'], 2);
    expect(turnedOver(whole).layers.map((l) => l.face)).toEqual(['other', 'other', 'other']);
    expect(turnedOver(turnedOver(whole)).layers.map((l) => l.face)).toEqual(['marked', 'marked', 'marked']);
  });
});

describe('copies', () => {
  const source = { definition: rowOf(['p1', 'p2'], 3, { hand: 'L' }) };
  it('a duplicate has ids of its own', () => {
    const copy = duplicateRow(source.definition, 2, ids(8));
    const known = new Set([...source.definition.holes, ...source.definition.layers].map((x) => x.id));
    expect([...copy.holes, ...copy.layers].some((x) => known.has(x.id))).toBe(false);
    expect(copy.holes).toHaveLength(3);
  });
});

describe('steps, folded from marks', () => {
  const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'spar', 0.063)].map((p) => [p.id, p.definition]));
  const row = rowOf(['p1', 'p2'], 4);
  const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  const steps = stepsOf(row, planStack(stack).layers);
  const [skin, spar] = row.layers.map((l) => l.id) as [string, string];
  const holes = row.holes.map((h) => h.id);
  it('drill, deburr both sides of each sheet, prepare each sheet as planned, rivet, inspect', () => {
    expect(steps.map((s) => s.key)).toEqual([
      'drilled//',
      `deburred/${skin}/head`,
      `deburred/${skin}/shop`,
      `deburred/${spar}/head`,
      `deburred/${spar}/shop`,
      `dimpled/${skin}/`,
      `countersunk/${spar}/`,
      'set//',
      'inspected//',
    ]);
  });
  it('progress counts each hole and step once', () => {
    const marks = [
      mark('1', { holeIds: holes }),
      mark('2', { holeIds: holes.slice(0, 2) }),
      mark('3', { kind: 'dimpled', holeIds: holes.slice(0, 1), layerIds: [skin] }),
    ];
    expect(progressOf(row, steps, fold(marks).rows.get('r'))).toEqual({ done: 5, wanted: 36 });
  });
  it('marks that no longer fit are kept and shown', () => {
    const states = fold([
      mark('1', { kind: 'dimpled', holeIds: holes.slice(0, 3), layerIds: [spar] }),
      mark('2', { kind: 'dimpled', holeIds: holes.slice(0, 1), layerIds: ['gone'] }),
      mark('3', { holeIds: [holes[3] as string] }),
    ]).rows.get('r');
    const shorter = { ...row, holes: row.holes.map((h, i) => ({ ...h, out: i === 3 })) };
    expect(leftoversOf(shorter, steps, states).map((l) => [l.because, l.holeIds.length])).toEqual([
      ['step-changed', 3],
      ['layer-gone', 1],
      ['holes-out', 1],
    ]);
  });
  it('the measured thickness outranks the nominal', () => {
    const measured = new Map(parts).set('p2', {
      ...(parts.get('p2') as Entity<'part'>['definition']),
      measured: { mm: 1, text: '1', units: 'mm' },
    });
    expect(stackOf(row, { kit: KIT, parts: measured, fasteners: NO_FASTENERS })?.layers[1]?.thickness).toBe(1);
  });
  it('a kit’s own limits and hole max replace the defaults', () => {
    const own = stackOf(
      { ...row, edge: { mm: 4, text: '4', units: 'mm' } },
      { fasteners: NO_FASTENERS, kit: { ...KIT, limits: { edgeStopD: 1.5, edgeFlushD: 1.5 }, holeMax: { 3: 2.7 } }, parts },
    );
    expect(own?.holeMax).toBe(2.7);
    expect(own && planStack(own).findings).toEqual([]);
  });
});

describe('what a row line does not say', () => {
  const length = (mm: number) => ({ mm, text: String(mm), units: 'mm' as const });
  const kept = {
    start: 'none' as const,
    access: { edge: null, wall: length(9), room: length(60), roomAtEnd: length(20), isBent: true },
    fastenerId: 'blind 3/32',
    laid: {
      path: [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
      ],
      startEdgeMm: 6,
      endEdgeMm: 6,
    },
  };
  const parts = [part('p1', 'skin', 0.025), part('p2', 'rib', 0.032)];
  const source: RowDefinition = {
    ...rowOf(['p1', 'p2'], 3, { hand: 'L', ...kept }),
    holes: ['h1', 'h2', 'h3'].map((id, i) => ({
      id,
      out: false,
      at: { x: 10 * i + 1, y: 4 },
      ...(i === 1 ? { holds: ['no-rivet' as const] } : {}),
    })),
  };
  it('stays when the line is typed anew', () => {
    const line = parseRowLine('Keel ; skin .025 / rib .032 : 426AD3 x4 @1 hand=L', 'in');
    if (!line.ok) throw new Error(line.problem.code);
    const made = composeRow(line.value, { assemblyId: 'a', units: 'in', parts, newId: ids(6) }, 1, source);
    if (!made.ok) throw new Error(made.problem.code);
    /* What closes it the line does say: this one names a call-out. */
    expect(made.value.row).toMatchObject({ ...kept, fastenerId: null });
    expect(made.value.row.holes.slice(0, 3)).toEqual(source.holes);
  });
  it('comes along in a copy, under ids of its own', () => {
    const copy = duplicateRow(source, 2, ids(7));
    expect(copy).toMatchObject(kept);
    expect(copy.holes.map(({ at, holds }) => ({ at, holds }))).toEqual(source.holes.map(({ at, holds }) => ({ at, holds })));
    expect(copy.holes.some((h) => source.holes.some((o) => o.id === h.id))).toBe(false);
  });
  it('comes along in a mirror, turned where it has a place', () => {
    const mirrored = mirrorRow({ kind: 'row', id: 'r', version: 1, definition: source }, parts, 2, ids(8));
    const row = mirrored?.edits.at(-1)?.definition as RowDefinition;
    expect(row).toMatchObject({ start: 'none', access: kept.access, fastenerId: kept.fastenerId });
    expect(row.holes.map((h) => [h.at?.x, h.holds])).toEqual([
      [-1, undefined],
      [-11, ['no-rivet']],
      [-21, undefined],
    ]);
  });
});
