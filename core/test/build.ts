import { answerPrep, type PrepDocument } from '../src/formats/prep-document';
import { blankRow, newKit } from '../src/record/blank';
import type { Entity, FastenerDefinition, PartDefinition, RowDefinition, TypedLength } from '../src/record/definitions';
import { foldDone } from '../src/done/hole-done';
import type { Mark, MarkKind } from '../src/record/marks';

/** Tiny builders, so that a case is a line. */
type Sheet = number | string | PrepDocument['stack'][number];

/** `prep` of a dash-3 flush row of these sheets, inches, unless said otherwise. */
export function prep(sheets: Sheet[], rest: Partial<PrepDocument> = {}) {
  const stack = sheets.map((s, i) => (typeof s === 'object' ? s : { part: `s${i}`, thickness: s }));
  const answered = answerPrep({ head: 'flush-100', diameter: '3/32', stack, ...rest });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value;
}

export const codes = (a: ReturnType<typeof prep>) => a.findings.map((f) => `${f.code}:${f.severity}`);
export const preps = (a: ReturnType<typeof prep>) => a.layers.map((l) => l.prep).join(' ');

/** Ids 00000000-...-n, in order. */
export function ids(prefix = 0): () => string {
  let n = 0;
  return () => `00000000-0000-4000-8${String(prefix).padStart(3, '0')}-${String(n++).padStart(12, '0')}`;
}

/** A kit with none. */
export const NO_FASTENERS: ReadonlyMap<string, FastenerDefinition> = new Map();

export const KIT = newKit('Quillback Two', 'in', [{ id: ids(900)(), initials: 'RV' }]);

export function part(id: string, name: string, inch: number, hand: PartDefinition['hand'] = null): Entity<'part'> {
  return {
    kind: 'part',
    id,
    version: 1,
    definition: {
      v: 1,
      assemblyId: 'a',
      name,
      hand,
      thickness: { mm: inch * 25.4, text: String(inch), units: 'in' },
      measured: null,
      mirroredFrom: null,
    },
  };
}

/** A blind fastener of which only its name and hole are typed. */
export function blindFastener(name: string, hole: TypedLength): FastenerDefinition {
  const head = { kind: 'flush', diameter: null, angleDeg: null } as const;
  return { v: 1, kitId: 'k', name, kind: 'blind', diameter: null, hole, head, gripFrom: null, gripTo: null };
}

export function rowOf(partIds: string[], holes: number, more: Partial<RowDefinition> = {}): RowDefinition {
  const layerId = ids(1);
  const holeId = ids(2);
  return {
    ...blankRow('a', 1),
    name: 'row',
    layers: partIds.map((partId) => ({ id: layerId(), partId, plans: null, edge: null, bothSides: false })),
    holes: Array.from({ length: holes }, () => ({ id: holeId(), out: false })),
    ...more,
  };
}

/** What a test says of a mark: of any kind, with what it wants in it. */
export type MarkSaid = Partial<Omit<Mark, 'kind' | 'payload'>> & { readonly kind?: MarkKind; readonly payload?: object };

export function mark(id: string, more: MarkSaid): Mark {
  return {
    id,
    kind: 'drilled',
    v: 1,
    rowId: 'r',
    holeIds: [],
    layerIds: [],
    side: null,
    doneAt: '2026-11-01T10:00:00.000Z',
    recordedAt: '2026-11-01T10:00:00.000Z',
    person: 'p',
    device: 'd',
    payload: {},
    ...more,
  } as Mark;
}

/** What is marked, whatever the plan says: keys by row and hole, and of parts. */
export function fold(marks: readonly Mark[]): { rows: Map<string, Map<string, Set<string>>>; parts: Set<string> } {
  const { rows, parts } = foldDone(marks);
  const keys = [...rows].map(
    ([row, holes]) => [row, new Map([...holes].map(([hole, done]) => [hole, new Set(done.keys.keys())]))] as const,
  );
  return { rows: new Map(keys), parts: new Set(parts.steps.keys()) };
}
