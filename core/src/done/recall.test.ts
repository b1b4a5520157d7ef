import { describe, expect, it } from 'vitest';
import { mark, part, rowOf, KIT, NO_FASTENERS } from '../../test/build';
import type { Entity, LotDefinition, ToolDefinition } from '../record/definitions';
import type { Mark, MarkKind } from '../record/marks';
import { planRow } from '../work/assembly-work';
import { foldDone } from './hole-done';
import { recallsOf, stillToLook, thingsOf, type Thing } from './recall';
import { gatherFindings } from './row-standing';

const at = (day: number) => `2026-11-${String(day).padStart(2, '0')}T10:00:00.000Z`;
const dies: Entity<'tool'> = { kind: 'tool', id: 'dies', version: 1, definition: { kind: 'die-set', dash: 3 } as ToolDefinition };
const others: Entity<'tool'> = { kind: 'tool', id: 'other-dies', version: 1, definition: { kind: 'die-set', dash: 3 } as ToolDefinition };
const lot: Entity<'lot'> = {
  kind: 'lot',
  id: 'lot',
  version: 1,
  definition: { kind: 'rivets', callout: 'ms20426ad3-3.5 ' } as LotDefinition,
};
const THINGS: Thing[] = [dies, others, lot];

const dimpled = (id: string, day: number, hole: string, toolId: string | null, dash = 3): Mark =>
  mark(id, {
    kind: 'dimpled',
    holeIds: [hole],
    doneAt: at(day),
    payload: { work: { dash, angleDeg: 100, sheet: 'skin', face: 'head', ...(toolId ? { toolId } : {}) } },
  });
const said = (id: string, kind: MarkKind, day: number, isGood: boolean, thingId = 'dies'): Mark =>
  mark(id, { kind, rowId: 'kit', doneAt: at(day), payload: { thing: { thingId, name: 'dies 3/32', isGood }, note: 'die cracked' } });
const bad = (day: number, thingId = 'dies') => said(`bad-${day}`, 'thing-finding', day, false, thingId);
const good = (day: number) => said(`good-${day}`, 'thing-check', day, true);
const looked = (cause: string, ...holeIds: string[]) =>
  mark(`l-${holeIds.join()}`, { kind: 'looked-again', holeIds, doneAt: at(29), payload: { because: cause } });
const holesOf = (marks: Mark[]) => (recallsOf(marks, THINGS)[0]?.places ?? []).flatMap((p) => p.holes.map((h) => h.holeId)).sort();

describe('what has to be looked at again', () => {
  const made = [1, 5, 9, 15].map((day) => dimpled(`m${day}`, day, `h${day}`, 'dies'));
  const cases: readonly [string, Mark[], string[]][] = [
    ['never proved good: everything made with it', [bad(20)], ['h1', 'h15', 'h5', 'h9']],
    ['since it was last proved good', [good(4), bad(20)], ['h15', 'h5', 'h9']],
    ['of two checks the later one counts', [good(4), good(8), bad(20)], ['h15', 'h9']],
    ['until it was proved good again: what was made after the finding, too', [bad(4), good(12)], ['h1', 'h5', 'h9']],
    [
      'a check that was taken back counts no more',
      [good(8), mark('u', { kind: 'undo', rowId: 'kit', payload: { undoes: 'good-8' } }), bad(20)],
      ['h1', 'h15', 'h5', 'h9'],
    ],
    ['a check that says it is off is a finding', [said('low', 'thing-check', 20, false)], ['h1', 'h15', 'h5', 'h9']],
    ['of another tool: nothing', [bad(20, 'other-dies')], []],
  ];
  it.each(cases)('%s', (_, more, holes) => expect(holesOf([...made, ...more])).toEqual(holes));

  it('made in the very moment of the check it is not doubted, a moment later it is', () => {
    const check = good(5);
    expect(holesOf([...made, check, bad(20)])).toEqual(['h15', 'h9']);
    const later = mark('later', { ...dimpled('later', 5, 'h-later', 'dies'), doneAt: at(5).replace('.000Z', '.001Z') });
    expect(holesOf([...made, later, check, bad(20)])).toEqual(['h-later', 'h15', 'h9']);
  });

  it('work that was taken back is not recalled', () =>
    expect(holesOf([...made, mark('u', { kind: 'undo', payload: { undoes: 'm5' } }), bad(20)])).toEqual(['h1', 'h15', 'h9']));

  it('the same work that names no tool may have been this one; what names another, or is of another size, was not', () => {
    const marks = [dimpled('a', 2, 'unsaid', null), dimpled('b', 2, 'by-other', 'other-dies'), dimpled('c', 2, 'size', null, 4), bad(20)];
    expect(recallsOf(marks, THINGS)[0]?.unnamed.flatMap((p) => p.holes.map((h) => h.holeId))).toEqual(['unsaid']);
  });

  it('a lot of rivets recalls the holes they were set in, whatever the letters of its call-out', () => {
    const work = (lotId?: string) => ({
      fastener: { kind: 'solid', name: 'MS20426AD3-3.5', head: 'flush-100' },
      gripMm: 1,
      holeMm: 2.5,
      ...(lotId ? { lotId } : {}),
    });
    const marks = [
      mark('s1', { kind: 'set', holeIds: ['h1'], payload: { work: work('lot') } }),
      mark('s2', { kind: 'set', holeIds: ['h2'], payload: { work: work() } }),
      bad(20, 'lot'),
    ];
    const [recall] = recallsOf(marks, THINGS);
    expect([recall?.places[0]?.holes[0]?.holeId, recall?.unnamed[0]?.holes[0]?.holeId]).toEqual(['h1', 'h2']);
  });

  it('is ticked hole by hole, for the finding it was looked at for', () => {
    const marks = [...made, bad(20), looked('bad-20', 'h5'), looked('other', 'h9')];
    const holes = recallsOf(marks, THINGS)[0]?.places[0]?.holes;
    expect(holes?.filter((h) => h.isLookedAt).map((h) => h.holeId)).toEqual(['h5']);
    expect([...(stillToLook(recallsOf(marks, [])).get('r')?.keys() ?? [])].sort()).toEqual(['h1', 'h15', 'h9']);
  });

  it('says the same whatever order the marks came in, and twice', () => {
    const marks = [...made, good(4), bad(20), looked('bad-20', 'h5')];
    const plain = (all: Mark[]) => JSON.stringify(recallsOf(all, THINGS));
    for (let turn = 0; turn < marks.length; turn++) {
      const turned = [...marks.slice(turn), ...marks.slice(0, turn)];
      expect(plain([...turned, ...turned])).toBe(plain(marks));
      expect(plain(turned.reverse())).toBe(plain(marks));
    }
  });

  it('a mark names every thing it was made or judged with', () => {
    const m = mark('x', { kind: 'set', payload: { setting: { way: 'squeezer', toolId: 'squeezer' }, work: { lotId: 'lot' } } });
    expect(thingsOf(m)).toEqual(['squeezer', 'lot']);
  });
});

describe('a finding on a thing is seen at the row', () => {
  const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'rib', 0.032)].map((p) => [p.id, p.definition]));
  const row = rowOf(['p1', 'p2'], 3);
  const holeIds = row.holes.map((h) => h.id);
  const findings = (marks: Mark[]) => {
    const folded = foldDone(marks);
    const toLook = stillToLook(recallsOf(marks, [])).get('r');
    const planned = planRow('r', row, {
      kit: KIT,
      parts,
      fasteners: NO_FASTENERS,
      done: folded.rows.get('r'),
      partsDone: folded.parts,
      toLook,
    });
    return gatherFindings(planned!.standing).map((g) => [g.finding.code, g.finding.severity, g.holeIds.length]);
  };
  const done = dimpled('d', 3, holeIds[0]!, 'dies');
  it('until it is ticked', () => {
    expect(findings([done])).toEqual([]);
    expect(findings([done, bad(20)])).toEqual([['look-again', 'caution', 1]]);
    expect(findings([done, bad(20), looked('bad-20', holeIds[0]!)])).toEqual([]);
  });
  it.each<[string, Mark[], unknown[]]>([
    ['go', [mark('g', { kind: 'hole-check', holeIds, payload: { gauge: 'go' } })], []],
    ['no-go', [mark('g', { kind: 'hole-check', holeIds, payload: { gauge: 'no-go' } })], [['no-go', 'stop', 3]]],
    [
      'no-go, then gauged again: go; a look clears nothing',
      [
        mark('g', { kind: 'hole-check', holeIds, payload: { gauge: 'no-go' } }),
        mark('h', { kind: 'hole-check', holeIds, doneAt: at(12), payload: { gauge: 'go' } }),
      ],
      [['no-go', 'stop', 3]],
    ],
    [
      'no-go, then measured and judged: so does no deviation',
      [
        mark('g', { kind: 'hole-check', holeIds, payload: { gauge: 'no-go' } }),
        mark('h', {
          kind: 'deviation',
          holeIds: [holeIds[0]!],
          doneAt: at(12),
          payload: { deviation: { kind: 'oversize', verdict: 'same-rivet' } },
        }),
      ],
      [['no-go', 'stop', 3]],
    ],
  ])('a hole gauged before its rivet: %s', (_, marks, found) => expect(findings(marks)).toEqual(found));
});
