import type { Mark } from '#core/record/marks';
import { fold } from '#core/record/steps';
import { randomUUID } from 'node:crypto';
import { medianMs, report } from './measure';

const HOLES = 15_000;
const MARKS = 60_000;

/** 60,000 marks on 15,000 holes of 625 rows, as the server gives them. */
export function manyMarks(rowIds: readonly string[], layerId: string): Mark[] {
  const holes = Array.from({ length: HOLES }, () => randomUUID());
  const perRow = Math.ceil(HOLES / rowIds.length);
  const kinds = ['drilled', 'deburred', 'deburred', 'dimpled'] as const;
  return Array.from({ length: MARKS }, (_, i): Mark => {
    const hole = i % HOLES;
    const round = Math.floor(i / HOLES);
    const at = new Date(1_770_000_000_000 + i * 1000).toISOString();
    return {
      id: randomUUID(),
      kind: kinds[round] ?? 'drilled',
      v: 1,
      rowId: rowIds[Math.floor(hole / perRow)] as string,
      holeIds: [holes[hole] as string],
      layerIds: round === 0 ? [] : [layerId],
      side: round === 1 ? 'head' : round === 2 ? 'shop' : null,
      doneAt: at,
      recordedAt: at,
      person: holes[0] as string,
      device: holes[1] as string,
      payload: {},
    };
  });
}

/** Folding a kit's record into states, against reading it. */
export async function folding(): Promise<void> {
  const marks = manyMarks(
    Array.from({ length: 625 }, () => randomUUID()),
    randomUUID(),
  );
  const json = JSON.stringify(marks);
  const read = await medianMs(() => JSON.parse(json), 7, 1);
  const folded = await medianMs(() => fold(marks), 7, 1);
  report(
    'folding 60,000 marks on 15,000 holes / reading them',
    `${(folded / read).toFixed(2)}  (${folded.toFixed(0)} ms / ${read.toFixed(0)} ms; aim 3 or less)`,
  );
}
