import { describe, expect, it } from 'vitest';
import { blindFastener, fold, KIT, mark, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import type { KitDefinition, RowDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { earlyOf, missingBefore, workOrderOf } from '../record/order';
import { isHeld, isLocking, isPartStep, type StepKind } from '../record/steps';
import { marksFor } from '../work/bench';
import { planRow } from '../work/assembly-work';
import { arrange } from '../access/arrange';
import { assemblyOperations, closeId, lockId, type AssemblyOperation } from './operations';
import { accessRows, waysLeft } from '../access/shut-off';
import { budget } from '../../test/budget';

const parts = new Map(
  [part('p1', 'skin', 0.025), part('p2', 'rib', 0.032), part('p3', 'spar', 0.063), part('p4', 'doubler', 0.04)].map((p) => [
    p.id,
    p.definition,
  ]),
);
const kit: KitDefinition = { ...KIT, work: { scuff: true, prime: true, scuffAfterDimple: false } };

const FASTENERS = new Map([['blind', blindFastener('BR', { mm: 2.8, text: '2.8', units: 'mm' })]]);

function operationRow(id: string, row: RowDefinition, own: KitDefinition = kit) {
  const planned = planRow(id, row, { fasteners: FASTENERS, kit: own, parts });
  if (!planned) throw new Error('no stack');
  return planned;
}
const derive = (rows: ReturnType<typeof operationRow>[], all: Parameters<typeof assemblyOperations>[1] = parts) =>
  assemblyOperations(rows, all, workOrderOf());
const named = (all: AssemblyOperation[], kind: string, rowId: string | null = null) =>
  all.find((o) => o.kind === kind && (rowId === null || o.rowId === rowId)) as AssemblyOperation;
const waits = (o: AssemblyOperation, id: string) => o.after.find((a) => a.id === id)?.because;

describe('operations of an assembly', () => {
  const rows = [
    operationRow('r1', rowOf(['p1', 'p2'], 10)),
    operationRow('r2', rowOf(['p1', 'p3'], 6, { setting: { way: 'squeezer', isSealed: true } })),
  ];
  const all = derive(rows);
  it('every step of every row, every part’s own work once, and what happens to the whole', () => {
    const kinds = (id: string | null) => all.filter((o) => o.rowId === id).map((o) => o.kind);
    expect(kinds('r1').sort()).toEqual(['deburred', 'dimpled', 'dimpled', 'drilled', 'inspected', 'set']);
    expect(kinds('r2').sort()).toEqual(['countersunk', 'deburred', 'dimpled', 'drilled', 'inspected', 'seal', 'set']);
    expect(kinds(null).sort()).toEqual([
      'cleaned', 'cleaned', 'cleaned', 'fit-up', 'mask', 'primed', 'primed', 'primed', 'reassemble', 'scuffed', 'scuffed', 'scuffed', 'take-apart',
    ]); // prettier-ignore
  });
  it('a part with zones of its own that stay bare is masked before the finish', () => {
    const bare = new Map([...parts, ['p1', { ...(parts.get('p1') as NonNullable<ReturnType<typeof parts.get>>), bareZones: ['the lap'] }]]);
    const only = [operationRow('r1', rowOf(['p1', 'p2'], 10))];
    expect(derive(only).some((o) => o.kind === 'mask')).toBe(false);
    const masked = derive(only, bare);
    expect(named(masked, 'mask').partIds).toEqual(['p1']);
    expect(waits(masked.find((o) => o.id === 'part/p1/primed') as AssemblyOperation, 'assembly/mask')).toBe('mask-before-primer');
  });
  it('counts holes times sheets times sides, and minutes from them', () => {
    expect(named(all, 'deburred', 'r1')).toMatchObject({ count: 40, minutes: 6 });
    expect(named(all, 'drilled', 'r2')).toMatchObject({ count: 6, minutes: 3 });
    expect(named(all, 'fit-up')).toMatchObject({ count: 3, partIds: ['p1', 'p2', 'p3'] });
  });
  it('each wait has its reason', () => {
    expect(waits(named(all, 'drilled', 'r1'), 'assembly/fit-up')).toBe('together-before-drilling');
    expect(waits(named(all, 'deburred', 'r1'), 'assembly/take-apart')).toBe('apart-after-drilling');
    expect(waits(named(all, 'set', 'r1'), 'assembly/reassemble')).toBe('together-before-riveting');
    expect(waits(named(all, 'set', 'r2'), 'r2/seal')).toBe('seal-before-riveting');
    const primed = all.find((o) => o.id === 'part/p1/primed') as AssemblyOperation;
    expect(waits(primed, named(all, 'countersunk', 'r2').id)).toBeUndefined();
    for (const dimpled of all.filter((o) => o.kind === 'dimpled' && o.partIds.includes('p1')))
      expect(waits(primed, dimpled.id)).toBe('machining-before-finish');
    /* Deburring is machining too, but scuffing is no finish, and neither is being clean before being primed. */
    const part = (work: string) => all.find((o) => o.id === `part/p1/${work}`) as AssemblyOperation;
    expect(waits(part('cleaned'), named(all, 'deburred', 'r1').id)).toBe('machining-before-finish');
    expect(waits(part('scuffed'), named(all, 'deburred', 'r1').id)).toBe('order-of-work');
    expect(waits(primed, 'part/p1/cleaned')).toBe('order-of-work');
    expect(waits(primed, 'part/p1/scuffed')).toBe('order-of-work');
    expect(waits(primed, 'assembly/mask')).toBe('mask-before-primer');
    /* One row does not wait for another's holes. */
    expect(waits(named(all, 'deburred', 'r1'), named(all, 'drilled', 'r2').id)).toBeUndefined();
  });
  it('holes punched to size need no fitting up for the drill', () => {
    const final = derive([operationRow('r1', rowOf(['p1', 'p2'], 10, { start: 'final' }))]);
    expect(final.map((o) => o.kind)).not.toContain('fit-up');
    expect(final.map((o) => o.kind)).not.toContain('take-apart');
  });
  it('the last square-up check comes before the locking holes, after all others; with each its reason', () => {
    const base = rowOf(['p1', 'p2'], 5);
    const all = derive([
      operationRow('r1', { ...base, holes: base.holes.map((h, i) => (i > 2 ? { ...h, holds: ['square' as const] } : h)) }),
    ]);
    const [drill, square, lock] = [named(all, 'drilled'), named(all, 'squared'), all.find((o) => o.id === lockId('r1'))];
    expect([drill, square, lock].map((o) => o?.count)).toEqual([3, 1, 2]);
    expect(lock?.setup).toBe(drill.setup);
    expect(waits(square, drill.id)).toBe('drilled-before-check');
    expect(waits(lock as AssemblyOperation, square.id)).toBe('square-before-lock');
    for (const o of [drill, square, lock as AssemblyOperation]) {
      expect(waits(named(all, 'take-apart'), o.id)).toBe('apart-after-drilling');
      expect(waits(o, 'assembly/fit-up')).toBe('together-before-drilling');
    }
    /* Every hole locks: there is nothing to drill before the check. Holes punched to size lock nothing. */
    const only = derive([operationRow('r1', { ...base, holes: base.holes.map((h) => ({ ...h, holds: ['square' as const] })) })]);
    expect(only.filter((o) => o.kind === 'drilled').map((o) => o.id)).toEqual([lockId('r1')]);
    const punched = operationRow('r1', { ...base, start: 'final', holes: base.holes.map((h) => ({ ...h, holds: ['square' as const] })) });
    expect(derive([punched]).some((o) => o.kind === 'squared' || o.id === lockId('r1'))).toBe(false);
  });
  it('an empty assembly has nothing to do', () => expect(derive([])).toEqual([]));
});

const ASSEMBLIES = budget(300, 2000);

describe(`${ASSEMBLIES} random assemblies`, () => {
  it('no order breaks a precedence, and doing it one by one never meets a step that is early', () => {
    const random = randomFrom(20261123);
    const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)] as T;
    for (let round = 0; round < ASSEMBLIES; round++) {
      const own: KitDefinition = { ...kit, work: { scuff: random() < 0.5, prime: random() < 0.5, scuffAfterDimple: false } };
      const rows = Array.from({ length: 1 + Math.floor(random() * 3) }, (_, i) => {
        const ids = [...parts.keys()].filter(() => random() < 0.6).slice(0, 3);
        const base = rowOf(ids.length === 0 ? ['p1'] : ids, 1 + Math.floor(random() * 3));
        return operationRow(
          `r${i}`,
          {
            ...base,
            start: pick(['none', 'undersize', 'final'] as const),
            holes: base.holes.map((h) => (random() < 0.15 ? { ...h, holds: ['square' as const] } : h)),
            head: pick(['flush-100', 'flush-100', 'protruding'] as const),
            layers: base.layers.map((l) => ({ ...l, bothSides: random() < 0.15 })),
            setting: random() < 0.3 ? { way: 'gun', isSealed: true } : null,
            /* Told by the builder, sensible or not. */
            waitsForParts: random() < 0.2 ? [pick([...parts.keys()])] : [],
            shutBy: Array.from({ length: Math.floor(random() * 3) }, () => ({
              by:
                random() < 0.5
                  ? { kind: 'row' as const, id: `r${Math.floor(random() * 3)}` }
                  : { kind: 'part' as const, id: pick([...parts.keys()]) },
              side: pick(['head', 'shop', 'both'] as const),
              room: random() < 0.3 ? { mm: 10 + random() * 20, text: '', units: 'mm' as const } : null,
              isBentOpen: random() < 0.1,
            })),
            fastenerId: random() < 0.1 ? 'blind' : null,
          },
          own,
        );
      });
      const joined = new Map([...parts].map(([id, p]) => [id, random() < 0.3 ? { ...p, subAssembly: 'box' } : p]));
      const all = derive(rows, joined);
      const access = accessRows(all, rows, []);
      const arranged = arrange(all, access, new Set(), { effort: 0.01 });
      if (!arranged.ok) throw new Error(`round ${round}: ${JSON.stringify(arranged.problem)}`);
      const byId = new Map(all.map((o) => [o.id, o]));
      const order = arranged.value.order.map((id) => byId.get(id) as AssemblyOperation);
      const hopeless = new Set(arranged.value.access.deadEnds.map((d) => d.rowId));
      const closed = new Set<string>();
      expect(order.map((o) => o.id).sort()).toEqual(all.map((o) => o.id).sort());
      const place = new Map(order.map((o, i) => [o.id, i]));
      for (const o of order) for (const a of o.after) expect(place.get(a.id), `round ${round}`).toBeLessThan(place.get(o.id) as number);
      const marks: Mark[] = [];
      for (const o of order) {
        const row = rows.find((r) => r.id === o.rowId);
        if (row && o.kind === 'set') {
          /* What is shut at this moment, counted up on the way: some way is left, or the row was named as a dead end. */
          const shut = (row.row.shutBy ?? []).filter((f) =>
            [...closed].some((id) =>
              f.by.kind === 'part' ? id === closeId(f.by.id) : byId.get(id)?.kind === 'set' && byId.get(id)?.rowId === f.by.id,
            ),
          );
          expect(waysLeft(row, shut, []).length > 0, `round ${round}: ${o.id}`).toBe(!hopeless.has(row.id));
        }
        closed.add(o.id);
        const folded = fold(marks);
        const work = (r: (typeof rows)[number]) => ({
          row: r.row,
          steps: r.steps,
          states: folded.rows.get(r.id) ?? new Map<string, Set<string>>(),
        });
        const uses = row
          ? row.uses.filter((u) => u.setup.key === o.setup).flatMap((u) => u.steps.filter((s) => !isPartStep(s)))
          : rows
              .flatMap((r) => r.steps.filter((s) => isPartStep(s) && s.kind === o.kind && o.partIds.includes(s.partId as string)))
              .slice(0, 1);
        if (row && o.kind === 'squared') {
          const wish = { id: `${round}/${o.id}`, kind: o.kind, rowId: row.id, holeIds: row.row.holes.filter(isLocking).map((h) => h.id) };
          expect(earlyOf([wish], rows.map((r) => ({ id: r.id, ...work(r) })), { parts: folded.parts, order: workOrderOf() }), o.id).toEqual([]); // prettier-ignore
          marks.push(mark(wish.id, wish));
        }
        if (uses.length === 0) continue;
        const holder = row ?? (rows.find((r) => r.steps.some((s) => s.key === uses[0]?.key)) as (typeof rows)[number]);
        const isLock = o.id === lockId(holder.id);
        const holeIds = holder.row.holes.filter((h) => o.kind !== 'drilled' || isLocking(h) === isLock).map((h) => h.id);
        for (const h of holder.row.holes)
          if (row && holeIds.includes(h.id)) expect(isHeld(h, o.kind as StepKind, work(row).states.get(h.id)), o.id).toBe(false);
        const missing = missingBefore(uses, work(holder), holeIds, {
          parts: folded.parts, order: workOrderOf(), rows: rows.map(work),
        }); // prettier-ignore
        expect(missing, `round ${round}: ${o.id}`).toEqual([]);
        for (const [i, m] of marksFor(uses, holeIds).entries())
          marks.push(
            mark(`${round}/${o.id}/${i}`, {
              kind: m.kind, rowId: m.partIds.length > 0 ? 'a' : holder.id, holeIds: m.holeIds, layerIds: m.layerIds, side: m.side,
              payload: m.partIds.length > 0 ? { partIds: m.partIds } : {},
            }),
          ); // prettier-ignore
      }
    }
  });
});
