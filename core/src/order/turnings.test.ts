import { workOrderOf } from '../record/order';
import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import { planRow } from '../work/assembly-work';
import { arrange } from '../access/arrange';
import { operationGraph, type Operation, type OperationGraph } from './graph';
import { leastTurnings } from './least-turnings';
import { assemblyOperations } from '../operations/operations';
import { orderOperations } from './order';
import { orderCost } from './order-cost';
import { headSides, piecesOf, type Piece } from '../operations/pieces';
import { turningsAtLeast, turningsBetween, turnLess } from './turnings';

const piece = (text: string): Piece => ({ id: text[0] ?? '', up: text.endsWith('+') ? 1 : text.endsWith('-') ? 0 : null });
const pieces = (text: string): Piece[] => (text === '' ? [] : text.split(' ').map(piece));

describe('what an operation wants in hand', () => {
  const side = (stacks: string[]) => {
    const found = headSides(stacks.map((s, i) => ({ id: `r${i}`, row: { layers: [...s].map((partId) => ({ partId })) } })));
    return stacks.map((s, i) => [...s].map((p) => found.get(`r${i}`)?.ofPart.get(p)).join('') + ` ${found.get(`r${i}`)?.ofWhole}`);
  };
  it.each([
    ['one row', ['ab'], ['00 0']],
    ['two alike', ['ab', 'ab'], ['00 0', '00 0']],
    ['the same two parts the other way round', ['ab', 'ba'], ['00 0', '11 1']],
    ['three sheets, then two of them turned', ['abc', 'ca'], ['000 0', '11 1']],
    ['a third part on the face that is known', ['ab', 'ac', 'ca'], ['00 0', '00 0', '11 1']],
    ['what no stack tells is taken to lie alike', ['ab', 'cb'], ['00 0', '00 0']],
    ['a part of its own begins anew', ['ab', 'ba', 'cd'], ['00 0', '11 1', '00 0']],
    ['a new part on a turned row', ['ab', 'bac', 'ac'], ['00 0', '110 1', '10 1']],
    ['one sheet alone', ['a', 'ba', 'a'], ['0 0', '00 0', '0 0']],
    ['a sheet folded over lies in the stack twice', ['aab'], ['000 0']],
  ])('%s', (_, stacks, wanted) => expect(side(stacks)).toEqual(wanted));

  const turned = { ofPart: new Map([['p', 1 as const]]), ofWhole: 1 as const };
  const none = () => undefined;
  it.each([
    ['drilled', false, [{ id: 'whole', up: 1 }]],
    ['set', false, [{ id: 'whole', up: 1 }]],
    ['inspected', false, [{ id: 'whole', up: null }]],
    ['squared', false, [{ id: 'whole', up: null }]],
    ['dimpled', false, [{ id: 'p', up: 1 }]],
    ['countersunk', false, [{ id: 'p', up: 1 }]],
    ['countersunk', true, [{ id: 'p', up: 0 }]],
    ['deburred', false, [{ id: 'p', up: null }]],
    ['primed', false, [{ id: 'p', up: null }]],
  ] as const)('%s, second face %s', (kind, isSecond, wanted) =>
    expect(piecesOf({ kind, partIds: ['p'] }, turned, isSecond, none)).toEqual(wanted),
  );
  it('a sub-assembly is riveted by itself, and drilled with the rest', () => {
    const box = (p: string) => (p === 'x' ? undefined : 'box');
    const id = (kind: 'set' | 'drilled', partIds: string[]) => piecesOf({ kind, partIds }, turned, false, box)[0]?.id;
    expect(id('set', ['p', 'q'])).toBe('whole/box');
    expect(id('set', ['p', 'x'])).toBe('whole');
    expect(id('drilled', ['p', 'q'])).toBe('whole');
  });
});

describe('turnings', () => {
  it.each([
    ['a', 'a', 0],
    ['a', 'b', 1],
    ['a b', 'b c', 1],
    ['a b', 'c d', 2],
    ['a+', 'a+', 0],
    ['a+', 'a-', 1],
    ['a+', 'a', 0],
    ['a', 'a-', 0],
    ['a+ b', 'b a-', 1],
    ['', 'a b', 2],
    ['a b', '', 0],
  ])('%s, then %s: %i', (a, b, wanted) => expect(turningsBetween(pieces(a), pieces(b))).toBe(wanted));
  it('along an order, what is in hand first not counted', () => {
    const known = new Map([['x', 's', 'a+'], ['y', 's', 'b'], ['z', 't', 'a-']].map(([id, setup, p]) => [id as string, { setup: setup as string, pieces: pieces(p as string) }])); // prettier-ignore
    expect(orderCost(['x', 'y', 'z'], known)).toEqual({ setupChanges: 1, turnings: 2 });
    expect(orderCost(['x', 'z', 'y'], known)).toEqual({ setupChanges: 2, turnings: 2 });
    expect(orderCost(['x', 'gone', 'y'], known)).toEqual({ setupChanges: 0, turnings: 1 });
    expect(orderCost(['x'], known)).toEqual({ setupChanges: 0, turnings: 0 });
    expect(orderCost([], known)).toEqual({ setupChanges: 0, turnings: 0 });
  });
});

interface Made {
  readonly graph: OperationGraph;
  readonly pieces: readonly Piece[][];
}

/** Random operations. As with real ones, those of one set-up all ask for a way up, or none does. */
function randomGraph(random: () => number, n: number, setups: number, parts: number, share: number): Made {
  const whole = (below: number) => Math.floor(random() * below);
  const operations = Array.from({ length: n }, (_, i): Operation => ({
    id: `o${i}`,
    setup: `s${whole(setups)}`,
    after: Array.from({ length: i }, (_o, k) => k).flatMap((k) => (random() < share ? [`o${k}`] : [])),
  }));
  const graph = operationGraph(operations);
  if (!graph.ok) throw new Error('loop');
  const own = operations.map((o) => {
    const ids = [...new Set(Array.from({ length: 1 + whole(2) }, () => whole(parts)))];
    return ids.map((p): Piece => ({ id: `p${p}`, up: Number(o.setup.slice(1)) % 2 === 0 ? (whole(2) as 0 | 1) : null }));
  });
  return { graph: graph.value, pieces: own };
}

const count = ({ graph, pieces: own }: Made, order: readonly number[]) => {
  let [changes, turned] = [0, 0];
  for (let i = 1; i < order.length; i++) {
    const [a, b] = [order[i - 1] as number, order[i] as number];
    if (graph.setupOf[a] !== graph.setupOf[b]) changes++;
    for (const p of own[b] ?? []) {
      const held = (own[a] ?? []).filter((q) => q.id === p.id);
      if (held.length === 0 || held.every((q) => q.up !== null && p.up !== null && q.up !== p.up)) turned++;
    }
  }
  return { changes, turned };
};
const keeps = ({ graph }: Made, order: readonly number[]) =>
  order.length === graph.operations.length &&
  new Set(order).size === order.length &&
  graph.before.every((own, v) => own.every((b) => order.indexOf(b) < order.indexOf(v)));
const setupsAlong = ({ graph }: Made, order: readonly number[]) =>
  order.map((v) => graph.setupOf[v] as number).filter((s, i, all) => i === 0 || all[i - 1] !== s).join(' '); // prettier-ignore

/** Every order there is, one by one, no shortcut: handed to `look`. */
function everyOrder(made: Made, look: (order: readonly number[]) => void): void {
  const n = made.graph.operations.length;
  const order: number[] = [];
  const go = () => {
    if (order.length === n) look(order);
    for (let v = 0; v < n; v++) {
      if (order.includes(v) || !(made.graph.before[v] as readonly number[]).every((b) => order.includes(b))) continue;
      order.push(v);
      go();
      order.pop();
    }
  };
  go();
}

describe('an order that turns parts least', () => {
  const random = randomFrom(20261124);
  it('up to 14 operations: first the set-ups, then the turnings, held against every order there is', () => {
    for (let round = 0; round < 120; round++) {
      const made = randomGraph(random, 2 + (round % 6), 3, 3, 0.2);
      const best = { changes: Infinity, turned: Infinity };
      everyOrder(made, (order) => {
        const { changes, turned } = count(made, order);
        if (changes < best.changes || (changes === best.changes && turned < best.turned)) Object.assign(best, { changes, turned });
      });
      const found = leastTurnings(made.graph, made.pieces);
      expect(keeps(made, found.order)).toBe(true);
      expect(count(made, found.order), `round ${round}`).toEqual(best);
      expect({ changes: found.setupChanges, turned: found.turnings }).toEqual(best);
      expect(turningsAtLeast(made.graph, made.pieces, found.setupChanges)).toBeLessThanOrEqual(best.turned);
    }
  });
  it('14 operations: as few set-ups as the order that counts nothing else', () => {
    for (let round = 0; round < 10; round++) {
      const made = randomGraph(random, 14, 4, 5, 0.15);
      const found = leastTurnings(made.graph, made.pieces);
      const plain = orderOperations(made.graph);
      expect(found.setupChanges).toBe(plain.setupChanges);
      const turned = turnLess(made.graph, plain.order, made.pieces);
      expect(found.turnings).toBeLessThanOrEqual(count(made, turned).turned);
    }
  });
  it('within given set-ups: none is changed, every wait kept, and no order of so few turns less', () => {
    for (let round = 0; round < 80; round++) {
      const made = randomGraph(random, 7, 3, 3, 0.15);
      const { order } = orderOperations(made.graph);
      const runs: number[][] = [];
      order.forEach((v, i) => {
        if (i > 0 && made.graph.setupOf[v] === made.graph.setupOf[order[i - 1] as number]) runs.at(-1)?.push(v);
        else runs.push([v]);
      });
      const runOf = new Map(runs.flatMap((run, i) => run.map((v) => [v, i] as const)));
      let least = Infinity;
      everyOrder(made, (o) => {
        if (o.some((v, i) => i > 0 && (runOf.get(v) as number) < (runOf.get(o[i - 1] as number) as number))) return;
        least = Math.min(least, count(made, o).turned);
      });
      const turned = turnLess(made.graph, order, made.pieces);
      expect(keeps(made, turned)).toBe(true);
      expect(setupsAlong(made, turned)).toBe(setupsAlong(made, order));
      expect(count(made, turned).turned, `round ${round}`).toBe(least);
    }
  });
  it('many things in hand in one set-up: never more than before, never under the bound, every wait kept, always the same', () => {
    for (let round = 0; round < 12; round++) {
      const made = randomGraph(random, 120, 3, 25, round % 2 === 0 ? 0.005 : 0);
      const { order, setupChanges } = orderOperations(made.graph, { effort: 0.1 });
      const turned = turnLess(made.graph, order, made.pieces);
      expect(keeps(made, turned)).toBe(true);
      expect(setupsAlong(made, turned)).toBe(setupsAlong(made, order));
      const [before, after] = [count(made, order).turned, count(made, turned).turned];
      expect(after).toBeLessThan(before * 0.8);
      expect(after).toBeGreaterThanOrEqual(turningsAtLeast(made.graph, made.pieces, setupChanges));
      expect(turnLess(made.graph, order, made.pieces)).toEqual(turned);
    }
  });
  it('nothing, and a single operation', () => {
    const empty = operationGraph([]);
    const one = operationGraph([{ id: 'o', setup: 's', after: [] }]);
    if (!empty.ok || !one.ok) throw new Error('loop');
    expect(turnLess(empty.value, [], [])).toEqual([]);
    expect(leastTurnings(empty.value, [])).toEqual({ order: [], setupChanges: 0, turnings: 0 });
    expect(turnLess(one.value, [0], [pieces('a')])).toEqual([0]);
    expect(leastTurnings(one.value, [pieces('a')])).toEqual({ order: [0], setupChanges: 0, turnings: 0 });
    expect(turningsAtLeast(one.value, [pieces('a b')], 0)).toBe(0);
  });
});

describe('the order of an assembly', () => {
  const parts = new Map(['skin', 'rib 1', 'rib 2', 'rib 3'].map((name) => [name, part(name, name, 0.025).definition]));
  const stacks = [['skin', 'rib 1'], ['rib 2', 'skin'], ['skin', 'rib 2'], ['rib 1', 'skin'], ['skin', 'rib 3'], ['rib 3', 'skin']]; // prettier-ignore
  const rows = stacks.map((partIds, i) => {
    const planned = planRow(`r${i}`, { ...rowOf(partIds, 4), order: i }, { kit: KIT, parts, fasteners: NO_FASTENERS });
    if (!planned) throw new Error('no stack');
    return planned;
  });
  const operations = assemblyOperations(rows, parts, workOrderOf());
  const arranged = arrange(operations, [], new Set());
  if (!arranged.ok) throw new Error('loop');
  const { order, turnings, turningsAtLeast: least } = arranged.value;
  const known = new Map(operations.map((o) => [o.id, o]));

  it('drills and rivets one side, turns the work once, then does the other', () => {
    const faces = (kind: string) => order.flatMap((id) => (known.get(id)?.kind === kind ? [known.get(id)?.pieces[0]?.up] : []));
    for (const kind of ['drilled', 'set']) {
      const own = faces(kind);
      expect(own).toHaveLength(6);
      expect(own.slice(1).filter((up, i) => up !== own[i])).toHaveLength(1);
    }
  });
  it('keeps a part in hand while it is deburred in all its rows', () => {
    const ribs = order.flatMap((id) => {
      const o = known.get(id);
      return o?.kind === 'deburred' ? [o.partIds.find((p) => p.startsWith('rib'))] : [];
    });
    expect(ribs.slice(1).filter((rib, i) => rib !== ribs[i])).toHaveLength(2);
  });
  it('counts what it turns, and what nothing can beat', () => {
    expect(orderCost(order, known)).toEqual({ setupChanges: arranged.value.setupChanges, turnings });
    expect(least).toBeLessThanOrEqual(turnings);
    expect(least).toBeGreaterThan(0);
  });
});
