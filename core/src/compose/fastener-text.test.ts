import { describe, expect, it } from 'vitest';
import { ids } from '../../test/build';
import { FASTENER_COLUMNS, matchColumns } from '../typed/csv-cells';
import { fastenerProblem, missingFigures } from '../record/fastener-check';
import {
  askedOf,
  fastenerTable,
  NO_FASTENER,
  readFastener,
  readFastenerForm,
  readFastenerTyped,
  readFastenerTable,
  typedFastener,
  type FastenerTyped,
} from './fastener-text';

const typed = (more: Partial<FastenerTyped>): FastenerTyped => ({ ...NO_FASTENER, name: 'one', kind: 'blind', hole: '.11', ...more });
const read = (more: Partial<FastenerTyped>, units: 'in' | 'mm' = 'in') => readFastener(typed(more), 'k', units);
const wrong = (more: Partial<FastenerTyped>) => {
  const answer = read(more);
  return answer.ok ? 'read' : [answer.problem.path, answer.problem.code];
};

describe('a fastener as it is typed', () => {
  it.each<[Partial<FastenerTyped>, [string, string]]>([
    [{ name: '  ' }, ['name', 'fastener-name-empty']],
    [{ kind: 'constructor' }, ['kind', 'fastener-kind-unknown']],
    [{ kind: 'nail' }, ['kind', 'fastener-kind-unknown']],
    [{ kind: 'bonded' }, ['kind', 'fastener-kind-unknown']],
    [{ hole: '' }, ['hole', 'fastener-hole-missing']],
    [{ hole: 'x y' }, ['hole', 'dimension-unreadable']],
    [{ hole: '.11', diameter: '.12' }, ['hole', 'hole-under-diameter']],
    [{ holeMax: '.1' }, ['holeMax', 'hole-max-under-hole']],
    [{ head: 'pointed' }, ['head', 'fastener-head-unknown']],
    [{ head: 'flush', headDiameter: '.11' }, ['headDiameter', 'head-no-larger-than-hole']],
    [{ head: 'flush', headDiameter: '.18', headAngle: '180' }, ['headAngle', 'angle-out-of-range']],
    [{ head: 'flush', headDiameter: '.18', headAngle: '0' }, ['headAngle', 'angle-out-of-range']],
    [{ gripFrom: '.2', gripTo: '.1' }, ['gripFrom', 'grip-turned-round']],
    [{ kind: 'solid', hole: '' }, ['diameter', 'fastener-diameter-missing']],
    [{ kind: 'screw', group: 'thing' }, ['group', 'group-unknown']],
    [{ kind: 'screw', group: 'anchored-nut' }, ['spacing', 'group-spacing-missing']],
    [{ kind: 'screw', group: 'anchored-nut', spacing: '11/16' }, ['lug', 'group-lug-missing']],
    [{ kind: 'none', ends: 'painted' }, ['ends', 'fastener-end-unknown']],
    [{ lengths: '1/4 ; ??' }, ['lengths', 'dimension-unreadable']],
  ])('%j is refused where it stands', (more, problem) => expect(wrong(more)).toEqual(problem));
  it.each<[Partial<FastenerTyped>, object]>([
    [
      { kind: 'screw', diameter: '.164', hole: '', head: 'flush' },
      { kind: 'screw', hole: null, head: { kind: 'flush', diameter: null, angleDeg: null } },
    ],
    [
      { kind: 'open hole', hole: '1/4', diameter: '1/4', gripFrom: '.1' },
      { kind: 'none', diameter: null, gripFrom: null, head: null },
    ],
    [
      { kind: 'PIN', hole: '.125', head: 'flush' },
      { kind: 'pin', head: null },
    ],
    [{ head: 'flush', headDiameter: '.18', headAngle: '120\u00b0' }, { head: { kind: 'flush', angleDeg: 120 } }],
    [
      { kind: 'screw', diameter: '.164', hole: '', group: 'anchored nut', spacing: '11/16', lug: '.04' },
      { group: { small: 2, angleDeg: 0, dash: 3 } },
    ],
    [{ kind: 'pin', hole: '.125', group: 'anchored-nut', spacing: '1', lug: '.04' }, { kind: 'pin' }],
  ])('%j is read', (more, definition) => {
    const answer = read(more);
    expect(answer).toMatchObject({ ok: true, value: definition });
    if (answer.ok && answer.value.kind === 'pin') expect(answer.value.group).toBeUndefined();
  });
  it('tells every fault at once, each at its field, and what does not read is not also missing', () => {
    const answer = readFastenerTyped(
      typed({ name: '', hole: 'x y', holeMax: '??', kind: 'screw', group: 'thing', lengths: '??' }),
      'k',
      'in',
    );
    expect(answer.ok ? [] : answer.problems.map((p) => [p.path, p.code])).toEqual([
      ['hole', 'dimension-unreadable'],
      ['holeMax', 'dimension-unreadable'],
      ['lengths', 'dimension-unreadable'],
      ['name', 'fastener-name-empty'],
    ]);
  });
  it('tells all that is missing', () => {
    const answer = readFastenerTyped(typed({ name: '', hole: '', kind: 'blind' }), 'k', 'in');
    expect(answer.ok ? [] : answer.problems.map((p) => p.path)).toEqual(['name', 'hole']);
  });
  it('a field its form shows no longer stops nothing; one it shows does', () => {
    const wide = typed({ kind: 'pin', hole: '.125', headDiameter: '??', gripTo: 'x' });
    expect(readFastenerTyped(wide, 'k', 'in').ok).toBe(false);
    expect(readFastenerForm(wide, 'k', 'in')).toMatchObject({ ok: true, value: { kind: 'pin', gripTo: null } });
    expect(readFastenerForm({ ...wide, holeMax: '??' }, 'k', 'in')).toMatchObject({ ok: false, problems: [{ path: 'holeMax' }] });
  });
  it.each([
    [{ kind: 'none' }, ['ends'], ['diameter', 'holeMax', 'lengths', 'head', 'gripFrom', 'group']],
    [{ kind: 'pin' }, ['diameter', 'lengths'], ['head', 'gripFrom', 'ends', 'group']],
    [{ kind: 'solid', head: 'flush' }, ['head', 'headAngle'], ['gripFrom', 'dieHole', 'headHeight', 'group']],
    [{ kind: 'blind', head: 'flush' }, ['gripFrom', 'dieHole', 'headAngle'], ['group', 'headHeight']],
    [{ kind: 'blind', head: 'protruding' }, ['headHeight', 'headDiameter'], ['headAngle', 'dieHole']],
    [{ kind: 'screw', group: '' }, ['group', 'gripTo'], ['spacing', 'lug', 'headDiameter']],
    [{ kind: 'bolt', group: 'anchored-nut' }, ['spacing', 'lug', 'small', 'angle', 'smallRivet'], ['headDiameter']],
  ] as const)('%j is described by what it has', (more, shown, not) => {
    const asked = askedOf({ ...NO_FASTENER, ...more });
    for (const field of ['name', 'kind', 'hole', 'note', ...shown] as const) expect(asked).toContain(field);
    for (const field of not) expect(asked).not.toContain(field);
  });
  it('typed in millimetres it means millimetres, and is shown as typed', () => {
    const answer = read({ hole: '2.8', gripFrom: '1', gripTo: '3' }, 'mm');
    expect(answer).toMatchObject({ ok: true, value: { hole: { mm: 2.8, text: '2.8', units: 'mm' } } });
    if (answer.ok) expect(typedFastener(answer.value, 'in')).toMatchObject({ hole: '2.8 mm', gripTo: '3 mm' });
  });
  it('a list is read line by line, good and bad, and reads back the same', () => {
    const text = [
      ['name', 'kind', 'hole', 'head', 'head diameter', 'head angle', 'grip from', 'grip to'],
      ['pull 3/32', 'blind', '.098', 'flush', '.179', '120', '.03', '.125'],
      ['pull 3/32', 'blind', '.098', '', '', '', '', ''],
      ['bad', 'blind', '', '', '', '', '', ''],
      ['drain', 'none', '1/4', '', '', '', '', ''],
    ];
    const context = { kitId: 'k', units: 'in' as const, there: [], newId: ids(4) };
    const lines = readFastenerTable(text.slice(1), matchColumns(text[0] ?? [], FASTENER_COLUMNS), context);
    expect(lines.map((l) => [l.number, l.made?.definition.name ?? null, l.column, l.problem?.code ?? null])).toEqual([
      [2, 'pull 3/32', null, null],
      [3, null, 'name', 'fastener-name-taken'],
      [4, null, 'hole', 'fastener-hole-missing'],
      [5, 'drain', null, null],
    ]);
    const made = lines.flatMap((l) => (l.made ? [l.made.definition] : []));
    const table = fastenerTable(made, 'in');
    const back = readFastenerTable(table.slice(1), matchColumns(table[0] ?? [], FASTENER_COLUMNS), context);
    const plain = (l: { hole: { mm: number } | null; name: string; kind: string }) => [l.name, l.kind, l.hole?.mm];
    expect(back.map((l) => l.made && plain(l.made.definition))).toEqual(made.map(plain));
  });
});

describe('what is asked of a fastener', () => {
  const of = (more: Partial<FastenerTyped>) => {
    const answer = read(more);
    if (!answer.ok) throw new Error(answer.problem.code);
    return answer.value;
  };
  it('only what changes an answer', () => {
    expect(missingFigures(of({ head: 'flush' }))).toEqual(['head', 'angle', 'grip', 'die']);
    expect(missingFigures(of({ head: 'protruding', gripFrom: '.1', gripTo: '.2' }))).toEqual([]);
    expect(missingFigures(of({ kind: 'screw', diameter: '.164', hole: '', head: 'flush' }))).toEqual([]);
    expect(missingFigures(of({ kind: 'bolt', hole: '.19' }))).toEqual(['hole-max']);
    expect(missingFigures(of({ kind: 'none', hole: '.25' }))).toEqual([]);
  });
  it('a screw whose hole is wider than the standard’s head is unusable', () =>
    expect(
      fastenerProblem({ ...of({ kind: 'screw', diameter: '.164', head: 'flush', hole: '.2' }), hole: { mm: 9, text: '9', units: 'mm' } })
        ?.code,
    ).toBe('head-no-larger-than-hole'));
});
