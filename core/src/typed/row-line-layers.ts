import type { PlanCall } from '../prep/stack';
import { SHEET_STOCK } from '../tables/sheets';
import { DIMENSION_MAX_CHARS, isUnitWord, parseDimension, type Dimension } from './dimension';
import { MM_PER_INCH, type Units } from '../units/length';
import { own } from '../units/own';
import { bad, good, type Problem, type Result } from '../units/result';
import { quoted, quotedSpans, short, unquoted, wordsOf, type Piece } from './row-line-text';

export interface RowLineLayer {
  readonly name: string;
  readonly thickness: Dimension;
  readonly plans?: PlanCall;
  /** Where the layer begins in the line, and where its thickness does. */
  readonly at: number;
  readonly thicknessAt: number;
}

export const ROW_LINE_MAX_LAYERS = 12;

const PREP_OF_WORD: Readonly<Record<string, PlanCall>> = {
  dimple: 'dimple',
  dimpled: 'dimple',
  dim: 'dimple',
  csk: 'countersink',
  csunk: 'countersink',
  "c'sunk": 'countersink',
  "c'sink": 'countersink',
  countersink: 'countersink',
  countersunk: 'countersink',
  plain: 'none',
  through: 'through',
};

/** An alloy as it is written after a thickness: 2024-T3, 6061-T6, 5052-H32. */
const ALLOY = /^[1-8]\d{3}-?(?:[TH]\d{1,5}|[OF])$/i;

/** Whole millimetres that sheet is sold in. */
const STOCK_WHOLE_MM: readonly number[] = [1, 2, 3, 4, 5, 6];
const STOCK_THOU: readonly number[] = SHEET_STOCK.map((t) => Math.round((t / MM_PER_INCH) * 1000));

/** Reads the sheets of a row line, from the head side down. */
export function parseLayers(body: Piece, units: Units): Result<RowLineLayer[]> {
  const pieces = splitLayers(body);
  if (!pieces.ok) return pieces;
  const layers: RowLineLayer[] = [];
  for (const piece of pieces.value) {
    const layer = parseLayer(piece, units);
    if (!layer.ok) return layer;
    const twice = layers.some((l) => l.name.toLowerCase() === layer.value.name.toLowerCase());
    if (twice) return bad({ code: 'part-twice', at: layer.value.at, data: { part: layer.value.name } });
    layers.push(layer.value);
    if (layers.length > ROW_LINE_MAX_LAYERS) return bad({ code: 'line-too-many-layers', at: piece.at, data: { max: ROW_LINE_MAX_LAYERS } });
  }
  return good(layers);
}

/** Whether the slash at `i` stands between two numbers and so belongs to them: `1/32`, `3/32nds`, not `.025/rib`. */
function isFractionSlash(text: string, i: number): boolean {
  return (
    /\d$/.test(text.slice(0, i)) &&
    /^\.?\d[\d.,]*(?:nds?|ths?|mm|cm|in|inch|inches|thou|mils?|ft|["'])?\.?(?=$|[\s/+|])/i.test(text.slice(i + 1))
  );
}

/** Splits at `/`, `+`, `|` and tabs, but not inside quotes and not inside a number. */
function splitLayers(whole: Piece): Result<Piece[]> {
  /* A tab at either end parts nothing. */
  const body = { text: whole.text.trimEnd(), at: whole.at };
  const inside = quotedSpans(body.text);
  if (!inside.ok) return bad({ ...inside.problem, at: body.at + (inside.problem.at as number) });
  const pieces: Piece[] = [];
  const lead = /^\s*/.exec(body.text)?.[0].length ?? 0;
  let start = lead;
  for (const cut of body.text.slice(lead).matchAll(/[/+|\t]/g)) {
    const i = lead + cut.index;
    if (inside.value[i] || (cut[0] === '/' && isFractionSlash(body.text, i))) continue;
    pieces.push({ text: body.text.slice(start, i), at: body.at + start });
    start = i + 1;
  }
  pieces.push({ text: body.text.slice(start), at: body.at + start });
  return good(pieces);
}

/** The words of a layer; a quoted name is one of them. */
function layerWords(piece: Piece): Piece[] {
  const quote = /^\s*("(?:[^"]|"")*")/.exec(piece.text);
  if (!quote) return wordsOf(piece);
  const name = quote[1] as string;
  const after = quote[0].length;
  return [{ text: name, at: piece.at + after - name.length }, ...wordsOf({ text: piece.text.slice(after), at: piece.at + after })];
}

function parseLayer(piece: Piece, units: Units): Result<RowLineLayer> {
  let words = layerWords(piece);
  const first = words[0];
  if (!first) return bad({ code: 'line-empty-layer', at: piece.at });
  let plans: PlanCall | undefined;
  let hasAlloy = false;
  for (;;) {
    const last = (words.at(-1) as Piece).text.toLowerCase();
    if (words.length < 2) break;
    const prep = own(PREP_OF_WORD, last);
    if (prep !== undefined && plans === undefined) plans = prep;
    else if (ALLOY.test(last) && !hasAlloy) hasAlloy = true;
    else break;
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
    const thicknessAt = (tail[0] as Piece).at;
    const name = readName(words.slice(0, -take), tail[0] as Piece, units);
    if (!name.ok) return name;
    return good({ name: name.value, thickness: thickness.value, ...(plans ? { plans } : {}), at: first.at, thicknessAt });
  }
  return bad(thicknessProblem(words, units, shown));
}

/** A part's name. Unquoted it holds no thickness: no decimal, fraction or unit, a whole number only at its end and never a sheet's. */
function readName(words: readonly Piece[], thickness: Piece, units: Units): Result<string> {
  const first = words[0] as Piece;
  if (first.text.startsWith('"')) {
    const name = unquoted(first.text);
    if (name === '') return bad({ code: 'layer-no-part', at: first.at, data: { text: short(first.text) } });
    const extra = words[1];
    return extra ? bad({ code: 'layer-two-thicknesses', at: extra.at, data: { text: short(extra.text) } }) : good(name);
  }
  for (let i = 0; i < words.length; i++) {
    const word = words[i] as Piece;
    if (!isNumberOfItsOwn(word.text, i === words.length - 1, units)) continue;
    if (i === 0 || isUnitWord(word.text)) return bad({ code: 'layer-name-quoted', at: word.at, data: { text: short(word.text) } });
    let next = i + 1;
    while (words[next] && isUnitWord((words[next] as Piece).text)) next++;
    const second = words[next] ?? thickness;
    return bad({ code: 'layer-two-thicknesses', at: second.at, data: { text: short(second.text) } });
  }
  return good(words.map((w) => w.text).join(' '));
}

/** Whether a word of a name would be taken for a length: a decimal, fraction, unit, or a whole number that is not its last word or a stock sheet. */
function isNumberOfItsOwn(word: string, isLast: boolean, units: Units): boolean {
  if (isUnitWord(word) || /^\d*[.,]\d/.test(word) || /\d\/\d|[\u00bc-\u00be\u215b-\u215e]/.test(word)) return true;
  const unit = /^\d+(\D+)$/.exec(word)?.[1];
  if (unit !== undefined && isUnitWord(unit)) return true;
  if (!/^\d+$/.test(word)) return false;
  return !isLast || (units === 'mm' ? STOCK_WHOLE_MM : STOCK_THOU).includes(Number(word));
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

/** A part's name as a line writes it: in double quotes where it would not be read back without them. */
export function layerName(name: string, units: Units): string {
  const isPlain =
    !/[/+|\t;:"]|(^|\s)#(\s|$)/.test(name) &&
    name.trim().split(/\s+/).join(' ') === name &&
    !name.split(' ').some((word, i, words) => isNumberOfItsOwn(word, i === words.length - 1, units));
  return isPlain ? name : quoted(name);
}
