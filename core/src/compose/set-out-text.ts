import type { Place } from '../layout/path';
import { centreLine, lineBeside, lineFromSide, sidesOf, type OutlineSide } from '../layout/set-out';
import type { SetOutFrom } from '../record/set-out-from';
import { parseDimension } from '../typed/dimension';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';

/** Something a line can be measured from; `key`: as it is chosen. */
export type SetOutChoice =
  | { readonly kind: 'edge'; readonly key: string; readonly part: SetOutFrom['parts'][number]; readonly side: OutlineSide }
  | { readonly kind: 'centre'; readonly key: string; readonly part: SetOutFrom['parts'][number]; readonly line: readonly Place[] }
  | { readonly kind: 'row'; readonly key: string; readonly row: SetOutFrom['rows'][number] };

/** A line to set out, as it is typed. `hand`: on which side of a row, as that runs. */
export interface SetOutTyped {
  readonly from: string;
  readonly distance: string;
  readonly hand: 'left' | 'right';
}

export type ReadSetOut =
  | { readonly ok: true; readonly line: readonly Place[] }
  /** Every field that does not read, by its path in {@link SetOutTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: keyof SetOutTyped })[] };

/** Edges one can see, the centre of each part along its longest one, and rows seen through. */
export function setOutChoices({ parts, rows }: SetOutFrom): SetOutChoice[] {
  return [
    ...parts.flatMap((part) =>
      sidesOf(part.corners).map((side): SetOutChoice => ({ kind: 'edge', key: `edge/${part.id}/${side.index}`, part, side })),
    ),
    ...parts.flatMap((part): SetOutChoice[] => {
      const [longest] = sidesOf(part.corners);
      const line = longest && centreLine(part.corners, longest);
      return line ? [{ kind: 'centre', key: `centre/${part.id}`, part, line }] : [];
    }),
    ...rows.map((row): SetOutChoice => ({ kind: 'row', key: `row/${row.id}`, row })),
  ];
}

/** The line that is meant, across the assembly. The centre of a part asks for no distance. */
export function readSetOut({ from, distance, hand }: SetOutTyped, choices: readonly SetOutChoice[], units: Units): ReadSetOut {
  const problems: (Problem & { readonly path: keyof SetOutTyped })[] = [];
  const choice = choices.find((c) => c.key === from);
  if (!choice) problems.push({ code: 'set-out-from-missing', path: 'from' });
  let mm = 0;
  if (choice?.kind !== 'centre') {
    const read = distance.trim() === '' ? null : parseDimension(distance, { units });
    if (!read) problems.push({ code: 'set-out-distance-missing', path: 'distance' });
    else if (!read.ok) problems.push({ ...read.problem, path: 'distance' });
    else mm = read.value.length;
  }
  if (!choice || problems.length > 0) return { ok: false, problems };
  const line = lineAt(choice, mm, hand);
  if (!line || line.length < 2) return { ok: false, problems: [{ code: 'set-out-nowhere', path: 'distance' }] };
  return { ok: true, line };
}

function lineAt(choice: SetOutChoice, mm: number, hand: SetOutTyped['hand']): readonly Place[] | null {
  switch (choice.kind) {
    case 'edge':
      return lineFromSide(choice.part.corners, choice.side, mm);
    case 'centre':
      return choice.line;
    case 'row':
      return lineBeside(choice.row.places, hand === 'left' ? mm : -mm);
  }
}
