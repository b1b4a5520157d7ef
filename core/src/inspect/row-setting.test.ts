import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import { planRow } from '../work/assembly-work';
import { MM_PER_INCH } from '../units/length';
import { rowSetting } from './row-setting';

const PARTS = new Map([part('skin', 'skin', 0.032), part('rib', 'rib', 0.032)].map((p) => [p.id, p.definition]));
const row = (more: Parameters<typeof rowOf>[2] = {}) => {
  const planned = planRow('r', rowOf(['skin', 'rib'], 4, more), { fasteners: NO_FASTENERS, kit: KIT, parts: PARTS });
  if (!planned) throw new Error('not planned');
  return planned;
};
const typed = (inch: number) => ({ mm: inch * MM_PER_INCH, text: String(inch), units: 'in' as const });

describe('what a row wants as it is going to be set', () => {
  const planned = row();
  const own = rowSetting(planned, {}, undefined);
  it('the planned length, unless another one goes in', () => {
    expect(own.lengthDash).toBe(planned.plan.rivet.lengthDash);
    expect(own.works).toBe(true);
    expect(rowSetting(planned, { lengthDash: own.lengthDash + 1 }, undefined).lengthDash).toBe(own.lengthDash + 1);
  });
  it('each length that is offered works as the plan says of it', () => {
    for (const { lengthDash, works, worksAtLip } of planned.plan.rivet.candidates)
      expect(rowSetting(planned, { lengthDash }, undefined).works, String(lengthDash)).toBe(works || worksAtLip);
    /* Far too long, and not on offer: the plan's own word stands for the planned length alone. */
    expect(planned.plan.rivet.candidates.some((c) => !c.works && !c.worksAtLip)).toBe(true);
  });
  it('a squeezer that opens just as far goes over the rivet, a hair less does not; a longer rivet wants more', () => {
    const stands = rowSetting(planned, {}, { gap: typed(0) }).tooNarrow?.stands ?? 0;
    /* A flush head lies in the sheet: it stands as high as it is long. */
    expect(planned.stack.head).toBe('flush-100');
    expect(stands).toBeCloseTo(own.lengthDash * (MM_PER_INCH / 16), 9);
    const opens = (mm: number) => rowSetting(planned, {}, { gap: { mm, text: '', units: 'in' } }).tooNarrow;
    expect(opens(stands)).toBeNull();
    expect(opens(stands - 0.001)).toEqual({ opens: stands - 0.001, stands });
    const gap = { mm: stands, text: '', units: 'in' as const };
    expect(rowSetting(planned, { lengthDash: own.lengthDash + 1 }, { gap }).tooNarrow?.stands).toBeCloseTo(stands + MM_PER_INCH / 16, 9);
    expect(rowSetting(planned, {}, { gap: null }).tooNarrow).toBeNull();
    expect(own.tooNarrow).toBeNull();
  });
  it('sets half a diameter of head and the grip apart; half a turn is half the pitch', () => {
    /* Reckoned anew: the driven head stands half a diameter above the sheet, or the lip of the last dimple. */
    const { stack, plan } = planned;
    expect(own.setsApart).toBeCloseTo((plan.rivet.lip?.z ?? plan.grip) + stack.size.diameter / 2, 9);
    expect(rowSetting(planned, {}, { gap: null, pitch: typed(0.05) }).halfTurn).toBeCloseTo(0.025 * MM_PER_INCH, 9);
    expect(own.halfTurn).toBeNull();
  });
});
