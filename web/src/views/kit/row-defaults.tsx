import { DrilledFromChoice, StartChoice, WayChoice } from '../../ui/row-choices';
import type { KitDefinition, RowDefaults, RowStart, SettingWay, TypedLength } from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import type { Units } from '#core/units/length';
import { Field, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';

const LENGTHS = [
  ['edge', 'To the edge the tool comes from'],
  ['wall', 'To the nearest upstanding wall'],
  ['room', 'Room behind the holes'],
] as const;

/** What new rows begin with, as typed. */
export interface DefaultsTyped {
  readonly start: '' | RowStart;
  readonly closedWith: string;
  readonly way: '' | SettingWay;
  readonly drilledFrom: '' | 'head' | 'shop';
  readonly edge: string;
  readonly wall: string;
  readonly room: string;
}

export function typedDefaults(defaults: KitDefinition['defaults'], units: Units): DefaultsTyped {
  const text = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  return {
    start: defaults?.start ?? '',
    closedWith: defaults?.closedWith ?? '',
    way: defaults?.way ?? '',
    drilledFrom: defaults?.drilledFrom ?? '',
    edge: text(defaults?.access?.edge),
    wall: text(defaults?.access?.wall),
    room: text(defaults?.access?.room),
  };
}

/** The defaults typed, undefined where none is; what is wrong in words. */
export function readDefaults(typed: DefaultsTyped, was: KitDefinition['defaults'], units: Units): RowDefaults | undefined | string {
  const read: Partial<Record<'edge' | 'wall' | 'room', TypedLength>> = {};
  for (const [key, label] of LENGTHS) {
    const value = dimensionValue(typed[key], units);
    if (value.isBad) return `New rows: "${label}" does not read.`;
    if (value.length) read[key] = value.length;
  }
  const access =
    Object.keys(read).length === 0
      ? undefined
      : { edge: null, wall: null, room: null, roomAtEnd: null, isBent: false, ...was?.access, ...read };
  const made: RowDefaults = {
    ...(typed.start ? { start: typed.start } : {}),
    ...(typed.closedWith.trim() ? { closedWith: typed.closedWith.trim() } : {}),
    ...(typed.way ? { way: typed.way } : {}),
    ...(typed.drilledFrom ? { drilledFrom: typed.drilledFrom } : {}),
    ...(access ? { access } : {}),
  };
  return Object.keys(made).length === 0 ? undefined : made;
}

/** What new rows of the kit begin with; rows that are there stay as they are, and are changed together in the plan. */
export function RowDefaultsFields({
  typed,
  units,
  onTyped,
}: {
  typed: DefaultsTyped;
  units: Units;
  onTyped: (next: DefaultsTyped) => void;
}) {
  return (
    <fieldset className="grid gap-3 border-t border-line pt-2 sm:grid-cols-3">
      <legend className="label pr-2 text-[16px]">New rows begin with</legend>
      <StartChoice
        value={typed.start}
        onChoose={(start) => onTyped({ ...typed, start })}
        before={{ '': 'not said: punched undersize' }}
        hint={
          typed.start === 'final'
            ? 'No match drilling. Measure the first holes: what is punched may be over size.'
            : typed.start === 'undersize'
              ? 'Opened to size at fit-up; a reamer leaves the rounder hole.'
              : undefined
        }
      />
      <Field label="Closed with, where a line names nothing">
        <TextInput
          maxLength={80}
          value={typed.closedWith}
          placeholder="426AD3, or a fastener of the kit"
          onChange={(e) => onTyped({ ...typed, closedWith: e.target.value })}
        />
      </Field>
      <WayChoice value={typed.way} onChoose={(way) => onTyped({ ...typed, way })} before={{ '': 'not said' }} />
      <DrilledFromChoice
        value={typed.drilledFrom}
        onChoose={(drilledFrom) => onTyped({ ...typed, drilledFrom })}
        before={{ '': 'not said: the head side' }}
      />
      {LENGTHS.map(([key, label]) => (
        <DimensionField key={key} label={label} text={typed[key]} onText={(text) => onTyped({ ...typed, [key]: text })} units={units} />
      ))}
    </fieldset>
  );
}
