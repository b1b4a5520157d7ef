import type { Control } from 'react-hook-form';
import { shownLimit, type KitTyped } from '#core/compose/kit-text';
import { RIVET_SIZES } from '#core/tables/fasteners';
import { DEFAULT_LIMITS, type LimitName } from '#core/tables/limits';
import { showNumber } from '#core/units/show';
import { LIMIT_WORDS } from '#core/wording/words';
import { Fold } from '../../ui/fold';
import { TextField } from '../../ui/form-fields';
import { useUnits } from '../../ui/units';

/** Limits and hole sizes of the kit's own, beside what holds where nothing is typed; opened where one does not read. */
export function LimitFields({ control, isFaulty }: { control: Control<KitTyped>; isFaulty: boolean }) {
  const units = useUnits();
  return (
    <Fold title="Limits of this kit (empty: the default)" opened={isFaulty}>
      <p className="py-1 text-[14px] text-ink2">
        The kit maker&apos;s documents outrank every figure here. Write down in the reason where a figure comes from.
      </p>
      <div className="grid gap-2 sm:grid-cols-2">
        {(Object.keys(DEFAULT_LIMITS) as LimitName[]).map((key) => (
          <TextField
            key={key}
            control={control}
            name={`limits.${key}`}
            label={LIMIT_WORDS[key]}
            placeholder={shownLimit(key, DEFAULT_LIMITS[key], units)}
          />
        ))}
        {RIVET_SIZES.map((size) => (
          <TextField
            key={size.dash}
            control={control}
            name={`holeMax.${size.dash as 3}`}
            label={`Hole max, dash ${size.dash}`}
            placeholder={showNumber(size.holeMax, units)}
          />
        ))}
      </div>
    </Fold>
  );
}
