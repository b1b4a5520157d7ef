import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { bendSentence, GAVE_WAY_CARD, LAST_BEND } from '#core/wording/making';
import { sheetName } from '#core/wording/words';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { Button, ErrorText } from '../../ui/controls';
import { Modal } from '../../ui/modal';

interface GaveWayDialogProps {
  readonly row: RowModel;
  readonly holeId: string;
  readonly number: number;
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[], text: string) => void;
  readonly onClose: () => void;
}

/** A thin sheet pushed off by the bit: the hole is in the others alone, and open again in this one. */
export function GaveWayDialog({ row, holeId, number, marks, onMark, onClose }: GaveWayDialogProps) {
  const { definition, id: rowId } = row.entity;
  const [layerId, setLayerId] = useState<string>('');
  const [isMissed, setMissed] = useState(false);
  const index = definition.layers.findIndex((l) => l.id === layerId);
  /* Bent back here before: each time at the same line of the flange. */
  const bends = effectiveMarks(marks).filter((m) => m.kind === 'gave-way' && m.rowId === rowId && m.layerIds.includes(layerId)).length;
  return (
    <Modal title={`Hole ${number} of ${row.title}: which sheet gave way?`} open onClose={onClose}>
      <RadioGroup.Root aria-label="The sheet that gave way" value={layerId} onValueChange={setLayerId} className="flex flex-wrap gap-2">
        {definition.layers.map((l, i) => (
          <RadioGroup.Item
            key={l.id}
            value={l.id}
            className="chosen-mark label min-h-14 rounded border border-edge px-4 text-[18px] data-[state=checked]:bg-dye data-[state=checked]:text-on-dye"
          >
            {sheetName(row.plan.layers[i]?.part, i)}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      <ol className="list-decimal pl-6 text-[17px]">
        {GAVE_WAY_CARD.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      {index >= 0 && bends > 0 ? (
        <p className={`text-[17px] ${bends >= LAST_BEND ? 'label text-stop' : 'text-caution'}`}>{bendSentence(bends)}</p>
      ) : null}
      {isMissed ? <ErrorText>Choose the sheet that has no hole.</ErrorText> : null}
      <div className="flex flex-wrap justify-end gap-2">
        <Button className="min-h-14 px-5" onClick={onClose}>
          None did
        </Button>
        <Button
          tone="primary"
          className="min-h-14 px-5 text-[18px]"
          onClick={() => {
            if (index < 0) return setMissed(true);
            onMark(
              [{ kind: 'gave-way', rowId, layerIds: [layerId], holeIds: [holeId], payload: {} }],
              `Hole ${number}: ${sheetName(row.plan.layers[index]?.part, index)} gave way, its hole is open again`,
            );
            onClose();
          }}
        >
          It gave way
        </Button>
      </div>
    </Modal>
  );
}
