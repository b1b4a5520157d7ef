import type { ReactNode } from 'react';
import { ROW_STARTS, SETTING_WAYS, type RowStart, type SettingWay } from '#core/record/definitions';
import { SETTING_WORDS } from '#core/wording/inspect';
import { START_WORDS } from '#core/wording/words';
import { Field, Select } from './controls';

interface ChoiceProps<T extends string> {
  readonly value: T;
  readonly onChoose: (value: T) => void;
  /** What stands before the choices, each a value with its words: nothing said, as it is. */
  readonly before?: Readonly<Partial<Record<T, string>>>;
  readonly hint?: string | undefined;
}

function RowChoice<T extends string>({
  label,
  value,
  onChoose,
  before,
  hint,
  children,
}: ChoiceProps<T> & { label: string; children: ReactNode }) {
  return (
    <Field label={label} hint={hint}>
      <Select value={value} onChange={(e) => onChoose(e.target.value as T)}>
        {Object.entries<string | undefined>(before ?? {}).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
        {children}
      </Select>
    </Field>
  );
}

/** What the kit delivers for a row. */
export function StartChoice<T extends string = RowStart>(p: ChoiceProps<T | RowStart>) {
  return (
    <RowChoice label="The kit delivers" {...p}>
      {ROW_STARTS.map((s) => (
        <option key={s} value={s}>
          {START_WORDS[s]}
        </option>
      ))}
    </RowChoice>
  );
}

/** How a row is meant to be set. */
export function WayChoice<T extends string = SettingWay>(p: ChoiceProps<T | SettingWay>) {
  return (
    <RowChoice label="Meant to be set with" {...p}>
      {SETTING_WAYS.map((w) => (
        <option key={w} value={w}>
          {SETTING_WORDS[w]}
        </option>
      ))}
    </RowChoice>
  );
}

/** The side the bit comes in from. */
export function DrilledFromChoice<T extends string = 'head'>(p: ChoiceProps<T | 'head' | 'shop'>) {
  return (
    <RowChoice label="Drilled from" {...p}>
      <option value="head">the head side</option>
      <option value="shop">the shop side</option>
    </RowChoice>
  );
}
