import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import { foldDone } from '../done/hole-done';
import { standingOf } from '../done/compare';
import { closingOf } from '../record/steps';
import type { FastenerDefinition, RowDefinition, TypedLength } from '../record/definitions';
import { AT_HOLE } from '../record/step-key';
import { earlyOf, workOrderOf } from '../record/order';
import { drillingHelps } from '../setup/drilling-helps';
import { setupsOf } from '../setup/setup';
import { planRow } from '../work/assembly-work';
import { assemblyOperations } from './operations';

const inch = (value: number): TypedLength => ({ mm: value * 25.4, text: String(value), units: 'in' });
const blind = (hole: number, dieHole: number | null): FastenerDefinition => ({
  v: 1,
  kitId: 'k',
  name: 'blind 1/8, 120',
  kind: 'blind',
  diameter: inch(0.125),
  hole: inch(hole),
  head: { kind: 'flush', diameter: inch(0.235), angleDeg: 120 },
  gripFrom: inch(0.03),
  gripTo: inch(0.16),
  ...(dieHole === null ? {} : { dieHole: inch(dieHole) }),
});
const PARTS = new Map(
  [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032), part('spar', 'spar', 0.09)].map((p) => [p.id, p.definition]),
);
function planned(sheets: string[], entry: FastenerDefinition, more: Partial<RowDefinition> = {}) {
  const row = rowOf(sheets, 3, { fastenerId: 'f', ...more });
  const made = planRow('r', row, { kit: KIT, parts: PARTS, fasteners: new Map([['f', entry]]), assemblyRows: [row] });
  if (!made) throw new Error('not planned');
  return made;
}
const kinds = (made: ReturnType<typeof planned>) => made.steps.map((s) => s.kind);

describe('a fastener whose hole is larger than the pilot of its dies', () => {
  it('is dimpled at the pilot’s size, then reamed through all sheets, then deburred', () => {
    const made = planned(['skin', 'rib'], blind(0.144, 0.1285));
    expect(kinds(made)).toEqual(['piloted', 'dimpled', 'dimpled', 'drilled', ...Array(4).fill('deburred'), 'set', 'inspected']);
    const uses = setupsOf(made.steps, made.row, made.stack, made.plan);
    const bits = uses.flatMap((u) => (u.setup.tool.kind === 'bit' ? [(u.setup.tool.diameter / 25.4).toFixed(4)] : []));
    expect(bits).toEqual(['0.1285', '0.1440']);
  });
  it.each([
    ['as large as the pilot', blind(0.144, 0.144)],
    ['of which nobody said', blind(0.144, null)],
  ])('%s: final size before dimple, as always', (_, entry) => {
    expect(kinds(planned(['skin', 'rib'], entry))).toEqual([
      'drilled',
      ...Array(4).fill('deburred'),
      'dimpled',
      'dimpled',
      'set',
      'inspected',
    ]);
  });
  it('holes that come at their final size leave no choice', () => {
    expect(kinds(planned(['skin', 'rib'], blind(0.144, 0.1285), { start: 'final' })).indexOf('piloted')).toBe(-1);
  });
  it('a countersink still waits for the final hole', () => {
    const order = kinds(planned(['skin', 'spar'], blind(0.144, 0.1285)));
    expect(order).toEqual(['piloted', 'dimpled', 'drilled', ...Array(4).fill('deburred'), 'countersunk', 'set', 'inspected']);
  });
  it('dimpling is not early once piloted; reaming before it is, and so is deburring before reaming', () => {
    const made = planned(['skin', 'rib'], blind(0.144, 0.1285));
    const holeIds = made.row.holes.map((h) => h.id);
    const early = (done: string[], kind: 'dimpled' | 'drilled' | 'deburred') =>
      earlyOf(
        [{ kind, rowId: 'r', holeIds, layerIds: made.row.layers.map((l) => l.id), side: kind === 'deburred' ? 'head' : null }],
        [{ id: 'r', row: made.row, steps: made.steps, states: new Map(holeIds.map((h) => [h, new Set(done)])) }],
        { parts: new Set(), order: workOrderOf() },
      );
    const dimples = made.steps.filter((s) => s.kind === 'dimpled').map((s) => s.key);
    expect(early([], 'dimpled')).toEqual(['piloted']);
    expect(early([AT_HOLE.piloted], 'dimpled')).toEqual([]);
    expect(early([AT_HOLE.piloted], 'drilled')).toEqual(['dimpled']);
    expect(early([AT_HOLE.piloted, ...dimples], 'drilled')).toEqual([]);
    expect(early([AT_HOLE.piloted, ...dimples], 'deburred')).toEqual(['drilled']);
  });
  it('the order of the work has it so, for every operation of the row', () => {
    const made = planned(['skin', 'rib'], blind(0.144, 0.1285));
    const uses = setupsOf(made.steps, made.row, made.stack, made.plan);
    const operations = assemblyOperations([{ id: 'r', row: made.row, uses }], PARTS, workOrderOf());
    const before = (kind: string) => operations.find((o) => o.kind === kind)?.after.map((a) => operations.find((o) => o.id === a.id)?.kind);
    expect(before('dimpled')).toEqual(expect.arrayContaining(['piloted']));
    expect(before('drilled')).toEqual(expect.arrayContaining(['dimpled']));
    expect(before('deburred')).toEqual(expect.arrayContaining(['drilled', 'take-apart']));
  });
  it('dimples stay good when the hole is reamed after them', () => {
    const made = planned(['skin', 'rib'], blind(0.144, 0.1285));
    const hole = made.row.holes[0];
    if (!hole) throw new Error('no hole');
    const at = { rowId: 'r', holeIds: [hole.id] };
    const dies = { dash: made.stack.size.dash, angleDeg: 120, sheet: 'skin', face: 'head' };
    const marks = [
      mark('a', { ...at, kind: 'piloted', payload: { work: { bitMm: 3.26, holeMm: 3.26, tool: 'drill', partIds: ['skin', 'rib'] } } }),
      mark('b', { ...at, kind: 'dimpled', layerIds: made.row.layers.map((l) => l.id), payload: { work: dies } }),
      mark('c', {
        ...at,
        kind: 'drilled',
        payload: { how: 'reamed', work: { bitMm: 3.6576, holeMm: 3.6576, tool: 'reamer', partIds: ['skin', 'rib'] } },
      }),
    ];
    const done = foldDone(marks, () => made.row.layers).rows.get('r');
    const open = standingOf(made, hole, done?.get(hole.id)).open.map((o) => o.step.kind);
    expect(open).toEqual([...Array(4).fill('deburred'), 'set', 'inspected']);
  });
  it('the bench says that the sheets go together again', () => {
    const made = planned(['skin', 'rib'], blind(0.144, 0.1285));
    const helps = drillingHelps(made.row, made.stack, 'drilled', [3], undefined).map((h) => h.kind);
    expect(helps).toContain('ream-after-dimple');
    expect(helps).not.toContain('reamer');
  });
  it('closed with a rivet it is no question', () => {
    expect(closingOf(undefined).isDimpledFirst).toBe(false);
    expect(closingOf({ ...blind(0.144, 0.1285), kind: 'solid' }).isDimpledFirst).toBe(false);
  });
});
