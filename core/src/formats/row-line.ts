import { parseCallout, formatCallout, type Callout } from '../rivet/callout';
import type { Prep } from '../prep/stack';
import { parseDimension, DIMENSION_MAX_CHARS, type Dimension } from '../units/dimension';
import type { Units } from '../units/length';
import { bad, good, type Problem, type Result } from '../units/result';

/**
 * The row line: `[name ;] layer / layer / layer : rivet xN @pitch e=edge hand=L|R plan=page`, a layer being
 * `part-name thickness [dimple|csk|plain]`. Published in `docs/row-line.md`. Every problem carries `at`, the
 * zero-based index of the character it is about.
 */
export interface RowLineLayer {
  readonly name: string;
  readonly thickness: Dimension;
  readonly plans?: Prep;
  /** Where the layer begins in the line, and where its thickness does. */
  readonly at: number;
  readonly thicknessAt: number;
}

export interface RowLine {
  readonly name: string | null;
  readonly layers: readonly RowLineLayer[];
  readonly callout: Callout;
  readonly count: number;
  readonly pitch: Dimension | null;
  readonly edge: Dimension | null;
  readonly hand: 'L' | 'R' | null;
  readonly page: string | null;
}

export const ROW_LINE_MAX_CHARS = 1000;
export const ROW_LINE_MAX_LAYERS = 12;
export const ROW_MAX_HOLES = 2000;

const PREP_OF_WORD: Readonly<Record<string, Prep>> = { dimple: 'dimple', csk: 'countersink', countersink: 'countersink', plain: 'none' };
const WORD_OF_PREP: Readonly<Record<Prep, string>> = { dimple: 'dimple', countersink: 'csk', none: 'plain' };

/** A piece of the line with the place it was taken from. */
interface Piece {
  readonly text: string;
  readonly at: number;
}

/** Reads one row line. `units` is what a bare number means. */
export function parseRowLine(line: string, units: Units): Result<RowLine> {
  if (line.length > ROW_LINE_MAX_CHARS)
    return bad({ code: 'line-too-long', at: ROW_LINE_MAX_CHARS, data: { length: line.length, max: ROW_LINE_MAX_CHARS } });
  const text = line.replace(/[\t\u00a0\u202f]/g, ' ');
  if (text.trim() === '') return bad({ code: 'line-empty', at: 0 });

  const semicolon = text.indexOf(';');
  let name: string | null = null;
  if (semicolon >= 0) {
    name = text.slice(0, semicolon).trim();
    if (name === '') return bad({ code: 'line-empty-name', at: semicolon });
  }
  const bodyAt = semicolon + 1;
  const colon = text.indexOf(':', bodyAt);
  if (colon < 0) return bad({ code: 'line-no-rivet', at: text.trimEnd().length });

  const layers = parseLayers({ text: text.slice(bodyAt, colon), at: bodyAt }, units);
  if (!layers.ok) return layers;
  const rest = parseRivetAndOptions({ text: text.slice(colon + 1), at: colon + 1 }, units);
  return rest.ok ? good({ name, layers: layers.value, ...rest.value }) : rest;
}

function parseLayers(body: Piece, units: Units): Result<RowLineLayer[]> {
  const layers: RowLineLayer[] = [];
  for (const piece of splitLayers(body)) {
    const layer = parseLayer(piece, units);
    if (!layer.ok) return layer;
    const twice = layers.some((l) => l.name.toLowerCase() === layer.value.name.toLowerCase());
    if (twice) return bad({ code: 'part-twice', at: layer.value.at, data: { part: layer.value.name } });
    layers.push(layer.value);
    if (layers.length > ROW_LINE_MAX_LAYERS) return bad({ code: 'line-too-many-layers', at: piece.at, data: { max: ROW_LINE_MAX_LAYERS } });
  }
  return good(layers);
}

/** Splits at slashes that have a blank (or the end) on both sides, so that `1/32` stays whole. */
function splitLayers(body: Piece): Piece[] {
  const pieces: Piece[] = [];
  let start = 0;
  for (const cut of body.text.matchAll(/(?<=^|\s)\/(?=\s|$)/g)) {
    pieces.push({ text: body.text.slice(start, cut.index), at: body.at + start });
    start = cut.index + 1;
  }
  pieces.push({ text: body.text.slice(start), at: body.at + start });
  return pieces;
}

function wordsOf(piece: Piece): Piece[] {
  return [...piece.text.matchAll(/\S+/g)].map((m) => ({ text: m[0], at: piece.at + m.index }));
}

function parseLayer(piece: Piece, units: Units): Result<RowLineLayer> {
  let words = wordsOf(piece);
  const first = words[0];
  if (!first) return bad({ code: 'line-empty-layer', at: piece.at });
  let plans: Prep | undefined;
  const last = (words.at(-1) as Piece).text.toLowerCase();
  if (Object.hasOwn(PREP_OF_WORD, last) && words.length > 1) {
    plans = PREP_OF_WORD[last];
    words = words.slice(0, -1);
  }
  const shown = short(piece.text.trim());
  /* The thickness is the longest run of closing words that reads as a sheet's: "0,6 mm" before "mm". */
  for (const take of [3, 2, 1]) {
    if (words.length < take) continue;
    const tail = words.slice(-take);
    const tailText = tail.map((w) => w.text).join(' ');
    const thickness = parseDimension(tailText, { units, sheet: true });
    if (!thickness.ok) continue;
    if (words.length === take) return bad({ code: 'layer-no-part', at: first.at, data: { text: shown } });
    const name = words
      .slice(0, -take)
      .map((w) => w.text)
      .join(' ');
    return good({ name, thickness: thickness.value, ...(plans ? { plans } : {}), at: first.at, thicknessAt: (tail[0] as Piece).at });
  }
  return bad(thicknessProblem(words, units, shown));
}

/** Says why no thickness was found: none written, or one that is out of range or unreadable. */
function thicknessProblem(words: readonly Piece[], units: Units, shown: string): Problem {
  const last = words.at(-1) as Piece;
  const digitWord =
    [...words].reverse().find((w) => /\d/.test(w.text) && w !== words[0]) ??
    (words.length > 1 ? undefined : /^[-.\d]/.test(last.text) ? last : undefined);
  if (!digitWord) return { code: 'layer-no-thickness', at: last.at + last.text.length, data: { text: shown } };
  const from = words.indexOf(digitWord);
  const said = words
    .slice(from)
    .map((w) => w.text)
    .join(' ');
  const parsed = parseDimension(said.slice(0, DIMENSION_MAX_CHARS), { units, sheet: true });
  return parsed.ok ? { code: 'layer-no-part', at: digitWord.at, data: { text: shown } } : { ...parsed.problem, at: digitWord.at };
}

type OptionName = 'count' | 'pitch' | 'edge' | 'hand' | 'page';
const OPTION_STARTS: readonly [RegExp, OptionName][] = [
  [/^[x\u00d7](?=\d|$)/i, 'count'],
  [/^@/, 'pitch'],
  [/^e=/i, 'edge'],
  [/^hand=/i, 'hand'],
  [/^plan=/i, 'page'],
];

type Options = Pick<RowLine, 'callout' | 'count' | 'pitch' | 'edge' | 'hand' | 'page'>;

function parseRivetAndOptions(tail: Piece, units: Units): Result<Options> {
  const words = wordsOf(tail);
  const optionOf = (w: Piece) => OPTION_STARTS.find(([start]) => start.test(w.text));
  const firstOption = words.findIndex((w) => optionOf(w) !== undefined);
  const rivetWords = firstOption < 0 ? words : words.slice(0, firstOption);
  if (rivetWords.length === 0) return bad({ code: 'line-no-rivet', at: tail.at });
  const rivet = readRivet(rivetWords);
  if (!rivet.ok) return rivet;

  const values = new Map<OptionName, Piece & { whole: Piece }>();
  let current: OptionName | null = null;
  for (const w of firstOption < 0 ? [] : words.slice(firstOption)) {
    const option = optionOf(w);
    if (option) {
      current = option[1];
      if (values.has(current)) return bad({ code: 'option-twice', at: w.at, data: { text: short(w.text) } });
      const lead = (option[0].exec(w.text) as RegExpExecArray)[0].length;
      values.set(current, { text: w.text.slice(lead), at: w.at + lead, whole: w });
    } else {
      const known = values.get(current as OptionName) as Piece & { whole: Piece };
      if (current === 'count' && known.text !== '') return bad({ code: 'option-unknown', at: w.at, data: { text: short(w.text) } });
      if (current === 'hand') return bad({ code: 'option-unknown', at: w.at, data: { text: short(w.text) } });
      values.set(
        current as OptionName,
        known.text === '' ? { text: w.text, at: w.at, whole: known.whole } : { ...known, text: `${known.text} ${w.text}` },
      );
    }
  }
  for (const value of values.values())
    if (value.text === '') return bad({ code: 'option-empty', at: value.whole.at, data: { text: value.whole.text } });
  return readOptions(rivet.value, values, units);
}

function readRivet(words: readonly Piece[]): Result<Callout> {
  const first = words[0] as Piece;
  const parsed = parseCallout(words.map((w) => w.text).join(' '));
  if (parsed.ok) return parsed;
  /* The call-out may be good and the word after it not: point at that word. */
  for (let n = words.length - 1; n > 0; n--) {
    if (
      parseCallout(
        words
          .slice(0, n)
          .map((w) => w.text)
          .join(' '),
      ).ok
    )
      return bad({ code: 'option-unknown', at: (words[n] as Piece).at, data: { text: short((words[n] as Piece).text) } });
  }
  return bad({ ...parsed.problem, at: first.at });
}

function readOptions(callout: Callout, values: ReadonlyMap<OptionName, Piece>, units: Units): Result<Options> {
  const countPiece = values.get('count');
  const count = countPiece ? Number(/^\d{1,6}$/.exec(countPiece.text)?.[0] ?? NaN) : 1;
  if (countPiece && !(count >= 1 && count <= ROW_MAX_HOLES))
    return bad({ code: 'count-unreadable', at: countPiece.at, data: { text: short(countPiece.text), max: ROW_MAX_HOLES } });
  const lengths: Record<'pitch' | 'edge', Dimension | null> = { pitch: null, edge: null };
  for (const key of ['pitch', 'edge'] as const) {
    const piece = values.get(key);
    if (!piece) continue;
    const parsed = parseDimension(piece.text, { units });
    if (!parsed.ok) return bad({ ...parsed.problem, at: piece.at });
    lengths[key] = parsed.value;
  }
  const handPiece = values.get('hand');
  const hand = handPiece ? handPiece.text.toUpperCase() : null;
  if (handPiece && hand !== 'L' && hand !== 'R')
    return bad({ code: 'hand-unknown', at: handPiece.at, data: { text: short(handPiece.text) } });
  const page = values.get('page')?.text ?? null;
  return good({ callout, count, ...lengths, hand: hand as 'L' | 'R' | null, page: page === null ? null : page.slice(0, 80) });
}

function short(text: string): string {
  return text.length > 30 ? `${text.slice(0, 27)}...` : text;
}

/** What a row line is written from; lengths as the text somebody typed. */
export interface RowLineParts {
  readonly name: string;
  readonly layers: readonly { readonly name: string; readonly thickness: string; readonly plans?: Prep | undefined }[];
  readonly callout: Pick<Callout, 'head' | 'alloy' | 'lengthDash'> & { size: { dash: 3 | 4 | 5 | 6 } };
  readonly count: number;
  readonly pitch?: string | undefined;
  readonly edge?: string | undefined;
  readonly hand?: 'L' | 'R' | null | undefined;
  readonly page?: string | undefined;
}

/** Writes a row as its line; `parseRowLine` reads it back to the same row. */
export function formatRowLine(r: RowLineParts): string {
  const layers = r.layers.map((l) => `${l.name} ${l.thickness}${l.plans ? ` ${WORD_OF_PREP[l.plans]}` : ''}`).join(' / ');
  const options = [
    `x${r.count}`,
    r.pitch ? `@${r.pitch}` : '',
    r.edge ? `e=${r.edge}` : '',
    r.hand ? `hand=${r.hand}` : '',
    r.page ? `plan=${r.page}` : '',
  ].filter(Boolean);
  return `${r.name ? `${r.name} ; ` : ''}${layers} : ${formatCallout(r.callout).replace(/^MS20/, '')} ${options.join(' ')}`;
}
