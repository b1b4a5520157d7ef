import { createHash } from 'node:crypto';
import type { TypedLength } from '#core/record/definitions';
import { markVersion, type Mark } from '#core/record/marks';
import { parseDimension } from '#core/typed/dimension';
import { problemMessage } from '#core/wording/problems';

/** An id that is the same at every loading, made from a name. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`quillback-two/${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

export const DEVICE = demoId('device');
export const MINUTE_MS = 60_000;
export const DAY_MS = 86_400_000;
export const PEOPLE = { RV: demoId('person/RV'), TK: demoId('person/TK') } as const;

/** A length as somebody typed it, inches. */
export function typedLength(text: string): TypedLength {
  const parsed = parseDimension(text, { units: 'in' });
  if (!parsed.ok) throw new Error(`demo: ${problemMessage(parsed.problem)}`);
  return { mm: parsed.value.length, text, units: 'in' };
}

/** A mark without who and when; its payload is checked when it is kept. */
type DemoMark = Pick<Mark, 'kind' | 'rowId'> & Partial<Omit<Mark, 'payload'>> & { readonly payload?: object };

/** A mark of the demo: its id made from a name, recorded when it was done. */
export function demoMark(name: string, by: 'RV' | 'TK', doneAt: string, more: DemoMark): Mark {
  return {
    id: demoId(name),
    v: markVersion(more.kind),
    holeIds: [],
    layerIds: [],
    side: null,
    doneAt,
    recordedAt: doneAt,
    person: PEOPLE[by],
    device: DEVICE,
    payload: {},
    ...more,
  } as Mark;
}
