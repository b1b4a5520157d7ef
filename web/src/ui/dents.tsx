import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { dentsOf } from '#core/record/dents';
import { DENTED, type Mark } from '#core/record/marks';
import { showBoth } from '#core/units/show';
import { carryUnit } from '#core/units/carry';
import { DENTED_WORDS } from '#core/wording/marks';
import type { MarkWish } from '../api/commands';
import { sendAll } from '../api/photos';
import { Button, ErrorText, Field, Select, TextInput } from './controls';
import { DimensionField, dimensionValue } from './dimension-field';
import { Photos } from './notes';
import { PhotoInput } from './photo-input';
import { useUnits, useUnitSwitch } from './units';

interface DentsProps {
  readonly kit: Entity<'kit'>;
  /** Parts a dent may be in. */
  readonly parts: readonly Entity<'part'>[];
  readonly marks: readonly Mark[];
  /** The job they come in. */
  readonly jobId?: string;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Dents of parts, off any hole: where each is, and what became of it; with a field for one more. */
export function Dents({ kit, parts, marks, jobId, onMark }: DentsProps) {
  const units = useUnits();
  const dents = dentsOf(marks, new Set(parts.map((p) => p.id)));
  const assemblyId = parts[0]?.definition.assemblyId;
  const names = new Map(parts.map((p) => [p.id, p.definition.name]));
  if (assemblyId === undefined) return null;
  return (
    <section aria-label="Dents" className="flex flex-col gap-2">
      {dents.length > 0 ? (
        <ul className="flex flex-col gap-2">
          {dents.map(({ found, settled }) => {
            const { dent, partIds = [], note, photoIds = [] } = found.payload;
            const where = `${partIds.flatMap((id) => names.get(id) ?? []).join(', ')}, ${dent.where}`;
            return (
              <li key={found.id} className="flex flex-wrap items-center gap-3 border-t border-line pt-1 text-[17px]">
                <span className={settled ? '' : 'label text-caution'}>
                  Dent: {where}
                  {dent.deep ? `, ${showBoth(dent.deep.mm, units)} deep` : ''}
                  {note ? `. ${note}` : ''}
                  {settled ? `; ${DENTED_WORDS[settled.payload.dented]}` : ', open'}
                </span>
                <Photos ids={photoIds} alt={`Photo of the dent, ${where}`} />
                {settled
                  ? null
                  : DENTED.map((dented) => (
                      <Button
                        key={dented}
                        className="min-h-14 px-3"
                        aria-label={`${DENTED_WORDS[dented]}: ${where}`}
                        onClick={() =>
                          onMark([
                            { kind: 'dent-settled', rowId: assemblyId, holeIds: [], payload: { partIds, because: found.id, dented } },
                          ])
                        }
                      >
                        {DENTED_WORDS[dented]}
                      </Button>
                    ))}
              </li>
            );
          })}
        </ul>
      ) : null}
      <details>
        <summary className="label min-h-11 cursor-pointer py-2 text-[16px]">A dent came</summary>
        <DentForm kit={kit} parts={parts} assemblyId={assemblyId} jobId={jobId} onMark={onMark} />
      </details>
    </section>
  );
}

type DentFormProps = Pick<DentsProps, 'kit' | 'parts' | 'onMark'> & { readonly assemblyId: string; readonly jobId: string | undefined };

function DentForm({ kit, parts, assemblyId, jobId, onMark }: DentFormProps) {
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
