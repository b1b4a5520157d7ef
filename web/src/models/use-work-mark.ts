import type { AssemblyAnswer } from '#contract/answers';
import { useCallback, useMemo } from 'react';
import { READ_THEN } from '#core/done/as-of';
import { withoutStopped } from '#core/done/offered';
import { withWork } from '#core/done/with-work';
import { formatRange, holesInPlan } from '#core/record/holes';
import { leftOutSentence } from '#core/wording/standing';
import { useMark, type MarkWish } from '../api/commands';
import { useTools } from '../api/queries';
import { useWritingUp } from '../api/writing-up';
import type { RowModel } from './row-model';
import { partsById } from './planned-rows';

/** The numbers of these holes of a row: `1-2,5`. */
export function rangeIn(rows: readonly RowModel[], rowId: string, holeIds: readonly string[]): string {
  const holes = holesInPlan(rows.find((r) => r.entity.id === rowId)?.entity.definition.holes ?? []);
  return formatRange(holes.flatMap((h, i) => (holeIds.includes(h.id) ? [i] : [])));
}

/** Marks with what was done filled in from the set-up, so that the record keeps it whatever the plan comes to say. */
export function useWorkMark(
  data: AssemblyAnswer,
  rows: readonly RowModel[],
  onLeftOut: (text: string) => void = () => undefined,
): (wishes: readonly MarkWish[]) => void {
  const mark = useMark(data.kit);
  const things = useTools(data.kit.id).data;
  const sources = useMemo(() => {
    const parts = partsById(data.parts);
    const byId = new Map(
      rows.map((r) => [r.entity.id, { row: r.entity.definition, stack: r.stack, plan: r.plan, done: r.done, own: r.own }]),
    );
    return { row: (id: string) => byId.get(id), part: (id: string) => parts.get(id), tools: things?.tools ?? [], lots: things?.lots ?? [] };
  }, [data.parts, rows, things]);
  const writing = useWritingUp();
  return useCallback(
    (all: readonly MarkWish[]) => {
      const { wishes, leftOut } = withoutStopped(all, (id) => rows.find((r) => r.entity.id === id)?.standing);
      for (const { rowId, holeIds } of leftOut) onLeftOut(leftOutSentence(rangeIn(rows, rowId, holeIds), holeIds.length));
      /* Work of then without its figures is read by the server from the plan as it was then. */
      const isOfThen = (w: MarkWish) => writing?.plan === 'then' && w.doneAt === undefined && READ_THEN.includes(w.kind);
      mark([
        ...wishes.filter(isOfThen),
        ...withWork(
          wishes.filter((w) => !isOfThen(w)),
          sources,
        ),
      ]);
    },
    [mark, sources, writing, rows, onLeftOut],
  );
}
