import type { AssemblyAnswer } from '#contract/answers';
import { startTransition, useEffect, useState } from 'react';
import { planAhead } from './planned-rows';

/** Up to so many rows are planned where they are shown. */
const FEW = 60;

/** An assembly once its rows are planned; of one with many rows the last one that was, so that a change of it never stops the page. */
export function usePlannedAhead(data: AssemblyAnswer | undefined): AssemblyAnswer | undefined {
  const [ready, setReady] = useState<AssemblyAnswer | undefined>(undefined);
  const many = data && data.rows.length > FEW ? data : undefined;
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
  if (!many) {
    /* Should many come to it, it stays until they are planned: what is being done in it must not go. */
    if (data && ready !== data) setReady(data);
    return data;
  }
  return ready?.assembly.id === many.assembly.id ? ready : undefined;
}
