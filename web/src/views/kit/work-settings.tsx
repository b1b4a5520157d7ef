import { useWatch, type Control } from 'react-hook-form';
import type { KitTyped } from '#core/compose/kit-text';
import { holderSize } from '#core/setup/holders';
import { RIVET_SIZES } from '#core/tables/fasteners';
import { CheckField, TextField } from '../../ui/form-fields';

const CHOICES = [
  ['edges', 'every edge of a part is deburred, and marked by part'],
  ['scuff', 'parts are scuffed for primer'],
  ['prime', 'parts are cleaned and primed'],
  ['scuffAfterDimple', 'scuff after dimpling, not before'],
  ['creaseBeforeDimple', 'crease lap edges before dimpling, not after'],
] as const;

/** Which work on parts this project does, and how many sheet holders there are. */
export function WorkSettings({ control }: { control: Control<KitTyped> }) {
  const creases = useWatch({ control, name: 'work.creaseBeforeDimple' });
  return (
    <fieldset className="grid gap-3 border-t border-line pt-2 sm:grid-cols-2">
      <legend className="label pr-2 text-[16px]">At the bench</legend>
      <div className="flex flex-col gap-1">
        {CHOICES.map(([key, text]) => (
          <CheckField key={key} control={control} name={`work.${key}`}>
            {text}
          </CheckField>
        ))}
        {creases ? (
          <p className="text-caution">
            Tried on scrap, dimpling over a creased edge made it wavy; the crease after the dimples, between them, came out far better.
          </p>
        ) : null}
      </div>
      <div className="flex flex-wrap gap-2">
        {RIVET_SIZES.map(({ dash }) => (
          <div key={dash} className="w-40">
            <TextField control={control} name={`holders.${dash as 3}`} label={`Sheet holders ${holderSize(dash)} owned`} isNumber />
          </div>
        ))}
      </div>
    </fieldset>
  );
}
