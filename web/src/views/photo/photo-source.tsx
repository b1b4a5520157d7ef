import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { carryUnit } from '#core/units/carry';
import type { Entity } from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { Choice } from '../../ui/choice';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { PhotoInput } from '../../ui/photo-input';
import { useUnits, useUnitSwitch } from '../../ui/units';
import type { FramePaper } from '../../workers/photo.worker';

/** What a photograph shows: the paper of its frame, how thick the sheet is, mm. */
export interface PhotoQuestion {
  readonly paper: FramePaper;
  readonly thickness: number;
}

/** How a practice photograph is wanted. */
export interface PracticeWish {
  readonly seed: number;
  readonly withFaults: boolean;
  /** Saved on this device, too. */
  readonly isKeptAsFile: boolean;
}

interface PhotoSourceProps {
  readonly data: AssemblyAnswer;
  readonly part: Entity<'part'>;
  readonly onPart: (id: string) => void;
  readonly isBusy: boolean;
  readonly canPractise: boolean;
  readonly onFiles: (files: readonly File[], question: PhotoQuestion) => void;
  readonly onPractise: (question: PhotoQuestion, practice: PracticeWish) => void;
}

const MOST_BYTES = 40_000_000;
const MOST_PHOTOS = 8;
/** On the frame a thicker sheet stands too high above the print to be measured well, mm. */
const THICKEST = 6.5;

/** Which sheet, on which frame, and the photograph: taken now, chosen, or made to practise with. */
export function PhotoSource({ data, part, onPart, isBusy, canPractise, onFiles, onPractise }: PhotoSourceProps) {
  const units = useUnits();
  const [paper, setPaper] = useState<FramePaper>(units === 'mm' ? 'a4' : 'letter');
  const [thickness, setThickness] = useState(() => typedText(part.definition.measured ?? part.definition.thickness, units));
  useUnitSwitch((from) => setThickness((t) => carryUnit(t, from)));
  const [files, setFiles] = useState<readonly File[]>([]);
  const [withFaults, setFaults] = useState(true);
  const [isKeptAsFile, setKeptAsFile] = useState(false);
  const [seed, setSeed] = useState(1);
  const [error, setError] = useState<string | null>(null);
  const read = dimensionValue(thickness, units, true);
  const question = (): PhotoQuestion | null => {
    if (!read.length || read.length.mm > THICKEST) {
      setError('How thick is the sheet? It stands above the print by that much, which moves every hole in the picture.');
      return null;
    }
    setError(null);
    return { paper, thickness: read.length.mm };
  };
  const measure = () => {
    const asked = question();
    if (!asked) return;
    if (files.length === 0) return setError('Choose or take a photograph first.');
    if (files.length > MOST_PHOTOS) return setError(`At most ${MOST_PHOTOS} photographs are joined at once.`);
    const large = files.find((f) => f.size > MOST_BYTES);
    if (large) return setError(`${large.name} has ${Math.round(large.size / 1e6)} MB; at most ${MOST_BYTES / 1e6} MB are taken.`);
    onFiles(files, asked);
  };
  const link =
    'label inline-flex min-h-8 items-center rounded border border-edge bg-raised px-2.5 text-[15px] hover:bg-panel pointer-coarse:min-h-11';
  return (
    <form
      aria-label="The photograph"
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        measure();
      }}
    >
      <Field label="Which part">
        <Select value={part.id} onChange={(e) => onPart(e.target.value)}>
          {data.parts.map((p) => (
            <option key={p.id} value={p.id}>
              {p.definition.name}
            </option>
          ))}
        </Select>
      </Field>
      <DimensionField label="Thickness of the sheet" text={thickness} onText={setThickness} units={units} sheet />
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="Marks on"
          value={paper}
          options={[
            { value: 'a4', text: 'A4' },
            { value: 'letter', text: 'Letter' },
            { value: 'strips', text: 'strips' },
          ]}
          onChoose={(next) => {
            setPaper(next);
            setFiles([]);
          }}
        />
        {paper === 'strips' ? (
          (['a4', 'letter'] as const).map((p) => (
            <a key={p} className={link} href={`/api/strips.pdf?paper=${p}`} download="strips.pdf">
              Print the strips (PDF, {p === 'a4' ? 'A4' : 'Letter'})
            </a>
          ))
        ) : (
          <a className={link} href={`/api/frame.pdf?paper=${paper}`} download="frame.pdf">
            Print the frame (PDF)
          </a>
        )}
      </div>
      {paper === 'strips' ? (
        <p className="text-[14.5px] text-ink2">
          For a part no page takes: lay it on a dark ground, strips flat on the table along both edges, none twice. Each photograph shows
          some strips whole, and shares at least one with another. The same telephone, not zoomed.
        </p>
      ) : null}
      {paper === 'strips' ? (
        <PhotoInput key="many" label="Photographs (JPEG, PNG, WebP)" files={files} onFiles={setFiles} isMany />
      ) : (
        <PhotoInput key="one" label="Photograph (JPEG, PNG, WebP)" files={files} onFiles={(f) => setFiles(f.slice(0, 1))} isTaken />
      )}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button type="submit" tone="primary" className="min-h-14 text-[18px]" disabled={isBusy}>
        Measure
      </Button>
      <fieldset className="flex flex-col gap-2 border-t border-line pt-2">
        <legend className="label text-[16px]">To practise</legend>
        <p className="text-[14.5px] text-ink2">
          A simulated camera photographs this part on the frame, its holes as planned, by a hand that is not quite steady.
        </p>
        <label className="flex min-h-10 items-center gap-2">
          <input type="checkbox" className="size-5" checked={withFaults} onChange={(e) => setFaults(e.target.checked)} />
          with four faults to be found
        </label>
        <label className="flex min-h-10 items-center gap-2">
          <input type="checkbox" className="size-5" checked={isKeptAsFile} onChange={(e) => setKeptAsFile(e.target.checked)} />
          keep the picture as a file, too
        </label>
        <Button
          disabled={isBusy}
          className="self-start"
          onClick={() => {
            if (!canPractise)
              return setError('The plan does not say where a hole of this part lies: lay its rows out first, or choose another part.');
            const asked = question();
            if (!asked) return;
            onPractise(asked, { seed, withFaults, isKeptAsFile });
            setSeed(seed + 1);
          }}
        >
          Take a practice photograph
        </Button>
      </fieldset>
    </form>
  );
}
