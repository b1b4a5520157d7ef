import { useId, useState } from 'react';
import { formatRange, parseRange } from '#core/record/holes';

/** Holes chosen by their numbers: `1-12,15`. */
export function RangeField({
  count,
  chosen,
  onChoose,
}: {
  count: number;
  chosen: readonly number[];
  onChoose: (places: readonly number[]) => void;
}) {
  const id = useId();
  const shown = formatRange(chosen);
  const [typed, setTyped] = useState<string | null>(null);
  const isBad = typed !== null && typed.trim() !== '' && parseRange(typed, count) === null;
  return (
    <div className="flex flex-col text-[13px] text-ink2">
      <input
        id={id}
        aria-label={`Holes of ${count}`}
        title={`Holes of ${count}, such as 1-12,15`}
        className="field w-20"
        value={typed ?? shown}
        aria-invalid={isBad}
        aria-describedby={isBad ? `${id}-bad` : undefined}
        onChange={(e) => {
          setTyped(e.target.value);
          const places = e.target.value.trim() === '' ? [] : parseRange(e.target.value, count);
          if (places) onChoose(places);
        }}
        onBlur={() => (isBad ? undefined : setTyped(null))}
        placeholder="1-12,15"
      />
      {isBad ? (
        <span id={`${id}-bad`} role="alert" className="max-w-40 text-stop">
          Write 1-12,15 within 1 to {count}.
        </span>
      ) : null}
    </div>
  );
}
