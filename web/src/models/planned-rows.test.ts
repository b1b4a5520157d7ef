import type { AssemblyAnswer } from '#contract/answers';
import { describe, expect, it } from 'vitest';
import type { Entity, RowDefinition } from '#core/record/definitions';
import { KIT, part, rowOf } from '../../../core/test/build';
import { answerOf } from '../../test/answer';
import { contextOf, planAhead, plannedRow } from './planned-rows';
import { inSlices } from './slices';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)];

function rowAt(n: number, y: number): Entity<'row'> {
  const row = rowOf(['skin', 'rib'], 6);
  const laid = {
    path: [
      { x: 0, y },
      { x: 200, y },
    ],
    startEdgeMm: 8,
    endEdgeMm: 8,
  };
  const definition: RowDefinition = {
    ...row,
    name: `Row ${n}`,
    order: n,
    layers: row.layers.map((l, i) => ({ ...l, id: `${n}/${i}` })),
    laid,
  };
  return { kind: 'row', id: `row ${n}`, version: 1, definition };
}

const answer = (rows: readonly Entity<'row'>[], more: Partial<AssemblyAnswer> = {}) => answerOf('a', PARTS, rows, more);

describe('rows that are planned', () => {
  const [one, two] = [rowAt(1, 0), rowAt(2, 300)];
  it('are planned once while nothing they are made from changes', () => {
    const data = answer([one, two]);
    expect(plannedRow(one, data)).toBe(plannedRow(one, data));
    expect(plannedRow(one, answer([one, two]))).toBe(plannedRow(one, data));
    expect(contextOf(data)).toBe(contextOf(data));
  });
  it('are planned anew where a part is another thickness, the kit has another limit, or a row comes near', () => {
    const before = plannedRow(one, answer([one, two]));
    const thicker = PARTS.map((p) => ({
      ...p,
      version: 2,
      definition: { ...p.definition, thickness: { mm: 1.6, text: '.063', units: 'in' as const } },
    }));
    const after = plannedRow(one, answer([one, two], { parts: thicker }));
    expect(after?.plan.grip).not.toBe(before?.plan.grip);
    const strict = { ...KIT, limits: { edgeStopD: 9 } };
    const kit = { kind: 'kit' as const, id: 'k', version: 2, definition: strict };
    expect(plannedRow(one, answer([one, two], { kit } as never))?.stack.limits.edgeStopD).toBe(9);
    const near = plannedRow(one, answer([one, two, rowAt(3, 4)]));
    expect(near?.stack.spacing?.beside?.distance).toBeCloseTo(4, 9);
    expect(plannedRow(one, answer([one, two]))?.stack.spacing?.beside).toBeNull();
  });
  it('a row of the same definition with a newer version is that row, with the same plan', () => {
    const data = answer([one, two]);
    const before = plannedRow(one, data);
    const newer = { ...one, version: 2 };
    const after = plannedRow(newer, answer([newer, two]));
    expect(after?.entity).toBe(newer);
    expect(after?.plan).toBe(before?.plan);
  });
  it('one that names a part that is not there is none', () => expect(plannedRow(one, answer([one], { parts: [] }))).toBeNull());
  it('many are planned ahead in slices, and no further once nobody waits for them', async () => {
    const rows = Array.from({ length: 400 }, (_, i) => rowAt(i, i * 40));
    const data = answer(rows);
    let ticks = 0;
    const timer = setInterval(() => ticks++, 1);
    await planAhead(
      data,
      inSlices(() => false),
    );
    clearInterval(timer);
    /* Others had their turn between. */
    expect(ticks).toBeGreaterThan(0);
    const counted = rows.map((r) => rowAt(Number(r.definition.order), 5000 + r.definition.order * 40));
    let asked = 0;
    const watched = answer(
      counted.map((r) => new Proxy(r, { get: (of, key) => (key === 'definition' && asked++, Reflect.get(of, key) as unknown) })),
    );
    contextOf(watched);
    asked = 0;
    await planAhead(
      watched,
      inSlices(() => true),
    );
    /* Each is asked where it lies, then planned: of the second not all are. */
    expect(asked).toBeLessThan(2 * counted.length);
  });
});
