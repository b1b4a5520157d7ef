import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { Link } from 'react-router';
import { ApiError } from '../../api/client';
import type { Entity, Hand, PartDefinition } from '#core/record/definitions';
import { readZones } from '#core/record/bare-zones';
import { partDifferences, takeOverPart } from '#core/record/mirror-differences';
import { rowTitle } from '#core/record/title';
import { showBoth } from '#core/units/show';
import { problemMessage } from '#core/wording/problems';
import { useMirrorSource } from '../../api/queries';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { MirrorOffers } from '../../ui/mirror-offers';
import { useUnits } from '../../ui/units';
import { partsById } from '../../models/row-model';
import { OutlineEditor } from './outline-editor';
import { AS_MADE, OrientationPicture } from './orientation-picture';

const TEXTS = [
  ['number', 'Part number'],
  ['material', 'Material'],
  ['finish', 'Finish planned'],
  ['page', 'Plan page'],
  ['revision', 'Revision'],
] as const;

interface PartCardProps {
  readonly data: AssemblyAnswer;
  readonly part: Entity<'part'>;
  /** Versions added from the thickness dialog since the card was opened. */
  readonly ownChanges: number;
  readonly onKeep: (version: number, definition: PartDefinition | null) => Promise<void>;
  readonly onThickness: () => void;
}

/** One part: what it is, how it lies, how many there are, and the rows it is in. */
export function PartCard({ data, part, ownChanges, onKeep, onThickness }: PartCardProps) {
  const units = useUnits();
  const [version, setVersion] = useState(part.version);
  const [draft, setDraft] = useState<PartDefinition>(part.definition);
  const [angleText, setAngleText] = useState(part.definition.flangeAngleDeg == null ? '' : String(part.definition.flangeAngleDeg));
  const [zonesText, setZonesText] = useState((part.definition.bareZones ?? []).join('\n'));
  const zones = readZones(zonesText);
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const parts = partsById(data.parts);
  const rows = data.rows.filter((r) => r.definition.layers.some((l) => l.partId === part.id));
  const original = useMirrorSource(data, (d) => d.parts.find((p) => p.id === part.definition.mirroredFrom));
  /* The thickness, and whether it is here, are changed in their own places; what is kept here never turns them back. */
  const { thickness, measured, supply } = part.definition;
  const next = { ...draft, thickness, measured, ...(supply === undefined ? {} : { supply }) };
  const set = (change: Partial<PartDefinition>) => setDraft({ ...draft, ...change });
  const count = (text: string) => (/^\d{1,4}$/.test(text.trim()) ? Number(text) : null);
  const keep = async (definition: PartDefinition | null) => {
    try {
      await onKeep(version + ownChanges, definition);
      setVersion(version + 1);
      setSaid({ ok: true, text: 'Kept.' });
    } catch (e) {
      const newer =
        e instanceof ApiError && e.code === 'version-conflict'
          ? (e.data.conflicts as { currentVersion: number; current: PartDefinition | null }[])[0]
          : undefined;
      if (newer) setVersion(newer.currentVersion - ownChanges);
      setSaid({
        ok: false,
        text: newer
          ? `Somebody else has changed this part since; now: ${describe(newer.current)}. Keep again to put yours in its place.`
          : (e as Error).message,
      });
    }
  };
  return (
    <form
      className="flex flex-col gap-3 p-3"
      aria-label={part.definition.name}
      onSubmit={(e) => {
        e.preventDefault();
        if (!zones.ok) return;
        const isBare = zones.value.length > 0 || next.bareZones !== undefined;
        void keep({ ...next, name: draft.name.trim(), ...(isBare ? { bareZones: zones.value } : {}) });
      }}
    >
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
        <MirrorOffers
          sourceName={original.definition.name}
          differences={partDifferences(part.definition, original.definition)}
          onTake={(key) => {
            const taken = takeOverPart(part.definition, original.definition, key);
            setDraft({ ...draft, [key]: taken[key] });
            void keep({ ...taken });
          }}
        />
      ) : null}
      <OrientationPicture
        hand={draft.hand}
        corners={draft.outline?.corners}
        orientation={draft.orientation ?? AS_MADE}
        onChange={(orientation) => set({ orientation })}
      />
      <OutlineEditor outline={draft.outline} units={units} onChange={(outline) => set({ outline })} />
      <label className="flex items-center gap-2">
        <input type="checkbox" className="size-5" checked={draft.crease ?? false} onChange={(e) => set({ crease: e.target.checked })} />
        its lap edge gets a slight crease
      </label>
      <Field label="Angle of its flange, degrees (checked after the last dimple)">
        <TextInput
          className="w-28"
          inputMode="decimal"
          value={angleText}
          placeholder="not checked"
          onChange={(e) => {
            setAngleText(e.target.value);
            const value = Number(e.target.value.replace(',', '.'));
            set({ flangeAngleDeg: e.target.value.trim() === '' ? null : value >= 0 && value <= 180 ? value : draft.flangeAngleDeg });
          }}
        />
      </Field>
      <Field label="Zones that stay bare, one a line (masked and looked at before the finish)">
        <textarea
          className="field min-h-16"
          value={zonesText}
          placeholder="the lap to the chine, 1 in wide"
          aria-invalid={!zones.ok}
          onChange={(e) => setZonesText(e.target.value)}
        />
      </Field>
      {zones.ok ? null : <ErrorText>{problemMessage(zones.problem)}</ErrorText>}
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="Name">
          <TextInput required maxLength={120} value={draft.name} onChange={(e) => set({ name: e.target.value })} />
        </Field>
        <Field label="Hand">
          <Select value={draft.hand ?? ''} onChange={(e) => set({ hand: (e.target.value || null) as Hand | null })}>
            <option value="">no hand</option>
            <option value="L">left</option>
            <option value="R">right</option>
          </Select>
        </Field>
        {TEXTS.map(([key, label]) => (
          <Field key={key} label={label}>
            <TextInput maxLength={80} value={draft[key] ?? ''} onChange={(e) => set({ [key]: e.target.value })} />
          </Field>
        ))}
        <Field label="On the list">
          <TextInput inputMode="numeric" value={draft.listed ?? ''} onChange={(e) => set({ listed: count(e.target.value) })} />
        </Field>
        <Field
          label="Counted on the table"
          hint={
            draft.listed != null && draft.counted != null && draft.listed !== draft.counted
              ? `${Math.abs(draft.listed - draft.counted)} ${draft.counted < draft.listed ? 'missing' : 'too many'}`
              : undefined
          }
        >
          <TextInput inputMode="numeric" value={draft.counted ?? ''} onChange={(e) => set({ counted: count(e.target.value) })} />
        </Field>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" tone="primary">
          Keep the part
        </Button>
        <Button
          tone="danger"
          disabled={rows.length > 0}
          title={rows.length > 0 ? 'Rows still use it' : undefined}
          onClick={() => void keep(null)}
        >
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
          {rows.map((row) => (
            <li key={row.id}>
              <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${row.id}`}>
                {rowTitle(row.definition, parts)}
              </Link>
            </li>
          ))}
        </ul>
      </section>
    </form>
  );
}

function describe(part: PartDefinition | null): string {
  return part === null
    ? 'deleted'
    : [
        part.name,
        part.hand ?? 'no hand',
        part.number,
        part.material,
        part.finish,
        part.page,
        part.revision,
        `counted ${part.counted ?? 'none'}`,
      ]
        .filter(Boolean)
        .join(', ');
}
