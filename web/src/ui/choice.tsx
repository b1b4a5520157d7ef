import { RadioGroup } from 'radix-ui';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly text: string }[];
  readonly onChoose: (value: T) => void;
}

/** A few choices of which one holds; arrow keys move within. */
export function Choice<T extends string>({ label, value, options, onChoose }: ChoiceProps<T>) {
  return (
    <RadioGroup.Root
      aria-label={label}
      orientation="horizontal"
      value={value}
      onValueChange={(v) => onChoose(v as T)}
      className="inline-flex self-start overflow-hidden rounded border border-edge"
    >
      {options.map((o) => (
        <RadioGroup.Item
          key={o.value}
          value={o.value}
          className="chosen-mark label min-h-8 px-2.5 data-[state=checked]:bg-dye data-[state=checked]:text-on-dye data-[state=unchecked]:bg-raised data-[state=unchecked]:hover:bg-dye-soft pointer-coarse:min-h-11"
        >
          {o.text}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
