import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { STAGES, type Stage } from '#core/record/stage';
import { isPaintedAtOnce, paintingOf, paintMap, sceneBounds, type MapRow, type MapScene } from './map-paint';

/** A context that writes down what is asked of it. */
function recorder() {
  const calls: string[] = [];
  const context = new Proxy({} as Record<string, unknown>, {
    get: (own, name) =>
      typeof name === 'string' && !(name in own)
        ? (...args: unknown[]) => {
            calls.push(`${name} ${args.map((a) => (typeof a === 'number' ? a.toFixed(2) : String(a))).join(' ')}`);
          }
        : Reflect.get(own, name),
    set: (own, name, value) => {
      if (name === 'fillStyle' || name === 'strokeStyle') calls.push(`${name} ${String(value)}`);
      return Reflect.set(own, name, value);
    },
  });
  return { calls, context: context as unknown as CanvasRenderingContext2D };
}

function row(id: string, y: number, holes: number, stage: Stage = 'drilled'): MapRow {
  const at = Array.from({ length: holes }, (_, i) => ({ x: 10 + i, y }));
  return {
    id,
    title: id,
    path: [at[0] ?? { x: 0, y }, at.at(-1) ?? { x: 0, y }],
    holes: at.map((place) => ({ place, stage, isShown: true })),
  };
}

const scene = (rows: readonly MapRow[]): MapScene => ({ rows, outlines: [], flags: new Map(), selectedId: null });
const LOOK = { scale: 2, middle: { x: 0, y: 0 } };
const SIZE = { width: 4000, height: 4000 };

beforeEach(() => {
  vi.stubGlobal('devicePixelRatio', 1);
  vi.stubGlobal('document', { documentElement: {} });
  vi.stubGlobal('getComputedStyle', () => ({ getPropertyValue: (name: string) => ` ${name}` }));
});
afterEach(() => vi.unstubAllGlobals());

describe('the map as it is painted', () => {
  it('a few thousand holes at once; more in pieces, between which the page may answer, to the same picture', () => {
    expect(isPaintedAtOnce(scene([row('a', 0, 2500)]))).toBe(true);
    expect(isPaintedAtOnce(scene([row('a', 0, 2500), row('b', 9, 1)]))).toBe(false);
    const large = scene(Array.from({ length: 100 }, (_, i) => row(`r${i}`, i, 100)));
    const [whole, pieces] = [recorder(), recorder()];
    paintMap(whole.context, large, LOOK, SIZE);
    const painting = paintingOf(pieces.context, large, LOOK, SIZE);
    const lengths: number[] = [];
    while (!painting.next().done) lengths.push(pieces.calls.length);
    /* The lines of the rows, then four times 2,500 holes. */
    expect(lengths).toHaveLength(5);
    expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
    expect(pieces.calls).toEqual(whole.calls);
  });
  it('each row’s holes of a stage are one path', () => {
    const { calls, context } = recorder();
    paintMap(context, scene([row('a', 0, 30), row('b', 20, 30)]), LOOK, SIZE);
    expect(calls.filter((c) => c.startsWith('arc '))).toHaveLength(60);
    /* Two lines of rows, and two of their holes. */
    expect(calls.filter((c) => c.startsWith('beginPath'))).toHaveLength(4);
  });
  it.each<[Stage, string]>([
    ['open', 'lineTo'],
    ['laid-out', 'arc'],
    ['piloted', 'arc'],
    ['drilled', 'arc'],
    ['prepared', 'arc'],
    ['set', 'rect'],
    ['inspected', 'rect'],
  ])('%s is told by its shape', (stage, shape) => {
    const painted = (s: Stage) => {
      const { calls, context } = recorder();
      paintMap(context, scene([row('a', 0, 1, s)]), LOOK, SIZE);
      return calls;
    };
    const own = painted(stage);
    expect(own.some((c) => c.startsWith(`${shape} `))).toBe(true);
    for (const other of STAGES) if (other !== stage) expect(painted(other), other).not.toEqual(own);
  });
  it('what is out of view or not shown is not painted', () => {
    const far = row('far', 5000, 5);
    const hidden = { ...row('hidden', 0, 5), holes: row('hidden', 0, 5).holes.map((h) => ({ ...h, isShown: false })) };
    const { calls, context } = recorder();
    paintMap(context, scene([far, hidden]), LOOK, SIZE);
    expect(calls.filter((c) => c.startsWith('arc '))).toHaveLength(0);
  });
  it('a deviation stands over its hole as a triangle, a hole held back is struck through', () => {
    const signed = (sign: 'deviation' | 'held') => {
      const plain = row('a', 0, 1);
      const { calls, context } = recorder();
      paintMap(context, scene([{ ...plain, holes: plain.holes.map((h) => ({ ...h, sign })) }]), LOOK, SIZE);
      return calls.slice(calls.findLastIndex((c) => c === 'fillStyle --caution'));
    };
    expect(signed('deviation').filter((c) => c.startsWith('lineTo'))).toHaveLength(2);
    expect(signed('held').filter((c) => c.startsWith('lineTo'))).toHaveLength(1);
  });
  it('the box around it holds holes, lines and outlines', () => {
    const outline = { id: 'p', name: 'p', corners: [{ x: -50, y: 3 }, { x: 4, y: 90 }] }; // prettier-ignore
    expect(sceneBounds([row('a', 7, 3), row('b', -20, 40)], [outline])).toEqual({ minX: -50, maxX: 49, minY: -20, maxY: 90 });
  });
});
