import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, ids } from '../../test/build';
import { planRow } from '../work/assembly-work';
import type { Entity, FastenerDefinition, KitDefinition, RowDefaults } from '../record/definitions';
import { closingText } from '../typed/row-line';
import { ROW_COLUMNS } from '../typed/csv-cells';
import { closingInLine, composeRow, lineOfRow, readRowLine } from './compose';
import { composeLines } from './compose-many';
import { readRowTable, rowTable } from './csv-rows';

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const entry = (id: string, more: Partial<FastenerDefinition>): Entity<'fastener'> => ({
  kind: 'fastener',
  id,
  version: 1,
  definition: { v: 1, kitId: 'k', name: id, kind: 'blind', diameter: null, hole: null, head: null, gripFrom: null, gripTo: null, ...more },
});
const flush = (diameter: number | null, angleDeg: number | null) =>
  ({ kind: 'flush', diameter: diameter === null ? null : inch(diameter), angleDeg }) as const;
const BLIND = entry('pull stem', {
  hole: inch(0.11),
  diameter: inch(0.094),
  head: flush(0.18, 120),
  gripFrom: inch(0.03),
  gripTo: inch(0.125),
});
const SCREW = entry('#8 screw', { kind: 'screw', diameter: inch(0.164), head: flush(null, null) });
const BOLT = entry('hinge bolt', { kind: 'bolt', diameter: inch(0.19), hole: inch(0.1895) });
const SMALL_HEAD = entry('reduced head', { kind: 'solid', diameter: inch(0.125), head: flush(0.2, 100) });
const DRAIN = entry('drain 1/4', { kind: 'none', hole: inch(0.25) });
const PLUG = entry('wire hole', { kind: 'none', hole: inch(0.375), ends: 'plugged' });
const PIN = entry('dowel', { kind: 'pin', diameter: inch(0.125), hole: inch(0.125), holeMax: inch(0.1255) });
const ALL = [BLIND, SCREW, BOLT, SMALL_HEAD, DRAIN, PLUG, PIN];
const BY_ID = new Map(ALL.map((f) => [f.id, f.definition]));

const context = (fasteners = ALL, defaults?: RowDefaults) => ({
  assemblyId: 'a',
  units: 'in' as const,
  parts: [],
  fasteners,
  defaults,
  newId: ids(3),
});
function compose(text: string, fasteners = ALL, defaults?: RowDefaults) {
  const own = context(fasteners, defaults);
  const line = readRowLine(text, own);
  return line.ok ? composeRow(line.value, own, 1) : line;
}
function row(text: string, fasteners = ALL, defaults?: RowDefaults) {
  const made = compose(text, fasteners, defaults);
  if (!made.ok) throw new Error(JSON.stringify(made.problem));
  return made.value;
}
function planned(text: string, kit: KitDefinition = KIT) {
  const { row: definition, newParts } = row(text);
  const parts = new Map(newParts.map((p) => [p.id, p.definition]));
  const made = planRow('r', definition, { kit, parts, fasteners: BY_ID });
  if (!made) throw new Error('not planned');
  return made;
}
const refused = (text: string, fasteners = ALL) => {
  const made = compose(text, fasteners);
  return made.ok ? 'kept' : [made.problem.code, made.problem.at];
};

describe('a row names a fastener of the kit', () => {
  it.each([
    ['skin .032 / rib .032 : pull stem x4', 'pull stem', 3],
    ['skin .032 / rib .032 : PULL STEM x4', 'pull stem', 3],
    ['skin .063 / lug .063 : "#8 screw" x4', '#8 screw', 5],
    ['skin .063 / lug .063 : reduced head-4 x4', 'reduced head', 4],
    ['floor .063 : drain 1/4 x2', 'drain 1/4', 6],
  ])('%s', (text, fastenerId, dash) => expect(row(text).row).toMatchObject({ fastenerId, dash }));
  it('a length of its own is kept of a solid one only', () => {
    expect(row('a .063 / b .063 : reduced head-4 x4').row.lengthDash).toBe(4);
    expect(refused('a .063 / b .063 : pull stem-4 x4')).toEqual(['fastener-unknown', 18]);
  });
  it.each([
    ['a .063 : nothing known x4', ['fastener-unknown', 9]],
    ['a .063 : none x4', ['fastener-none-which', 9]],
    ['a .063 : pull stem x4 far flush', ['far-not-flush', 26]],
    ['a .063 : 470AD3 x4 far flush', ['far-not-flush', 23]],
  ])('%s is refused', (text, problem) => expect(refused(text)).toEqual(problem));
  it('none is the one open hole of the kit, where there is one only', () => {
    expect(row('a .063 : none x4', [DRAIN]).row.fastenerId).toBe('drain 1/4');
    expect(refused('a .063 : none x4', [])).toEqual(['fastener-none-which', 9]);
  });
  it('flush on both sides is of a solid flush rivet', () => {
    expect(row('a .063 / b .063 : 426AD3 x4 far flush').row.far).toBe('flush');
    expect(row('a .063 / b .063 : reduced head x4 far=flush').row.far).toBe('flush');
    expect(row('a .063 / b .063 : 426AD3 x4').row.far).toBeUndefined();
  });
  it.each(ALL.map((f) => f.id))('%s: written as a line and as a table, it reads the same', (name) => {
    const { row: made, newParts } = row(`skin .032 / rib .04 : "${name}" x4`);
    const parts = new Map(newParts.map((p) => [p.id, p.definition]));
    const again = row(lineOfRow(made, parts, BY_ID, 'in'));
    expect(again.row).toMatchObject({ fastenerId: name, dash: made.dash, head: made.head });
    const table = rowTable([made], parts, BY_ID, 'in');
    const [back] = readRowTable(
      table.slice(1),
      Object.fromEntries(ROW_COLUMNS.filter((c) => c !== 'line').map((c, i) => [c, i])),
      context(),
      1,
    );
    expect(back?.made?.row).toMatchObject({ fastenerId: name, dash: made.dash });
    expect(composeLines(table.map((l) => l.join('\t')).join('\n'), context(), 1)[0]?.made?.row.fastenerId).toBe(name);
  });
  it('a name that reads as something else goes in quotes', () => {
    expect(closingText({ name: 'drain x2' })).toBe('"drain x2"');
    expect(closingText(closingInLine(row('a .063 : 426AD3-4 x1').row, NO_FASTENERS))).toBe('MS20426AD3-4');
  });
  it('far flush stays in the line and in the table', () => {
    const { row: made, newParts } = row('a .063 / b .063 : 426AD3 x4 far flush');
    const parts = new Map(newParts.map((p) => [p.id, p.definition]));
    expect(row(lineOfRow(made, parts, BY_ID, 'in')).row.far).toBe('flush');
    const table = rowTable([made], parts, BY_ID, 'in');
    expect(composeLines(table.map((l) => l.join('\t')).join('\n'), context(), 1)[0]?.made?.row.far).toBe('flush');
  });
});

describe('what a kit’s new rows begin with', () => {
  const access = { edge: null, wall: inch(0.5), room: null, roomAtEnd: null, isBent: false };
  it('is in every row a line makes, and in none that was there', () => {
    const defaults: RowDefaults = { start: 'final', way: 'gun', drilledFrom: 'shop', access };
    const made = row('a .032 / b .032 : 426AD3 x4', ALL, defaults).row;
    expect(made).toMatchObject({ start: 'final', setting: { way: 'gun' }, drilledFrom: 'shop', access });
    const own = context(ALL, defaults);
    const line = readRowLine('a .032 / b .032 : 426AD3 x6', own);
    const kept = line.ok ? composeRow(line.value, own, 1, row('a .032 / b .032 : 426AD3 x4').row) : line;
    expect(kept.ok && kept.value.row.start).toBeUndefined();
  });
  it.each(['a .032 / b .032', 'a .032 / b .032 :', 'a .032 / b .032 : x4'])('%s is closed with what the kit says', (text) => {
    expect(row(text, ALL, { closedWith: 'pull stem' }).row.fastenerId).toBe('pull stem');
    expect(row(text, ALL, { closedWith: '470AD4' }).row).toMatchObject({ fastenerId: null, head: 'protruding', dash: 4 });
    expect(refused(text)).not.toBe('kept');
  });
});

describe('each kind is planned by its own figures', () => {
  const at = (text: string) => planned(text);
  it('a screw by the standard’s sharp diameter and clearance hole', () => {
    const { stack, plan } = at('skin .032 / lug .125 : #8 screw x2');
    expect(
      [stack.size.diameter, stack.hole, stack.head, stack.headAngleDeg].map((v) =>
        typeof v === 'number' ? Number((v / 25.4).toFixed(4)) : v,
      ),
    ).toEqual([0.164, 0.166, 'flush-100', 3.937]);
    expect(plan.layers.map((l) => l.prep)).toEqual(['dimple', 'countersink']);
    const a = (50 * Math.PI) / 180;
    const surface = 0.332 + (2 * 0.032 * (1 - Math.sin(a))) / Math.cos(a);
    expect((plan.layers[1]?.surfaceDiameter ?? 0) / 25.4).toBeCloseTo(surface, 9);
  });
  it.each([
    ['pull stem', ['set', 'inspected']],
    ['#8 screw', ['set', 'inspected']],
    ['hinge bolt', ['set', 'inspected']],
    ['dowel', ['set', 'inspected']],
    ['drain 1/4', []],
    ['wire hole', ['set']],
  ])('%s ends with %j', (name, last) =>
    expect(
      at(`a .032 / b .04 : "${name}" x2`)
        .steps.map((s) => s.kind)
        .filter((k) => k === 'set' || k === 'inspected'),
    ).toEqual(last),
  );
  it.each(['hinge bolt', 'dowel', 'drain 1/4'])('%s has no head to prepare for', (name) =>
    expect(at(`a .032 / b .04 : "${name}" x2`).plan.layers.map((l) => l.prep)).toEqual(['none', 'none']),
  );
  it('a bolt’s hole is its own to the limit somebody typed', () => {
    const { stack, plan } = at('a .032 / b .04 : hinge bolt x2');
    expect(stack.hole / 25.4).toBeCloseTo(0.1895, 9);
    expect(plan.findings.map((f) => f.code)).toContain('hole-max-unknown');
    expect(at('a .032 / b .04 : dowel x2').plan.findings.map((f) => f.code)).not.toContain('hole-max-unknown');
  });
  it('nothing of a solid rivet is said of one', () => {
    for (const name of ['pull stem', '#8 screw', 'hinge bolt', 'dowel', 'drain 1/4']) {
      const { plan, uses } = at(`a .063 / b .063 : "${name}" x2`);
      expect(plan.rivet).toMatchObject({ callout: name, widthAtHalfD: null, candidates: [] });
      expect(uses.filter((u) => u.setup.tool.kind === 'sets')).toEqual([]);
    }
  });
  it('washers and spacers stand in the stack; what comes down goes on to the next', () => {
    const { plan } = at('skin .025 / washer .032 through / spar .063 : 426AD3 x2');
    expect(plan.layers.map((l) => [l.prep, l.receives])).toEqual([
      ['dimple', 'head'],
      ['none', null],
      ['countersink', 'dimple'],
    ]);
    expect(plan.findings.map((f) => f.code)).not.toContain('not-received');
  });
});

describe('flush on both sides in a row', () => {
  const far = (text: string) => planned(`${text} x4 far flush`);
  const keys = (text: string) => far(text).steps.filter((s) => s.kind === 'dimpled' || s.kind === 'countersunk');
  it('each face is a step of its own; a strip cut from both is turned in the jig', () => {
    expect(keys('top .025 / strip .09 / bottom .025 : 426AD3').map((s) => [s.kind, s.side, s.isSecond ?? false])).toEqual([
      ['dimpled', null, false],
      ['countersunk', 'head', false],
      ['countersunk', 'shop', true],
      ['dimpled', 'shop', false],
    ]);
    expect(keys('a .063 / b .063 : 426AD3').map((s) => [s.kind, s.side])).toEqual([
      ['countersunk', null],
      ['countersunk', 'shop'],
    ]);
  });
  it('each face is cut to its own depth', () => {
    const { uses, plan } = far('top .02 / strip .1 / bottom .032 : 426AD3');
    const depths = uses.flatMap((u) => (u.setup.tool.kind === 'cutter' ? [u.setup.tool.depth] : []));
    expect(depths).toEqual(plan.layers[1]?.faces?.map((f) => f.depth));
    expect(depths[0]).not.toBeCloseTo(depths[1] ?? 0, 3);
  });
  it('it is set against a bar, in a set-up of its own', () =>
    expect(far('a .063 / b .063 : 426AD3').uses.map((u) => u.setup.key)).toContain('set/3/flush-100/far'));
});
