import { useId, type ReactNode } from 'react';
import { Controller, useController, type Control, type FieldPathByValue, type FieldValues } from 'react-hook-form';
import { DimensionField, dimensionValue } from './dimension-field';
import { ErrorText, Field, TextInput } from './controls';
import { useUnits } from './units';

/** A length in a form; a fault shows at it. */
export function LengthField<T extends FieldValues>({
  control,
  name,
  label,
  placeholder,
  isFirst = false,
}: {
  control: Control<T>;
  name: FieldPathByValue<T, string>;
  label: string;
  placeholder?: string;
  /** Ready to be typed into, where there are keys to type with. */
  isFirst?: boolean;
}) {
  const units = useUnits();
  const { field, fieldState } = useController({ control, name });
  const text = field.value as string;
  /* What does not read at all the field says itself. */
  const fault = dimensionValue(text, units).isBad ? undefined : fieldState.error?.message;
  return (
    <div className="flex flex-col gap-0.5">
      <DimensionField
        label={label}
        text={text}
        inputRef={field.ref}
        isFirst={isFirst}
        onText={field.onChange}
        units={units}
        {...(placeholder === undefined ? {} : { placeholder })}
      />
      {fault ? <ErrorText>{fault}</ErrorText> : null}
    </div>
  );
}

/** A line of text in a form; a fault shows at it. */
export function TextField<T extends FieldValues>({
  control,
  name,
  label,
  placeholder,
  maxLength,
  isNumber = false,
  type,
}: {
  control: Control<T>;
  name: FieldPathByValue<T, string>;
  label: string;
  placeholder?: string;
  maxLength?: number;
  isNumber?: boolean;
  /** A day, where it is one. */
  type?: 'date';
}) {
  const { field, fieldState } = useController({ control, name });
  const id = useId();
  return (
    <Field label={label}>
      <TextInput
        ref={field.ref}
        type={type}
        value={field.value as string}
        onChange={field.onChange}
        onBlur={field.onBlur}
        placeholder={placeholder}
        maxLength={maxLength}
        inputMode={isNumber ? 'decimal' : undefined}
        aria-invalid={fieldState.invalid}
        aria-describedby={fieldState.error ? id : undefined}
      />
      {fieldState.error ? (
        <span id={id} role="alert" className="text-[13px] text-stop">
          {fieldState.error.message}
        </span>
      ) : null}
    </Field>
  );
}

/** Something that is so or not. */
export function CheckField<T extends FieldValues>({
  control,
  name,
  children,
}: {
  control: Control<T>;
  name: FieldPathByValue<T, boolean>;
  children: ReactNode;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <label className="flex min-h-8 items-center gap-2 pointer-coarse:min-h-11">
          <input
            type="checkbox"
            className="size-5 shrink-0"
            ref={field.ref}
            checked={field.value as boolean}
            onChange={(e) => field.onChange(e.target.checked)}
          />
          {children}
        </label>
      )}
    />
  );
}
