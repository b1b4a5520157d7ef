import { useMemo } from 'react';
import { workedTimes } from '#core/log/work-hours';
import type { Mark } from '#core/record/marks';
import { showHours, workedMs, type Shift } from '#core/record/shifts';
import { shiftLines } from '#core/wording/log';
import { Button } from './controls';
import { Modal } from './modal';

interface ShiftEndProps {
  readonly shift: Shift;
  readonly marks: readonly Mark[];
  readonly now: string;
  readonly onEnd: () => void;
  readonly onClose: () => void;
}

/** What the record will say of a shift, before it is ended. */
export function ShiftEnd({ shift, marks, now, onEnd, onClose }: ShiftEndProps) {
  const lines = useMemo(() => shiftLines(workedTimes(marks, now).filter((w) => w.shift.id === shift.id)), [marks, now, shift.id]);
  return (
    <Modal title="End the shift" open onClose={onClose}>
      <p className="text-[17px]">The record will say: {showHours(workedMs(shift, now))} worked.</p>
      <ul aria-label="At what" className="text-[17px]">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="text-ink2">What is wrong can be corrected later, under Log and dossier, Hours.</p>
      <div className="flex flex-wrap justify-end gap-3">
        <Button className="min-h-14 px-5 text-[18px]" onClick={onClose}>
          Go on working
        </Button>
        <Button tone="primary" className="min-h-14 px-5 text-[18px]" onClick={onEnd}>
          End it
        </Button>
      </div>
    </Modal>
  );
}
