import { useMemo } from 'react';
import { finishedParts } from '#core/done/finish';
import { bareChecked, bareZonesOf } from '#core/record/bare-zones';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { MarkWish } from '../api/commands';
import type { RowModel } from '../models/row-model';
import { Button } from './controls';

interface BareZonesProps {
  readonly assemblyId: string;
  readonly part: Entity<'part'> | undefined;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Zones of a part that stay bare, looked at one by one before the finish goes on; where it is on already, what to do. */
export function BareZones({ assemblyId, part, rows, marks, onMark }: BareZonesProps) {
  const partId = part?.id ?? '';
  const zones = useMemo(
    () =>
      bareZonesOf(
        partId,
        part?.definition,
        rows.map((r) => r.entity.definition),
      ),
    [rows, partId, part],
  );
  const checked = useMemo(() => bareChecked(marks, partId), [marks, partId]);
  if (zones.length === 0) return null;
  const isFinished = finishedParts([partId], rows[0]?.partsDone ?? new Set()).length > 0;
  const isLate = isFinished && zones.some((z) => !checked.has(z));
  return (
    <section aria-label="Zones that stay bare" className="flex flex-col gap-1 text-[17px]">
      <h2 className="label text-[16px]">Stays bare</h2>
      {isLate ? (
        <p role="note" className="text-caution">
          Its finish is on, and a zone was not looked at before: see whether it is bare; else take the finish off there before anything is
          bonded or sealed to it.
        </p>
      ) : null}
      <ul className="flex flex-col gap-1">
        {zones.map((zone) => (
          <li key={zone} className="flex flex-wrap items-center gap-3">
            {checked.has(zone) ? (
              <span>{zone}: masked, looked at</span>
            ) : (
              <>
                <span className="text-caution">{zone}: stays bare</span>
                <Button
                  className="min-h-14 px-4"
                  aria-label={`${isFinished ? 'It is bare' : 'It is masked'}: ${zone}`}
                  onClick={() => onMark([{ kind: 'bare-checked', rowId: assemblyId, holeIds: [], payload: { partIds: [partId], zone } }])}
                >
                  {isFinished ? 'It is bare' : 'It is masked'}
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
