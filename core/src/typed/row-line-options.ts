import { cutText } from './whole-text';
import { parseCallout, type Callout } from '../rivet/callout';
import { parseDimension, type Dimension } from './dimension';
import type { Units } from '../units/length';
import { own } from '../units/own';
import { bad, good, type Result } from '../units/result';
import { short, wordsOf, type Piece } from './row-line-text';

export const ROW_MAX_HOLES = 2000;

/** What closes the row: a call-out of the tables, a fastener by its name, or nothing (`none`). */
export type RowLineFastener =
  | { readonly kind: 'callout'; readonly callout: Callout; readonly at: number }
  | { readonly kind: 'name'; readonly name: string; readonly at: number }
  | { readonly kind: 'none'; readonly at: number };

export interface RowLineTail {
  readonly fastener: RowLineFastener;
  readonly count: number | null;
  readonly pitch: Dimension | null;
  readonly edge: Dimension | null;
  readonly hand: 'L' | 'R' | null;
  readonly page: string | null;
  /** Said to be flush on the far side too, and where. */
  readonly far: { readonly is: 'plain' | 'flush'; readonly at: number } | null;
}

type OptionName = 'count' | 'pitch' | 'edge' | 'hand' | 'page' | 'far';

/** How an option begins; what its first word holds beside the lead is its value's beginning. */
const OPTION_STARTS: readonly [RegExp, OptionName][] = [
  [/^[x\u00d7](?=\d|$)/i, 'count'],
  [/^@/, 'pitch'],
  [/^pitch=/i, 'pitch'],
  [/^(?:e|edge)=/i, 'edge'],
  [/^hand=/i, 'hand'],
  [/^(?:plan|page)=/i, 'page'],
  [/^far=/i, 'far'],
];

const COUNT_WORDS = /^(?:pcs?|pieces?|holes?|off)\.?$/i;
const HAND_OF_WORD: Readonly<Record<string, 'L' | 'R'>> = { l: 'L', r: 'R', left: 'L', right: 'R', lh: 'L', rh: 'R' };

interface Option {
  readonly name: OptionName;
  readonly value: Piece;
  readonly whole: Piece;
  /** Words of the line it takes. */
  readonly takes: number;
}

/** The option that begins at word `i`, in any of the ways people write it; null where none does. */
function optionAt(words: readonly Piece[], i: number): Option | null {
  const word = words[i] as Piece;
  const next = words[i + 1];
  const start = OPTION_STARTS.find(([lead]) => lead.test(word.text));
  if (start) {
    const lead = (start[0].exec(word.text) as RegExpExecArray)[0].length;
    return { name: start[1], value: { text: word.text.slice(lead), at: word.at + lead }, whole: word, takes: 1 };
  }
  const times = /^(\d{1,6})[x\u00d7]$/i.exec(word.text) ?? /^(\d{1,6})pcs?\.?$/i.exec(word.text);
  if (times) return { name: 'count', value: { text: times[1] as string, at: word.at }, whole: word, takes: 1 };
  if (/^\d{1,6}$/.test(word.text) && next && COUNT_WORDS.test(next.text)) return { name: 'count', value: word, whole: word, takes: 2 };
  if (/^hand$/i.test(word.text) && next && own(HAND_OF_WORD, next.text.toLowerCase()))
    return { name: 'hand', value: next, whole: word, takes: 2 };
  if (/^far$/i.test(word.text) && next && /^(?:flush|plain)$/i.test(next.text)) return { name: 'far', value: next, whole: word, takes: 2 };
  return null;
}

/** Reads what stands after the colon. `closedWith`: what it stands for where nothing is named. */
export function parseTail(tail: Piece, units: Units, closedWith?: string): Result<RowLineTail> {
  const words = wordsOf(tail);
  let firstOption = words.findIndex((_, i) => optionAt(words, i) !== null);
  if (firstOption < 0) firstOption = words.length;
  if (firstOption === 0 && closedWith === undefined) return bad({ code: 'line-no-rivet', at: tail.at });
  const named =
    firstOption > 0 ? words.slice(0, firstOption) : wordsOf({ text: closedWith ?? '', at: 0 }).map((w) => ({ ...w, at: tail.at }));
  if (named.length === 0) return bad({ code: 'line-no-rivet', at: tail.at });
  const fastener = readFastener(named);
  if (!fastener.ok) return fastener;

  const values = new Map<OptionName, Piece & { whole: Piece }>();
  let current: OptionName | null = null;
  for (let i = firstOption; i < words.length;) {
    const w = words[i] as Piece;
    const option = optionAt(words, i);
    if (option) {
      if (values.has(option.name)) return bad({ code: 'option-twice', at: w.at, data: { text: short(w.text) } });
      values.set(option.name, { ...option.value, whole: option.whole });
      /* What is said whole takes no more words; what follows it is not understood. */
      current = option.name;
      i += option.takes;
      continue;
    }
    const known = values.get(current as OptionName) as Piece & { whole: Piece };
    const isOneWord = current === 'count' || current === 'hand' || current === 'far';
    if (isOneWord && known.text !== '') return bad({ code: 'option-unknown', at: w.at, data: { text: short(w.text) } });
    values.set(
      current as OptionName,
      known.text === '' ? { text: w.text, at: w.at, whole: known.whole } : { ...known, text: `${known.text} ${w.text}` },
    );
    i++;
  }
  for (const value of values.values())
    if (value.text === '') return bad({ code: 'option-empty', at: value.whole.at, data: { text: value.whole.text } });
  return readOptions(fastener.value, values, units);
}

/** What begins like a call-out of the tables, rightly written or not. */
const LIKE_A_CALLOUT = /^(?:(?:(?:MS|AN)-?)?(?:20)?-?4(?:2|7)|MS-?20|AN-?4\d|AD-?\d|\d{1,2}-\d)/i;

function readFastener(words: readonly Piece[]): Result<RowLineFastener> {
  const { at } = words[0] as Piece;
  const joined = (n: number) =>
    words
      .slice(0, n)
      .map((w) => w.text)
      .join(' ');
  const text = joined(words.length);
  if (/^none$/i.test(text)) return good({ kind: 'none', at });
  const parsed = parseCallout(text);
  if (parsed.ok) return good({ kind: 'callout', callout: parsed.value, at });
  /* The call-out may be good and the word after it not: point at that word. */
  for (let n = words.length - 1; n > 0; n--)
    if (parseCallout(joined(n)).ok)
      return bad({ code: 'option-unknown', at: (words[n] as Piece).at, data: { text: short((words[n] as Piece).text) } });
  if (LIKE_A_CALLOUT.test(text)) return bad({ ...parsed.problem, at });
  return good({ kind: 'name', name: text.replace(/^"(.*)"$/, '$1'), at });
}

function readOptions(fastener: RowLineFastener, values: ReadonlyMap<OptionName, Piece>, units: Units): Result<RowLineTail> {
  const countPiece = values.get('count');
  const count = countPiece ? Number(/^\d{1,6}$/.exec(countPiece.text)?.[0] ?? NaN) : null;
  if (countPiece && !(count !== null && count >= 1 && count <= ROW_MAX_HOLES))
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
  const hand = handPiece ? own(HAND_OF_WORD, handPiece.text.toLowerCase()) : null;
  if (handPiece && !hand) return bad({ code: 'hand-unknown', at: handPiece.at, data: { text: short(handPiece.text) } });
  const farPiece = values.get('far');
  const far = farPiece?.text.toLowerCase();
  if (farPiece && far !== 'flush' && far !== 'plain')
    return bad({ code: 'far-unknown', at: farPiece.at, data: { text: short(farPiece.text) } });
  const page = values.get('page')?.text ?? null;
  return good({
    fastener,
    count,
    ...lengths,
    hand: hand ?? null,
    page: page === null ? null : cutText(page, 80),
    far: farPiece ? { is: far as 'plain' | 'flush', at: farPiece.at } : null,
  });
}
