import { useState } from 'react';
import { roomInRib } from '#core/reach/reach';
import { typedMm } from '#core/compose/compose-drawing';
import type { Mm, Units } from '#core/units/length';
import { Button, ErrorText } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';

const FIELDS = [
  ['startHeight', 'Rib’s height at its start'],
  ['endHeight', 'Rib’s height at its end'],
  ['length', 'Rib’s length'],
  ['first', 'Start to the first hole'],
  ['last', 'Start to the last hole'],
] as const;
type FieldName = (typeof FIELDS)[number][0];

/** The room between the flanges of a rib, worked out from the rib: heights, length, where the row begins and ends. */
export function RibRoom({ units, thickness, onRoom }: { units: Units; thickness: Mm; onRoom: (room: string, roomAtEnd: string) => void }) {
  const [texts, setTexts] = useState<Readonly<Record<FieldName, string>>>({
    startHeight: '',
    endHeight: '',
    length: '',
    first: '',
    last: '',
  });
  const [error, setError] = useState<string | null>(null);
  const work = () => {
    const read = (name: FieldName) => dimensionValue(texts[name], units).length?.mm as Mm | undefined;
    const [startHeight, endHeight, length, first, last] = FIELDS.map(([name]) => read(name));
    if (startHeight === undefined || endHeight === undefined || !length || first === undefined || last === undefined)
      return setError('All five are needed to work it out.');
    const rib = { startHeight, endHeight, length, thickness };
    const rooms = [roomInRib(rib, first), roomInRib(rib, last)] as const;
    if (rooms.some((r) => r <= 0)) return setError('There is no room left between the flanges: is one of the measures wrong?');
    setError(null);
    onRoom(typedMm(rooms[0], units).text, typedMm(rooms[1], units).text);
  };
  return (
    <details className="col-span-2">
      <summary className="cursor-pointer text-ink2">Work the room out from a tapering rib</summary>
      <div className="grid grid-cols-2 gap-3 pt-1">
        {FIELDS.map(([name, label]) => (
          <DimensionField key={name} label={label} text={texts[name]} onText={(t) => setTexts({ ...texts, [name]: t })} units={units} />
        ))}
        <Button className="self-start" onClick={work}>
          Take that room
        </Button>
        {error ? <ErrorText>{error}</ErrorText> : null}
      </div>
    </details>
  );
}
