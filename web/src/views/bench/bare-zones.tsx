import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { effectiveMarks, type Mark } from '#core/record/marks';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { Button } from '../../ui/controls';

interface BareZonesProps {
  readonly data: AssemblyAnswer;
  readonly partId: string;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Zones of a part that stay bare, looked at one by one before the finish goes on. */
export function BareZones({ data, partId, rows, marks, onMark }: BareZonesProps) {
  const zones = useMemo(
    () => [
      ...new Set(
        rows.flatMap((r) => {
          const { layers, setting } = r.entity.definition;
          return setting?.bareZone && layers.some((l) => l.partId === partId) ? [setting.bareZone] : [];
        }),
      ),
    ],
    [rows, partId],
  );
  const ticked = useMemo(
    () =>
      new Set(
        effectiveMarks(marks.filter((m) => m.kind === 'bare-checked' || m.kind === 'undo')).flatMap((m) =>
          m.payload.partIds?.includes(partId) && m.payload.zone ? [m.payload.zone] : [],
        ),
      ),
    [marks, partId],
  );
  if (zones.length === 0) return null;
  return (
    <ul aria-label="Zones that stay bare" className="flex flex-col gap-1 text-[17px]">
      {zones.map((zone) => (
        <li key={zone} className="flex items-center gap-3">
          {ticked.has(zone) ? (
            <span>{zone}: masked, looked at</span>
          ) : (
            <>
              <span className="text-caution">{zone}: stays bare</span>
              <Button
                className="min-h-14 px-4"
                onClick={() =>
                  onMark([{ kind: 'bare-checked', rowId: data.assembly.id, holeIds: [], payload: { partIds: [partId], zone } }])
                }
              >
                It is masked
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}
