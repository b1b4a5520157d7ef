import { useState } from 'react';
import { judgeAngle } from '#core/record/dimple-check';
import { ANGLE_STATIONS, DIMPLE_DEFECTS, type AngleStation, type DimpleDefect, type Mark } from '#core/record/marks';
import { effectiveMarks } from '#core/record/marks';
import { angleSentence, dimpleSentence, dimpleSeverity, DIMPLE_WORDS, STATION_WORDS } from '#core/wording/preparation';
import type { MarkWish } from '../../api/commands';
import { Button, ErrorText, Select } from '../../ui/controls';

interface DimpleChecksProps {
  readonly assemblyId: string;
  readonly rowId: string;
  readonly layerId: string;
  readonly partId: string;
  readonly partName: string;
  /** The angle the part says its flange is wanted at. */
  readonly wantedDeg: number | null | undefined;
  readonly hole: { readonly id: string; readonly number: number };
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** What is wrong with a dimple, by name, and what follows; the flange's angle afterwards. */
export function DimpleChecks({ assemblyId, rowId, layerId, partId, partName, wantedDeg, hole, marks, onMark }: DimpleChecksProps) {
  const [found, setFound] = useState('');
  const [wanted, setWanted] = useState(String(wantedDeg ?? 90));
  const [station, setStation] = useState<AngleStation>('start');
  const [error, setError] = useState<string | null>(null);
  const own = effectiveMarks(marks.filter((m) => m.kind === 'dimple-check' || m.kind === 'angle-read' || m.kind === 'undo'));
  const last = own.filter((m) => m.kind === 'dimple-check' && m.rowId === rowId && m.layerIds.includes(layerId)).at(-1);
  const angle = own.filter((m) => m.kind === 'angle-read' && m.payload.partIds?.includes(partId)).at(-1)?.payload.angle;
  const check = (dimple: DimpleDefect) =>
    onMark([{ kind: 'dimple-check', rowId, holeIds: [hole.id], layerIds: [layerId], payload: { dimple } }]);
  const keepAngle = () => {
    const read = { found: Number(found.replace(',', '.')), wanted: Number(wanted.replace(',', '.')) };
    if (found.trim() === '' || ![read.found, read.wanted].every((d) => d >= 0 && d <= 180))
      return setError('Angles lie between 0 and 180 degrees.');
    setError(null);
    setFound('');
    onMark([{ kind: 'angle-read', rowId: assemblyId, holeIds: [], payload: { partIds: [partId], angle: { ...read, station } } }]);
  };
  return (
    <section aria-label="Dimple checks" className="flex flex-col gap-2 rounded border border-line p-2 text-[16px]">
      <div className="flex flex-wrap items-center gap-2">
        <span className="label text-[17px]">
          Dimple {hole.number} in {partName}:
        </span>
        {DIMPLE_DEFECTS.map((d) => (
          <Button key={d} className="min-h-14 px-3 text-[17px]" onClick={() => check(d)}>
            {DIMPLE_WORDS[d]}
          </Button>
        ))}
      </div>
      {last?.payload.dimple ? (
        <p role="status" className={dimpleSeverity(last.payload.dimple) === 'stop' ? 'font-semibold text-stop' : 'text-caution'}>
          {dimpleSentence(last.payload.dimple)}
        </p>
      ) : null}
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keepAngle();
        }}
      >
        <label className="flex flex-col text-[14px] text-ink2">
          Angle of its flange now, °
          <input className="field min-h-12 w-28 text-[18px]" inputMode="decimal" value={found} onChange={(e) => setFound(e.target.value)} />
        </label>
        <label className="flex flex-col text-[14px] text-ink2">
          wanted, °
          <input
            className="field min-h-12 w-24 text-[18px]"
            inputMode="decimal"
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
          />
        </label>
        <label className="flex flex-col text-[14px] text-ink2">
          read at
          <Select className="min-h-12" value={station} onChange={(e) => setStation(e.target.value as AngleStation)}>
            {ANGLE_STATIONS.map((s) => (
              <option key={s} value={s}>
                {STATION_WORDS[s]}
              </option>
            ))}
          </Select>
        </label>
        <Button type="submit" className="min-h-12 px-3">
          Keep the angle
        </Button>
        {angle ? (
          <span role="status">
            {angle.found}° for {angle.wanted}°: {angleSentence(judgeAngle(angle))}
          </span>
        ) : null}
      </form>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </section>
  );
}
