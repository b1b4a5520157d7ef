import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../../../core/test/build';
import { planRow } from '#core/work/assembly-work';
import { worksOf } from './strip-works';

const parts = new Map([part('skin', 'skin', 0.025), part('spar', 'spar', 0.063)].map((p) => [p.id, p.definition]));
const row = planRow('r', rowOf(['skin', 'spar'], 4), { kit: KIT, parts, fasteners: NO_FASTENERS });
if (!row) throw new Error('not planned');
const sheets = row.row.layers.map((l) => l.id);
const said = (works: ReturnType<typeof worksOf>) => works.map((w) => w.spoken(4));

describe('what the strip offers', () => {
  it('every work of the row, on every sheet', () =>
    expect(said(worksOf(row, sheets))).toEqual([
      'Drilled (4)',
      'Deburred head side (4 × 2)',
      'Deburred shop side (4 × 2)',
      'Dimpled, countersunk (4)',
    ]));
  it('only what is wanted: a skin that is dimpled leaves the countersink', () => {
    const open = worksOf(row, sheets, (s) => s.kind === 'countersunk' || (s.kind === 'deburred' && s.layerId === sheets[1]));
    expect(said(open).slice(1)).toEqual(['Deburred head side (4 × 1)', 'Deburred shop side (4 × 1)', 'Countersunk (4)']);
    expect(open.at(-1)?.wishes).toEqual([{ kind: 'countersunk', layerIds: [sheets[1]], side: null }]);
    expect(open[1]?.wishes).toEqual([{ kind: 'deburred', layerIds: [sheets[1]], side: 'head' }]);
  });
  it('one sheet meant alone', () => expect(said(worksOf(row, sheets.slice(0, 1))).at(-1)).toBe('Dimpled (4)'));
  it('no sheet meant: nothing to mark', () => expect(worksOf(row, []).find((w) => w.key === 'h')?.wishes).toEqual([]));
});
