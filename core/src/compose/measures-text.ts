import type { ToolDefinition, TypedLength } from '../record/definitions';
import { parseDimension } from '../typed/dimension';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';
import { typedText } from './compose';

/** What says how far in, past what, and into what room a tool reaches. */
export const MEASURES = ['throat', 'noseHalfWidth', 'noseHeight'] as const;
export type Measure = (typeof MEASURES)[number];

/** The measures as they are typed; an empty one limits nothing. */
export type MeasuresTyped = Record<Measure, string>;

export function measuresTyped(tool: Pick<ToolDefinition, Measure>, units: Units): MeasuresTyped {
  const text = (m: Measure) => (tool[m] ? typedText(tool[m], units) : '');
  return { throat: text('throat'), noseHalfWidth: text('noseHalfWidth'), noseHeight: text('noseHeight') };
}

export type ReadMeasures =
  | { readonly ok: true; readonly value: Readonly<Record<Measure, TypedLength | null>> }
  /** Every one that does not read, by its name. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: Measure })[] };

export function readMeasures(typed: MeasuresTyped, units: Units): ReadMeasures {
  const problems: (Problem & { readonly path: Measure })[] = [];
  const of = (path: Measure): TypedLength | null => {
    if (typed[path].trim() === '') return null;
    const read = parseDimension(typed[path], { units });
    if (read.ok) return { mm: read.value.length, text: read.value.text, units };
    problems.push({ ...read.problem, path });
    return null;
  };
  const value = { throat: of('throat'), noseHalfWidth: of('noseHalfWidth'), noseHeight: of('noseHeight') };
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value };
}
