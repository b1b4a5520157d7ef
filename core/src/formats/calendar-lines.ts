import { wholeText } from '../typed/whole-text';

/** Longest line of a calendar file, octets (RFC 5545, 3.1). */
const MAX_OCTETS = 75;

/** A text as a calendar can hold it: its line breaks are single line feeds, nothing else of the kind is in it. */
export function calendarText(text: string): string {
  return wholeText(text)
    .replace(/\r\n?|[\u2028\u2029\u0085]/g, '\n')
    .replace(/(?!\n)\p{Cc}/gu, ' ');
}

/** A calendar file with its lines folded anew: none longer than 75 octets, no letter cut, each ended by CR LF. */
export function foldCalendar(file: string): string {
  return file
    .replace(/\r\n[ \t]/g, '')
    .split(/\r\n|\r|\n/)
    .filter((line) => line !== '')
    .map((line) => `${folded(line)}\r\n`)
    .join('');
}

function folded(line: string): string {
  let out = '';
  let octets = 0;
  for (const letter of line) {
    const size = octetsOf(letter);
    if (octets + size > MAX_OCTETS) {
      out += '\r\n ';
      octets = 1;
    }
    out += letter;
    octets += size;
  }
  return out;
}

function octetsOf(letter: string): number {
  const code = letter.codePointAt(0) ?? 0;
  return code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
}
