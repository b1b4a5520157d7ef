import { useWatch, type UseFormReturn } from 'react-hook-form';
import { asksOfTool, LENGTHS_OF, type ToolTyped } from '#core/compose/tool-text';
import type { ReachingKind } from '#core/reach/reach';
import { GAUGE_USES, TOOL_KINDS } from '#core/record/definitions';
import { GAUGE_WORDS, toolLengthWords, TOOL_WORDS } from '#core/wording/tools';
import { Field, Select } from '../../ui/controls';
import { CheckField, LengthField, TextField } from '../../ui/form-fields';
import { SilhouettePicture } from './tool-silhouette-picture';

/** What is asked of a tool: only what one of its kind has. */
export function ToolFields({ form }: { form: UseFormReturn<ToolTyped> }) {
  const { control, register } = form;
  const kind = useWatch({ control, name: 'kind' });
  const asks = asksOfTool(kind);
  return (
    <div className="grid items-start gap-3 sm:grid-cols-2 lg:grid-cols-4">
      <TextField control={control} name="name" label="Name" maxLength={120} />
      <Field label="What it is">
        <Select {...register('kind')}>
          {TOOL_KINDS.map((k) => (
            <option key={k} value={k}>
              {TOOL_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      {asks.dash ? (
        <Field label="For rivets of dash">
          <Select {...register('dash')}>
            {[3, 4, 5, 6].map((d) => (
              <option key={d}>{d}</option>
            ))}
          </Select>
        </Field>
      ) : null}
      {asks.angle ? <TextField control={control} name="angle" label="Angle, degrees" maxLength={12} isNumber /> : null}
      {kind === 'die-set' ? (
        <Field label="Made for">
          <Select {...register('sheet')}>
            <option value="skin">the skin</option>
            <option value="substructure">the substructure: deeper</option>
          </Select>
        </Field>
      ) : null}
      {kind === 'sets' ? (
        <Field label="For heads that are">
          <Select {...register('head')}>
            <option value="flush-100">flush</option>
            <option value="protruding">protruding</option>
          </Select>
        </Field>
      ) : null}
      {kind === 'gauge' ? (
        <Field label="For">
          <Select {...register('measures')}>
            {GAUGE_USES.map((u) => (
              <option key={u} value={u}>
                {GAUGE_WORDS[u]}
              </option>
            ))}
          </Select>
        </Field>
      ) : null}
      {asks.isReaching ? (
        <div className="row-span-2">
          <SilhouettePicture kind={kind as ReachingKind} />
        </div>
      ) : null}
      {LENGTHS_OF[kind].map((key) => (
        <LengthField key={key} control={control} name={`lengths.${key}`} label={toolLengthWords(key, kind)} />
      ))}
      {asks.isReaching ? (
        <CheckField control={control} name="takesBent">
          takes bent sheet
        </CheckField>
      ) : null}
      {kind === 'cage' ? (
        <CheckField control={control} name="isCutAway">
          its foot is cut away on one side
        </CheckField>
      ) : null}
    </div>
  );
}
