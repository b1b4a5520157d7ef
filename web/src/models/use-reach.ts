import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { layerReaches, type LayerReach } from '#core/reach/layer-reach';
import { useTools } from '../api/queries';
import type { RowModel } from './row-model';
import { partsById } from './planned-rows';

/** Which owned tools reach the holes of these rows, by row id; empty until the tools are there. */
export function useReach(data: AssemblyAnswer, rows: readonly RowModel[]): ReadonlyMap<string, readonly LayerReach[]> {
  const tools = useTools(data.kit.id).data?.tools;
  return useMemo(() => {
    const parts = partsById(data.parts);
    return new Map(tools ? rows.map((r) => [r.entity.id, layerReaches(r.entity.definition, r.steps, parts, tools)] as const) : []);
  }, [tools, rows, data.parts]);
}
