import type { AssemblyAnswer } from '#contract/answers';
import { lazy, Suspense } from 'react';
import { Controller, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { readPartTyped, typedOfPart, type PartTyped } from '#core/compose/part-text';
import type { Entity, PartDefinition } from '#core/record/definitions';
import { rowTitle } from '#core/record/title';
import { showBoth } from '#core/units/show';
import { MATERIAL_WORDS } from '#core/wording/findings';
import { useMirrorSource } from '../../api/queries';
import { partsById } from '../../models/planned-rows';
import { Button, ErrorText } from '../../ui/controls';
import { useCard } from '../../ui/use-card';
import { useUnits } from '../../ui/units';
import { AS_MADE, OrientationPicture } from './orientation-picture';
import { OutlineEditor } from './outline-editor';
import { PartFields } from './part-fields';
import { useFirstOf } from '../../ui/first-of';

const PartMirror = lazy(() => import('./part-mirror').then((m) => ({ default: m.PartMirror })));

/** Of a part in more rows so many are named at first. */
const ROWS_AT_FIRST = 40;

interface PartCardProps {
  readonly data: AssemblyAnswer;
  readonly part: Entity<'part'>;
  readonly onKeep: (version: number, definition: PartDefinition | null) => Promise<void>;
  readonly onThickness: () => void;
}

/** One part: what it is, how it lies, how many there are, and the rows it is in. */
export function PartCard({ data, part, onKeep, onThickness }: PartCardProps) {
  const units = useUnits();
  /* Its thickness, and whether it is here, are changed in their own places: the card leaves them as they are. */
  const { form, said, keepAs, remove, onSubmit } = useCard<PartTyped, PartDefinition>({
    version: part.version,
    definition: part.definition,
    typedOf: typedOfPart,
    carry: (typed) => typed,
    read: readPartTyped,
    keep: onKeep,
    describe,
  });
  const { control } = form;
  const [hand, outline] = useWatch({ control, name: ['hand', 'outline'] });
  const parts = partsById(data.parts);
  const rows = data.rows.filter((r) => r.definition.layers.some((l) => l.partId === part.id));
  const original = useMirrorSource(data, (d) => d.parts.find((p) => p.id === part.definition.mirroredFrom));
  const { shown, more } = useFirstOf(rows, ROWS_AT_FIRST, 'row');
  return (
    <form className="flex flex-col gap-3 p-3" aria-label={part.definition.name} noValidate onSubmit={onSubmit}>
      <h2 className="label text-[22px]">{part.definition.name}</h2>
      <p className="text-[15px]">
        <button type="button" className="underline decoration-dotted underline-offset-2" onClick={onThickness}>
          {showBoth(part.definition.thickness.mm, units)} nominal
        </button>
        {part.definition.measured
          ? `, ${showBoth(part.definition.measured.mm, units)} by caliper, which every computation uses`
          : ', not measured yet'}
        {original ? `; made as mirror of ${original.definition.name} (${original.definition.hand === 'L' ? 'left' : 'right'})` : ''}
      </p>
      {original ? (
        <Suspense fallback={null}>
          <PartMirror part={part.definition} original={original.definition} onTake={keepAs} />
        </Suspense>
      ) : null}
      <Controller
        control={control}
        name="orientation"
        render={({ field }) => (
          <OrientationPicture
            hand={hand === '' ? null : hand}
            corners={outline?.corners}
            orientation={field.value ?? AS_MADE}
            onChange={field.onChange}
          />
        )}
      />
      <Controller
        control={control}
        name="outline"
        render={({ field }) => <OutlineEditor outline={field.value} units={units} onChange={field.onChange} />}
      />
      <PartFields form={form} />
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" tone="primary">
          Keep the part
        </Button>
        <Button tone="danger" disabled={rows.length > 0} title={rows.length > 0 ? 'Rows still use it' : undefined} onClick={remove}>
          Delete
        </Button>
        <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/photo?part=${part.id}`}>
          Measure it from a photograph
        </Link>
        {said?.ok ? <span role="status">{said.text}</span> : null}
      </div>
      {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
      <section aria-label="Rows of this part">
        <h2 className="label text-[16px]">
          {rows.length === 0 ? 'In no row yet' : rows.length === 1 ? 'In one row' : `In ${rows.length} rows`}
        </h2>
        <ul>
          {shown.map((row) => (
            <li key={row.id}>
              <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${row.id}`}>
                {rowTitle(row.definition, parts)}
              </Link>
            </li>
          ))}
        </ul>
        {more}
      </section>
    </form>
  );
}

function describe(part: PartDefinition): string {
  return [
    part.name,
    part.hand ?? 'no hand',
    part.number,
    part.nature ? MATERIAL_WORDS[part.nature] : '',
    part.isBought ? 'bought finished' : '',
    part.material,
    part.finish,
    part.page,
    part.revision,
    `counted ${part.counted ?? 'none'}`,
  ]
    .filter(Boolean)
    .join(', ');
}
