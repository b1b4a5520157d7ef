import { randomFrom } from '../src/depth/simulate';
import type { ModelDocument, ModelEvent } from './metal-model';

const SHEETS = [0.016, 0.02, 0.025, 0.032, 0.04, 0.05, 0.063];
const FACES = ['marked', 'other'] as const;

/**
 * A record made by chance from a seed: two or three parts, one or two rows, edits of every sort under work of every sort. The same at every run;
 * shorter ones come up often, since a fault is easiest to read there.
 */
export function randomRecord(seed: number): ModelDocument {
  const next = randomFrom(seed);
  const upTo = (n: number) => Math.floor(next() * n);
  const one = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const chance = (p: number) => next() < p;
  const ids = ['skin', 'rib', 'cap'].slice(0, 2 + upTo(2));
  const parts = ids.map((id) => ({ id, thickness: one(SHEETS) }));
  const events: ModelEvent[] = [];
  const most = new Map<string, number>();
  const rows = new Map<string, { count: number; stack: { part: string; face: string }[] }>();

  const editRow = (id: string) => {
    const known = rows.get(id);
    const size = 1 + upTo(ids.length);
    const shuffled = [...ids].sort(() => next() - 0.5).slice(0, size);
    const reversed = known && [...known.stack].reverse().map((s) => ({ part: s.part, face: s.face === 'marked' ? 'other' : 'marked' }));
    const stack =
      known && chance(0.5) ? known.stack : reversed && chance(0.5) ? reversed : shuffled.map((part) => ({ part, face: one(FACES) }));
    const count = known && chance(0.6) ? known.count : 1 + upTo(5);
    const row = {
      id,
      head: chance(0.85) ? 'flush-100' : 'protruding',
      diameter: one(['3/32', '3/32', '1/8', '5/32']),
      stack: stack.map((s) => (chance(0.1) ? { ...s, plans: one(['dimple', 'countersink', 'none']) } : s)),
      count,
      ...(chance(0.7) ? { pitch: one([0.5, 1, 1, 1.02]) } : {}),
    };
    rows.set(id, { count, stack });
    most.set(id, Math.max(count, most.get(id) ?? 0));
    events.push({ row: { ...row, diameter: { '3/32': 0.09375, '1/8': 0.125, '5/32': 0.15625 }[row.diameter] as number } });
  };

  const holesOf = (count: number) => {
    const from = 1 + upTo(count);
    const to = from + upTo(count - from + 1);
    return from === to ? `${from}` : `${from}-${to}`;
  };

  editRow('A');
  if (chance(0.4)) editRow('B');
  const length = 1 + upTo(chance(0.5) ? 6 : 24);
  for (let i = 0; i < length; i++) {
    const id = one([...rows.keys()]);
    const row = rows.get(id) as { count: number; stack: { part: string; face: string }[] };
    const holes = holesOf(chance(0.9) ? row.count : (most.get(id) as number));
    const at = { row: id, holes };
    const part = one(row.stack).part;
    const maybePart = chance(0.3) ? { part } : {};
    const maybeFar = chance(0.12) ? { side: 'far' } : {};
    switch (upTo(20)) {
      case 0: case 1: case 2: case 3:
        events.push({ do: 'drill', ...at, ...maybePart, ...(chance(0.4) ? { hole: one([0.09, 0.098, 0.0985, 0.1015, 0.11, 0.1285, 0.136, 0.159]) } : {}) });
        break;
      case 4: case 5:
        events.push({ do: 'deburr', ...at, ...maybePart, ...(chance(0.2) ? { side: one(['head', 'far']) } : {}) });
        break;
      case 6: case 7: case 8:
        events.push({ do: 'dimple', ...at, ...(chance(0.7) ? { part } : {}), ...maybeFar, ...(chance(0.3) ? { dies: one([0.09375, 0.125, 0.15625]) } : {}), ...(chance(0.05) ? { diesAngle: 120 } : {}) });
        break;
      case 9: case 10:
        events.push({ do: 'countersink', ...at, part, depth: one([0.02, 0.034, 0.036, 0.04, 0.0405, 0.0438, 0.06]), ...maybeFar, ...(chance(0.15) ? { angle: one([82, 101, 120]) } : {}), ...(chance(0.5) ? { pilot: one([0.098, 0.1285]) } : {}) });
        break;
      case 11: case 12:
        events.push({ do: 'set', ...at, callout: `MS20${one(['426', '426', '470'])}AD${one([3, 3, 4])}-${one([3, 3.5, 4, 5])}` });
        break;
      case 13:
        events.push({ do: 'remove', ...at });
        break;
      case 14:
        events.push({ do: 'measure', ...at, ...maybePart, hole: one([0.097, 0.1, 0.102, 0.104, 0.11]) });
        break;
      case 15:
        events.push({ do: one(['crack', 'gave-way', 'gave-way']), ...at, part });
        break;
      case 16:
        events.push(chance(0.5) ? { do: 'no-go', ...at } : { do: 'own', ...at, diameter: one([0.125, 0.15625, null]) });
        break;
      case 17:
        events.push({ do: 'replace', part: one(ids), ...(chance(0.5) ? { thickness: one(SHEETS) } : {}) });
        break;
      case 18:
        if (chance(0.5)) editRow(id);
        else if (row.count < (most.get(id) as number)) events.push({ do: 'fill', row: id, holes: `${row.count + 1}-${most.get(id)}` });
        else editRow(id);
        break;
      default:
        events.push({
          do: 'settle',
          row: id,
          holes: `1-${row.count}`,
          code: one(['prepared-otherwise', 'hole-larger-than-planned', 'cracked', 'no-go', 'set-otherwise', 'shut-under-rivet', 'dimpled-twice', 'drilled-elsewhere', 'cut-deeper-than-planned', 'set-twice', 'through-a-filling', 'not-recorded']),
        });
    } // prettier-ignore
  }
  return { parts, events };
}
