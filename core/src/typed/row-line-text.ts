import { cutText } from './whole-text';
import { bad, good, type Result } from '../units/result';

/** A piece of the line with the place it was taken from. */
export interface Piece {
  readonly text: string;
  readonly at: number;
}

/** A line with one spelling for every quote, dash and blank; each character stands where it stood in the text that was typed. */
export function oneSpelling(line: string): string {
  return line
    .replace(/[\u201c\u201d\u201e\u2033]/g, '"')
    .replace(/[\u2018\u2019\u201a\u2032]/g, "'")
    .replace(/[\u2010\u2011\u2013]/g, '-')
    .replace(/\u2044/g, '/')
    .replace(/[\u00a0\u202f\u2009]/g, ' ');
}

/**
 * Which characters stand inside double quotes, the quotes with them. A quote opens a name only where a name can begin: at the
 * beginning or after `/ + | ;` or a tab; everywhere else it is the inch sign. `""` inside is a quote of the name's own.
 */
export function quotedSpans(text: string): Result<readonly boolean[]> {
  const inside = new Array<boolean>(text.length).fill(false);
  let canBegin = true;
  for (let i = 0; i < text.length; i++) {
    const c = text[i] as string;
    if (c === '"' && canBegin) {
      const end = endOfQuote(text, i);
      if (end < 0) return bad({ code: 'line-quote-open', at: i });
      inside.fill(true, i, end + 1);
      i = end;
      canBegin = false;
    } else if (/[/+|;\t]/.test(c)) canBegin = true;
    else if (c !== ' ') canBegin = false;
  }
  return good(inside);
}

function endOfQuote(text: string, from: number): number {
  for (let i = from + 1; i < text.length; i++) {
    if (text[i] !== '"') continue;
    if (text[i + 1] !== '"') return i;
    i++;
  }
  return -1;
}

/** The text before a comment: a `#` after a blank and before a blank (or the end) begins one. */
export function beforeComment(text: string, inside: readonly boolean[]): string {
  for (const found of text.matchAll(/(?<=\s)#(?=\s|$)/g)) if (!inside[found.index]) return text.slice(0, found.index);
  return text;
}

/** First place of a character outside quotes, from `from`; -1 where there is none. */
export function findOutside(text: string, inside: readonly boolean[], wanted: string, from = 0): number {
  for (let i = from; i < text.length; i++) if (text[i] === wanted && !inside[i]) return i;
  return -1;
}

export function wordsOf(piece: Piece): Piece[] {
  return [...piece.text.matchAll(/\S+/g)].map((m) => ({ text: m[0], at: piece.at + m.index }));
}

/** A quoted name as it is meant; a text without quotes is returned trimmed. */
export function unquoted(text: string): string {
  const trimmed = text.trim();
  return /^".*"$/s.test(trimmed) && trimmed.length > 1 ? trimmed.slice(1, -1).replaceAll('""', '"').trim() : trimmed;
}

/** A name in double quotes. */
export function quoted(name: string): string {
  return `"${name.replaceAll('"', '""')}"`;
}

export function short(text: string): string {
  return text.length > 30 ? `${cutText(text, 27)}...` : text;
}
