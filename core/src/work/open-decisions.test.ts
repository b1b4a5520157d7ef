import { describe, expect, it } from 'vitest';
import { KIT, mark, NO_FASTENERS, part, rowOf } from '../../test/build';
import { foldDone } from '../done/hole-done';
import type { Mark } from '../record/marks';
import { decisionSentence } from '../wording/decisions';
import { planRow } from './assembly-work';
import { openDecisions } from './open-decisions';

const skin = part('skin', 'skin', 0.025);
const rib = part('rib', 'rib', 0.032);
const parts = new Map([skin, rib].map((p) => [p.id, p.definition]));
const definition = rowOf(['skin', 'rib'], 4);
const [first, second] = definition.holes.map((h) => h.id) as [string, string];
const noGo = (holeIds: string[]) => mark('g', { kind: 'hole-check', holeIds, payload: { gauge: 'no-go' } });
const settled = (holeId: string) =>
  mark('s', {
    kind: 'finding-settled',
    holeIds: [holeId],
    doneAt: '2026-11-02T10:00:00.000Z',
    payload: { finding: { code: 'no-go', stood: [{ holeId, severity: 'stop' }] } },
  });

function decisions(marks: readonly Mark[], due: readonly string[] = [], more = [skin, rib]) {
  const done = foldDone(marks, () => definition.layers).rows.get('r');
  const row = planRow('r', definition, { kit: KIT, parts, fasteners: NO_FASTENERS, done });
  if (!row) throw new Error('not planned');
  return openDecisions({ rows: [row], parts: more, due: due.map((holeId) => ({ rowId: 'r', holeId })) }).map((d) => [
    d.kind,
    d.kind === 'work-stop' ? d.gathered.holeIds : 'holeIds' in d ? d.holeIds : d.kind === 'part-missing' ? d.state : '',
  ]);
}

describe('what is open to decide', () => {
  it('nothing', () => expect(decisions([])).toEqual([]));
  it('holes that say the same are one decision; what is settled is none', () => {
    expect(decisions([noGo([first, second])])).toEqual([['work-stop', [first, second]]]);
    expect(decisions([noGo([first, second]), settled(first)])).toEqual([['work-stop', [second]]]);
    expect(decisions([noGo([first]), settled(first)])).toEqual([]);
  });
  it('stops before looks that are due, parts that are not here last', () => {
    const ordered = { ...rib, definition: { ...rib.definition, supply: { state: 'ordered' as const } } };
    expect(decisions([noGo([first])], [second], [skin, ordered])).toEqual([
      ['work-stop', [first]],
      ['look-due', [second]],
      ['part-missing', 'ordered'],
    ]);
  });
  it('rows headed both ways are asked about, in words that name rows and sheets', () => {
    const headed = [{ rowId: 'over', otherIds: ['under'], partIds: ['skin', 'rib'] }];
    const titled = ['over', 'under'].map((id) => ({ id, title: `Row ${id}`, plan: { findings: [] }, standing: { findings: new Map() } }));
    const [asked, ...more] = openDecisions({ rows: titled as never, parts: [skin, rib], due: [], headed });
    expect([asked?.kind, more]).toEqual(['headed-both-ways', []]);
    expect(asked && decisionSentence(asked, null)).toMatch(
      /^Row over goes through skin, then rib; Row under the other way round\. .*from the other side, or do the sheets lie the other way round\?$/,
    );
  });
});
