import { describe, expect, it } from 'vitest';
import { KIT, mark, NO_FASTENERS, part, rowOf } from '../../test/build';
import { composeRow, lineOfRow } from '../compose/compose';
import { answerMetal } from '../formats/metal-document';
import type { FastenerDefinition, PartDefinition, RowDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { parseRowLine } from '../typed/row-line';
import { inches } from '../units/length';
import { effectSentence } from '../wording/effects';
import { standingMessage } from '../wording/standing';
import { planRow, type AssemblyRecord } from '../work/assembly-work';
import { benchOf } from '../work/bench';
import { edited, effectsOf } from '../work/effects';
import { assemblyOverview } from '../work/overview';
import { assemblyWork } from '../work/assembly-work';
import { workOrderOf } from '../record/order';
import { stockNeeds } from '../stock/needs';
import { MarkFolder } from './folder';
import { foldDone } from './hole-done';
import { rowDoneAsOf } from './as-of-marks';
import { withoutStopped } from './offered';
import { recallsOf, stillToLook } from './recall';
import { withWork, type Wish } from './with-work';

/*
 * What could be done in the running program that made the record lie, each as it was done and what it has to say. The metal itself is held by
 * core/test/metal.test.ts; these are the cases that were found.
 */

type Event = Record<string, unknown>;
interface HoleSaid {
  readonly open: readonly { readonly do: string; readonly part?: string }[];
  readonly findings: readonly { readonly code: string; readonly severity: string; readonly part?: string; readonly settled?: true }[];
}

const row = (diameter: string, stack: readonly string[], count: number, more: object = {}): Event => ({
  row: { id: 'A', head: 'flush-100', diameter, stack: stack.map((p) => ({ part: p, face: 'marked' })), count, ...more },
});
const on = (what: string, holes: string, more: object = {}): Event => ({ do: what, row: 'A', holes, ...more });

/** Each hole in short: what is open, and what was found. */
function holes(sheets: Record<string, number>, events: readonly Event[]): HoleSaid[] {
  const parts = Object.entries(sheets).map(([id, thickness]) => ({ id, thickness }));
  const answer = answerMetal({ parts, events });
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem));
  return (answer.value as { rows: { A: { holes: HoleSaid[] } } }).rows.A.holes;
}
const found = (hole: HoleSaid | undefined) => hole?.findings.map((f) => [f.severity, f.code, f.part].filter(Boolean).join(' '));
const open = (hole: HoleSaid | undefined) => hole?.open.map((o) => [o.do, o.part].filter(Boolean).join(' '));

const PAIR = { skin: 0.025, rib: 0.032 };
const THICK = { skin: 0.063, spar: 0.063 };
const PREPARED = [on('drill', '1-8'), on('deburr', '1-8'), on('dimple', '1-8')];

describe('the metal forgets nothing', () => {
  it('two thick sheets cut .0600 deep, then .0340: too wide still', () => {
    const cut = (depth: number) => on('countersink', '1', { part: 'skin', depth });
    const [hole] = holes(THICK, [row('3/32', ['skin', 'spar'], 1), on('drill', '1'), cut(0.06), cut(0.034)]);
    expect(found(hole)).toContain('stop cut-deeper-than-planned skin');
  });
  it('dimpled 1/8, then 3/32: larger still', () => {
    const dimpled = (dies: string) => on('dimple', '1', { part: 'skin', dies });
    const [hole] = holes(PAIR, [row('3/32', ['skin', 'rib'], 1), on('drill', '1'), dimpled('1/8'), dimpled('3/32')]);
    expect(found(hole)).toEqual(expect.arrayContaining(['stop prepared-larger skin', 'caution dimpled-twice skin']));
  });
  it('set twice with nothing taken out between', () => {
    const set = (callout: string) => on('set', '1', { callout });
    const events = [row('3/32', ['skin', 'rib'], 1), set('426AD4-4'), set('426AD3-3')];
    expect(found(holes(PAIR, events)[0])).toContain('stop set-twice');
    expect(found(holes(PAIR, [...events, on('remove', '1')])[0])).not.toContain('stop set-twice');
  });
  it('a dimpled rib scrapped for one too thick to dimple: blank, nothing of the old one counts', () => {
    const again = [on('drill', '1', { part: 'rib' }), on('deburr', '1', { part: 'rib' })];
    const events = [row('3/32', ['skin', 'rib'], 1), on('drill', '1'), on('deburr', '1'), on('dimple', '1')];
    const [hole] = holes(PAIR, [...events, { do: 'replace', part: 'rib', thickness: 0.063 }, ...again]);
    expect([open(hole), found(hole)]).toEqual([['countersink rib', 'set'], []]);
  });
  it('x6 drilled, x4, the left-over ones filled, x6 again: through a filling', () => {
    const rows = (count: number) => row('3/32', ['skin', 'rib'], count);
    const said = holes(PAIR, [rows(6), on('drill', '1-6'), rows(4), on('fill', '5-6'), rows(6)]);
    expect(said.map((h) => found(h)?.includes('stop through-a-filling skin'))).toEqual([false, false, false, false, true, true]);
    expect(open(said[4])).toContain('drill skin');
  });
  it('gave way after deburring, drilled again: to be deburred', () => {
    const events = [row('3/32', ['skin', 'rib'], 1), on('drill', '1'), on('deburr', '1'), on('gave-way', '1', { part: 'rib' })];
    expect(open(holes(PAIR, [...events, on('drill', '1', { part: 'rib' })])[0])).toContain('deburr rib');
    expect(open(holes(PAIR, [...events, on('drill', '1', { part: 'rib', hole: 0.09 })])[0])).toContain('drill rib');
  });
  it('a pitch changed after drilling: counted from hole 1', () => {
    const said = holes(PAIR, [
      row('3/32', ['skin', 'rib'], 3, { pitch: 0.2 }),
      on('drill', '1-3'),
      row('3/32', ['skin', 'rib'], 3, { pitch: 1 }),
    ]);
    expect(said.map((h) => found(h)?.includes('stop drilled-elsewhere skin'))).toEqual([false, true, true]);
  });
  it('a 100-degree cone closed with a 120-degree head stands proud', () => {
    const blind = { kind: 'blind', diameter: 0.125, hole: 0.1285, head: { kind: 'flush', diameter: 0.225, angle: 120 } };
    const later = { row: { id: 'A', fastener: blind, stack: [{ part: 'skin' }, { part: 'spar' }], count: 1 } };
    const events = [row('1/8', ['skin', 'spar'], 1), on('drill', '1'), on('countersink', '1', { part: 'skin' }), later];
    expect(found(holes(THICK, events)[0])).toContain('stop other-angle skin');
  });
  it('a hole with its own size follows that one until its rivet is in', () => {
    const base = [row('3/32', ['skin', 'rib'], 2), on('drill', '1-2'), on('deburr', '1-2'), on('dimple', '1-2')];
    const own = [...base, on('measure', '1', { hole: 0.11 }), on('own', '1', { diameter: '1/8' })];
    expect(open(holes(PAIR, own)[0])).toEqual(['drill skin', 'drill rib', 'deburr skin', 'deburr rib', 'dimple skin', 'dimple rib', 'set']);
    const opened = [...own, on('drill', '1'), on('deburr', '1'), on('dimple', '1')];
    expect(open(holes(PAIR, opened)[0])).toEqual(['set']);
    expect(open(holes(PAIR, opened)[1])).toEqual(['set']);
    /* The row goes to another head: every hole is named, the one of its own too. */
    const said = holes(PAIR, [...opened, row('3/32', ['skin', 'rib'], 2, { head: 'protruding' })]);
    expect(said.map((h) => found(h)?.includes('stop prepared-otherwise skin'))).toEqual([true, true]);
  });
  it('a rivet of the row’s old size in a hole that is opened up is still another one', () => {
    const events = [
      row('3/32', ['skin', 'rib'], 2),
      ...PREPARED.map((e) => ({ ...e, holes: '1-2' })),
      on('set', '1', { callout: '426AD3-3.5' }),
    ];
    expect(found(holes(PAIR, [...events, on('own', '1-2', { diameter: '1/8' })])[0])).toContain('stop set-otherwise');
  });
  it.each([
    ['a no-go', [on('no-go', '1')], 'stop no-go'],
    ['a crack', [on('crack', '1', { part: 'skin' })], 'stop cracked skin'],
    ['measured over hole max', [on('measure', '1', { hole: 0.2 })], 'stop hole-larger-than-planned skin'],
  ])('%s stands until settled, whatever is marked after it', (_, events, code) => {
    const after = [row('3/32', ['skin', 'rib'], 1), on('drill', '1'), ...events, on('drill', '1'), on('deburr', '1'), on('dimple', '1')];
    expect(found(holes(PAIR, after)[0])).toContain(code);
    const settled = holes(PAIR, [...after, on('settle', '1', { code: code.split(' ')[1] })])[0];
    expect(settled?.findings.find((f) => code.includes(f.code))?.settled).toBe(true);
  });
});

/* Rows as the program has them. */
const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)];
const byId = new Map<string, PartDefinition>(PARTS.map((p) => [p.id, p.definition]));
const ROW = rowOf(['skin', 'rib'], 8);
const IDS = ROW.holes.map((h) => h.id);
const LAYERS = ROW.layers.map((l) => l.id);
const second = (n: number) => `2026-11-01T10:00:${String(n).padStart(2, '0')}.000Z`;

function plannedWith(marks: readonly Mark[], definition: RowDefinition = ROW, fasteners = NO_FASTENERS) {
  const done = foldDone(marks, () => definition.layers);
  const planned = planRow('r', definition, { kit: KIT, parts: byId, fasteners, done: done.rows.get('r'), partsDone: done.parts });
  if (!planned) throw new Error('no stack');
  return planned;
}
function press(marks: readonly Mark[], wishes: readonly Omit<Wish, 'rowId'>[], definition: RowDefinition = ROW): Mark[] {
  const planned = plannedWith(marks, definition);
  const sources = {
    row: (_: string, at?: string) =>
      at === undefined ? planned : { ...planned, done: rowDoneAsOf(marks, 'r', at, () => definition.layers) },
    part: () => undefined,
    tools: [],
    lots: [],
  };
  const { wishes: kept } = withoutStopped(
    wishes.map((w) => ({ ...w, rowId: 'r' })),
    () => planned.standing,
  );
  const made = withWork(kept, sources).map((w, i) => mark(`m${marks.length + i}`, { doneAt: second(marks.length), ...w } as never));
  return [...marks, ...made];
}
const drilledAt = (holeMm: number, ids: readonly string[], n: number) =>
  mark(`d${n}`, {
    kind: 'drilled',
    holeIds: ids,
    doneAt: second(n),
    payload: { work: { bitMm: holeMm, holeMm, tool: 'drill', partIds: ['skin', 'rib'] } },
  });
const deburr = (side: 'head' | 'shop') => ({ kind: 'deburred' as const, holeIds: IDS, layerIds: LAYERS, side });
const dimple = { kind: 'dimpled' as const, holeIds: IDS, layerIds: LAYERS };
const set = { kind: 'set' as const, holeIds: IDS };

describe('what a press keeps', () => {
  const smaller: RowDefinition = { ...ROW, layers: ROW.layers.map((l, i) => (i === 1 ? { ...l, plans: 'countersink' as const } : l)) };
  const cut = { kind: 'countersunk' as const, holeIds: IDS, layerIds: [LAYERS[1] as string] };
  it('holes over their maximum are left out of one press, and named', () => {
    const before = [drilledAt(inches(0.1285), IDS.slice(0, 2), 0), drilledAt(inches(0.098), IDS.slice(2), 1)];
    const { wishes, leftOut } = withoutStopped([{ ...cut, rowId: 'r' }], () => plannedWith(before, smaller).standing);
    expect([wishes.map((w) => w.holeIds.length), leftOut.map((l) => l.holeIds)]).toEqual([[6], [IDS.slice(0, 2)]]);
  });
  it('holes that stand differently become one mark for each, with its own hole', () => {
    const before = [drilledAt(inches(0.1015), IDS.slice(0, 2), 0), drilledAt(inches(0.098), IDS.slice(2), 1)];
    const cuts = press(before, [cut], smaller).filter((m) => m.kind === 'countersunk');
    expect(cuts.map((m) => [m.holeIds.length, (m.payload.work as { holeMm: number }).holeMm])).toEqual([
      [2, inches(0.1015)],
      [6, inches(0.098)],
    ]);
  });
  it('where every hole is stopped the press means just these', () => {
    const before = [drilledAt(inches(0.1285), IDS, 0)];
    expect(withoutStopped([{ ...cut, rowId: 'r' }], () => plannedWith(before, smaller).standing)).toEqual({
      wishes: [{ ...cut, rowId: 'r' }],
      leftOut: [],
    });
  });
  it('a rivet taken out after the plan changed keeps the hole it was in', () => {
    const before = press(press([drilledAt(inches(0.098), IDS, 0)], [dimple]), [set]);
    const out = press(before, [{ kind: 'removed', holeIds: [IDS[0] as string] }], { ...ROW, dash: 4 }).at(-1);
    expect(out?.payload.work).toMatchObject({ holeMm: inches(0.098), fastener: { dash: 3 } });
  });
  it('a look written up for yesterday says the rivet that was in then', () => {
    const [hole] = IDS as [string];
    const first = press(
      [],
      [{ ...set, holeIds: [hole], doneAt: '2026-11-01T10:00:00.000Z', payload: { setting: { way: 'squeezer', lengthDash: 4 } } }],
    );
    const out = press(first, [{ kind: 'removed', holeIds: [hole], doneAt: '2026-11-02T09:00:00.000Z' }]);
    const again = press(out, [
      { ...set, holeIds: [hole], doneAt: '2026-11-02T10:00:00.000Z', payload: { setting: { way: 'squeezer', lengthDash: 3 } } },
    ]);
    const look = press(again, [{ kind: 'inspected', holeIds: [hole], doneAt: '2026-11-01T18:00:00.000Z' }]).at(-1);
    expect((look?.payload.work as { fastener: { name: string } }).fastener.name).toBe('MS20426AD3-4');
  });
  it('a rivet set anew from a faulty lot is looked at itself', () => {
    const lot = (id: string, at: string) =>
      mark(id, {
        kind: 'set',
        holeIds: [IDS[0] as string],
        doneAt: at,
        payload: { work: { fastener: { kind: 'solid', name: 'x', head: 'flush-100' }, gripMm: 1, holeMm: 2, lotId: 'lot' } },
      });
    const marks = [
      lot('a', second(0)),
      mark('f', {
        kind: 'thing-finding',
        rowId: 'k',
        doneAt: second(30),
        payload: { thing: { thingId: 'lot', name: 'lot', isGood: false } },
      }),
      mark('l', { kind: 'looked-again', holeIds: [IDS[0] as string], doneAt: second(5), payload: { because: 'f' } }),
    ];
    expect(stillToLook(recallsOf(marks, [])).size).toBe(0);
    const anew = [...marks, mark('o', { kind: 'removed', holeIds: [IDS[0] as string], doneAt: second(8) }), lot('b', second(10))];
    expect(
      stillToLook(recallsOf(anew, []))
        .get('r')
        ?.has(IDS[0] as string),
    ).toBe(true);
  });
});

describe('findings end with the metal, and not before', () => {
  const [hole] = IDS as [string];
  const stop = (deviation: object) =>
    mark('v', {
      kind: 'deviation',
      holeIds: [hole],
      doneAt: second(2),
      payload: { deviation: { kind: 'oversize', verdict: 'stop', ...deviation } },
    });
  const found = (marks: readonly Mark[], definition: RowDefinition = ROW) =>
    (plannedWith(marks, definition).standing.findings.get(hole) ?? []).map((f) => f.code);
  const drilled = drilledAt(inches(0.098), IDS, 0);
  const at = { hole: length(0.12) };
  it('a stop for the hole alone ends where it is opened to a size that works, and not by an opening that is smaller', () => {
    const larger: RowDefinition = { ...ROW, dash: 4 };
    expect(found([drilled, stop(at)])).toContain('deviation-stop');
    expect(found([drilled, stop(at), drilledAt(inches(0.11), [hole], 3)], larger)).toContain('deviation-stop');
    expect(found([drilled, stop(at), drilledAt(inches(0.1285), [hole], 3)], larger)).not.toContain('deviation-stop');
  });
  it('a stop for its edge or its neighbor does not end by opening it', () => {
    const opened = drilledAt(inches(0.1285), [hole], 3);
    expect(found([drilled, stop({ ...at, edges: { a: length(0.1) } }), opened])).toContain('deviation-stop');
    expect(found([drilled, stop({ ...at, pitch: length(0.2) }), opened])).toContain('deviation-stop');
  });
  it('nor does one of another kind, or one that another stop came after: the worst stands', () => {
    const opened = drilledAt(inches(0.1285), [hole], 4);
    expect(found([drilled, stop({ ...at, kind: 'edge-damage' }), opened])).toContain('deviation-stop');
    const edge = { ...stop({ kind: 'near-edge', edges: { a: length(0.1) } }), id: 'first', doneAt: second(1) };
    expect(found([drilled, edge, stop(at), opened])).toContain('deviation-stop');
  });
  it('it ends with the last piece it was found in', () => {
    const sheets = ROW.layers.map((l) => ({ layerId: l.id, partId: l.partId, face: 'marked' }));
    const of = { ...stop({ edges: { a: length(0.1) } }), payload: { deviation: { kind: 'near-edge', verdict: 'stop' }, sheets } } as Mark;
    const scrapped = (partId: string, n: number) =>
      mark(`x${n}`, { kind: 'scrapped', rowId: 'a', doneAt: second(n), payload: { partIds: [partId] } });
    expect(found([drilled, of, scrapped('skin', 4)])).toContain('deviation-stop');
    expect(found([drilled, of, scrapped('skin', 4), scrapped('rib', 5)])).not.toContain('deviation-stop');
  });
  const check = (dimple: string) =>
    mark('c', { kind: 'dimple-check', holeIds: [hole], layerIds: [LAYERS[0] as string], doneAt: second(6), payload: { dimple } });
  const dimpled = press([drilled], [dimple]);
  it('a dimple pressed flat is a stop, also after it was struck again', () => {
    const flat = [...dimpled, check('flattened')];
    expect(found(flat)).toContain('flattened');
    const again = mark('again', { ...dimpled.at(-1), kind: 'dimpled', doneAt: second(8) } as never);
    expect(found([...flat, again])).toContain('flattened');
  });
  it('a dimple found on the wrong side is prepared from the other face', () => {
    expect(found(dimpled)).not.toContain('prepared-otherwise');
    expect(found([...dimpled, check('wrong-side')])).toContain('prepared-otherwise');
  });
  it('found twice by two presses it is on the wrong side still, and found before it was marked, too', () => {
    const again = { ...check('wrong-side'), id: 'c2', doneAt: second(7) };
    expect(found([...dimpled, check('wrong-side'), again])).toContain('prepared-otherwise');
    const late = dimpled.slice(1).map((m, n) => mark(`late${n}`, { ...m, id: `late${n}`, doneAt: second(8) } as never));
    expect(found([drilled, check('wrong-side'), ...late])).toContain('dimpled-both-ways');
  });
  it('a dimple struck twice beside itself is measured first', () => {
    expect(found([...dimpled, check('doubled')])).toContain('measure-first');
  });
  it('a piece put back brings its metal, its finish and what a rivet proved of it', () => {
    const whole = (id: string, kind: 'scrapped' | 'arrived' | 'primed', n: number, more: object = {}) =>
      mark(id, { kind, rowId: 'a', doneAt: second(n), payload: { partIds: ['rib'], ...more } });
    const marks = [...dimpled, whole('p', 'primed', 7), whole('s', 'scrapped', 8), whole('n', 'arrived', 9)];
    const steps = (all: readonly Mark[]) => [...foldDone(all, () => ROW.layers).parts.steps.keys()];
    expect(steps(marks)).not.toContain('primed/part:rib');
    const back = [...marks, whole('b', 'arrived', 10, { putBack: 1 })];
    expect(steps(back)).toContain('primed/part:rib');
    expect(
      foldDone(back, () => ROW.layers)
        .rows.get('r')
        ?.get(hole)
        ?.sheets.get('rib')?.dimple,
    ).not.toBeNull();
    const unwritten = press([], [set]);
    const replaced = [...unwritten, whole('s', 'scrapped', 8), whole('n', 'arrived', 9)];
    expect(found(replaced)).toContain('shut-under-rivet');
    expect(found([...replaced, whole('b', 'arrived', 10, { putBack: 1 })])).not.toContain('shut-under-rivet');
  });
});

describe('a filling is nobody’s hole', () => {
  const at = (id: string, x: number) => ({ id, out: false, at: { x, y: 0 } });
  const other: RowDefinition = { ...ROW, name: 'other', layers: [{ ...ROW.layers[0]!, id: 'o' }], holes: [at('q', 100)] };
  const work = { bitMm: 2.5, holeMm: 2.5, tool: 'drill', partIds: ['skin'], places: { q: { x: 100, y: 0 } } };
  const filled = [
    mark('d', { rowId: 'o', holeIds: ['q'], payload: { work } }),
    mark('f', { kind: 'left-over-settled', rowId: 'o', holeIds: ['q'], doneAt: second(3), payload: { settled: 'filled' } }),
  ];
  /** Holes of another row with a stop for it; `places`: x of its holes, mm. */
  const stopped = (marks: readonly Mark[], places: readonly number[], partIds = ['skin', 'rib'], dash: RowDefinition['dash'] = 3) => {
    const definition = { ...rowOf(partIds, 0), dash, holes: places.map((x, i) => at(`h${i}`, x)) };
    const done = foldDone(marks, (id) => (id === 'o' ? other.layers : definition.layers));
    const planned = planRow('r', definition, {
      kit: KIT,
      parts: byId,
      fasteners: NO_FASTENERS,
      done: done.rows.get('r'),
      partsDone: done.parts,
    });
    return [...(planned?.standing.stopped ?? [])];
  };
  const D = inches(3 / 32);
  it('a hole of another row within half a diameter of it is a stop, farther away it is not', () => {
    expect(stopped(filled, [100, 100 + 0.49 * D, 100 + 0.51 * D, 120])).toEqual(['h0', 'h1']);
    expect(stopped(filled, [100 + 0.51 * D], ['skin', 'rib'], 4)).toEqual(['h0']);
    expect(stopped(filled.slice(0, 1), [100])).toEqual([]);
  });
  it('not in another part, nor in the piece that came after, and the answer to it stands', () => {
    expect(stopped(filled, [100], ['rib', 'rib'])).toEqual([]);
    const anew = mark('s', { kind: 'scrapped', rowId: 'a', doneAt: second(5), payload: { partIds: ['skin'] } });
    expect(stopped([...filled, anew], [100])).toEqual([]);
    const stood = [{ holeId: 'h0', partId: 'skin', piece: 1, severity: 'stop' }];
    const settled = {
      kind: 'finding-settled' as const,
      holeIds: ['h0'],
      doneAt: second(7),
      payload: { finding: { code: 'through-a-filling', stood } },
    };
    expect(stopped([...filled, mark('t', settled)], [100])).toEqual([]);
  });
  it('folded bit by bit it is the same', () => {
    const folder = new MarkFolder();
    const steps = filled.map((_, i) => folder.update(filled.slice(0, i + 1)).parts.fillings.size);
    expect(steps).toEqual([0, 1]);
    expect(folder.update(filled.slice(0, 1)).parts.fillings.size).toBe(0);
  });
});

describe('what was read from the metal, read anew', () => {
  const [hole] = IDS as [string];
  const smaller: RowDefinition = { ...ROW, layers: ROW.layers.map((l, i) => (i === 1 ? { ...l, plans: 'countersink' as const } : l)) };
  const cut = { kind: 'countersunk' as const, holeIds: [hole], layerIds: [LAYERS[1] as string] };
  const said = (marks: readonly Mark[], definition: RowDefinition) =>
    (plannedWith(marks, definition).standing.findings.get(hole) ?? [])
      .filter((f) => f.code === 'record-changed')
      .map((f) => standingMessage(f, 'in', [{ part: 'skin' }, { part: 'rib' }]));
  it('an opening written up late between drilling and cutting: both are shown', () => {
    const marks = press([drilledAt(inches(0.098), IDS, 0)], [{ ...cut, doneAt: second(20) }], smaller);
    expect(said(marks, smaller)).toEqual([]);
    expect(said([...marks, drilledAt(inches(0.1015), [hole], 10)], smaller)).toEqual([
      'rib: countersunk in a hole of #40, .098 in; by the record it was #38, .1015 in then.',
    ]);
    expect(said([...marks, drilledAt(inches(0.1015), [hole], 30)], smaller)).toEqual([]);
  });
  it('a rivet taken out that the record says was another one', () => {
    const first = press([], [{ ...set, holeIds: [hole] }]);
    const out = press(first, [{ kind: 'removed', holeIds: [hole], doneAt: second(20) }]);
    expect(said(out, ROW)).toEqual([]);
    const late = mark('late', {
      ...first[0],
      id: 'late',
      doneAt: second(10),
      payload: {
        work: {
          ...(first[0]?.payload.work as object),
          fastener: {
            ...(first[0]?.payload.work as { fastener: object }).fastener,
            dash: 4,
            diameterMm: inches(0.125),
            name: 'MS20426AD4-4',
            lengthDash: 4,
          },
        },
      },
    } as never);
    expect(said([...out, late], ROW)).toEqual(['Taken out as MS20426AD3-3; by the record it was MS20426AD4-4 then.']);
  });
});

describe('of two marks of one time', () => {
  const [hole] = IDS as [string];
  const twice = (first: number, second_: number): Mark[] => [
    { ...mark('z', { kind: 'set', holeIds: [hole], payload: {} }), place: first },
    { ...mark('a', { kind: 'removed', holeIds: [hole], payload: {} }), place: second_ },
  ];
  it('the one the server took first comes first, whatever their ids', () => {
    const inIt = (marks: readonly Mark[]) => foldDone(marks).rows.get('r')?.get(hole)?.fastener !== null;
    expect([inIt(twice(1, 2)), inIt(twice(2, 1)), inIt(twice(1, 2).reverse())]).toEqual([false, true, false]);
  });
  it('one that waited is folded anew once it has its place', () => {
    const folder = new MarkFolder();
    const [set_, removed] = twice(2, 1) as [Mark, Mark];
    const { place: _, ...waiting } = set_;
    const inIt = (marks: readonly Mark[]) => folder.update(marks).rows.get('r')?.get(hole)?.fastener !== null;
    expect(inIt([{ ...removed, place: 5 }, waiting as Mark])).toBe(true);
    expect(
      inIt([
        { ...removed, place: 5 },
        { ...set_, place: 4 },
      ]),
    ).toBe(false);
  });
});

describe('edits under finished work', () => {
  const marks = press(press(press(press([drilledAt(inches(0.098), IDS, 0)], [deburr('head')]), [deburr('shop')]), [dimple]), [set]);
  const record = (definition: RowDefinition, fasteners: AssemblyRecord['fasteners'] = []): AssemblyRecord => ({
    kit: KIT,
    parts: PARTS,
    rows: [{ kind: 'row', id: 'r', version: 1, definition }],
    fasteners,
    marks,
  });
  const asked = (before: AssemblyRecord, next: RowDefinition) =>
    effectsOf(before, edited(before, ROW.assemblyId, [{ kind: 'row', id: 'r', expectedVersion: 1, definition: next }])).flatMap((r) =>
      r.effects.map((e) => effectSentence(e, 'in')),
    );
  it('the stack typed the other way round turns every face: asked, and a stop', () => {
    const line = lineOfRow(ROW, byId, NO_FASTENERS, 'in').replace(/skin ([.\d]+) \/ rib ([.\d]+)/, 'rib $2 / skin $1');
    const parsed = parseRowLine(line, 'in');
    if (!parsed.ok) throw new Error(line);
    const context = { parts: PARTS, assemblyId: ROW.assemblyId, units: 'in' as const, newId: () => 'x' };
    const turned = composeRow(parsed.value, context, 1, ROW);
    if (!turned.ok) throw new Error(JSON.stringify(turned.problem));
    expect(turned.value.row.layers.map((l) => [l.partId, l.face])).toEqual([
      ['rib', 'other'],
      ['skin', 'other'],
    ]);
    expect(asked(record(ROW), turned.value.row)).toContain('8 holes: skin: prepared from the other face, planned dimpled.');
    const after = plannedWith(marks, turned.value.row);
    expect([after.standing.verdict, [...after.standing.stopped].length]).toEqual(['stop', 8]);
  });
  it('a fastener of the kit renamed changes nothing; its figures changed asks about every hole it is in', () => {
    const entry = (more: Partial<FastenerDefinition>): FastenerDefinition => ({
      v: 1, kitId: 'k', name: 'pull stem', kind: 'blind', diameter: length(0.125), hole: length(0.1285),
      head: { kind: 'flush', diameter: length(0.22), angleDeg: 100 }, gripFrom: length(0.02), gripTo: length(0.1), ...more,
    }); // prettier-ignore
    const blind: RowDefinition = { ...ROW, fastenerId: 'f', dash: 4 };
    const withEntry = (more: Partial<FastenerDefinition> = {}) => new Map([['f', entry(more)]]);
    const planned = planRow('r', blind, { kit: KIT, parts: byId, fasteners: withEntry() });
    const pulled = withWork([{ ...set, rowId: 'r' }], { row: () => planned!, part: () => undefined, tools: [], lots: [] }).map((w) =>
      mark('s', w),
    );
    const codes = (more: Partial<FastenerDefinition>) =>
      [...plannedWith(pulled, blind, withEntry(more)).standing.findings.values()].flat().filter((f) => f.code === 'set-otherwise').length;
    expect(codes({ name: 'another name' })).toBe(0);
    expect(codes({ head: { kind: 'flush', diameter: length(0.22), angleDeg: 120 } })).toBe(8);
    expect(codes({ gripTo: length(0.2) })).toBe(8);
  });
});

describe('every count is one number', () => {
  it('rivets with an earlier step unwritten: kit page, strip and stock agree', () => {
    const marks = press([], [set]);
    const definition: RowDefinition = { ...ROW, lengthDash: 3.5 };
    const work = assemblyWork({ kit: KIT, parts: PARTS, rows: [{ kind: 'row', id: 'r', version: 1, definition }], fasteners: [], marks });
    const overview = assemblyOverview(work, marks, []);
    const needed = stockNeeds(work.rows, {}, 0).reduce((n, need) => n + need.needed, 0);
    expect([overview.stages, needed]).toEqual([{ set: 8 }, 0]);
  });
  it('a hole with an open stop is offered for nothing at the bench, and the rest of its row is', () => {
    const marks = [
      drilledAt(inches(0.098), IDS, 0),
      mark('c', { kind: 'hole-check', holeIds: [IDS[0] as string], doneAt: second(5), payload: { gauge: 'no-go' } }),
    ];
    const planned = plannedWith(marks);
    const setups = benchOf([planned], { parts: new Set(), order: workOrderOf() });
    const deburring = setups.find((s) => s.setup.operation === 'deburred')?.items[0];
    expect([deburring?.openHoleIds.length, deburring?.stoppedHoleIds]).toEqual([7, [IDS[0]]]);
  });
  it('a hole with its own rivet stands in a set-up of its own', () => {
    const marks = [
      drilledAt(inches(0.098), IDS, 0),
      mark('o', { kind: 'own-fastener', holeIds: [IDS[2] as string], doneAt: second(5), payload: { ownDash: 4 } }),
    ];
    const setups = benchOf([plannedWith(marks)], { parts: new Set(), order: workOrderOf() });
    const dies = setups.filter((s) => s.setup.operation === 'dimpled' && s.setup.tool.kind === 'dies');
    const at = (dash: number) =>
      dies.filter((s) => 'dash' in s.setup.tool && s.setup.tool.dash === dash).flatMap((s) => s.items.map((i) => i.openHoleIds.length));
    expect([at(3), at(4)]).toEqual([
      [7, 7],
      [1, 1],
    ]);
    expect(stockNeeds([plannedWith(marks)], {}, 0).map((n) => [n.callout.slice(0, 10), n.needed])).toEqual([
      ['MS20426AD3', 7],
      ['MS20426AD4', 1],
    ]);
  });
});

function length(inch: number) {
  return { mm: inches(inch), text: String(inch), units: 'in' as const };
}
