import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import type { Mark } from '#core/record/marks';
import { useAllMarks } from '../api/all-marks';
import { rowModelsOf, type RowModel } from './row-model';

/** Every row with its plan and its record. */
export function useRowModels(data: AssemblyAnswer, marks: readonly Mark[]): readonly RowModel[] {
  return useMemo(() => rowModelsOf(data.assembly.id).of(data, marks), [data, marks]);
}

/** The marks of an assembly, and its rows with what they come to. */
export function useRecord(data: AssemblyAnswer): { readonly marks: readonly Mark[]; readonly rows: readonly RowModel[] } {
  const marks = useAllMarks(data.assembly.id);
  return { marks, rows: useRowModels(data, marks) };
}
