import type { DecidingNumber } from '#core/work/deciding';
import { decidingWords } from '#core/wording/bench';
import { useUnits } from '../../ui/units';

/** The two or three numbers that decide, to be read at arm's length. */
export function DecidingNumbers({ numbers }: { numbers: readonly DecidingNumber[] }) {
  const units = useUnits();
  if (numbers.length === 0) return null;
  return (
    <dl aria-label="The numbers that decide" className="flex flex-wrap gap-x-6 gap-y-1">
      {numbers.map((n) => {
        const { label, value } = decidingWords(n, units);
        return (
          <div key={n.what} className="flex flex-col-reverse">
            <dt className="text-[15px] leading-tight text-ink2">{label}</dt>
            <dd className="label text-[30px] leading-none whitespace-nowrap">{value}</dd>
          </div>
        );
      })}
    </dl>
  );
}
