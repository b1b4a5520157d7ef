import type { AssemblyAnswer } from '#contract/answers';
import { startTransition, useEffect, useState } from 'react';
import type { Mark } from '#core/record/marks';
import { rowModelsOf } from './row-model';
import { inAdvance } from './slices';

/** Up to so many rows are made where they are shown: when an assembly is first opened, and when it changes, which makes few of them anew. */
export const FEW_AT_FIRST = 60;
export const FEW = 500;

/**
 * An assembly once its rows are planned. One with many rows is planned ahead; until a change of it is, the view has it as it was, so that
 * neither the page stops nor what is being done in the view goes.
 *
 * @param marks absent while they are awaited: many rows are then, too.
 */
export function usePlannedAhead(data: AssemblyAnswer | undefined, marks: readonly Mark[] | undefined): AssemblyAnswer | undefined {
  const [ready, setReady] = useState<AssemblyAnswer | undefined>(undefined);
  const isKnown = data !== undefined && ready?.assembly.id === data.assembly.id;
  const many = data && data !== ready && data.rows.length > (isKnown ? FEW : FEW_AT_FIRST) ? data : undefined;
  useEffect(() => {
    if (!many || !marks) return undefined;
    return inAdvance(
      (rest) => rowModelsOf(many.assembly.id).ahead(many, marks, rest),
      () => startTransition(() => setReady(many)),
    );
  }, [many, marks]);
  if (many) return isKnown ? ready : undefined;
  if (data && ready !== data) setReady(data);
  return data;
}
