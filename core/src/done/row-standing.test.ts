import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, mark, part, rowOf } from '../../test/build';
import type { PartDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { planRow } from '../work/assembly-work';
import { standingMessage } from '../wording/standing';
import { foldDone } from './hole-done';
import { gatherFindings } from './row-standing';

const PARTS = new Map<string, PartDefinition>([part('skin', 'skin', 0.025), part('spar', 'spar', 0.063)].map((p) => [p.id, p.definition]));
const ROW = rowOf(['skin', 'spar'], 24);
const up = (...numbers: number[]): Mark[] =>
  numbers.map((n) =>
    mark(`m${n}`, {
      kind: 'deviation',
      rowId: 'r',
      holeIds: [ROW.holes[n - 1]!.id],
      payload: { deviation: { kind: 'oversize', verdict: 'next-size' } },
    }),
  );
const gathered = (marks: Mark[]) => {
  const planned = planRow('r', ROW, { fasteners: NO_FASTENERS, kit: KIT, parts: PARTS, done: foldDone(marks).rows.get('r') });
  return gatherFindings(planned!.standing).filter((g) => g.finding.code === 'deviations-add-up');
};

describe('many small deviations', () => {
  it.each<[string, number[], string | null]>([
    ['one', [5], null],
    ['two, far apart: a tenth of the row at most', [5, 15], null],
    ['two side by side', [5, 6], '2 of 24 rivets of the row are a size up, some of them side by side.'],
    ['three, far apart: over a tenth', [5, 11, 20], '3 of 24 rivets of the row are a size up.'],
  ])('%s', (_, numbers, said) => {
    const [found] = gathered(up(...numbers));
    expect(found ? standingMessage(found.finding, 'in', []) : null).toBe(said);
    if (found) expect(found.holeIds).toHaveLength(numbers.length);
  });
  it('a hole that takes the row’s rivet again counts no more', () => {
    const anew = mark('z', {
      kind: 'own-fastener',
      rowId: 'r',
      holeIds: [ROW.holes[5]!.id],
      doneAt: '2026-11-02T10:00:00.000Z',
      payload: { ownDash: null },
    });
    expect(gathered([...up(5, 6), anew])).toEqual([]);
  });
});
