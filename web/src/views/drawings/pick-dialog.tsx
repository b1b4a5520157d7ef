import { countOf } from '#core/wording/words';
import type { Place } from '#core/layout/path';
import { showBoth } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { useUnits } from '../../ui/units';
import { Button } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { DrawingSource } from './drawing-source';
import { drawnRows, placesOf, useDrawing } from './use-drawing';

interface PickDialogProps {
  readonly want: 'holes' | 'outlines';
  readonly onPick: (places: readonly Place[]) => void;
  readonly onClose: () => void;
}

const LIST_MAX = 200;

/** One line of holes, or one closed outline, taken from a drawing. Millimetres. */
export function PickDialog({ want, onPick, onClose }: PickDialogProps) {
  const units = useUnits();
  const drawing = useDrawing();
  const unit = drawing.mmPerUnit;
  const choices: { name: string; take: (onTaken: (places: readonly Place[]) => void) => void }[] =
    want === 'holes'
      ? drawing.rows
        ? drawnRows(drawing.rows).map((r) => ({
            name: `${r.name}: ${countOf(r.count, 'hole')}`,
            take: (onTaken) => onTaken(drawing.rows ? placesOf(drawing.rows, r.index) : []),
          }))
        : []
      : unit === null
        ? []
        : (drawing.summary?.outlines ?? [])
            .map((o, index) => ({ o, index }))
            .filter(({ o }) => drawing.layers.includes(o.layer))
            .map(({ o, index }) => ({
              name: `${o.layer}: ${showBoth((o.wide * unit) as Mm, units)} by ${showBoth((o.high * unit) as Mm, units)}, ${o.corners} corners`,
              take: (onTaken) => drawing.outline(index, onTaken),
            }));
  return (
    <Modal title={want === 'holes' ? 'A line of holes from a drawing' : 'An outline from a drawing'} open onClose={onClose}>
      <DrawingSource drawing={drawing} want={want} />
      {drawing.summary && unit !== null && !drawing.busy && choices.length === 0 ? (
        <p>{want === 'holes' ? 'No circle or point in these layers.' : 'No closed outline in these layers.'}</p>
      ) : null}
      <ul aria-label="To choose from" className="max-h-[50vh] overflow-auto">
        {choices.slice(0, LIST_MAX).map((c, i) => (
          <li key={i} className="flex items-center justify-between gap-2 border-b border-line py-1">
            <span>{c.name}</span>
            <Button
              onClick={() => {
                c.take((places) => {
                  onPick(places);
                  onClose();
                });
              }}
            >
              Take this one
            </Button>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
