import { formatCallout, type Callout } from '../rivet/callout';
import type { PlanCall } from '../prep/stack';
import { carryUnit } from '../units/carry';
import type { Dimension } from './dimension';
import type { Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { layerName, parseLayers, type RowLineLayer } from './row-line-layers';
import { parseTail, type RowLineTail } from './row-line-options';
import { beforeComment, findOutside, oneSpelling, quoted, quotedSpans, unquoted } from './row-line-text';

export { ROW_MAX_HOLES } from './row-line-options';

/**
 * The row line: `[name ;] layer / layer / layer : rivet xN @pitch e=edge hand=L|R far=flush plan=page`, a layer being
 * `part-name thickness [dimple|csk|plain]`. Published in `docs/row-line.md`. Every problem carries `at`, the
 * zero-based index of the character it is about.
 */
export interface RowLine extends RowLineTail {
  readonly name: string | null;
  readonly layers: readonly RowLineLayer[];
}

export const ROW_LINE_MAX_CHARS = 1000;

const WORD_OF_CALL: Readonly<Record<PlanCall, string>> = { dimple: 'dimple', countersink: 'csk', none: 'plain', through: 'through' };

/**
 * Reads one row line. `units` is what a bare number means.
 *
 * `closedWith`: what closes a row whose line names nothing, where the kit has said it.
 * Example: `skin .025/rib .032 : 426AD3 x24` is two sheets and 24 holes; `skin 1/32 / rib .032 : 426AD3` begins with a fraction.
 */
export function parseRowLine(line: string, units: Units, closedWith?: string): Result<RowLine> {
  if (line.length > ROW_LINE_MAX_CHARS)
    return bad({ code: 'line-too-long', at: ROW_LINE_MAX_CHARS, data: { length: line.length, max: ROW_LINE_MAX_CHARS } });
  const spelt = oneSpelling(line);
  if (spelt.trim() === '') return bad({ code: 'line-empty', at: 0 });
  const spans = quotedSpans(spelt);
  if (!spans.ok) return spans;
  const inside = spans.value;
  const text = beforeComment(spelt, inside);
  if (text.trim() === '') return bad({ code: 'line-empty', at: 0 });

  const first = findOutside(text, inside, ';');
  /* A semicolon after the last colon stands in the page's name. */
  const semicolon = first >= 0 && findOutside(text, inside, ':', first) < 0 && text.slice(0, first).includes(':') ? -1 : first;
  let name: string | null = null;
  if (semicolon >= 0) {
    name = unquoted(text.slice(0, semicolon));
    if (name === '') return bad({ code: 'line-empty-name', at: semicolon });
  }
  const bodyAt = semicolon + 1;
  const found = findOutside(text, inside, ':', bodyAt);
  const colon = found < 0 && closedWith !== undefined ? text.trimEnd().length : found;
  if (colon < 0) return bad({ code: 'line-no-rivet', at: text.trimEnd().length });

  const layers = parseLayers({ text: text.slice(bodyAt, colon), at: bodyAt }, units);
  if (!layers.ok) return layers;
  const tail = parseTail({ text: text.slice(colon + 1), at: colon + 1 }, units, closedWith);
  return tail.ok ? good({ name, layers: layers.value, ...tail.value }) : tail;
}

/** What a row line is written from; lengths as the text somebody typed. */
export interface RowLineParts {
  readonly name: string;
  readonly layers: readonly { readonly name: string; readonly thickness: string; readonly plans?: PlanCall | undefined }[];
  /** The call-out, a fastener's name, or nothing that closes it. */
  readonly closedWith:
    (Pick<Callout, 'head' | 'alloy' | 'lengthDash'> & { size: { dash: 3 | 4 | 5 | 6 } }) | { readonly name: string } | null;
  readonly count: number;
  readonly pitch?: string | undefined;
  readonly edge?: string | undefined;
  readonly hand?: 'L' | 'R' | null | undefined;
  readonly page?: string | undefined;
  readonly far?: 'flush' | undefined;
}

/** The sheets of a row as a line writes them. */
export function formatStack(layers: RowLineParts['layers'], units: Units): string {
  return layers.map((l) => `${layerName(l.name, units)} ${l.thickness}${l.plans ? ` ${WORD_OF_CALL[l.plans]}` : ''}`).join(' / ');
}

/** What closes a row, as text: the call-out, the name, in quotes where it would be read as something else. */
export function closingText(closedWith: RowLineParts['closedWith']): string {
  if (closedWith === null) return 'none';
  if (!('name' in closedWith)) return formatCallout(closedWith);
  /* A name that would be read as something else goes in quotes. */
  const read = parseTail({ text: closedWith.name, at: 0 }, 'in');
  const isPlain = read.ok && read.value.fastener.kind === 'name' && read.value.fastener.name === closedWith.name;
  return isPlain ? closedWith.name : quoted(closedWith.name);
}

/** Writes a row as its line; `parseRowLine` reads it back to the same row in the same units. */
export function formatRowLine(r: RowLineParts, units: Units): string {
  const options = [
    `x${r.count}`,
    r.pitch ? `@${r.pitch}` : '',
    r.edge ? `e=${r.edge}` : '',
    r.hand ? `hand=${r.hand}` : '',
    r.far ? `far=${r.far}` : '',
    r.page ? `plan=${r.page}` : '',
  ].filter(Boolean);
  const name = /^"|;/.test(r.name) || / # /.test(` ${r.name} `) ? quoted(r.name) : r.name;
  return `${name ? `${name} ; ` : ''}${formatStack(r.layers, units)} : ${closingText(r.closedWith).replace(/^MS20/, '')} ${options.join(' ')}`;
}

/**
 * A line typed under one unit, written so that it means the same under the other: bare numbers get the unit they were typed in. A line
 * that does not read stays as it is.
 */
export function carryRowLine(line: string, from: Units): string {
  const parsed = parseRowLine(line, from);
  if (!parsed.ok) return line;
  const { name, layers, fastener, count, pitch, edge, hand, page, far } = parsed.value;
  /* Two or three bare digits of a sheet are thousandths in inches. */
  const carried = (d: Dimension) => (d.kind === 'thousandths' && /^\d+$/.test(d.text) ? `${Number(d.text)} thou` : carryUnit(d.text, from));
  return formatRowLine(
    {
      name: name ?? '',
      layers: layers.map((l) => ({ name: l.name, thickness: carried(l.thickness), plans: l.plans })),
      closedWith: fastener.kind === 'callout' ? fastener.callout : fastener.kind === 'name' ? { name: fastener.name } : null,
      count: count ?? 1,
      pitch: pitch ? carried(pitch) : undefined,
      edge: edge ? carried(edge) : undefined,
      hand,
      page: page ?? '',
      far: far?.is === 'flush' ? 'flush' : undefined,
    },
    from,
  );
}
