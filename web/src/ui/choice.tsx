import { useId } from 'react';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly text: string }[];
  readonly onChoose: (value: T) => void;
}

/** A few choices of which one holds; arrow keys move within. */
export function Choice<T extends string>({ label, value, options, onChoose }: ChoiceProps<T>) {
  const name = useId();
  return (
    <div role="radiogroup" aria-label={label} className="inline-flex self-start overflow-hidden rounded border border-edge">
      {options.map((o) => (
        <label
          key={o.value}
          className="choice label relative inline-flex min-h-8 cursor-pointer items-center px-2.5 pointer-coarse:min-h-11"
        >
          <input
            type="radio"
            name={name}
            className="absolute inset-0 m-0 cursor-pointer appearance-none"
            checked={o.value === value}
            onChange={() => onChoose(o.value)}
          />
          <span className="pointer-events-none relative">{o.text}</span>
        </label>
      ))}
    </div>
  );
}
