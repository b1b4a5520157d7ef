import type { AssemblyAnswer } from '#contract/answers';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { READ_THEN } from '#core/done/as-of';
import { rowDoneAsOf } from '#core/done/as-of-marks';
import { linksOfRows } from '#core/done/met-marks';
import { layersOfRows } from '#core/done/hole-done';
import { withoutStopped } from '#core/done/offered';
import { withWork } from '#core/done/with-work';
import { formatRange, holesInPlan } from '#core/record/holes';
import { leftOutSentence } from '#core/wording/standing';
import { useMark, type MarkWish } from '../api/commands';
import { useAllMarks } from '../api/all-marks';
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
): (wishes: readonly MarkWish[], onKept?: () => void) => void {
  const mark = useMark(data.kit);
  const things = useTools(data.kit.id).data;
  /* Read when something is written up for an earlier time, not with every mark. */
  const marks = useAllMarks(data.assembly.id);
  const marksNow = useRef(marks);
  useEffect(() => {
    marksNow.current = marks;
  }, [marks]);
  const sources = useMemo(() => {
    const parts = partsById(data.parts);
    const byId = new Map(
      rows.map((r) => [r.entity.id, { row: r.entity.definition, stack: r.stack, plan: r.plan, done: r.done, own: r.own }]),
    );
    const row = (id: string, at?: string) => {
      const now = byId.get(id);
      return now && at !== undefined
        ? { ...now, done: rowDoneAsOf(marksNow.current, id, at, layersOfRows(data.rows), linksOfRows(data.rows)) }
        : now;
    };
    return { row, part: (id: string) => parts.get(id), tools: things?.tools ?? [], lots: things?.lots ?? [] };
  }, [data.parts, data.rows, rows, things]);
  const writing = useWritingUp();
  return useCallback(
    (all: readonly MarkWish[], onKept?: () => void) => {
      /* What is written up was done, whatever stops the work now. */
      const { wishes, leftOut } = writing
        ? { wishes: all, leftOut: [] }
        : withoutStopped(all, (id) => rows.find((r) => r.entity.id === id)?.standing);
      /* Work of then without its figures is read by the server from the plan as it was then. */
      const isOfThen = (w: MarkWish) => writing?.plan === 'then' && w.doneAt === undefined && READ_THEN.includes(w.kind);
      mark([
        ...wishes.filter(isOfThen),
        ...withWork(
          wishes.filter((w) => !isOfThen(w)),
          { ...sources, at: writing?.at },
        ),
      ]);
      onKept?.();
      for (const { rowId, holeIds } of leftOut) onLeftOut(leftOutSentence(rangeIn(rows, rowId, holeIds), holeIds.length));
    },
    [mark, sources, writing, rows, onLeftOut],
  );
}
