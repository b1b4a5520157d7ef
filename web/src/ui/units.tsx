import { createContext, useContext, useEffect, useRef } from 'react';
import type { Units } from '#core/units/length';
import { otherUnits, showLength, showNumber } from '#core/units/show';

/** The units the page leads with; the other one is always beside them. */
export const UnitsContext = createContext<Units>('in');

export function useUnits(): Units {
  return useContext(UnitsContext);
}

/**
 * Calls back with the unit of before when the screen changes to the other one, so that what was typed and not kept yet can say its
 * unit instead of changing its meaning.
 */
export function useUnitSwitch(onSwitch: (from: Units, to: Units) => void): void {
  const units = useUnits();
  const was = useRef(units);
  useEffect(() => {
    if (was.current === units) return;
    const from = was.current;
    was.current = units;
    onSwitch(from, units);
  });
}

/** A length in both units, the leading one first. */
export function Length({ mm, brief = false }: { mm: number; brief?: boolean }) {
  const units = useUnits();
  return (
    <span className="whitespace-nowrap">
      {brief ? showNumber(mm, units) : showLength(mm, units)}
      {brief ? null : <span className="text-ink2"> ({showLength(mm, otherUnits(units))})</span>}
    </span>
  );
}
