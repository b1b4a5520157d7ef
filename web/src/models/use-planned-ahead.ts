import type { AssemblyAnswer } from '#contract/answers';
import { startTransition, useEffect, useState } from 'react';
import { planAhead } from './planned-rows';

/** Up to so many rows are planned where they are shown: when an assembly is first opened, and when it changes, which plans few of them anew. */
const FEW_AT_FIRST = 60;
const FEW = 500;

/**
 * An assembly once its rows are planned. One with many rows is planned ahead; until a change of it is, the view has it as it was, so that
 * neither the page stops nor what is being done in the view goes.
 */
export function usePlannedAhead(data: AssemblyAnswer | undefined): AssemblyAnswer | undefined {
  const [ready, setReady] = useState<AssemblyAnswer | undefined>(undefined);
  const isKnown = data !== undefined && ready?.assembly.id === data.assembly.id;
  const many = data && data !== ready && data.rows.length > (isKnown ? FEW : FEW_AT_FIRST) ? data : undefined;
  useEffect(() => {
    if (!many) return undefined;
    let isOver = false;
    void planAhead(many, () => isOver).then(() => {
      if (!isOver) startTransition(() => setReady(many));
    });
    return () => {
      isOver = true;
    };
  }, [many]);
  if (many) return isKnown ? ready : undefined;
  if (data && ready !== data) setReady(data);
  return data;
}
