import { describe, expect, it } from 'vitest';
import { blindFastener, KIT, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import type { Entity, RowDefinition, ShutOff, ToolDefinition } from '../record/definitions';
import { planRow, type WorkRow } from '../work/assembly-work';
import { arrange } from './arrange';
import { breaksOf, followOrder, moved, plansWish } from './follow';
import { learnedMinutes } from '../operations/hours';
import { deriveSequence, type DerivedSequence, type SequenceModel } from './model';
import { readQuestion, writeQuestion } from './order-question';
import { accessAlong, waysLeft } from './shut-off';
import { waysOut } from './ways-out';
import { tryOut } from './what-if';
import { budget } from '../../test/budget';

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const PART_IDS = ['skin', 'rib', 'spar', 'cover', 'floor'];
const PARTS = new Map(PART_IDS.map((id, i) => [id, part(id, id, [0.025, 0.032, 0.04, 0.025, 0.032][i] as number).definition]));
const BLIND = { id: 'BR-3', definition: blindFastener('BR-3', inch(0.1094)) };
const FASTENERS = new Map([[BLIND.id, BLIND.definition]]);
const MINUTES = learnedMinutes([]);

function squeezer(nose: number): Entity<'tool'> {
  const definition: ToolDefinition = {
    v: 1, kitId: 'k', name: `nose ${nose}`, kind: 'squeezer', throat: inch(3), noseHalfWidth: inch(0.3), noseHeight: inch(nose),
    takesBent: true, dash: null, angleDeg: null, sheet: null, gap: inch(1.5),
  }; // prettier-ignore
  return { kind: 'tool', id: `nose ${nose}`, version: 1, definition };
}

interface Box {
  readonly model: SequenceModel;
  readonly derived: DerivedSequence;
  /** Rows in the order made-up plans set them. */
  readonly plans: readonly string[];
}

/** A box of some rows with whatever a builder might tell of them, sensible or not, and plans that set the rows anyhow. */
function randomBox(random: () => number): Box {
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)] as T;
  const names = Array.from({ length: 2 + Math.floor(random() * 4) }, (_, i) => `r${i}`);
  const shutOff = (): ShutOff => ({
    by: random() < 0.5 ? { kind: 'row', id: pick(names) } : { kind: 'part', id: pick(PART_IDS) },
    side: pick(['head', 'shop', 'both'] as const),
    room: random() < 0.4 ? inch(pick([0.2, 0.5, 0.8, 1.2])) : null,
    isBentOpen: random() < 0.1,
  });
  const rows = names.map((id): WorkRow => {
    const base = rowOf(
      PART_IDS.filter(() => random() < 0.4)
        .slice(0, 3)
        .concat(pick(PART_IDS))
        .filter((p, i, all) => all.indexOf(p) === i),
      2,
    );
    const definition: RowDefinition = {
      ...base,
      start: 'final',
      shutBy: Array.from({ length: Math.floor(random() * 3) }, shutOff),
      waitsForParts: random() < 0.1 ? [pick(PART_IDS)] : [],
      fastenerId: random() < 0.1 ? BLIND.id : null,
    };
    const planned = planRow(id, definition, { fasteners: FASTENERS, kit: KIT, parts: PARTS });
    if (!planned) throw new Error('no stack');
    return planned;
  });
  const tools = [0.3, 0.6, 1].filter(() => random() < 0.4).map(squeezer);
  const model: SequenceModel = { kit: KIT, parts: PARTS, fasteners: FASTENERS, rows, tools, partsDone: new Set() };
  return { model, derived: deriveSequence(model), plans: names.slice().sort(() => random() - 0.5) };
}

/**
 * Dead ends a second way: the order is worked step by step; after each every row that is not set is asked anew which ways it has, from all
 * that was told of it and what was done.
 */
function deadEndsPlainly(
  { rows, tools }: SequenceModel,
  { operations }: DerivedSequence,
  order: readonly string[],
): Map<string, string | null> {
  const setOf = new Map(operations.flatMap((o) => (o.kind === 'set' && o.rowId !== null ? [[o.rowId, o.id] as const] : [])));
  const closeOf = (s: ShutOff) => (s.by.kind === 'part' ? `part/${s.by.id}/close` : setOf.get(s.by.id));
  const done = new Set<string>();
  const found = new Map<string, string | null>();
  const look = (step: string | null) => {
    for (const r of rows) {
      const set = setOf.get(r.id);
      if (set === undefined || done.has(set) || found.has(r.id)) continue;
      const shut = (r.row.shutBy ?? []).filter((s) => closeOf(s) !== set && done.has(closeOf(s) ?? ''));
      if (waysLeft(r, shut, tools).length === 0) found.set(r.id, step);
    }
  };
  look(null);
  for (const id of order) {
    done.add(id);
    look(id);
  }
  return found;
}

const boxes = (count: number, seed: number) => {
  const random = randomFrom(seed);
  return Array.from({ length: count }, () => randomBox(random));
};
const planned = ({ derived, plans }: Box) => followOrder(derived.left, plansWish(plans, derived.left, derived.access));

const BOXES = budget(200, 2000);

describe(`${BOXES} random boxes, each with plans of its own`, () => {
  const all = boxes(BOXES, 20261126);
  it('the dead ends of an order are those that working it step by step meets, at the same step', () => {
    let count = 0;
    all.forEach((box, i) => {
      const order = planned(box);
      const found = accessAlong(order, box.derived.access, box.derived.done).deadEnds;
      const plainly = deadEndsPlainly(box.model, box.derived, order);
      expect(new Map(found.map((d) => [d.rowId, d.closedBy])), `box ${i}`).toEqual(plainly);
      count += plainly.size;
    });
    expect(count).toBeGreaterThan(BOXES / 4);
  });
  it('every way out that is offered leads out, and into no other dead end: worked step by step again', () => {
    const taken = new Map<string, number>();
    all.slice(0, BOXES / 2).forEach((box, i) => {
      const order = planned(box);
      const before = deadEndsPlainly(box.model, box.derived, order);
      for (const deadEnd of accessAlong(order, box.derived.access, box.derived.done).deadEnds)
        for (const way of waysOut({ model: box.model, derived: box.derived, order, deadEnd, blind: BLIND, minutes: MINUTES })) {
          const where = `box ${i}, ${deadEnd.rowId}, ${way.kind}`;
          /* The tool that is named is not there yet: what it would have to be is tested beside the ways out. */
          if (way.kind === 'tool') continue;
          const rows = box.model.rows.map((r) =>
            r.id === deadEnd.rowId && way.row ? planRow(r.id, way.row, { fasteners: FASTENERS, kit: KIT, parts: PARTS }) : r,
          ) as WorkRow[];
          const model = { ...box.model, rows };
          const derived = deriveSequence(model);
          const after = deadEndsPlainly(model, derived, way.order);
          expect(after.has(deadEnd.rowId), where).toBe(false);
          for (const row of after.keys()) expect(before.has(row), where).toBe(true);
          expect(breaksOf(derived.left, way.order), where).toEqual([]);
          taken.set(way.kind, (taken.get(way.kind) ?? 0) + 1);
        }
    });
    expect([...taken.keys()].sort()).toEqual(['bend', 'blind', 'earlier', 'later']);
    for (const count of taken.values()) expect(count).toBeGreaterThan(3);
  });
  it('an order that is followed keeps every wait, holds everything once, and is the wish itself where that can be worked', () => {
    const random = randomFrom(7);
    for (const box of all) {
      const { left } = box.derived;
      const wish = left.map((o) => o.id).sort(() => random() - 0.5);
      const order = followOrder(left, wish);
      expect(breaksOf(left, order)).toEqual([]);
      expect(order.slice().sort()).toEqual(wish.slice().sort());
      expect(followOrder(left, order)).toEqual(order);
      /* Each is what was wished for next, or something that still stood before it. */
      const seen = new Set<string>();
      const needs = new Map(left.map((o) => [o.id, o.after.map((a) => a.id)]));
      const isBehind = (id: string, wanted: string): boolean =>
        id === wanted || (needs.get(wanted) ?? []).some((a) => !seen.has(a) && isBehind(id, a));
      for (const id of order) {
        expect(isBehind(id, wish.find((w) => !seen.has(w)) as string)).toBe(true);
        seen.add(id);
      }
    }
  });
  it('an operation moved breaks just what stands on the wrong side of it', () => {
    for (const { derived } of all.slice(0, 150)) {
      const order = followOrder(derived.left, []);
      order.forEach((id, at) => {
        const to = (at * 7) % order.length;
        const next = moved(order, id, to);
        expect(next[Math.min(to, next.length - 1)]).toBe(id);
        const place = new Map(next.map((o, i) => [o, i]));
        const wrong = derived.left.flatMap((o) =>
          o.after.filter((a) => (place.get(a.id) ?? -1) > (place.get(o.id) ?? 0)).map((a) => `${a.id} ${o.id}`),
        );
        expect(breaksOf(derived.left, next).map((b) => `${b.earlier} ${b.later}`).sort()).toEqual(wrong.sort()); // prettier-ignore
      });
    }
  });
  it('what is tried splits everything in two; what can be done waits for nothing left aside', () => {
    const random = randomFrom(99);
    for (const { model, derived } of all) {
      const some = <T>(list: readonly T[]) => new Set(list.filter(() => random() < 0.3));
      const heldRows = some(model.rows.map((r) => r.id));
      const skippedParts = some(PART_IDS);
      const box = random() < 0.5 ? null : some(model.tools.map((t) => t.id));
      const { now, aside } = tryOut(derived.left, model, { heldRows, skippedParts, box });
      expect(now.length + aside.size).toBe(derived.left.length);
      for (const o of now) {
        expect(aside.has(o.id)).toBe(false);
        expect(o.after.some((a) => aside.has(a.id))).toBe(false);
        expect(o.kind === 'set' && heldRows.has(o.rowId ?? '')).toBe(false);
        if (o.rowId !== null) expect(o.partIds.some((p) => skippedParts.has(p))).toBe(false);
      }
      const byId = new Map(derived.left.map((o) => [o.id, o]));
      for (const [id, because] of aside)
        if (because === 'waits')
          expect(
            byId.get(id)?.after.some((a) => aside.has(a.id)),
            id,
          ).toBe(true);
    }
  });
  it('a question written down finds the same order, and is the same text for the same question only', () => {
    const texts = new Map<string, string>();
    all.slice(0, 120).forEach(({ derived: { left, access, done } }, i) => {
      const text = writeQuestion({ operations: left, access, done });
      const asked = readQuestion(text);
      expect(arrange(asked.operations, asked.access, asked.done), `box ${i}`).toEqual(arrange(left, access, done));
      expect(writeQuestion(asked)).toBe(text);
      /* What only counts is not in it. */
      expect(writeQuestion({ operations: left.map((o) => ({ ...o, count: 99, minutes: 5 })), access, done })).toBe(text);
      if (left.length > 1) expect(writeQuestion({ operations: left.slice(1), access, done })).not.toBe(text);
      texts.set(text, JSON.stringify(left.map((o) => o.id)));
    });
    expect(texts.size).toBeGreaterThan(60);
  });
});
