import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { planStack } from '#core/prep/plan';
import { composeRow, readRowLine } from '#core/compose/compose';
import type { Units } from '#core/units/length';
import type { Entity } from '#core/record/definitions';
import { stackOf } from '#core/record/stack-of';
import { composeContextOf } from '../../models/compose-context';
import { contextOf } from '../../models/planned-rows';

/** The line as typed so far: what it would make, or what is wrong with it. */
export function useDraft(text: string, data: AssemblyAnswer, existing: Entity<'row'> | null, units: Units) {
  return useMemo(() => {
    if (text.trim() === '') return null;
    const context = composeContextOf(data, units);
    const parsed = readRowLine(text, context);
    const order = existing?.definition.order ?? Math.max(0, ...data.rows.map((r) => r.definition.order)) + 1;
    const made = parsed.ok ? composeRow(parsed.value, context, order, existing?.definition) : parsed;
    if (!made.ok) return { problem: made.problem, parsed: parsed.ok ? parsed.value : null, made: null, stack: null, plan: null };
    const parts = new Map([...data.parts, ...made.value.newParts].map((p) => [p.id, p.definition]));
    const stack = stackOf(made.value.row, { ...contextOf(data), parts });
    return { problem: null, parsed: parsed.ok ? parsed.value : null, made: made.value, stack, plan: stack ? planStack(stack) : null };
  }, [text, data, existing, units]);
}
