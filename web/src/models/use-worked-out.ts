import type { AssemblyAnswer } from '#contract/answers';
import { startTransition, useEffect, useMemo, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { useAllMarks } from '../api/all-marks';
import { useIsRecordLoading, useTools } from '../api/queries';
import { inAdvance } from './slices';
import { workAhead } from './sequence-work';
import { FEW, FEW_AT_FIRST } from './use-planned-ahead';

/** An assembly with its marks, of which what is still to do is worked out. */
export interface WorkedOut {
  readonly data: AssemblyAnswer;
  readonly marks: readonly Mark[];
}

interface Known extends WorkedOut {
  readonly tools: readonly Entity<'tool'>[] | undefined;
}

/**
 * An assembly once what is still to do in it can be shown at once: marks and tools are there (without them the first things of all would be
 * asked for again), and of many rows it was worked out ahead. Until a mark in a great many rows is, they are shown as they were, so that the
 * page answers meanwhile. Null: not there yet.
 */
export function useWorkedOut(data: AssemblyAnswer): WorkedOut | null {
  const { kit, assembly } = data;
  const isLoading = useIsRecordLoading(kit.id, assembly.id);
  const marks = useAllMarks(assembly.id);
  const tools = useTools(kit.id).data?.tools;
  const [known, setKnown] = useState<Known | null>(null);
  const now = useMemo((): Known => ({ data, marks, tools }), [data, marks, tools]);
  const isSeen = known?.data.assembly.id === assembly.id;
  const isAwaited = known !== now && data.rows.length > (isSeen ? FEW : FEW_AT_FIRST);
  useEffect(() => {
    if (!isAwaited || isLoading || !now.tools) return undefined;
    const { data, marks, tools } = now;
    return inAdvance(
      (rest) => workAhead(data, marks, tools, rest),
      () => startTransition(() => setKnown(now)),
    );
  }, [isAwaited, isLoading, now]);
  if (isLoading) return null;
  if (isAwaited && tools) return isSeen ? known : null;
  if (known !== now) setKnown(now);
  return now;
}
