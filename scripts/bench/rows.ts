import { createHash } from 'node:crypto';
import { blankRow, newKit } from '#core/record/blank';
import type { Change, Edit, FastenerDefinition, PartDefinition, RowDefinition } from '#core/record/definitions';
import { SHEET_STOCK } from '#core/tables/sheets';
import { MM_PER_INCH } from '#core/units/length';
import { showNumber } from '#core/units/show';
import { randomFrom } from './measure';

export const PERSON = uuid('person');

export function uuid(name: string): string {
  const hex = createHash('sha256').update(`bench/${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

export const KIT = newKit('Bench', 'in', [{ id: PERSON, initials: 'BM' }]);

/** An assembly of random rows over random parts, the same for the same seed. */
export function randomAssembly(
  rowCount: number,
  assemblyId: string,
  seed: number,
  partCount: number = Math.max(8, rowCount / 3),
): { parts: Map<string, PartDefinition>; rows: Map<string, RowDefinition> } {
  const random = randomFrom(seed);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  const parts = new Map<string, PartDefinition>();
  for (let i = 0; i < partCount; i++) {
    const mm = pick(SHEET_STOCK);
    parts.set(uuid(`${seed}/part/${i}`), {
      v: 1,
      assemblyId,
      name: `part ${i}`,
      hand: null,
      thickness: { mm, text: showNumber(mm, 'in'), units: 'in' },
      measured: null,
      mirroredFrom: null,
    });
  }
  const partIds = [...parts.keys()];
  const rows = new Map<string, RowDefinition>();
  const length = (inch: number) => ({ mm: inch * MM_PER_INCH, text: String(inch), units: 'in' as const });
  for (let i = 0; i < rowCount; i++) {
    const chosen = new Set<string>();
    for (let n = 1 + Math.floor(random() * 3); chosen.size <= n;) chosen.add(pick(partIds));
    rows.set(uuid(`${seed}/row/${i}`), {
      ...blankRow(assemblyId, i + 1),
      name: `row ${i + 1}`,
      hand: pick(['L', 'R', null]),
      page: `P-${i % 40}`,
      head: random() < 0.8 ? 'flush-100' : 'protruding',
      dash: pick([3, 4, 5, 6]),
      layers: [...chosen].map((partId, l) => ({
        id: uuid(`${seed}/layer/${i}/${l}`),
        partId,
        plans: random() < 0.1 ? 'dimple' : null,
        edge: null,
        bothSides: false,
      })),
      holes: Array.from({ length: 4 + Math.floor(random() * 12) }, (_, h) => ({ id: uuid(`${seed}/hole/${i}/${h}`), out: false })),
      pitch: length(1 + random()),
      edge: length(0.2 + random() * 0.3),
    });
  }
  return { parts, rows };
}

/** Fasteners of every kind, as a kit holds them. */
export function everyKind(kitId: string): ReadonlyMap<string, FastenerDefinition> {
  const length = (inch: number) => ({ mm: inch * MM_PER_INCH, text: String(inch), units: 'in' as const });
  const flush = (inch: number, angleDeg: number) => ({ kind: 'flush' as const, diameter: length(inch), angleDeg });
  const made: Partial<FastenerDefinition>[] = [
    { kind: 'solid', diameter: length(0.125), hole: length(0.1285), head: flush(0.2, 100) },
    { kind: 'blind', hole: length(0.144), head: flush(0.235, 120), gripFrom: length(0.03), gripTo: length(0.2), dieHole: length(0.1285) },
    { kind: 'screw', diameter: length(0.164), head: flush(0.332, 100) },
    { kind: 'bolt', diameter: length(0.19), hole: length(0.19), holeMax: length(0.1915), head: { kind: 'protruding', diameter: length(0.375), height: length(0.12) } },
    { kind: 'pin', diameter: length(0.125), hole: length(0.125), holeMax: length(0.1255) },
    { kind: 'none', hole: length(0.25), ends: 'open' },
  ]; // prettier-ignore
  const bare = { v: 1, kitId, diameter: null, hole: null, head: null, gripFrom: null, gripTo: null } as const;
  return new Map(made.map((m, i) => [uuid(`fastener/${i}`), { ...bare, name: `fastener ${i}`, kind: 'solid', ...m }]));
}

/** The same rows closed with everything there is in turn; every seventh flush on both sides. */
export function withEveryKind(rows: readonly RowDefinition[], fasteners: ReadonlyMap<string, FastenerDefinition>): RowDefinition[] {
  const ids = [...fasteners.keys()];
  return rows.map((row, i) => {
    const fastenerId = ids[i % (ids.length + 1)];
    return fastenerId === undefined ? { ...row, head: 'flush-100', far: 'flush' } : { ...row, fastenerId };
  });
}

export function editsOfAssembly(kitId: string, assemblyId: string, made: ReturnType<typeof randomAssembly>): Edit[] {
  return [
    { kind: 'kit', id: kitId, expectedVersion: 0, definition: KIT },
    { kind: 'assembly', id: assemblyId, expectedVersion: 0, definition: { v: 1, kitId, name: 'Bench assembly', order: 1 } },
    ...[...made.parts].map(([id, definition]): Edit => ({ kind: 'part', id, expectedVersion: 0, definition })),
    ...[...made.rows].map(([id, definition]): Edit => ({ kind: 'row', id, expectedVersion: 0, definition })),
  ];
}

/** A change that brings these edits, as a page would send it. */
export function changeOf(id: string, kitId: string, edits: readonly Edit[]): Change {
  return { id, kitId, person: PERSON, device: PERSON, recordedAt: '2026-11-20T10:00:00.000Z', reason: '', undoes: null, edits };
}
