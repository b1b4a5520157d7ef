interface ManyOfProps {
  readonly choices: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: readonly string[];
  readonly onChange: (next: string[]) => void;
}

/** Any of these, in the order they are chosen. */
export function ManyOf({ choices, chosen, onChange }: ManyOfProps) {
  return (
    <div className="flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-auto">
      {choices.map(({ id, name }) => (
        <label key={id} className="flex min-h-9 items-center gap-1.5 pointer-coarse:min-h-11">
          <input
            type="checkbox"
            className="size-5"
            checked={chosen.includes(id)}
            onChange={(e) => onChange(e.target.checked ? [...chosen, id] : chosen.filter((other) => other !== id))}
          />
          {name}
        </label>
      ))}
    </div>
  );
}
