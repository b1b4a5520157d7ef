interface ManyOfProps {
  /** What is chosen from, said above the list; absent: the caller says it. */
  readonly name?: string;
  readonly choices: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: readonly string[];
  readonly onChange: (next: string[]) => void;
  /** One below the other, or beside each other as far as there is room. */
  readonly isList?: boolean;
}

/** Any of these, in the order they are chosen. */
export function ManyOf({ name, choices, chosen, onChange, isList = false }: ManyOfProps) {
  const list = (
    <div className={isList ? 'flex max-h-56 flex-col overflow-auto pr-1' : 'flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-auto'}>
      {choices.map((c) => (
        <label key={c.id} className="flex min-h-9 min-w-0 items-center gap-1.5 pointer-coarse:min-h-11">
          <input
            type="checkbox"
            className="size-5 shrink-0"
            checked={chosen.includes(c.id)}
            onChange={(e) => onChange(e.target.checked ? [...chosen, c.id] : chosen.filter((other) => other !== c.id))}
          />
          <span className={isList ? 'truncate' : ''}>{c.name}</span>
        </label>
      ))}
    </div>
  );
  if (name === undefined) return list;
  return (
    <fieldset className="flex min-w-0 flex-col">
      <legend className="label text-[16px]">{name}</legend>
      {list}
    </fieldset>
  );
}
