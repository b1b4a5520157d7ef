import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { carryUnit } from '#core/units/carry';
import type { MarkWish } from '../api/commands';
import { sendAll } from '../api/photos';
import { Button, ErrorText, Field, Select, TextInput } from './controls';
import { DimensionField, dimensionValue } from './dimension-field';
import { PhotoInput } from './photo-input';
import { useUnits, useUnitSwitch } from './units';

interface DentFormProps {
  readonly kit: Entity<'kit'>;
  readonly parts: readonly Entity<'part'>[];
  readonly assemblyId: string;
  readonly jobId: string | undefined;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Where a dent is, how deep, with a photo. */
export function DentForm({ kit, parts, assemblyId, jobId, onMark }: DentFormProps) {
  const units = useUnits();
  const [partId, setPartId] = useState(parts[0]?.id ?? '');
  const [where, setWhere] = useState('');
  const [deep, setDeep] = useState('');
  const [files, setFiles] = useState<readonly File[]>([]);
  const [turn, setTurn] = useState(0);
  const [isBusy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => setDeep((t) => carryUnit(t, from)));
  const keep = async () => {
    const read = dimensionValue(deep, units);
    if (where.trim() === '') return setError('Where is it? So many inches from an edge and a rib.');
    if (read.isBad) return setError('How deep it is does not read.');
    setBusy(true);
    setError(null);
    try {
      const photoIds = await sendAll(kit, files);
      onMark([
        {
          kind: 'dent',
          rowId: assemblyId,
          holeIds: [],
          payload: {
            partIds: [partId],
            dent: { where: where.trim(), ...(read.length ? { deep: read.length } : {}), ...(jobId ? { jobId } : {}) },
            ...(photoIds.length > 0 ? { photoIds } : {}),
          },
        },
      ]);
      setWhere('');
      setDeep('');
      setFiles([]);
      setTurn(turn + 1);
    } catch (e) {
      setError((e as Error).message);
    }
    setBusy(false);
  };
  return (
    <div className="flex flex-col gap-3 pb-2">
      <p className="text-[15px] text-ink2">
        Ease what pulls there first: a strap, a rib, a hole drilled under strain. What the kit maker allows of dents goes first.
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        {parts.length > 1 ? (
          <Field label="Part with the dent">
            <Select value={partId} onChange={(e) => setPartId(e.target.value)}>
              {parts.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.definition.name}
                </option>
              ))}
            </Select>
          </Field>
        ) : null}
        <Field label="Where the dent is">
          <TextInput
            value={where}
            maxLength={120}
            placeholder="6 in aft of rib 3, by the free edge"
            onChange={(e) => setWhere(e.target.value)}
          />
        </Field>
        <DimensionField label="How deep the dent is" text={deep} onText={setDeep} units={units} placeholder="not measured" />
      </div>
      <PhotoInput key={turn} label="A photo of it (JPEG, PNG, WebP)" files={files} onFiles={setFiles} />
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button className="min-h-14 self-start px-4" disabled={isBusy} onClick={() => void keep()}>
        Keep the dent
      </Button>
    </div>
  );
}
