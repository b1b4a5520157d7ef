import { useId, useState, type ReactNode } from 'react';
import type { LayoutFields, LayoutProblem } from '#core/compose/layout-text';
import type { SetOutFrom } from '#core/record/set-out-from';
import { placesText } from '#core/typed/places-text';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { Choice } from '../../ui/choice';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { PickDialog } from '../drawings/pick-dialog';
import { SetOut } from './set-out';

interface LayoutFormProps {
  readonly fields: LayoutFields;
  readonly set: (change: Partial<LayoutFields>) => void;
  readonly units: Units;
  /** What its line can be measured from. */
  readonly from: SetOutFrom;
  /** What does not read, said at its field. */
  readonly problems: readonly LayoutProblem[];
}

/** What a row's layout is asked for; worked out at every key, so that what is wrong shows at its field at once. */
export function LayoutForm({ fields, set, units, from, problems }: LayoutFormProps) {
  const [isPicking, setPicking] = useState(false);
  const fault = (path: keyof LayoutFields) => {
    const found = problems.find((p) => p.path === path);
    return found ? problemMessage(found) : undefined;
  };
  const length = (path: 'maxPitch' | 'startEdge' | 'endEdge' | 'lapWidth', label: string, placeholder?: string) => {
    /* What does not read at all the field says itself. */
    const said = dimensionValue(fields[path], units).isBad ? undefined : fault(path);
    return (
      <div className="flex flex-col gap-0.5">
        <DimensionField
          label={label}
          text={fields[path]}
          onText={(text) => set({ [path]: text })}
          units={units}
          {...(placeholder === undefined ? {} : { placeholder })}
        />
        {said ? <ErrorText>{said}</ErrorText> : null}
      </div>
    );
  };
  const lines = (path: 'path' | 'keepClear' | 'measured', label: string, height: string) => (
    <Faulty fault={fault(path)}>
      {(about) => (
        <Field label={label}>
          <textarea
            className={`field ${height} font-mono text-[14px]`}
            value={fields[path]}
            onChange={(e) => set({ [path]: e.target.value })}
            spellCheck={false}
            {...about}
          />
        </Field>
      )}
    </Faulty>
  );
  return (
    <div className="flex flex-col gap-3">
      <SetOut from={from} units={units} onLine={(path) => set({ path })} />
      <form className="flex flex-col gap-3" aria-label="Layout" onSubmit={(e) => e.preventDefault()}>
        {lines('path', 'Length along the row, or corners (across ; up), one a line', 'min-h-14')}
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
          length('maxPitch', 'Largest pitch')
        ) : (
          <Faulty fault={fault('count')}>
            {(about) => (
              <Field label="Number of holes">
                <TextInput inputMode="numeric" value={fields.count} onChange={(e) => set({ count: e.target.value })} {...about} />
              </Field>
            )}
          </Faulty>
        )}
        <div className="grid grid-cols-2 gap-2">
          {length('startEdge', 'Edge at the start')}
          {length('endEdge', 'Edge at the end')}
        </div>
        <div className="grid grid-cols-2 gap-2">
          <Field label="Second row">
            <Select value={fields.second} onChange={(e) => set({ second: e.target.value as LayoutFields['second'] })}>
              <option value="none">none</option>
              <option value="staggered">staggered</option>
              <option value="square">square</option>
            </Select>
          </Field>
          {fields.second === 'none' ? <span /> : length('lapWidth', 'Width of the lap', '3/4 of the pitch apart')}
        </div>
        {lines('keepClear', 'Keep clear (from the start ; clearance), one a line', 'min-h-10')}
        {lines('measured', 'Pick up a row: measured places (across ; up), one a line, in the order of the holes', 'min-h-14')}
        <Button onClick={() => setPicking(true)}>Measured places from a drawing (DXF)</Button>
        {isPicking ? (
          <PickDialog want="holes" onPick={(places) => set({ measured: placesText(places, units) })} onClose={() => setPicking(false)} />
        ) : null}
      </form>
    </div>
  );
}

interface FaultyProps {
  readonly fault: string | undefined;
  /** Makes the field; `about` says of it that it does not read, and where that stands. */
  readonly children: (about: { readonly 'aria-invalid': boolean; readonly 'aria-describedby': string | undefined }) => ReactNode;
}

/** A field, and what is wrong with it below. */
function Faulty({ fault, children }: FaultyProps) {
  const id = useId();
  return (
    <div className="flex flex-col gap-0.5">
      {children({ 'aria-invalid': fault !== undefined, 'aria-describedby': fault === undefined ? undefined : id })}
      {fault === undefined ? null : (
        <span id={id}>
          <ErrorText>{fault}</ErrorText>
        </span>
      )}
    </div>
  );
}
