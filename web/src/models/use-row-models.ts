import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import type { Mark } from '#core/record/marks';
import { rowModelsOf, type RowModel } from './row-model';

/** Every row with its plan and its record. */
export function useRowModels(data: AssemblyAnswer, marks: readonly Mark[]): readonly RowModel[] {
  return useMemo(() => rowModelsOf(data.assembly.id).of(data, marks), [data, marks]);
}
