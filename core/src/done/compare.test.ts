import { describe, expect, it } from 'vitest';
import { answerProgress } from '../formats/progress-document';

/* A dash 3 row, skin .025 dimpled over a spar .063 countersunk; inches. */
const ROW = { head: 'flush-100', diameter: '3/32', stack: [{ thickness: 0.025 }, { thickness: 0.063 }], count: 3 };
const DASH4 = { ...ROW, diameter: '1/8' };
type Work = Record<string, unknown>;
interface HoleAnswer {
  open: { do: string; layer?: number }[];
  findings: { code: string; severity: string; layer?: number }[];
}
const ask = (row: object, work: Work[]): HoleAnswer[] => {
  const answer = answerProgress({ row, work });
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return answer.value.holes as unknown as HoleAnswer[];
};
/** The first hole in short: `drill, deburr 0`, and `stop set-otherwise`. */
const short = (row: object, work: Work[]): [string, string] => {
  const [hole] = ask(row, work);
  if (!hole) throw new Error('no hole');
  return [
    hole.open.map((o) => [o.do, o.layer].filter((x) => x !== undefined).join(' ')).join(', '),
    hole.findings.map((f) => [f.severity, f.code, f.layer].filter((x) => x !== undefined).join(' ')).join(', '),
  ];
};
const on = (what: string, more: Work = {}): Work => ({ do: what, holes: '1-3', ...more });
const PREPARED = [on('drill'), on('deburr'), on('dimple', { layer: 0 }), on('countersink', { layer: 1 })];
const SET = [...PREPARED, on('set')];

describe('wanted against done', () => {
  it.each<[string, object, Work[], string, string]>([
    ['nothing done', ROW, [], 'drill, deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['all but the rivet', ROW, PREPARED, 'set', ''],
    ['all of it', ROW, SET, '', ''],
    ['one side deburred only', ROW, [on('drill'), on('deburr', { face: 'head' })], 'deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['drilled .0005 too small counts as drilled', ROW, [on('drill', { hole: 0.0976 })], 'deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['.0006 too small: open to size', ROW, [on('drill', { hole: 0.0974 })], 'drill, deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['too small after deburring: deburr again, too', ROW, [on('drill', { hole: 0.09 }), on('deburr')], 'drill, deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['opened after deburring: the deburring is void', ROW, [on('drill', { hole: 0.09 }), on('deburr'), on('drill')], 'deburr 0, deburr 1, dimple 0, countersink 1, set', ''],
    ['.0009 larger than planned', ROW, [on('drill', { hole: 0.0989 }), ...PREPARED.slice(1)], 'set', ''],
    ['.0011 larger, within hole max', ROW, [on('drill', { hole: 0.0991 }), ...PREPARED.slice(1)], 'set', 'caution hole-larger-than-planned'],
    ['larger than hole max', ROW, [on('drill', { hole: 0.106 }), ...PREPARED.slice(1)], 'set', 'stop hole-larger-than-planned'],
    ['a sheet that was not drilled', ROW, [on('drill', { layer: 0 }), on('deburr')], 'drill 1, deburr 1, dimple 0, countersink 1, set', ''],
    ['a smaller die', DASH4, [on('drill'), on('deburr'), on('dimple', { layer: 0, dies: '3/32' }), on('countersink', { layer: 1 })], 'dimple 0, set', 'caution dimpled-twice 0'],
    ['a larger die', ROW, [...PREPARED.slice(0, 2), on('dimple', { layer: 0, dies: '1/8' }), PREPARED[3] as Work], 'set', 'stop prepared-larger 0'],
    ['dimpled from the far face', ROW, [...PREPARED.slice(0, 2), on('dimple', { layer: 0, face: 'far' }), PREPARED[3] as Work], 'set', 'stop prepared-otherwise 0'],
    ['countersunk where a dimple is wanted', ROW, [...PREPARED.slice(0, 2), on('countersink', { layer: 0, depth: 0.02 }), PREPARED[3] as Work], 'set', 'stop prepared-otherwise 0'],
    ['dimpled where a countersink is wanted', ROW, [...PREPARED.slice(0, 3), on('dimple', { layer: 1 })], 'set', 'stop prepared-otherwise 1'],
    ['dimpled under a protruding head', { ...ROW, head: 'protruding' }, [...PREPARED.slice(0, 3)], 'set', 'stop prepared-otherwise 0'],
    ['a rivet of another size', ROW, [...PREPARED, on('set', { callout: 'MS20426AD4-4' })], '', 'stop set-otherwise'],
    ['of another head', ROW, [...PREPARED, on('set', { callout: 'MS20470AD3-4' })], '', 'stop set-otherwise'],
    ['of another alloy', ROW, [...PREPARED, on('set', { callout: 'MS20426A3-4' })], '', 'stop set-otherwise'],
    ['of another length', ROW, [...PREPARED, on('set', { callout: 'MS20426AD3-5' })], '', 'caution set-other-length'],
    ['length left open', ROW, [...PREPARED, on('set', { callout: '426AD3' })], '', ''],
    ['a rivet in, its hole too small for the plan', DASH4, SET.map((w) => (w['do'] === 'drill' ? { ...w, hole: 0.098 } : w)), 'drill, deburr 0, deburr 1', 'stop shut-under-rivet'],
    ['a rivet in, the die too small', DASH4, [on('drill'), on('deburr'), on('dimple', { layer: 0, dies: '3/32' }), on('countersink', { layer: 1 }), on('set')], 'dimple 0', 'caution dimpled-twice 0, stop shut-under-rivet 0'],
    ['a rivet in and nothing else recorded', ROW, [on('set')], 'deburr 0, deburr 1, dimple 0, countersink 1', 'caution not-recorded'],
    ['a rivet in, never deburred', ROW, [PREPARED[0], PREPARED[2], PREPARED[3], on('set')] as Work[], 'deburr 0, deburr 1', 'caution not-recorded'],
    ['a sheet put in after the rivet', ROW, [on('drill', { layer: 0 }), on('deburr', { layer: 0 }), on('dimple', { layer: 0 }), on('set')], 'drill 1, deburr 1, countersink 1', 'stop shut-under-rivet 1'],
  ])('%s', (_, row, work, open, findings) => expect(short(row, work)).toEqual([open, findings])); // prettier-ignore
});

describe('a countersink compared by its width at the surface', () => {
  const TAN = Math.tan((50 * Math.PI) / 180);
  /** The head's own widths from the standard: .179 and .225 in. */
  const travel = (0.225 - 0.179) / (2 * TAN);
  it('from a dash 3 to a dash 4 head: .0193 in of travel, though the depths differ by .0065', () => {
    expect(travel).toBeCloseTo(0.0193, 4);
    const d3 = (0.179 - 0.098) / (2 * TAN);
    const d4 = (0.225 - 0.1285) / (2 * TAN);
    expect(d4 - d3).toBeCloseTo(0.0065, 4);
  });
  const ONE = { ...ROW, stack: [{ thickness: 0.063 }, { thickness: 0.025 }] };
  const wide = (depth: number, hole = 0.098) => hole + 2 * depth * TAN;
  const wanted = (0.179 - 0.098) / (2 * TAN);
  const cut = (depth: number, hole?: number): [string, string] =>
    short(ONE, [on('drill'), on('deburr'), on('countersink', { layer: 0, depth, ...(hole === undefined ? {} : { hole }) })]);
  it.each<[string, number, string, string]>([
    ['.0006 too shallow', -0.0006, 'countersink 0, set', ''],
    ['.0004 too shallow', -0.0004, 'set', ''],
    ['as planned', 0, 'set', ''],
    ['.0019 too deep', 0.0019, 'set', ''],
    ['.0021 too deep', 0.0021, 'set', 'caution cut-deeper-than-planned 0'],
    ['.0049 too deep', 0.0049, 'set', 'caution cut-deeper-than-planned 0'],
    ['.0051 too deep', 0.0051, 'set', 'stop cut-deeper-than-planned 0'],
  ])('%s', (_, off, open, findings) => expect(cut(wanted + off)).toEqual([open, findings]));
  it('cut in a smaller hole the same depth is narrower: it is the width that counts', () => {
    const inSmall = wanted + (0.098 - 0.09) / (2 * TAN);
    expect(wide(inSmall, 0.09)).toBeCloseTo(wide(wanted), 12);
    expect(cut(inSmall, 0.09)).toEqual(['set', '']);
    expect(cut(wanted, 0.09)).toEqual(['countersink 0, set', '']);
  });
});

describe('holes and sheets one by one', () => {
  it('each hole by itself', () => {
    const holes = ask(ROW, [
      { do: 'drill', holes: '1,3' },
      { do: 'drill', holes: '2', hole: 0.09 },
    ]);
    expect(holes.map((h) => h.open[0]?.do)).toEqual(['deburr', 'drill', 'deburr']);
  });
  it('a strip cut from both faces wants the other one', () => {
    const strip = { ...ROW, stack: [{ thickness: 0.063, bothSides: true }, { thickness: 0.025 }] };
    expect(short(strip, [on('drill'), on('deburr'), on('countersink', { layer: 0 })])[0]).toBe('countersink 0, set');
    expect(
      short(strip, [on('drill'), on('deburr'), on('countersink', { layer: 0 }), on('countersink', { layer: 0, face: 'far' })])[0],
    ).toBe('set');
  });
  it('unusable input is refused by its path', () => {
    const path = (work: Work, row: object = ROW) => {
      const answer = answerProgress({ row, work: [work] });
      return answer.ok ? null : answer.problem.path;
    };
    expect(path(on('drill', { holes: '4' }))).toBe('work[0].holes');
    expect(path(on('drill', { layer: 2 }))).toBe('work[0].layer');
    expect(path(on('dimple', { dies: '0.2' }))).toBe('work[0].dies');
    expect(path(on('set', { callout: '30constructor' }))).toBe('work[0].callout');
    expect(path(on('drill', { hole: '??' }))).toBe('work[0].hole');
    expect(path(on('paint'))).toBe('work[0].do');
    expect(path(on('drill'), { ...ROW, diameter: '7/64' })).toBe('row.diameter');
    expect(path(on('drill'), { ...ROW, count: 0 })).toBe('row.count');
  });
});
