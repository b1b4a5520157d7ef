import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { flangeAngles, type FlangeAngle } from '#core/record/flange-angles';
import { ANGLE_STATIONS, type AngleStation, type Mark } from '#core/record/marks';
import { angleSentence, STATION_WORDS } from '#core/wording/preparation';
import type { MarkWish } from '../api/commands';
import { Button, ErrorText } from './controls';
import { useUnits } from './units';
import type { RowModel } from '../models/row-model';
import { partsById } from '../models/planned-rows';

interface FlangeAnglesProps {
  readonly data: AssemblyAnswer;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  /** Only this part; absent: every one that still has a station to read. */
  readonly partId?: string | undefined;
}

/** Flanges whose last dimple is done: the angle at both ends and the middle, until each was read. */
export function FlangeAngles({ data, rows, marks, onMark, partId }: FlangeAnglesProps) {
  const parts = useMemo(() => partsById(data.parts), [data.parts]);
  const angles = useMemo(
    () =>
      flangeAngles(
        parts,
        rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, steps: r.steps, states: r.states })),
        marks,
      ),
    [parts, rows, marks],
  );
  const shown = angles.filter((a) => (partId === undefined ? a.due.length > 0 : a.partId === partId));
  if (shown.length === 0) return null;
  return (
    <section
      aria-label="Flange angles to check"
      className="flex flex-col gap-2 rounded border border-caution bg-caution-soft p-2 text-[17px]"
    >
      {shown.map((a) => (
        <OneFlange key={a.partId} angle={a} name={parts.get(a.partId)?.name ?? '?'} assemblyId={data.assembly.id} onMark={onMark} />
      ))}
    </section>
  );
}

interface OneFlangeProps {
  readonly angle: FlangeAngle;
  readonly name: string;
  readonly assemblyId: string;
  readonly onMark: FlangeAnglesProps['onMark'];
}

function OneFlange({ angle, name, assemblyId, onMark }: OneFlangeProps) {
  const [texts, setTexts] = useState<Readonly<Partial<Record<AngleStation, string>>>>({});
  const [error, setError] = useState<string | null>(null);
  const units = useUnits();
  const keep = (station: AngleStation) => {
    const found = Number((texts[station] ?? '').trim().replace(',', '.'));
    if ((texts[station] ?? '').trim() === '' || !(found >= 0 && found <= 180)) return setError('Angles lie between 0 and 180 degrees.');
    setError(null);
    setTexts({ ...texts, [station]: '' });
    const payload = { partIds: [angle.partId], angle: { found, wanted: angle.wantedDeg, station } };
    onMark([{ kind: 'angle-read', rowId: assemblyId, holeIds: [], payload }]);
  };
  return (
    <div role="group" aria-label={`Flange of ${name}`} className="flex flex-col gap-1">
      <p>
        <strong className="label">{name}</strong>: its last dimple is done. Check the flange’s angle, {angle.wantedDeg}° wanted
        {angle.due.length > 0 ? `: ${angle.due.map((s) => STATION_WORDS[s]).join(', ')}` : ''}.{' '}
        {angle.wantedDeg >= 5 && angle.wantedDeg <= 175 ? (
          <a
            className="underline underline-offset-2"
            href={`/api/angle-template.pdf?paper=${units === 'mm' ? 'a4' : 'letter'}&angle=${angle.wantedDeg}`}
            download
          >
            Print its template
          </a>
        ) : null}
      </p>
      <div className="flex flex-wrap items-end gap-2">
        {ANGLE_STATIONS.map((station) => {
          const read = angle.readings[station];
          return (
            <form
              key={station}
              className="flex items-end gap-1"
              onSubmit={(e) => {
                e.preventDefault();
                keep(station);
              }}
            >
              <label className="flex flex-col text-[14px]">
                {STATION_WORDS[station]}, °
                <input
                  className="field min-h-14 w-24 text-[18px]"
                  inputMode="decimal"
                  value={texts[station] ?? ''}
                  placeholder={read ? String(read.foundDeg) : ''}
                  onChange={(e) => setTexts({ ...texts, [station]: e.target.value })}
                />
              </label>
              <Button type="submit" className="min-h-14 px-3" aria-label={`Keep the angle at ${STATION_WORDS[station]} of ${name}`}>
                Keep
              </Button>
            </form>
          );
        })}
      </div>
      {ANGLE_STATIONS.flatMap((station) => {
        const read = angle.readings[station];
        return read
          ? [<p key={station} role="status">{`${STATION_WORDS[station]}: ${read.foundDeg}°. ${angleSentence(read.answer)}`}</p>]
          : [];
      })}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}
