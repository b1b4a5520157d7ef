import { createContext, useContext } from 'react';
import type { Units } from '#core/units/length';
import { otherUnits, showLength, showNumber } from '#core/units/show';

/** The units the page leads with; the other one is always beside them. */
export const UnitsContext = createContext<Units>('in');

export function useUnits(): Units {
  return useContext(UnitsContext);
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
