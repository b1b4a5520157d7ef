import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { holesInPlan } from '#core/record/holes';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { useRowModels } from '../../models/use-row-models';
import { useWorkMark } from '../../models/use-work-mark';
import { Select } from '../../ui/controls';
import { HoleMenu } from '../hole/hole-menu';

interface HoleOfRowProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  readonly marks: readonly Mark[];
}

/** One hole of the row that is laid out, and everything that can be said of it or done to it. */
export function HoleOfRow({ data, row, marks }: HoleOfRowProps) {
  const rows = useRowModels(data, marks);
  const mark = useWorkMark(data, rows);
  const [number, setNumber] = useState(1);
  const [isOpen, setOpen] = useState(false);
  const [said, setSaid] = useState('');
  const model = useMemo(() => rows.find((r) => r.entity.id === row.id), [rows, row.id]);
  const holes = holesInPlan(row.definition.holes);
  const hole = holes[Math.min(number, holes.length) - 1];
  if (!model || !hole) return null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Select aria-label="Hole" value={Math.min(number, holes.length)} onChange={(e) => setNumber(Number(e.target.value))}>
        {holes.map((h, i) => (
          <option key={h.id} value={i + 1}>
            Hole {i + 1}
          </option>
        ))}
      </Select>
      <HoleMenu
        data={data}
        row={model}
        marks={marks}
        holeId={hole.id}
        here="layout"
        open={isOpen}
        onOpen={setOpen}
        onMark={(wishes) => void mark(wishes)}
        onMarked={setSaid}
      />
      <span role="status">{said}</span>
    </div>
  );
}
