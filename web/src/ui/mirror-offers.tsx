import type { Difference, DifferenceValue, PartDifferenceKey, RowDifferenceKey } from '#core/record/mirror-differences';
import { showBoth } from '#core/units/show';
import { DIFFERENCE_WORDS } from '#core/wording/words';
import { Button } from './controls';
import { useUnits } from './units';

/** What has no words of its own: a picture, another thing of the kit. */
const OTHERWISE: Readonly<Partial<Record<Key, string>>> = {
  laid: 'drawn otherwise there',
  outline: 'drawn otherwise there',
  fastenerId: 'another one there',
};

type Key = RowDifferenceKey | PartDifferenceKey;

interface MirrorOffersProps<K extends Key> {
  readonly sourceName: string;
  readonly differences: readonly Difference<K>[];
  readonly onTake: (key: K) => void;
}

/** Where a mirrored row or part and its source have come apart: shown, and offered one by one. */
export function MirrorOffers<K extends Key>({ sourceName, differences, onTake }: MirrorOffersProps<K>) {
  const units = useUnits();
  if (differences.length === 0) return null;
  const show = (v: DifferenceValue) => (v === null ? 'none' : typeof v === 'object' ? showBoth(v.mm, units) : String(v).slice(0, 60));
  return (
    <section aria-label="Differences from its mirror" className="rounded border border-dye p-2 text-[14.5px]">
      <h2 className="label text-[15px]">Made as mirror of {sourceName}; since then they differ</h2>
      <ul>
        {differences.map((d) => (
          <li key={d.key} className="flex flex-wrap items-center gap-2 py-0.5">
            <span className="label w-28">{DIFFERENCE_WORDS[d.key]}</span>
            <span className="flex-1">{OTHERWISE[d.key] ?? `here ${show(d.here)}, there ${show(d.there)}`}</span>
            <Button onClick={() => onTake(d.key)}>Take over</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
