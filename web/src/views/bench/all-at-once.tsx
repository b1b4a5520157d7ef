import { countOf } from '#core/wording/words';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { marksFor } from '#core/work/bench';
import { deburringByPart } from '#core/work/together';
import type { OrderedSetup } from '#core/access/bench-order';
import { OPERATION_WORDS } from '#core/wording/setups';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { Button } from '../../ui/controls';
import type { useMarkLock } from './use-mark-lock';

interface AllAtOnceProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly rows: readonly RowModel[];
  readonly lock: ReturnType<typeof useMarkLock>;
  readonly onMark: (wishes: readonly MarkWish[], onKept?: () => void) => void;
  /** Says in words what was marked. */
  readonly onMarked: (text: string) => void;
}

/** What is done to the whole table, or to a whole part over its rows: marked by one press, each part or row a mark of its own. */
export function AllAtOnce({ data, current, rows, lock, onMark, onMarked }: AllAtOnceProps) {
  const { operation } = current.setup;
  const { done } = OPERATION_WORDS[operation];
  const names = useMemo(() => new Map(data.parts.map((p) => [p.id, p.definition.name])), [data.parts]);
  const ready = current.items.filter((i) => i.partId !== null && i.waitsFor.length === 0 && i.orderWaits.length === 0);
  const byPart = useMemo(
    () =>
      operation === 'deburred'
        ? deburringByPart(
            rows.map((r) => ({
              id: r.entity.id,
              row: r.entity.definition,
              steps: r.steps,
              uses: r.setups,
              states: r.states,
              standing: r.standing,
            })),
          )
        : [],
    [operation, rows],
  );
  const press = (text: string, wishes: readonly MarkWish[]) => lock.tryMark('click', () => onMark(wishes, () => onMarked(text)));
  if (ready.length < 2 && byPart.length === 0) return null;
  return (
    <div role="group" aria-label="All at once" className="flex flex-wrap items-center gap-2">
      <span className="label text-[17px] text-ink2">Mark at once</span>
      {ready.length >= 2 ? (
        <Button
          className="min-h-14 px-4 text-[17px]"
          aria-disabled={lock.isLocked}
          onClick={() =>
            press(
              `${ready.length} parts ${done}`,
              ready.map((i) => ({ kind: operation, rowId: data.assembly.id, holeIds: [], payload: { partIds: [i.partId] } }) as MarkWish),
            )
          }
        >
          All {ready.length} parts {done}
        </Button>
      ) : null}
      {byPart.map((p) => (
        <Button
          key={p.partId}
          className="min-h-14 px-4 text-[17px]"
          aria-disabled={lock.isLocked}
          onClick={() =>
            press(
              `${countOf(p.holes, 'hole')} of ${names.get(p.partId) ?? '?'} ${done}`,
              p.rows.flatMap((r) =>
                marksFor(r.steps, r.holeIds).map(
                  (m) =>
                    ({ kind: m.kind, rowId: r.rowId, holeIds: m.holeIds, layerIds: m.layerIds, side: m.side, payload: {} }) as MarkWish,
                ),
              ),
            )
          }
        >
          {names.get(p.partId) ?? '?'}: all {countOf(p.holes, 'hole')} {done}, {p.rows.length === 1 ? 'one row' : `${p.rows.length} rows`}
        </Button>
      ))}
    </div>
  );
}
