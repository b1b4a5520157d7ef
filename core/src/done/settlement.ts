import type { RowDefinition } from '../record/definitions';
import type { OwnPayloads } from '../record/marks';
import type { PieceNumbers } from './pieces';
import { OF_EVERY_SHEET, type GatheredFinding, type RowStanding } from './row-standing';
import { figureAt } from './settled';

/** A wish for the mark that answers a gathered finding at all its holes, with what stands there now. */
export function settlementOf(
  rowId: string,
  row: Pick<RowDefinition, 'layers'>,
  standing: Pick<RowStanding, 'findings'>,
  { finding, holeIds }: GatheredFinding,
  pieces: PieceNumbers,
  answer: { readonly words: string; readonly page: string },
): { kind: 'finding-settled'; rowId: string; holeIds: string[]; payload: OwnPayloads['finding-settled'] } {
  const { code, severity } = finding;
  const isOfEverySheet = OF_EVERY_SHEET.includes(code);
  const stood = holeIds.flatMap((holeId) =>
    (standing.findings.get(holeId) ?? []).flatMap((f) =>
      f.code === code && f.severity === severity && !f.isSettled && (isOfEverySheet || f.layer === finding.layer)
        ? [figureAt(f, holeId, row, pieces)]
        : [],
    ),
  );
  return {
    kind: 'finding-settled',
    rowId,
    holeIds: [...holeIds],
    payload: {
      finding: { code, stood, ...(answer.page ? { page: answer.page } : {}) },
      ...(answer.words ? { note: answer.words } : {}),
    },
  };
}
