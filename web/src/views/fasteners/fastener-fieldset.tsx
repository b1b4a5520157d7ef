import { useWatch, type UseFormReturn } from 'react-hook-form';
import { askedOf, type FastenerTyped } from '#core/compose/fastener-text';
import { FASTENER_KINDS, GROUP_KINDS, HOLE_ENDS, type Entity, type FastenerKind, type ToolDefinition } from '#core/record/definitions';
import { SCREW_CLEARANCE } from '#core/tables/fasteners';
import type { FastenerColumn } from '#core/typed/csv-cells';
import type { Units } from '#core/units/length';
import { showNumber } from '#core/units/show';
import { FASTENER_WORDS, GROUP_WORDS, HOLE_END_WORDS } from '#core/wording/words';
import { Button, Field, Select } from '../../ui/controls';
import { LengthField, TextField } from '../../ui/form-fields';

/** Bonded joints have no hole: they are no fastener of this list. */
const KINDS = FASTENER_KINDS.filter((k) => k !== 'bonded');

interface FastenerFieldsetProps {
  readonly form: UseFormReturn<FastenerTyped>;
  readonly units: Units;
  /** Dies that may be named as made for it; absent: not asked here. */
  readonly dies?:
    { readonly tools: readonly Entity<'tool'>[]; readonly chosen: string; readonly onChoose: (toolId: string) => void } | undefined;
}

const isDieSet = ({ definition }: { definition: ToolDefinition }) => definition.kind === 'die-set';

/** What a fastener's own sheet says of it, or what was measured on it; only what its kind is described by. */
export function FastenerFieldset({ form, units, dies }: FastenerFieldsetProps) {
  const { control, register, setValue } = form;
  const typed = useWatch({ control }) as FastenerTyped;
  const kind = typed.kind as FastenerKind;
  const asked = askedOf(typed);
  const set = (more: Partial<FastenerTyped>) => {
    for (const [field, text] of Object.entries(more)) setValue(field as FastenerColumn, text, { shouldDirty: true });
  };
  const length = (field: FastenerColumn, label: string, placeholder?: string) =>
    asked.has(field) ? (
      <LengthField control={control} name={field} label={label} {...(placeholder === undefined ? {} : { placeholder })} />
    ) : null;
  const text = (field: FastenerColumn, label: string, placeholder?: string, maxLength = 120) =>
    asked.has(field) ? (
      <TextField
        control={control}
        name={field}
        label={label}
        maxLength={maxLength}
        {...(placeholder === undefined ? {} : { placeholder })}
      />
    ) : null;
  const choice = (field: FastenerColumn, label: string, options: readonly (readonly [string, string])[], onChoose?: () => void) =>
    asked.has(field) ? (
      <Field label={label}>
        <Select {...register(field, onChoose ? { onChange: onChoose } : {})}>
          {options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      </Field>
    ) : null;
  const isStandard = kind === 'screw' || kind === 'solid';
  const isFlush = typed.head === 'flush';
  return (
    <div className="grid items-start gap-3 sm:grid-cols-2">
      {text('name', 'Its name', 'as its box says')}
      {choice(
        'kind',
        'What it is',
        KINDS.map((k) => [k, FASTENER_WORDS[k]] as const),
      )}
      {kind === 'screw' ? <ScrewSizes units={units} onChoose={set} /> : null}
      {length('diameter', 'Diameter of its body', kind === 'screw' ? '.164' : '3/32')}
      {length('hole', kind === 'none' ? 'The hole' : 'Hole it asks for', isStandard ? 'the standard’s' : '7/64')}
      {length('holeMax', 'No larger than', kind === 'bolt' || kind === 'pin' ? 'from its own sheet' : '.005 in over')}
      {choice('head', 'Its head', [
        ['', 'not said'],
        ['flush', 'flush'],
        ['protruding', 'protruding'],
      ])}
      {length(
        'headDiameter',
        isFlush ? 'Diameter of its head, sharp edge' : 'Diameter of its head',
        isFlush ? (isStandard ? 'the standard’s' : 'from its own sheet') : undefined,
      )}
      {text('headAngle', 'Angle of its head, degrees', kind === 'blind' ? 'many are 120' : '100', 8)}
      {length('headHeight', 'Height of its head')}
      {length('gripFrom', 'Grip from')}
      {length('gripTo', 'Grip to')}
      {choice('ends', 'In the end it', [
        ['', HOLE_END_WORDS.open],
        ...HOLE_ENDS.filter((e) => e !== 'open').map((e) => [e, HOLE_END_WORDS[e]] as const),
      ])}
      {text('lengths', 'Lengths stocked, parted by ;', '1/4 ; 3/8', 400)}
      {length('dieHole', 'Hole the pilot of its dies fits', 'only where smaller than its own')}
      {dies && kind === 'blind' && isFlush ? (
        <Field label="Dies made for it">
          <Select value={dies.chosen} onChange={(e) => dies.onChoose(e.target.value)}>
            <option value="">not said</option>
            {dies.tools.filter(isDieSet).map((t) => (
              <option key={t.id} value={t.id}>
                {t.definition.name}
              </option>
            ))}
          </Select>
        </Field>
      ) : null}
      {choice(
        'group',
        'It goes into',
        [['', 'a plain nut, or nothing of its own'], ...GROUP_KINDS.map((g) => [g, GROUP_WORDS[g]] as const)],
        () => {
          if (form.getValues('small') === '') set({ small: '2', angle: '0' });
        },
      )}
      {choice('small', 'Small rivet holes', [
        ['2', 'two, on a line through the centre'],
        ['3', 'three, a third of a turn apart'],
      ])}
      {length('spacing', 'Small holes apart, measured on it', 'often 11/16: measure yours')}
      {text('angle', 'Their line to the row, degrees', '0', 8)}
      {length('lug', 'Thickness of its lug')}
      {text('smallRivet', 'Riveted with', 'MS20426AD3')}
      <div className="sm:col-span-2">
        {text(
          'note',
          kind === 'none' ? 'Why' : 'Note, or where its figures are from',
          kind === 'none' ? 'lets water out' : 'its own sheet, page 2',
          500,
        )}
      </div>
    </div>
  );
}

/** The standard's screws: body, head and clearance hole in one press. */
function ScrewSizes({ units, onChoose }: { units: Units; onChoose: (more: Partial<FastenerTyped>) => void }) {
  return (
    <fieldset className="flex flex-wrap items-center gap-1.5 sm:col-span-2">
      <legend className="text-[14px] text-ink2">
        ASME 100-degree flush heads, sharp diameters. A calipered head reads less: a real one has a flat at its edge.
      </legend>
      {SCREW_CLEARANCE.map((s) => (
        <Button
          key={s.name}
          onClick={() =>
            onChoose({
              diameter: `${showNumber(s.shank, units)} ${units}`,
              head: 'flush',
              headDiameter: `${showNumber(s.flushHead, units)} ${units}`,
              headAngle: '100',
              ...(s.hole === undefined ? {} : { hole: `${showNumber(s.hole, units)} ${units}` }),
            })
          }
        >
          {s.name}
        </Button>
      ))}
    </fieldset>
  );
}
