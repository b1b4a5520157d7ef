import { useMemo } from 'react';
import { Link } from 'react-router';
import { holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { batchesOf, clockOf } from '#core/sealing/batch';
import { clockSentence, sealedRowSentence } from '#core/wording/sealing';
import type { MarkWish } from '../../api/commands';
import { useNow } from '../../ui/batch-clock';
import { CLOCK_LOOK } from '../../ui/clock-look';
import { Button } from '../../ui/controls';
import type { RowModel } from '../../models/row-model';

interface SealantProps {
  readonly assemblyId: string;
  readonly row: RowModel;
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A sealed row at the bench: its batch's clock, whether its rivets may go in now, holes cleared after the cure. */
export function Sealant({ assemblyId, row, marks, onMark }: SealantProps) {
  const now = useNow();
  const rowId = row.entity.id;
  const { setting, holes } = row.entity.definition;
  const batch = useMemo(() => batchesOf(marks).findLast((b) => b.rowIds.includes(rowId)), [marks, rowId]);
  const clock = batch ? clockOf(batch, now) : null;
  const look = clock ? CLOCK_LOOK[clock.state] : null;
  const said = sealedRowSentence(setting?.sealed ?? 'wet', clock);
  return (
    <div role="group" aria-label="Sealant" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line pt-2">
      <p className="text-[17px]">
        {setting?.bareZone ? `Bare stays ${setting.bareZone}. ` : ''}Ventilation and gloves.{' '}
        <span className={said.isBad ? 'label text-stop' : ''}>{said.text}</span>
      </p>
      {batch && clock && look ? (
        <p className={`rounded px-1 text-[17px] ${look.tone}`}>
          {batch.product}: <strong>{look.word}</strong>, {clockSentence(clock)}
        </p>
      ) : null}
      <Link
        className="label inline-flex min-h-14 items-center rounded border border-edge bg-raised px-4 text-[17px]"
        to={`/assemblies/${assemblyId}/jobs`}
      >
        {batch ? 'Its batch' : 'Mix a batch'}
      </Link>
      {clock?.state === 'cured' ? (
        <Button
          className="min-h-14 px-4 text-[17px]"
          onClick={() => onMark([{ kind: 'cleared', rowId, holeIds: holesInPlan(holes).map((h) => h.id), payload: {} }])}
        >
          Cured, holes cleared
        </Button>
      ) : null}
    </div>
  );
}
