import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import { trueSpacing } from '../layout/true-spacing';
import type { RowDefinition } from './definitions';
import { holePlaces } from './hole-places';
import { rowsAround, spacingOf, type RowContext } from './stack-of';

const PARTS = ['skin', 'rib', 'spar'].map((id) => part(id, id, 0.032));

/** Rows strewn over three parts, some of them near each other, some not placed at all. */
function strewn(seed: number, count: number): RowContext {
  const random = randomFrom(seed);
  const rows = Array.from({ length: count }, (_, r): RowDefinition => {
    const [x, y, turn] = [random() * 900, random() * 600, random() * Math.PI];
    const long = 40 + random() * 200;
    const path = [
      { x, y },
      { x: x + long * Math.cos(turn), y: y + long * Math.sin(turn) },
    ];
    const on = PARTS.filter(() => random() < 0.6).map((p) => p.id);
    const row = rowOf(on.length > 0 ? on : ['skin'], 2 + Math.floor(random() * 8));
    return {
      ...row,
      order: r,
      name: `Row ${r}`,
      dash: ([3, 4, 5, 6] as const)[Math.floor(random() * 4)] ?? 3,
      layers: row.layers.map((l, i) => ({ ...l, id: `${r}/${i}` })),
      holes: row.holes.map((h, i) => ({ ...h, id: `${r}/h${i}` })),
      ...(random() < 0.9 ? { laid: { path, startEdgeMm: 4, endEdgeMm: 4 } } : {}),
    };
  });
  return { kit: KIT, parts: new Map(PARTS.map((p) => [p.id, p.definition])), fasteners: NO_FASTENERS, rows };
}

describe('the distances between rows on a part', () => {
  it.each([1, 2, 3, 4, 5, 6])('strewn rows (%i): measured to those near alone it is what measuring to all of them gives', (seed) => {
    const context = strewn(seed, 60);
    let told = 0;
    for (const row of context.rows ?? []) {
      const places = holePlaces(row)?.map((p) => p.place);
      const spacing = spacingOf(row, context);
      if (!places) {
        expect(spacing).toBeUndefined();
        continue;
      }
      const others = rowsAround(row, context);
      const diameter = { 3: 3 / 32, 4: 1 / 8, 5: 5 / 32, 6: 3 / 16 }[row.dash] * 25.4;
      const all = trueSpacing({ name: row.name, places, diameter: diameter as never }, others);
      expect(spacing).toEqual(all);
      if (all.near || all.staggered || all.beside) told++;
    }
    /* Else nothing was compared. */
    expect(told).toBeGreaterThan(5);
  });

  it('a list of rows in which one was laid out anew is measured anew', () => {
    const context = strewn(7, 30);
    const rows = context.rows ?? [];
    const first = rows.find((r) => r.laid) as RowDefinition;
    const path = (first.laid?.path ?? []).map((p) => ({ x: p.x, y: p.y + 8 }));
    const beside: RowDefinition = {
      ...first,
      name: 'Beside',
      layers: first.layers.map((l) => ({ ...l, id: `new ${l.id}` })),
      laid: { path, startEdgeMm: 4, endEdgeMm: 4 },
    };
    expect(spacingOf(first, { ...context, rows: [...rows, beside] })?.near?.distance).toBeLessThanOrEqual(8 + 1e-9);
    expect(spacingOf(first, { ...context, rows })).toEqual(spacingOf(first, context));
  });

  it('is worked out for two thousand rows on one skin with each looking at few holes', () => {
    let looked = 0;
    const rows = Array.from({ length: 2000 }, (_, r): RowDefinition => {
      const row = rowOf(['skin'], 2);
      const laid = {
        path: [
          { x: 0, y: r * 30 },
          { x: 100, y: r * 30 },
        ],
        startEdgeMm: 4,
        endEdgeMm: 4,
      };
      return { ...row, name: `Row ${r}`, layers: row.layers.map((l) => ({ ...l, id: `${r}` })), laid };
    });
    const context: RowContext = { kit: KIT, parts: new Map(PARTS.map((p) => [p.id, p.definition])), fasteners: NO_FASTENERS, rows };
    spacingOf(rows[0] as RowDefinition, context);
    /* What is read of the others' names is what is measured to. */
    const counted = rows.map((r) => new Proxy(r, { get: (of, key) => (key === 'name' && looked++, Reflect.get(of, key) as unknown) }));
    const own = { ...context, rows: counted };
    for (const row of counted.slice(0, 100)) spacingOf(row, own);
    expect(looked).toBeLessThan(100 * 5);
  });
});
