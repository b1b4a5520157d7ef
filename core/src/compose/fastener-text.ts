import {
  FASTENER_KINDS,
  GROUP_KINDS,
  HOLE_ENDS,
  type Entity,
  type FastenerDefinition,
  type FastenerGroup,
  type FastenerHead,
  type FastenerKind,
  type TypedLength,
} from '../record/definitions';
import { fastenerIncomplete, fastenerProblem } from '../record/fastener-check';
import { formatCallout, parseCallout } from '../rivet/callout';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { parseDimension } from '../typed/dimension';
import { FASTENER_COLUMNS, type FastenerColumn } from '../typed/csv-cells';
import { readNumber } from '../typed/number-text';
import { cutText } from '../typed/whole-text';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import { own } from '../units/own';
import { bad, good, type Problem, type Result } from '../units/result';
import { typedText } from './compose';
import type { ReadTableLine } from './csv-rows';

/** A fastener as it is typed, in a form or in the cells of a table: every field as text, empty where nothing is said. */
export type FastenerTyped = Readonly<Record<FastenerColumn, string>>;

export const NO_FASTENER: FastenerTyped = Object.fromEntries(FASTENER_COLUMNS.map((c) => [c, ''])) as FastenerTyped;

/** Kinds as people write them. */
const KIND_WORDS: Readonly<Record<string, FastenerKind>> = {
  rivet: 'solid',
  'solid rivet': 'solid',
  'blind rivet': 'blind',
  pulled: 'blind',
  'open hole': 'none',
  hole: 'none',
  dowel: 'pin',
};

const oneOf = <T extends string>(values: readonly T[], text: string): T | undefined => values.find((v) => v === text.trim().toLowerCase());

export type ReadFastener =
  | { readonly ok: true; readonly value: FastenerDefinition }
  /** Every field that does not read, by its name in {@link FastenerTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: FastenerColumn })[] };

/** As {@link readFastenerTyped}, with the first fault alone: a cell of a table has room for one. */
export function readFastener(typed: FastenerTyped, kitId: string, units: Units): Result<FastenerDefinition> {
  const read = readFastenerTyped(typed, kitId, units);
  return read.ok ? good(read.value) : bad(read.problems[0] as Problem);
}

/** Reads what was typed; every fault at once, `path` is the field it is about. What the kind has no use for is left out. */
export function readFastenerTyped(typed: FastenerTyped, kitId: string, units: Units): ReadFastener {
  const word = typed.kind.trim().toLowerCase();
  const kind = oneOf(FASTENER_KINDS, word) ?? own(KIND_WORDS, word);
  if (!kind || kind === 'bonded')
    return { ok: false, problems: [{ code: 'fastener-kind-unknown', path: 'kind', data: { text: cutText(typed.kind, 30) } }] };
  const problems: (Problem & { readonly path: FastenerColumn })[] = [];
  const tell = (problem: Problem) => problems.push({ ...problem, path: (problem.path ?? 'name') as FastenerColumn });
  const of = <T>(read: Result<T>, otherwise: T): T => {
    if (read.ok) return read.value;
    tell(read.problem);
    return otherwise;
  };
  const L = Object.fromEntries(
    LENGTH_FIELDS.map((field) => {
      const read = readLength(typed[field], units);
      return [field, of(read.ok ? read : bad({ ...read.problem, path: field }), null)];
    }),
  ) as Lengths;
  const areLengthsGood = problems.length === 0;
  const head = of(readHead(typed, kind, L), null);
  /* A group asks for lengths: one that does not read is not also one that is missing. */
  const group = areLengthsGood ? of(readGroup(typed, L), null) : null;
  const many = of(readMany(typed.lengths, units), []);
  const ends = typed.ends.trim() === '' ? undefined : oneOf(HOLE_ENDS, typed.ends);
  if (typed.ends.trim() !== '' && !ends)
    problems.push({ code: 'fastener-end-unknown', path: 'ends', data: { text: cutText(typed.ends, 30) } });
  const note = typed.note.trim();
  const definition: FastenerDefinition = {
    v: 1,
    kitId,
    name: cutText(typed.name.trim().replace(/\s+/g, ' '), 120),
    kind,
    diameter: kind === 'none' ? null : L.diameter,
    hole: L.hole,
    ...(L.holeMax && kind !== 'none' ? { holeMax: L.holeMax } : {}),
    head,
    gripFrom: kind === 'none' || kind === 'pin' ? null : L.gripFrom,
    gripTo: kind === 'none' || kind === 'pin' ? null : L.gripTo,
    ...(many.length > 0 ? { lengths: many } : {}),
    ...(note === '' ? {} : { note: cutText(note, 500) }),
    ...(head?.kind === 'flush' && L.dieHole && kind !== 'none' ? { dieHole: L.dieHole } : {}),
    ...(kind === 'none' && ends ? { ends } : {}),
    ...(group && (kind === 'screw' || kind === 'bolt') ? { group } : {}),
  };
  /* What does not read is not also missing. */
  const unread = new Set(problems.map((p) => p.path));
  for (const missing of fastenerIncomplete(definition)) if (!unread.has(missing.path as FastenerColumn)) tell(missing);
  const unusable = problems.length === 0 ? fastenerProblem(definition) : null;
  if (unusable) tell(unusable);
  return problems.length === 0 ? { ok: true, value: definition } : { ok: false, problems };
}

/** What a fastener of that kind and head is described by: the fields a form shows of it. */
export function askedOf({ kind, head, group }: FastenerTyped): ReadonlySet<FastenerColumn> {
  const hasHead = kind !== 'none' && kind !== 'pin';
  const hasGroup = kind === 'screw' || kind === 'bolt';
  const groups: readonly (readonly [boolean, readonly FastenerColumn[]])[] = [
    [true, ['name', 'kind', 'hole', 'note']],
    [kind === 'none', ['ends']],
    [kind !== 'none', ['diameter', 'holeMax', 'lengths']],
    [hasHead, ['head']],
    [hasHead && head !== '', ['headDiameter']],
    [hasHead && head === 'flush', ['headAngle']],
    [hasHead && head === 'protruding', ['headHeight']],
    [kind === 'blind' || hasGroup, ['gripFrom', 'gripTo']],
    [hasHead && head === 'flush' && kind !== 'solid', ['dieHole']],
    [hasGroup, ['group']],
    [hasGroup && group !== '', ['small', 'spacing', 'angle', 'lug', 'smallRivet']],
  ];
  return new Set(groups.flatMap(([isSo, fields]) => (isSo ? fields : [])));
}

/** As {@link readFastenerTyped}, for a form that shows {@link askedOf}: what does not read in a field that is no longer shown is let go. */
export function readFastenerForm(typed: FastenerTyped, kitId: string, units: Units): ReadFastener {
  const read = readFastenerTyped(typed, kitId, units);
  if (read.ok) return read;
  const asked = askedOf(typed);
  const hidden = read.problems.flatMap(({ path }) => (asked.has(path) ? [] : [path]));
  if (hidden.length === 0) return read;
  return readFastenerTyped({ ...typed, ...Object.fromEntries(hidden.map((field) => [field, ''])) }, kitId, units);
}

/** The fields that hold one length. */
export const LENGTH_FIELDS = [
  'diameter', 'hole', 'holeMax', 'headDiameter', 'headHeight', 'gripFrom', 'gripTo', 'dieHole', 'spacing', 'lug',
] as const; // prettier-ignore
type Lengths = Readonly<Record<(typeof LENGTH_FIELDS)[number], TypedLength | null>>;

function readLength(text: string, units: Units): Result<TypedLength | null> {
  if (text.trim() === '') return good(null);
  const parsed = parseDimension(text, { units });
  return parsed.ok ? good({ mm: parsed.value.length, text: parsed.value.text, units }) : parsed;
}

/** Lengths stocked, parted by semicolons. */
function readMany(text: string, units: Units): Result<TypedLength[]> {
  const made: TypedLength[] = [];
  for (const piece of text.split(';')) {
    const length = readLength(piece, units);
    if (!length.ok) return bad({ ...length.problem, path: 'lengths' });
    if (length.value) made.push(length.value);
  }
  return good(made);
}

function readHead(typed: FastenerTyped, kind: FastenerKind, { headDiameter, headHeight }: Lengths): Result<FastenerHead | null> {
  if (kind === 'none' || kind === 'pin') return good(null);
  const word = typed.head.trim().toLowerCase();
  if (word === '') return good(null);
  if (word.startsWith('flush') || word === 'countersunk') {
    const angleDeg = readNumber(typed.headAngle) ?? null;
    if (angleDeg !== null && !(angleDeg > 0 && angleDeg < 180)) return bad({ code: 'angle-out-of-range', path: 'headAngle' });
    return good({ kind: 'flush', diameter: headDiameter, angleDeg });
  }
  if (word === 'protruding' || word === 'universal' || word === 'round')
    return good({ kind: 'protruding', diameter: headDiameter, height: headHeight });
  return bad({ code: 'fastener-head-unknown', path: 'head', data: { text: cutText(typed.head, 30) } });
}

function readGroup(typed: FastenerTyped, { spacing, lug }: Lengths): Result<FastenerGroup | null> {
  const word = typed.group.trim().toLowerCase();
  if (word === '') return good(null);
  const kind =
    oneOf(GROUP_KINDS, word) ?? (word === 'anchored nut' ? 'anchored-nut' : word === 'quarter turn' ? 'quarter-turn' : undefined);
  if (!kind) return bad({ code: 'group-unknown', path: 'group', data: { text: cutText(typed.group, 30) } });
  if (!spacing) return bad({ code: 'group-spacing-missing', path: 'spacing' });
  if (!lug) return bad({ code: 'group-lug-missing', path: 'lug' });
  const rivet = parseCallout(typed.smallRivet.trim() === '' ? 'MS20426AD3' : typed.smallRivet);
  if (!rivet.ok) return bad({ ...rivet.problem, path: 'smallRivet' });
  const angleDeg = readNumber(typed.angle) ?? 0;
  if (!(angleDeg >= -180 && angleDeg <= 180)) return bad({ code: 'group-angle', path: 'angle' });
  const small = typed.small.trim() === '3' ? 3 : 2;
  const { size, head, alloy } = rivet.value;
  return good({ kind, small, spacing, angleDeg, lug, dash: size.dash, head, alloy });
}

/** What was typed under one unit, so that it still means the same under the other. */
export function carryFastenerTyped(typed: FastenerTyped, from: Units): FastenerTyped {
  return { ...typed, ...Object.fromEntries([...LENGTH_FIELDS, 'lengths' as const].map((k) => [k, carryUnit(typed[k], from)])) };
}

/** A fastener of the kit as its fields show it. */
export function typedFastener(entry: FastenerDefinition, units: Units): FastenerTyped {
  const text = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  const { head, group } = entry;
  return {
    name: entry.name,
    kind: entry.kind,
    diameter: text(entry.diameter),
    hole: text(entry.hole),
    holeMax: text(entry.holeMax),
    head: head?.kind ?? '',
    headDiameter: text(head?.diameter),
    headAngle: head?.kind === 'flush' && head.angleDeg !== null ? String(head.angleDeg) : '',
    headHeight: head?.kind === 'protruding' ? text(head.height) : '',
    gripFrom: text(entry.gripFrom),
    gripTo: text(entry.gripTo),
    lengths: (entry.lengths ?? []).map(text).join('; '),
    dieHole: text(entry.dieHole),
    ends: entry.ends ?? '',
    group: group?.kind ?? '',
    small: group ? String(group.small) : '',
    spacing: text(group?.spacing),
    angle: group ? String(group.angleDeg) : '',
    lug: text(group?.lug),
    smallRivet: group
      ? formatCallout({ head: group.head, alloy: group.alloy, lengthDash: null, size: rivetOfDash(group.dash) as RivetSize })
      : '',
    note: entry.note ?? '',
  };
}

/** Reads a table of fasteners; one whose name is there already is a problem. */
export function readFastenerTable(
  table: readonly (readonly string[])[],
  columns: Partial<Record<FastenerColumn, number>>,
  { kitId, units, there, newId }: { kitId: string; units: Units; there: readonly Entity<'fastener'>[]; newId: () => string },
): ReadTableLine<Entity<'fastener'>, FastenerColumn>[] {
  const names = new Set(there.map((f) => f.definition.name.toLowerCase()));
  return table.map((cells, i) => {
    const typed = Object.fromEntries(
      FASTENER_COLUMNS.map((c) => [c, columns[c] === undefined ? '' : (cells[columns[c]] ?? '').trim()]),
    ) as FastenerTyped;
    const read = readFastener(typed, kitId, units);
    const number = i + 2;
    if (!read.ok) return { number, cells, made: null, problem: read.problem, column: (read.problem.path ?? 'name') as FastenerColumn };
    const { name } = read.value;
    if (names.has(name.toLowerCase()))
      return { number, cells, made: null, problem: { code: 'fastener-name-taken', data: { fastener: name } }, column: 'name' };
    names.add(name.toLowerCase());
    return { number, cells, made: { kind: 'fastener', id: newId(), version: 0, definition: read.value }, problem: null, column: null };
  });
}

/** The fasteners of a kit as a table with heads; what is written reads back to the same. */
export function fastenerTable(fasteners: readonly FastenerDefinition[], units: Units): string[][] {
  const cell = (text: string) => (/^\d+[/-]\d+(?:[/-]\d+)?$/.test(text) ? `${text} ${units}` : text);
  return [
    [...FASTENER_COLUMNS],
    ...fasteners.map((f) => {
      const typed = typedFastener(f, units);
      return FASTENER_COLUMNS.map((c) => (c === 'name' || c === 'note' ? typed[c] : cell(typed[c])));
    }),
  ];
}
