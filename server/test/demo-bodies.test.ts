import { expect, it } from 'vitest';
import type { KitDefinition } from '#core/record/definitions';
import { stackOf } from '#core/record/stack-of';
import { overlap } from '../../core/test/overlap';
import { demoEdits } from '../src/demo/load';

/** A hundred-thousandth of a square millimetre: what rounding leaves. */
const NOTHING = 1e-6;

it('no drawn body overlaps another in any row of the demo kit', () => {
  const edits = demoEdits();
  const ofKind = <K extends (typeof edits)[number]['kind']>(kind: K) =>
    edits.flatMap((e) => (e.kind === kind && e.definition ? [[e.id, e.definition] as const] : []));
  const kit = ofKind('kit')[0]?.[1] as KitDefinition;
  const context = { kit, parts: new Map(ofKind('part')), fasteners: new Map(ofKind('fastener')) } as Parameters<typeof stackOf>[1];
  const rows = ofKind('row') as unknown as readonly (readonly [string, Parameters<typeof stackOf>[0]])[];
  expect(rows.length).toBeGreaterThan(50);
  const kinds = new Set<string>();
  for (const [, row] of rows) {
    const stack = stackOf(row, context);
    if (!stack) throw new Error(`no stack: ${row.name}`);
    kinds.add(stack.far ?? stack.fastener?.kind ?? 'rivet');
    const { mm2, of } = overlap(stack);
    expect(mm2, `${row.name}: ${of}`).toBeLessThan(NOTHING);
  }
  expect([...kinds].sort()).toEqual(['blind', 'bolt', 'flush', 'none', 'pin', 'rivet', 'screw', 'solid']);
});
