import { bad, good, type Result } from '../units/result';
import { MM_PER_INCH, type Mm, type Units } from '../units/length';

/** What a gauge says, one line each. Published in docs/gauge.md. */
export type GaugeLine =
  | { readonly kind: 'hello'; readonly name: string; readonly units: Units }
  | {
      readonly kind: 'reading';
      readonly seq: number;
      readonly value: number;
      /** The gauge's button was pressed: this one is meant. */
      readonly isPressed: boolean;
    };

/** Longest line taken, characters; largest number of a reading; largest value either way, mm. */
export const GAUGE_LINE_MAX = 80;
const SEQ_MAX = 2 ** 52;
const VALUE_MAX_MM = 1000;

const HELLO = /^HELLO ([A-Za-z0-9][A-Za-z0-9-]{0,39}) (in|mm)$/;
const READING = /^R (\d{1,16}) (-?(?:\d{1,6}(?:\.\d{0,9})?|\.\d{1,9}))( P)?$/;

/** Reads one line without its end. Problems: `gauge-line` for whatever is neither a hello nor a reading. */
export function parseGaugeLine(line: string): Result<GaugeLine> {
  if (line.length > GAUGE_LINE_MAX) return bad({ code: 'gauge-line' });
  const hello = HELLO.exec(line);
  if (hello) return good({ kind: 'hello', name: hello[1] as string, units: hello[2] as Units });
  const reading = READING.exec(line);
  if (!reading) return bad({ code: 'gauge-line' });
  const [seq, value] = [Number(reading[1]), Number(reading[2])];
  if (seq < 1 || seq > SEQ_MAX || !Number.isFinite(value)) return bad({ code: 'gauge-line' });
  return good({ kind: 'reading', seq, value, isPressed: reading[3] !== undefined });
}

/** A reading in millimetres; null where it is too large to be one. */
export function gaugeMm(value: number, units: Units): Mm | null {
  const mm = units === 'in' ? value * MM_PER_INCH : value;
  return Math.abs(mm) <= VALUE_MAX_MM ? (mm as Mm) : null;
}
