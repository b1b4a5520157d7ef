import { useState } from 'react';
import { centreLine, lineBeside, lineFromSide, sidesOf, type OutlineSide } from '#core/layout/set-out';
import type { Place } from '#core/layout/path';
import type { SetOutFrom } from '#core/record/set-out-from';
import { placesText } from '#core/typed/places-text';
import { carryUnit } from '#core/units/carry';
import { showLength } from '#core/units/show';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { Fold } from '../../ui/fold';
import { useUnitSwitch } from '../../ui/units';

interface SetOutProps {
  readonly from: SetOutFrom;
  readonly units: 'in' | 'mm';
  readonly onLine: (path: string) => void;
}

const SIDE_WORDS: Readonly<Record<OutlineSide['lies'], string>> = {
  lower: 'lower edge',
  upper: 'upper edge',
  left: 'left edge',
  right: 'right edge',
};

/** The line a row is laid on, set out across: from an edge one can see, the centre as measured, or a row seen through. */
export function SetOut({ from, units, onLine }: SetOutProps) {
  const edges = from.parts.flatMap((p) => sidesOf(p.corners).map((side) => ({ key: `edge/${p.id}/${side.index}`, part: p, side })));
  const choices = [
    ...edges.map((e) => ({ key: e.key, text: `${e.part.name}, ${SIDE_WORDS[e.side.lies]} (${showLength(e.side.length, units)})` })),
    ...from.parts.flatMap((p) => {
      const [longest] = sidesOf(p.corners);
      return longest && centreLine(p.corners, longest)
        ? [{ key: `centre/${p.id}`, text: `${p.name}, the centre along it, as measured` }]
        : [];
    }),
    ...from.rows.map((r) => ({ key: `row/${r.id}`, text: `the row ${r.name}, seen through` })),
  ];
  const [key, setKey] = useState('');
  const [distance, setDistance] = useState('');
  const [hand, setHand] = useState<'left' | 'right'>('left');
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((was) => setDistance((t) => carryUnit(t, was)));
  const isCentre = key.startsWith('centre/');
  const isRow = key.startsWith('row/');
  const set = () => {
    const read = dimensionValue(distance, units);
    if (key === '') return setError('Choose what it is measured from.');
    if (!isCentre && !read.length) return setError('How far from it does the line lie?');
    const line = lineOf(read.length?.mm ?? 0);
    if (!line || line.length < 2) return setError('A line so far in lies nowhere on the sheet.');
    setError(null);
    onLine(placesText(line, units));
  };
  const lineOf = (mm: number): readonly Place[] | null => {
    const edge = edges.find((e) => e.key === key);
    if (edge) return lineFromSide(edge.part.corners, edge.side, mm);
    const part = from.parts.find((p) => key === `centre/${p.id}`);
    const [longest] = part ? sidesOf(part.corners) : [];
    if (part && longest) return centreLine(part.corners, longest);
    const row = from.rows.find((r) => key === `row/${r.id}`);
    return row ? lineBeside(row.places, hand === 'left' ? mm : -mm) : null;
  };
  return (
    <Fold title="Set the line out across">
      {choices.length === 0 ? (
        <p className="text-[15px] text-ink2">Neither a part of this row has an outline, nor is another row placed: type the line below.</p>
      ) : (
        <div className="flex flex-col gap-2">
          <Field label="Measured from">
            <Select value={key} onChange={(e) => setKey(e.target.value)}>
              <option value="">choose</option>
              {choices.map((c) => (
                <option key={c.key} value={c.key}>
                  {c.text}
                </option>
              ))}
            </Select>
          </Field>
          {isCentre ? null : <DimensionField label="To the line of the holes" text={distance} onText={setDistance} units={units} />}
          {isRow ? (
            <Field label="On which side of that row">
              <Select value={hand} onChange={(e) => setHand(e.target.value as 'left' | 'right')}>
                <option value="left">left, as it runs</option>
                <option value="right">right, as it runs</option>
              </Select>
            </Field>
          ) : null}
          {error ? <ErrorText>{error}</ErrorText> : null}
          <Button className="self-start" onClick={set}>
            Set the line
          </Button>
        </div>
      )}
    </Fold>
  );
}
