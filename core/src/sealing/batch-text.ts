import type { MixedBatch } from '../record/mark-payloads';
import { readNumber } from '../typed/number-text';
import type { Problem } from '../units/result';
import type { Batch } from './batch';

/** A batch as it is typed from the maker's sheet: minutes and the temperature as text, empty where nothing is said. */
export interface BatchTyped {
  readonly product: string;
  readonly ratio: string;
  readonly ratioBy: 'weight' | 'volume';
  readonly work: string;
  readonly tackFree: string;
  readonly cure: string;
  readonly temperature: string;
  /** Rows and joints it is mixed for, by id. */
  readonly mixedFor: readonly string[];
}

/** Minutes a sealant can be worked, and minutes until it is tack-free or cured. */
const WORK = { from: 1, to: 2000 };
const TIMES = { from: 1, to: 100_000 };
/** Degrees Celsius of a shop. */
const WARMTH = { from: -40, to: 60 };

/** What is typed at first: as on the sheet of the batch before; how warm it is and what it is for is said anew. */
export function typedAsLast(last: Batch | null): BatchTyped {
  const text = (n: number | undefined) => (n === undefined ? '' : String(n));
  return {
    product: last?.product ?? '',
    ratio: last?.ratio ?? '',
    ratioBy: last?.ratioBy ?? 'weight',
    work: text(last?.workMinutes),
    tackFree: text(last?.tackFreeMinutes),
    cure: text(last?.cureMinutes),
    temperature: '',
    mixedFor: [],
  };
}

export type ReadBatch =
  | { readonly ok: true; readonly workMinutes: number; readonly batch: Omit<MixedBatch, 'amountMl' | 'rowIds' | 'jobIds'> }
  /** Every field that does not read, by its path in {@link BatchTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** The batch with what was typed; every fault at once. Times follow each other: worked, tack-free, cured. */
export function readBatchTyped(typed: BatchTyped): ReadBatch {
  const problems: (Problem & { readonly path: string })[] = [];
  const between = (path: 'work' | 'tackFree' | 'cure' | 'temperature', code: string, { from, to }: { from: number; to: number }) => {
    const value = readNumber(typed[path]);
    if (value === undefined || (value >= from && value <= to)) return value;
    problems.push({ code, data: { from, to }, path });
    return undefined;
  };
  const product = typed.product.trim();
  if (product === '') problems.push({ code: 'batch-product-missing', path: 'product' });
  const work = between('work', 'batch-work-life', WORK);
  if (typed.work.trim() === '') problems.push({ code: 'batch-work-missing', path: 'work' });
  const tackFree = between('tackFree', 'batch-minutes', TIMES);
  const cure = between('cure', 'batch-minutes', TIMES);
  if (tackFree !== undefined && work !== undefined && tackFree < work) problems.push({ code: 'batch-tack-free-early', path: 'tackFree' });
  const before = tackFree ?? work;
  if (cure !== undefined && before !== undefined && cure < before) problems.push({ code: 'batch-cured-early', path: 'cure' });
  const temperature = between('temperature', 'batch-temperature', WARMTH);
  if (typed.mixedFor.length === 0) problems.push({ code: 'batch-for-nothing', path: 'mixedFor' });
  if (problems.length > 0 || work === undefined) return { ok: false, problems };
  const ratio = typed.ratio.trim();
  return {
    ok: true,
    workMinutes: work,
    batch: {
      product,
      ...(ratio === '' ? {} : { ratio, ratioBy: typed.ratioBy }),
      ...(tackFree === undefined ? {} : { tackFreeMinutes: tackFree }),
      ...(cure === undefined ? {} : { cureMinutes: cure }),
      ...(temperature === undefined ? {} : { temperatureC: temperature }),
    },
  };
}
