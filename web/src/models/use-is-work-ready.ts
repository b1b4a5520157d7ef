import type { AssemblyAnswer } from '#contract/answers';
import { startTransition, useEffect, useState } from 'react';
import { useAllMarks } from '../api/all-marks';
import { useIsRecordLoading, useTools } from '../api/queries';
import { inSlices } from './slices';
import { workAhead } from './sequence-work';
import { FEW_AT_FIRST } from './use-planned-ahead';

/**
 * Whether what is still to do in an assembly can be shown at once: marks and tools are there (without them the first things of all would be
 * asked for again), and of many rows it was worked out ahead.
 */
export function useIsWorkReady(data: AssemblyAnswer): boolean {
  const { kit, assembly } = data;
  const isLoading = useIsRecordLoading(kit.id, assembly.id);
  const marks = useAllMarks(assembly.id);
  const tools = useTools(kit.id).data?.tools;
  const [readyId, setReadyId] = useState<string | null>(null);
  const isAwaited = data.rows.length > FEW_AT_FIRST && readyId !== assembly.id;
  useEffect(() => {
    if (!isAwaited || isLoading || !tools) return undefined;
    let isOver = false;
    void workAhead(
      data,
      marks,
      tools,
      inSlices(() => isOver),
    )
      /* What fails here fails in the view again, which says so. */
      .catch(() => false)
      .then(() => {
        if (!isOver) startTransition(() => setReadyId(assembly.id));
      });
    return () => {
      isOver = true;
    };
  }, [isAwaited, isLoading, data, marks, tools, assembly.id]);
  return !isLoading && !(isAwaited && tools);
}
