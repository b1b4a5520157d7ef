import { useId, type Ref } from 'react';
import type { TypedLength } from '#core/record/definitions';
import { parseDimension } from '#core/typed/dimension';
import { showBoth } from '#core/units/show';
import { problemMessage } from '#core/wording/problems';
import { useUnits } from './units';

/** A typed length as far as it reads: empty, good or refused. */
export interface DimensionValue {
  readonly text: string;
  readonly length: TypedLength | null;
  readonly isBad: boolean;
}

export function dimensionValue(text: string, units: 'in' | 'mm', sheet = false): DimensionValue {
  if (text.trim() === '') return { text, length: null, isBad: false };
  const parsed = parseDimension(text, { units, sheet });
  return parsed.ok
    ? { text, length: { mm: parsed.value.length, text: parsed.value.text, units }, isBad: false }
    : { text, length: null, isBad: true };
}

/** The one dimension field: takes every notation, shows both units, refuses where it is typed. `units` is what a bare number means. */
export function DimensionField({
  label,
  text,
  onText,
  units,
  sheet = false,
  placeholder,
  isFirst = false,
  inputRef,
}: {
  label: string;
  text: string;
  onText: (text: string) => void;
  units: 'in' | 'mm';
  sheet?: boolean;
  placeholder?: string;
  /** Ready to be typed into, where there are keys to type with. */
  isFirst?: boolean;
  /** Where the focus goes when what is typed here is refused. */
  inputRef?: Ref<HTMLInputElement>;
}) {
  const id = useId();
  const leading = useUnits();
  const parsed = text.trim() === '' ? null : parseDimension(text, { units, sheet });
  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className="label text-[14px] text-ink2">
        {label}
      </label>
      <input
        id={id}
        ref={inputRef}
        className="field"
        autoFocus={isFirst && window.matchMedia('(pointer: fine)').matches}
        value={text}
        placeholder={placeholder}
        onChange={(e) => onText(e.target.value)}
        aria-invalid={parsed !== null && !parsed.ok}
        aria-describedby={`${id}-said`}
        autoComplete="off"
        spellCheck={false}
      />
      <span id={`${id}-said`} className={`text-[13px] ${parsed && !parsed.ok ? 'text-stop' : 'text-ink2'}`}>
        {parsed === null ? '' : parsed.ok ? showBoth(parsed.value.length, leading) : problemMessage(parsed.problem)}
      </span>
    </div>
  );
}
