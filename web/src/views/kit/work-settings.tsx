import type { KitDefinition, WorkChoices } from '#core/record/definitions';
import { RIVET_SIZES } from '#core/tables/fasteners';
import { holderSize } from '#core/setup/holders';
import { Field, TextInput } from '../../ui/controls';

export const NO_WORK: WorkChoices = { scuff: false, prime: false, scuffAfterDimple: false };

interface WorkSettingsProps {
  readonly work: WorkChoices;
  readonly onWork: (next: WorkChoices) => void;
  readonly holders: Readonly<Record<string, string>>;
  readonly onHolders: (next: Readonly<Record<string, string>>) => void;
}

const CHOICES = [
  ['edges', 'every edge of a part is deburred, and marked by part'],
  ['scuff', 'parts are scuffed for primer'],
  ['prime', 'parts are cleaned and primed'],
  ['scuffAfterDimple', 'scuff after dimpling, not before'],
  ['creaseBeforeDimple', 'crease lap edges before dimpling, not after'],
] as const;

/** Which work on parts this project does, and how many sheet holders there are. */
export function WorkSettings({ work, onWork, holders, onHolders }: WorkSettingsProps) {
  return (
    <fieldset className="grid gap-3 border-t border-line pt-2 sm:grid-cols-2">
      <legend className="label pr-2 text-[16px]">At the bench</legend>
      <div className="flex flex-col gap-1">
        {CHOICES.map(([key, text]) => (
          <label key={key} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={work[key] ?? false}
              onChange={(e) => onWork({ ...work, [key]: e.target.checked })}
            />
            {text}
          </label>
        ))}
        {work.creaseBeforeDimple ? (
          <p className="text-caution">
            Tried on scrap, dimpling over a creased edge made it wavy; the crease after the dimples, between them, came out far better.
          </p>
        ) : null}
      </div>
      <div className="flex flex-wrap gap-2">
        {RIVET_SIZES.map((s) => (
          <Field key={s.dash} label={`Sheet holders ${holderSize(s.dash)} owned`}>
            <TextInput
              className="w-24"
              inputMode="numeric"
              value={holders[s.dash] ?? ''}
              onChange={(e) => onHolders({ ...holders, [s.dash]: e.target.value })}
            />
          </Field>
        ))}
      </div>
    </fieldset>
  );
}

/** The numbers typed, or null where one is no count. */
export function readHolders(typed: Readonly<Record<string, string>>): NonNullable<KitDefinition['holders']> | null {
  const read: Record<string, number> = {};
  for (const [dash, text] of Object.entries(typed)) {
    if (text.trim() === '') continue;
    if (!/^\d{1,4}$/.test(text.trim())) return null;
    read[dash] = Number(text);
  }
  return read;
}
