import { useState } from 'react';
import { placesText } from '#core/typed/places-text';
import { Button, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField } from '../../ui/dimension-field';
import { Choice } from '../../ui/choice';
import { PickDialog } from '../drawings/pick-dialog';
import type { LayoutFields } from './layout-state';
import type { SetOutFrom } from '#core/record/set-out-from';
import { SetOut } from './set-out';

export function LayoutForm({
  fields,
  set,
  units,
  from,
}: {
  fields: LayoutFields;
  set: (change: Partial<LayoutFields>) => void;
  units: 'in' | 'mm';
  /** What its line can be measured from. */
  from: SetOutFrom;
}) {
  const [isPicking, setPicking] = useState(false);
  return (
    <form className="flex flex-col gap-3" aria-label="Layout" onSubmit={(e) => e.preventDefault()}>
      <SetOut from={from} units={units} onLine={(path) => set({ path })} />
      <Field label="Length along the row, or corners (across ; up), one a line">
        <textarea
          className="field min-h-14 font-mono text-[14px]"
          value={fields.path}
          onChange={(e) => set({ path: e.target.value })}
          spellCheck={false}
        />
      </Field>
      <div className="flex items-end gap-2">
        <Choice
          label="Space by"
          value={fields.by}
          options={[
            { value: 'pitch', text: 'largest pitch' },
            { value: 'count', text: 'count' },
          ]}
          onChoose={(by) => set({ by })}
        />
      </div>
      {fields.by === 'pitch' ? (
        <DimensionField label="Largest pitch" text={fields.maxPitch} onText={(maxPitch) => set({ maxPitch })} units={units} />
      ) : (
        <Field label="Number of holes">
          <TextInput inputMode="numeric" value={fields.count} onChange={(e) => set({ count: e.target.value })} />
        </Field>
      )}
      <div className="grid grid-cols-2 gap-2">
        <DimensionField label="Edge at the start" text={fields.startEdge} onText={(startEdge) => set({ startEdge })} units={units} />
        <DimensionField label="Edge at the end" text={fields.endEdge} onText={(endEdge) => set({ endEdge })} units={units} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Second row">
          <Select value={fields.second} onChange={(e) => set({ second: e.target.value as LayoutFields['second'] })}>
            <option value="none">none</option>
            <option value="staggered">staggered</option>
            <option value="square">square</option>
          </Select>
        </Field>
        {fields.second === 'none' ? (
          <span />
        ) : (
          <DimensionField
            label="Width of the lap"
            text={fields.lapWidth}
            onText={(lapWidth) => set({ lapWidth })}
            units={units}
            placeholder="3/4 of the pitch apart"
          />
        )}
      </div>
      <Field label="Keep clear (from the start ; clearance), one a line">
        <textarea
          className="field min-h-10 font-mono text-[14px]"
          value={fields.keepClear}
          onChange={(e) => set({ keepClear: e.target.value })}
          spellCheck={false}
        />
      </Field>
      <Field label="Pick up a row: measured places (across ; up), one a line, in the order of the holes">
        <textarea
          className="field min-h-14 font-mono text-[14px]"
          value={fields.measured}
          onChange={(e) => set({ measured: e.target.value })}
          spellCheck={false}
        />
      </Field>
      <Button onClick={() => setPicking(true)}>Measured places from a drawing (DXF)</Button>
      {isPicking ? (
        <PickDialog want="holes" onPick={(places) => set({ measured: placesText(places, units) })} onClose={() => setPicking(false)} />
      ) : null}
    </form>
  );
}
