import type { AssemblyAnswer } from '#contract/answers';
import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { useParams } from 'react-router';
import type { Units } from '#core/units/length';
import { useLocal } from '../api/device';
import { useAllMarks } from '../api/all-marks';
import { useAssembly, useMarks } from '../api/queries';
import { usePlannedAhead } from '../models/use-planned-ahead';
import { ErrorText } from './controls';
import { TopBar } from './top-bar';
import { UnitsContext } from './units';
import { ZoneContext, zoneOf } from './zone';

/** The units a screen leads with: those chosen in this browser, else the kit's. */
export function useScreenUnits(kitUnits: Units | undefined): Units {
  const chosen = useLocal('units');
  return chosen === 'in' || chosen === 'mm' ? chosen : (kitUnits ?? 'in');
}

/** A view of the assembly in the address: loads it, says why where it cannot, and sets the units. */
export function AssemblyScreen({ name, children }: { name: string; children: (data: AssemblyAnswer, units: Units) => ReactNode }) {
  const { assemblyId = '' } = useParams();
  const answer = useAssembly(assemblyId);
  /* Asked for at once, not when the view that needs them is there. */
  const { isLoading } = useMarks(assemblyId);
  const marks = useAllMarks(assemblyId);
  /* The first time round the view is made in slices, between which the page answers; what changes later shows at once. */
  const data = usePlannedAhead(answer.data, isLoading ? undefined : marks);
  const isIn = useDeferredValue(data !== undefined);
  const units = useScreenUnits(answer.data?.kit.definition.units);
  /* Marks, which many rows are planned with, are the view's own affair: while only they come it is not made anew for that. */
  const view = useMemo(() => (data && isIn ? children(data, units) : null), [data, isIn, units, children]);
  return (
    <ZoneContext value={zoneOf(answer.data?.kit)}>
      <UnitsContext value={units}>
        {view ?? (
          <div className="flex h-full flex-col">
            <TopBar trail={[{ text: name }]} units={units} />
            <main id="content" className="p-4">
              {answer.error ? <ErrorText>{answer.error.message}</ErrorText> : <p role="status">Loading the assembly …</p>}
            </main>
          </div>
        )}
      </UnitsContext>
    </ZoneContext>
  );
}
