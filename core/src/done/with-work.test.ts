import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import type { Entity, LotDefinition, ToolDefinition } from '../record/definitions';
import type { MarkKind } from '../record/marks';
import { planRow } from '../work/assembly-work';
import { inches } from '../units/length';
import { withWork, type Wish } from './with-work';

const PARTS = new Map([part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)].map((p) => [p.id, p.definition]));
const ROW = rowOf(['skin', 'rib'], 3);
const PLANNED = planRow('r', ROW, { kit: KIT, parts: PARTS, fasteners: NO_FASTENERS })!;
const CALLOUT = PLANNED.plan.rivet.callout;
const length = (inch: number) => ({ mm: inches(inch), text: '', units: 'in' as const });
const tool = (id: string, definition: Partial<ToolDefinition>): Entity<'tool'> => ({
  kind: 'tool',
  id,
  version: 1,
  definition: {
    dash: null,
    angleDeg: null,
    sheet: null,
    throat: null,
    noseHalfWidth: null,
    noseHeight: null,
    takesBent: true,
    ...definition,
  } as ToolDefinition,
});
const lot = (id: string, callout: string, isInUse = true, kind: LotDefinition['kind'] = 'rivets'): Entity<'lot'> => ({
  kind: 'lot',
  id,
  version: 1,
  definition: { v: 1, kitId: 'k', name: id, kind, callout, isInUse },
});
const BIT = tool('bit', { kind: 'bit', diameter: length(0.098) });
const REAMER = tool('reamer', { kind: 'reamer', diameter: length(0.098) });
const SKIN_DIES = tool('skin dies', { kind: 'die-set', dash: 3, angleDeg: 100, sheet: 'skin' });
const RIB_DIES = tool('rib dies', { kind: 'die-set', dash: 3, angleDeg: 100, sheet: 'substructure' });
const gauge = (id: string, measures: ToolDefinition['measures']) => tool(id, { kind: 'gauge', measures });

interface Named {
  readonly toolId?: string;
  readonly lotId?: string;
  readonly batchId?: string;
}
/** What a mark of this kind says it was done with. */
function named(kind: MarkKind, tools: Entity<'tool'>[], lots: Entity<'lot'>[] = [], wish: Partial<Wish> = {}): string | null {
  const holeIds = ROW.holes.map((h) => h.id);
  const [made] = withWork([{ kind, rowId: 'r', holeIds, ...wish }], { row: () => PLANNED, part: () => undefined, tools, lots });
  const payload = made?.payload as (Named & { work?: Named }) | undefined;
  return payload?.toolId ?? payload?.work?.toolId ?? payload?.work?.lotId ?? payload?.work?.batchId ?? null;
}
const inLayer = (i: number) => ({ layerIds: [ROW.layers[i]!.id] });

describe('what a mark was made with, filled in with no tap', () => {
  const cases: readonly [string, string | null, string | null][] = [
    ['the bit of the hole', named('drilled', [BIT]), 'bit'],
    ['a bit, though a reamer is owned', named('drilled', [BIT, REAMER]), 'bit'],
    ['the reamer, where it was reamed', named('drilled', [BIT, REAMER], [], { payload: { how: 'reamed' } }), 'reamer'],
    ['two of the same bit: neither', named('drilled', [BIT, { ...BIT, id: 'another' }]), null],
    ['a bit of another size: none', named('drilled', [tool('x', { kind: 'bit', diameter: length(0.1285) })]), null],
    ['dies of the skin', named('dimpled', [SKIN_DIES, RIB_DIES], [], inLayer(0)), 'skin dies'],
    ['dies of the substructure', named('dimpled', [SKIN_DIES, RIB_DIES], [], inLayer(1)), 'rib dies'],
    ['the lot in use of that call-out', named('set', [], [lot('a', CALLOUT), lot('b', 'MS20470AD4-4')]), 'a'],
    ['its letters do not matter', named('set', [], [lot('a', ` ${CALLOUT.toLowerCase()} `)]), 'a'],
    ['a lot that is not in use: none', named('set', [], [lot('a', CALLOUT, false)]), null],
    ['two lots of the same rivet in use: neither', named('set', [], [lot('a', CALLOUT), lot('b', CALLOUT)]), null],
    [
      'the batch of primer in use',
      named('primed', [], [lot('p', '', true, 'primer')], { holeIds: [], payload: { partIds: ['skin'] } }),
      'p',
    ],
    [
      'the gauge for depths',
      named('depth-read', [gauge('d', 'depth'), gauge('h', 'head')], [], { payload: { reading: length(0.04) } }),
      'd',
    ],
    [
      'another one that was said stays',
      named('depth-read', [gauge('d', 'depth')], [], { payload: { reading: length(0.04), toolId: 'mine' } }),
      'mine',
    ],
    ['the gauge for heads', named('inspected', [gauge('d', 'depth'), gauge('h', 'head')]), 'h'],
    ['two gauges for heads: neither', named('inspected', [gauge('g', 'head'), gauge('h', 'head')]), null],
    ['the go and no-go', named('hole-check', [gauge('n', 'hole')], [], { payload: { gauge: 'go' } }), 'n'],
  ];
  it.each(cases)('%s', (_, found, wanted) => expect(found).toBe(wanted));
});
