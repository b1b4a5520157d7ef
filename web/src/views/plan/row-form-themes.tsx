import { useController, useWatch, type Control, type UseFormReturn } from 'react-hook-form';
import type { RowTyped } from '#core/compose/row-text';
import { TRANSFER_WAYS } from '#core/record/definitions';
import type { Mm } from '#core/units/length';
import { TRANSFER_WORDS } from '#core/wording/making';
import { Field, Select } from '../../ui/controls';
import { CheckField, LengthField, TextField } from '../../ui/form-fields';
import { WayChoice } from '../../ui/row-choices';
import { useUnits } from '../../ui/units';
import { RibRoom } from './rib-room';

interface ThemeProps {
  readonly control: Control<RowTyped>;
  /** The sheets from the head side. */
  readonly names: readonly string[];
}

/** Small first, into covered sheets, from which end. */
export function MakingTheme({ control }: Pick<ThemeProps, 'control'>) {
  const { field } = useController({ control, name: 'transfer' });
  return (
    <>
      <LengthField control={control} name="firstHole" label="Drilled small first, at" placeholder="to its size at once" />
      <TextField control={control} name="openedAfter" label="Opened to its size once" placeholder="the lap is fitted" maxLength={120} />
      <Field label="Into the sheet that covers it">
        <Select value={field.value} onChange={field.onChange}>
          <option value="">drilled straight through</option>
          {TRANSFER_WAYS.map((w) => (
            <option key={w} value={w}>
              {TRANSFER_WORDS[w]}
            </option>
          ))}
        </Select>
      </Field>
      <span className="max-sm:hidden" />
      <TextField control={control} name="beginAt" label="Begun at hole" placeholder="as the order says" isNumber />
      <TextField control={control} name="beginBecause" label="because" placeholder="the tab at its end stands in the way" maxLength={120} />
    </>
  );
}

/** To edges, to the next row, and what carries the load beside it. */
export function DistancesTheme({ control, names }: ThemeProps) {
  const { field } = useController({ control, name: 'shares' });
  return (
    <>
      {names.map((name, i) => (
        <fieldset key={i} className="contents">
          <legend className="sr-only">{name}</legend>
          <LengthField control={control} name={`sheets.${i}.edge`} label={`Hole centre to the edge of ${name}`} />
        </fieldset>
      ))}
      <LengthField control={control} name="rowDistance" label="Distance to the next row" />
      <Field label="Shares its load with">
        <Select value={field.value} onChange={field.onChange}>
          <option value="">nothing else</option>
          <option value="bolts">bolts</option>
          <option value="close-pins">close-fitting pins</option>
        </Select>
      </Field>
    </>
  );
}

/** The head's cone, the cutter's, what lies between them. */
export function ConeTheme({ control, names }: ThemeProps) {
  const { field } = useController({ control, name: 'nestKind' });
  return (
    <>
      <TextField control={control} name="headAngle" label="Head angle, degrees" isNumber />
      <TextField control={control} name="cutterAngle" label="Cutter angle, degrees" isNumber />
      <Field label="Countersink under a dimple">
        <Select value={field.value} onChange={field.onChange}>
          <option value="kit">as the kit has it</option>
          <option value="computed">computed</option>
          <option value="fixed">fixed allowance</option>
        </Select>
      </Field>
      {field.value === 'fixed' ? (
        <LengthField control={control} name="nest" label="Fixed allowance" placeholder=".007" />
      ) : (
        <span className="max-sm:hidden" />
      )}
      {names.map((name, i) => (
        <CheckField key={i} control={control} name={`sheets.${i}.bothSides`}>
          {name}: countersunk from both faces
        </CheckField>
      ))}
    </>
  );
}

/** With what, and whether wet. */
export function SettingTheme({ control }: { control: Control<RowTyped> }) {
  const { field } = useController({ control, name: 'way' });
  const isSealed = useWatch({ control, name: 'isSealed' });
  const { field: sealed } = useController({ control, name: 'sealed' });
  return (
    <>
      <WayChoice value={field.value} onChoose={field.onChange} before={{ '': 'not said' }} />
      <CheckField control={control} name="isSealed">
        sealed or bonded
      </CheckField>
      {isSealed ? (
        <>
          <Field label="Its rivets go in">
            <Select value={sealed.value} onChange={(e) => sealed.onChange(e.target.value)}>
              <option value="wet">while it is wet, before it is tack-free</option>
              <option value="after-cure">after the cure, holes cleared</option>
            </Select>
          </Field>
          <TextField control={control} name="bareZone" label="What stays bare for it" placeholder="the lap, 1 in wide" maxLength={80} />
        </>
      ) : null}
    </>
  );
}

const ACCESS_FIELDS = [
  ['edge', 'To the edge the tool comes from'],
  ['wall', 'To the nearest upstanding wall'],
  ['room', 'Room behind the first hole'],
  ['roomAtEnd', 'Room behind the last hole, where it tapers'],
  ['behind', 'Depth free behind, for a step drill'],
] as const;

interface AccessProps {
  readonly form: UseFormReturn<RowTyped>;
  readonly names: readonly string[];
  /** Of the last sheet, mm. */
  readonly lastThickness: number;
}

/** What is in the way of dies, cage and yoke, and whether it has to be got at later. */
export function AccessTheme({ form, names, lastThickness }: AccessProps) {
  const units = useUnits();
  const { control } = form;
  const { field } = useController({ control, name: 'access.sheetIndex' });
  return (
    <>
      <Field label="In which sheet">
        <Select value={field.value} onChange={(e) => field.onChange(Number(e.target.value))}>
          <option value={-1}>every one</option>
          {names.map((name, i) => (
            <option key={i} value={i}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      {ACCESS_FIELDS.map(([key, label]) => (
        <LengthField key={key} control={control} name={`access.${key}`} label={label} placeholder="nothing in the way" />
      ))}
      <TextField control={control} name="access.wallAngle" label="The wall’s angle to the sheet, degrees" placeholder="90" isNumber />
      <TextField control={control} name="gotAtLater" label="Has to be reached later, for" placeholder="nothing" maxLength={120} />
      <CheckField control={control} name="access.isBent">
        the sheet is bent here
      </CheckField>
      <CheckField control={control} name="access.isTilted">
        the face is tilted to the tool
      </CheckField>
      <CheckField control={control} name="access.needsSpacer">
        narrower than a cage’s foot: wants a spacer
      </CheckField>
      <RibRoom
        units={units}
        thickness={lastThickness as Mm}
        onRoom={(room, roomAtEnd) => {
          form.setValue('access.room', room);
          form.setValue('access.roomAtEnd', roomAtEnd);
        }}
      />
    </>
  );
}
