import { useState } from 'react';
import { unreadMessage } from '#core/wording/drawing';
import { Button, ErrorText, Select } from '../../ui/controls';
import { DRAWING_UNITS, type OpenDrawing } from './use-drawing';

/** The file, its unit (asked where the file does not say) and its layers. */
export function DrawingSource({ drawing, want }: { drawing: OpenDrawing; want: 'holes' | 'outlines' }) {
  const { summary, layers } = drawing;
  const unread = unreadMessage(summary?.unread ?? []);
  const [name, setName] = useState('');
  const shown = summary?.layers.filter((l) => l[want] > 0) ?? [];
  return (
    <div className="flex flex-col gap-2">
      <input
        type="file"
        accept=".dxf,image/vnd.dxf"
        aria-label="A drawing to read (DXF)"
        className="field"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          if (!chosen) return;
          setName(chosen.name);
          void drawing.open(chosen);
          /* So that the same file can be chosen again, after a stop or a mended drawing. */
          e.target.value = '';
        }}
      />
      {name === '' ? null : <p className="text-[14px] text-ink2">{name}</p>}
      {drawing.busy ? (
        <p role="status" className="flex items-center gap-3">
          {drawing.busy === 'reading' ? 'Reading the drawing …' : 'Finding the rows …'}
          <progress aria-label="Working" className="h-2 w-40" />
          <Button onClick={drawing.halt}>Stop</Button>
        </p>
      ) : null}
      {drawing.error ? <ErrorText>{drawing.error}</ErrorText> : null}
      {summary ? (
        <div className="flex flex-wrap items-end gap-4">
          <label className="flex flex-col text-[14px] text-ink2">
            {summary.mmPerUnit === null ? 'The file does not say its unit: which is it?' : 'Unit, as the file says'}
            <Select
              value={drawing.mmPerUnit ?? ''}
              onChange={(e) => drawing.chooseUnit(e.target.value === '' ? null : Number(e.target.value))}
            >
              <option value="">choose</option>
              {DRAWING_UNITS.map((u) => (
                <option key={u.value} value={u.value}>
                  {u.text}
                </option>
              ))}
              {summary.mmPerUnit !== null && !DRAWING_UNITS.some((u) => u.value === summary.mmPerUnit) ? (
                <option value={summary.mmPerUnit}>{summary.mmPerUnit} mm</option>
              ) : null}
            </Select>
          </label>
          <fieldset className="flex flex-wrap gap-x-3">
            <legend className="text-[14px] text-ink2">Layers</legend>
            {shown.map((l) => (
              <label key={l.name} className="flex items-center gap-1 text-[14.5px]">
                <input
                  type="checkbox"
                  checked={layers.includes(l.name)}
                  onChange={(e) => drawing.chooseLayers(e.target.checked ? [...layers, l.name] : layers.filter((n) => n !== l.name))}
                />
                {l.name} ({l[want]})
              </label>
            ))}
          </fieldset>
        </div>
      ) : null}
      {drawing.oddMm !== null ? (
        <p className="text-caution">
          The circles come to {drawing.oddMm.toPrecision(3)} mm ({(drawing.oddMm / 25.4).toPrecision(3)} in) across: is the unit right?
        </p>
      ) : null}
      {unread ? <p className="text-[14px] text-caution">{unread}</p> : null}
    </div>
  );
}
