import type { CageSetting, CageWay, Lie } from '../record/mark-payloads';
import { readNumber } from '../typed/number-text';
import type { Problem } from '../units/result';

/** A cage set anew as it is typed: clicks as text, empty where nobody counted. */
export interface CageTyped {
  readonly way: CageWay;
  readonly clicks: string;
  /** Empty: not tried on scrap. */
  readonly scrap: Lie | '';
  readonly toolId: string;
  readonly note: string;
}

export type ReadCage =
  | { readonly ok: true; readonly cage: CageSetting; readonly note?: string | undefined }
  /** Every field that does not read, by its path in {@link CageTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** No cage has more clicks than this either side of flush. */
const CLICKS_MOST = 200;

/** How the cage was set; a setting by trial rests on what the scrap said. */
export function readCageTyped(typed: CageTyped): ReadCage {
  const problems: (Problem & { readonly path: string })[] = [];
  const pastFlush = readNumber(typed.clicks);
  if (pastFlush !== undefined && !(Math.abs(pastFlush) <= CLICKS_MOST))
    problems.push({ code: 'cage-clicks', data: { most: CLICKS_MOST }, path: 'clicks' });
  if (typed.way === 'trial' && typed.scrap === '') problems.push({ code: 'cage-trial-without-scrap', path: 'scrap' });
  if (problems.length > 0) return { ok: false, problems };
  const note = typed.note.trim();
  return {
    ok: true,
    cage: {
      way: typed.way,
      ...(pastFlush === undefined ? {} : { pastFlush }),
      ...(typed.scrap === '' ? {} : { scrap: typed.scrap }),
      ...(typed.toolId === '' ? {} : { toolId: typed.toolId }),
    },
    ...(note === '' ? {} : { note }),
  };
}
