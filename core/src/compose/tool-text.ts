import type { GaugeUse, ToolDefinition, ToolKind, TypedLength } from '../record/definitions';
import { REACHING_KINDS } from '../reach/reach';
import type { Head } from '../tables/fasteners';
import { parseDimension } from '../typed/dimension';
import { readNumber } from '../typed/number-text';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';
import { typedText } from './compose';

/** The lengths a tool may be measured by. */
export const TOOL_LENGTHS = ['throat', 'noseHalfWidth', 'noseHeight', 'gap', 'click', 'diameter', 'pitch', 'largest'] as const;
export type ToolLength = (typeof TOOL_LENGTHS)[number];

/** What each kind of tool is measured by. */
export const LENGTHS_OF: Readonly<Record<ToolKind, readonly ToolLength[]>> = {
  frame: ['throat', 'noseHalfWidth', 'noseHeight'],
  squeezer: ['throat', 'noseHalfWidth', 'noseHeight', 'gap', 'pitch'],
  'close-quarters': ['throat', 'noseHalfWidth', 'noseHeight'],
  'pull-through': ['throat', 'noseHalfWidth', 'noseHeight'],
  'die-set': [],
  cage: ['noseHalfWidth', 'click'],
  cutter: ['diameter', 'largest'],
  sets: [],
  bit: ['diameter'],
  reamer: ['diameter'],
  gauge: [],
  puller: ['noseHalfWidth', 'noseHeight'],
  bar: ['noseHeight', 'noseHalfWidth'],
  'back-set': ['noseHalfWidth', 'noseHeight'],
};

const WITH_DASH: readonly ToolKind[] = ['die-set', 'sets'];
const WITH_ANGLE: readonly ToolKind[] = ['die-set', 'cutter'];
/** Every definition says these, with null where they are not of that kind; the others only those that have them. */
const ALWAYS: readonly ToolLength[] = ['throat', 'noseHalfWidth', 'noseHeight'];
/** Angles of dies and cutters. */
const ANGLE = { from: 30, to: 170 };

/** A tool as it is typed: lengths and the angle as text, empty where nothing was measured. */
export interface ToolTyped {
  readonly name: string;
  readonly kind: ToolKind;
  readonly lengths: Readonly<Record<ToolLength, string>>;
  readonly takesBent: boolean;
  readonly isCutAway: boolean;
  readonly dash: '3' | '4' | '5' | '6';
  readonly sheet: 'skin' | 'substructure';
  readonly head: Head;
  readonly angle: string;
  readonly measures: GaugeUse;
}

/** What is asked of a tool of that kind beside its lengths. */
export interface ToolAsks {
  readonly dash: boolean;
  readonly angle: boolean;
  readonly isReaching: boolean;
}

export function asksOfTool(kind: ToolKind): ToolAsks {
  return {
    dash: WITH_DASH.includes(kind),
    angle: WITH_ANGLE.includes(kind),
    isReaching: (REACHING_KINDS as readonly ToolKind[]).includes(kind),
  };
}

/** What a tool says now, as it would be typed on this screen. */
export function typedOfTool(tool: ToolDefinition, units: Units): ToolTyped {
  const textOf = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  return {
    name: tool.name,
    kind: tool.kind,
    lengths: Object.fromEntries(TOOL_LENGTHS.map((key) => [key, textOf(tool[key])])) as Record<ToolLength, string>,
    takesBent: tool.takesBent,
    isCutAway: tool.isCutAway ?? false,
    dash: `${tool.dash ?? 3}`,
    sheet: tool.sheet ?? 'skin',
    head: tool.head ?? 'flush-100',
    angle: String(tool.angleDeg ?? 100),
    measures: tool.measures ?? 'depth',
  };
}

/** What was typed under one unit, so that it still means the same under the other. */
export function carryToolTyped(typed: ToolTyped, from: Units): ToolTyped {
  const lengths = Object.fromEntries(TOOL_LENGTHS.map((key) => [key, carryUnit(typed.lengths[key], from)]));
  return { ...typed, lengths: lengths as Record<ToolLength, string> };
}

export type ReadTool =
  | { readonly ok: true; readonly value: ToolDefinition }
  /** Every field that does not read, by its path in {@link ToolTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/**
 * The tool with what was typed, only what its kind has; every fault at once, each at its field. A measure nobody touched stays exactly what
 * was kept, in the unit it was typed in.
 */
export function readToolTyped(typed: ToolTyped, was: ToolDefinition, units: Units): ReadTool {
  const { kind } = typed;
  const problems: (Problem & { readonly path: string })[] = [];
  const name = typed.name.trim();
  if (name === '') problems.push({ code: 'tool-name-missing', path: 'name' });
  const lengths = LENGTHS_OF[kind];
  const lengthOf = (key: ToolLength): TypedLength | null => {
    const text = typed.lengths[key];
    if (!lengths.includes(key) || text.trim() === '') return null;
    const before = was[key];
    if (before && text === typedText(before, units)) return before;
    const read = parseDimension(text, { units });
    if (read.ok) return { mm: read.value.length, text: read.value.text, units };
    problems.push({ ...read.problem, path: `lengths.${key}` });
    return null;
  };
  const asks = asksOfTool(kind);
  const angle = asks.angle ? (readNumber(typed.angle) ?? NaN) : null;
  if (angle !== null && !(angle >= ANGLE.from && angle <= ANGLE.to))
    problems.push({ code: 'angle-not-between', data: ANGLE, path: 'angle' });
  const [throat, noseHalfWidth, noseHeight] = [lengthOf('throat'), lengthOf('noseHalfWidth'), lengthOf('noseHeight')];
  const others = lengths.filter((key) => !ALWAYS.includes(key)).map((key) => [key, lengthOf(key)] as const);
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: {
      v: 1,
      kitId: was.kitId,
      name,
      kind,
      throat,
      noseHalfWidth,
      noseHeight,
      takesBent: asks.isReaching ? typed.takesBent : true,
      dash: asks.dash ? (Number(typed.dash) as 3 | 4 | 5 | 6) : null,
      angleDeg: angle,
      sheet: kind === 'die-set' ? typed.sheet : null,
      ...Object.fromEntries(others),
      ...(kind === 'sets' ? { head: typed.head } : {}),
      ...(kind === 'cage' ? { isCutAway: typed.isCutAway } : {}),
      ...(kind === 'gauge' ? { measures: typed.measures } : {}),
    },
  };
}
