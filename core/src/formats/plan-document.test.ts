import { describe, expect, it } from 'vitest';
import { part, rowOf } from '../../test/build';
import type { RowDefinition } from '../record/definitions';
import { answerPlan } from './plan-document';

describe('the headless plan', () => {
  const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
  const stored = (n: number, name: string, inch: number) => ({
    id: uuid(n),
    definition: { ...part('x', name, inch).definition, assemblyId: uuid(9) },
  });
  const row = (n: number, partIds: string[], more: Partial<RowDefinition> = {}) => {
    const made = { ...rowOf(partIds, 8), ...more };
    const fresh = (prefix: number) => (_: unknown, i: number) => uuid(prefix + i);
    return {
      id: uuid(n),
      kind: 'row',
      version: 3,
      deleted: false,
      definition: {
        ...made,
        assemblyId: uuid(9),
        layers: made.layers.map((l, i) => ({ ...l, id: fresh(n * 100)(l, i) })),
        holes: made.holes.map((h, i) => ({ ...h, id: fresh(n * 100 + 50)(h, i) })),
      },
    };
  };
  const document = { parts: [stored(1, 'skin', 0.025), stored(2, 'spar', 0.063)], rows: [row(3, [uuid(1), uuid(2)])] };
  it('answers every row’s prep and the ordered operations', () => {
    const answered = answerPlan(document);
    if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
    const value = answered.value as {
      rows: { id: string; prep: { layers: { prep: string }[] } }[];
      operations: { id: string }[];
      order: string[];
    };
    expect(value.rows.map((r) => [r.id, r.prep.layers.map((l) => l.prep)])).toEqual([[uuid(3), ['dimple', 'countersink']]]);
    expect([...value.order].sort()).toEqual(value.operations.map((o) => o.id).sort());
    expect(value).toMatchObject({ optimal: true });
  });
  it.each([
    [{ parts: [] }, 'rows'],
    [{ ...document, parts: document.parts.slice(0, 1) }, 'rows[0].definition.layers[1].partId'],
    [{ ...document, rows: [document.rows[0], document.rows[0]] }, 'rows[1].id'],
    [{ ...document, rows: [{ ...document.rows[0], definition: { ...document.rows[0]?.definition, dash: 7 } }] }, 'rows[0].definition.dash'],
    [{ ...document, speed: 1 }, 'speed'],
  ])('unusable input is refused at its path: %#', (value, path) => {
    const answered = answerPlan(value);
    expect(!answered.ok && answered.problem.path).toBe(path);
  });
  it('an assembly without rows has nothing to order', () =>
    expect(answerPlan({ parts: [], rows: [] })).toMatchObject({
      ok: true,
      value: { rows: [], operations: [], order: [], setupChanges: 0, optimal: true },
    }));

  /* A box: the inner row can be got at until the lid is on. */
  const lid = uuid(3);
  const shut = { by: { kind: 'part' as const, id: lid }, side: 'both' as const, room: null };
  const box = {
    parts: [...document.parts, stored(3, 'lid', 0.032)],
    rows: [row(11, [uuid(1), uuid(2)], { shutBy: [shut] }), row(12, [lid, uuid(2)])],
  };
  const decision = (follows: string, plans: string[]) => ({
    v: 1,
    kitId: uuid(9),
    name: 'Box',
    order: 1,
    sequence: { follows, reason: 'as printed', plans },
  });
  const ask = (value: object) => {
    const answered = answerPlan(value);
    if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
    return answered.value as {
      operations: { id: string; minutes: number; after: { id: string; because: string }[] }[];
      order: string[];
      deadEnds: unknown[];
      followed?: { follows: string; order: string[]; deadEnds: { rowId: string; closedBy: string }[] };
    };
  };
  it('the order sets what would be shut off before it is; minutes are given to 12 digits', () => {
    const { order, deadEnds, operations } = ask(box);
    const setOf = (row: number) => order.findIndex((id) => id.startsWith(`${uuid(row)}/set`));
    expect(setOf(11)).toBeLessThan(order.indexOf(`part/${lid}/close`));
    expect(deadEnds).toEqual([]);
    for (const o of operations) expect(String(o.minutes).replace(/[-.]|e.*/g, '').length).toBeLessThanOrEqual(12);
  });
  it.each([
    ['the plans', [12, 11], [{ rowId: uuid(11), closedBy: `part/${lid}/close` }]],
    ['the plans, the other way round', [11, 12], []],
  ])('an assembly that follows %s is answered with that order too, and where it ends dead', (_, rows, deadEnds) => {
    const { followed, order } = ask({ ...box, assembly: decision('plans', rows.map(uuid)) });
    expect(followed?.follows).toBe('plans');
    expect([...(followed?.order ?? [])].sort()).toEqual([...order].sort());
    expect(followed?.deadEnds).toMatchObject(deadEnds);
    expect(followed?.deadEnds).toHaveLength(deadEnds.length);
  });
  it('one that follows the advice has no other order', () =>
    expect(ask({ ...box, assembly: decision('advice', []) }).followed).toBeUndefined());
  it('a tool of another size alone sets nothing', () => {
    const sets = (dash: number) => ({
      id: uuid(40),
      kind: 'tool',
      definition: {
        v: 1, kitId: uuid(9), name: 'sets', kind: 'sets', throat: null, noseHalfWidth: null, noseHeight: null, takesBent: false,
        dash, angleDeg: 100, sheet: null, gap: null,
      },
    }); // prettier-ignore
    expect(ask({ ...document, tools: [sets(3)] }).deadEnds).toEqual([]);
    expect(ask({ ...document, tools: [sets(5)] }).deadEnds).toMatchObject([{ rowId: uuid(3), closedBy: null }]);
  });
  it('a tool that is none is refused at its path', () => {
    const answered = answerPlan({ ...document, tools: [{ id: uuid(40), definition: { v: 1 } }] });
    expect(!answered.ok && answered.problem.path).toMatch(/^tools\[0\]\.definition/);
  });
});
