import type { AssemblyAnswer } from '#contract/answers';
import { cutText } from '#core/typed/whole-text';
import { useUnits } from '../../ui/units';
import { useEffect, useMemo, useState } from 'react';
import { carryFile, useCarriedFile } from '../../api/carried-file';
import { joinRuns } from '#core/layout/group-rows';
import type { Place } from '#core/layout/path';
import { holePlaces } from '#core/record/hole-places';
import { editsOfDrawing, evenPitch, type DrawnLine } from '#core/compose/compose-drawing';
import type { Edit } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { drillOfDiameter } from '#core/tables/drills';
import type { Mm } from '#core/units/length';
import { showBoth } from '#core/units/show';
import { problemMessage } from '#core/wording/problems';
import { composeContextOf } from '../../models/compose-context';
import { Button, ErrorText, Select } from '../../ui/controls';
import { StackField } from '../../ui/stack-field';
import { Modal } from '../../ui/modal';
import type { MapRow } from '../../drawing/map-paint';
import { MapCanvas } from '../map/map-canvas';
import { DrawingSource } from './drawing-source';
import { drawnRows, placesOf, useDrawing } from './use-drawing';

interface ImportDialogProps {
  readonly data: AssemblyAnswer;
  readonly onKeep: (edits: readonly Edit[]) => Promise<void>;
  readonly onClose: () => void;
}

interface Line {
  readonly key: string;
  readonly name: string;
  readonly places: readonly Place[];
  readonly diameterMm: number | null;
}

/** Most holes kept at once, drawn in the preview, lines listed. */
const KEEP_MAX = 20_000;
const DRAW_MAX = 5000;
const LIST_MAX = 400;
const NEW = 'new';
const LEAVE = 'leave';

/** Holes from a drawing become rows: file, unit, layers, a preview, what each line becomes, then kept at once. */
export function ImportDialog({ data, onKeep, onClose }: ImportDialogProps) {
  const units = useUnits();
  const drawing = useDrawing();
  /* A drawing that was dropped elsewhere is read here. */
  const carried = useCarriedFile('drawing', data.assembly.id);
  const { open } = drawing;
  useEffect(() => {
    if (!carried) return;
    carryFile(null);
    void open(carried);
  }, [carried, open]);
  const [stack, setStack] = useState('');
  const [fate, setFate] = useState<Readonly<Record<string, string>>>({});
  const [joined, setJoined] = useState<readonly (readonly number[])[]>([]);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);

  const { rows } = drawing;
  const lines = useMemo((): Line[] => {
    if (!rows) return [];
    const drawn = drawnRows(rows);
    const inJoin = new Set(joined.flat());
    const single = drawn.filter((r) => !inJoin.has(r.index));
    const whole = joined.map((indices): Line => {
      const first = drawn[indices[0] as number];
      return {
        key: indices.join('+'),
        name: first?.name ?? 'row',
        places: joinRuns(indices.map((i) => placesOf(rows, i))),
        diameterMm: first?.diameterMm ?? null,
      };
    });
    return [
      ...whole,
      ...single
        .sort((a, b) => b.count - a.count)
        .slice(0, LIST_MAX)
        .map((r) => ({ key: String(r.index), name: r.name, places: placesOf(rows, r.index), diameterMm: r.diameterMm })),
    ];
  }, [rows, joined]);
  const total = rows?.names.length ?? 0;
  const fateOf = (line: Line) => fate[line.key] ?? (line.places.length > 1 ? NEW : LEAVE);
  const kept = lines.filter((l) => fateOf(l) !== LEAVE);
  const holeCount = kept.reduce((n, l) => n + l.places.length, 0);
  const isNew = kept.some((l) => fateOf(l) === NEW);
  const preview = useMemo((): MapRow[] => {
    let left = DRAW_MAX;
    return lines.map((l) => {
      const places = l.places.slice(0, Math.max(0, left));
      left -= places.length;
      return { id: l.key, title: l.name, path: places, holes: places.map((place) => ({ place, stage: 'drilled', isShown: true })) };
    });
  }, [lines]);
  const unplaced = useMemo(() => data.rows.filter((r) => !holePlaces(r.definition)), [data.rows]);

  const keep = async () => {
    setError(null);
    if (holeCount > KEEP_MAX) return setError(`${holeCount} holes are too many at once: choose layers or lines up to ${KEEP_MAX}.`);
    const drawn = kept.map((l): DrawnLine => ({
      name: cutText(l.name, 120),
      places: l.places,
      rowId: fateOf(l) === NEW ? null : fateOf(l),
    }));
    const twice = drawn.find((l, i) => l.rowId !== null && drawn.findIndex((o) => o.rowId === l.rowId) !== i);
    if (twice) return setError('Two lines of the drawing are meant for the same row.');
    const edits = editsOfDrawing(
      drawn,
      stack,
      data.rows,
      composeContextOf(data, units),
      Math.max(0, ...data.rows.map((r) => r.definition.order)) + 1,
    );
    if (!edits.ok) return setError(problemMessage(edits.problem));
    setBusy(true);
    try {
      await onKeep(edits.value);
      onClose();
    } catch (e) {
      setBusy(false);
      setError((e as Error).message);
    }
  };
  return (
    <Modal title="Holes from a drawing (DXF)" open onClose={onClose} wide>
      <DrawingSource drawing={drawing} want="holes" />
      {lines.length > 0 ? (
        <>
          <div className="grid min-h-0 gap-3 md:grid-cols-2">
            <div className="relative h-[300px] overflow-hidden rounded border border-line">
              <MapCanvas rows={preview} selectedId={picked[0] ?? null} onPick={(key) => setPicked([key])} />
            </div>
            <div className="flex max-h-[300px] flex-col overflow-auto">
              <ul aria-label="Lines of holes found">
                {lines.map((l) => (
                  <li
                    key={l.key}
                    className={`flex items-center gap-2 border-b border-line py-0.5 text-[14.5px] ${picked.includes(l.key) ? 'bg-dye-soft' : ''}`}
                  >
                    <input
                      type="checkbox"
                      aria-label={`Point out ${l.name}`}
                      checked={picked.includes(l.key)}
                      onChange={(e) => setPicked(e.target.checked ? [...picked, l.key] : picked.filter((k) => k !== l.key))}
                    />
                    <span className="min-w-0 flex-1">
                      <strong className="label">{l.name}</strong> ×{l.places.length}
                      <span className="block text-[13px] text-ink2">{describe(l, units)}</span>
                    </span>
                    <Select
                      aria-label={`What ${l.name} becomes`}
                      value={fateOf(l)}
                      onChange={(e) => setFate({ ...fate, [l.key]: e.target.value })}
                    >
                      <option value={NEW}>a new row</option>
                      <option value={LEAVE}>left out</option>
                      {unplaced
                        .filter((r) => holesInPlan(r.definition.holes).length === l.places.length)
                        .map((r) => (
                          <option key={r.id} value={r.id}>
                            places “{r.definition.name || 'row'}”
                          </option>
                        ))}
                    </Select>
                  </li>
                ))}
              </ul>
            </div>
          </div>
          <p className="text-[14px] text-ink2">
            {total > LIST_MAX ? `The longest ${LIST_MAX} of ${total} lines are listed. ` : ''}
            Point out lines to join them where a row was cut at a corner.{' '}
            <Button
              disabled={picked.length < 2}
              onClick={() => {
                const all = picked.flatMap((key) => key.split('+').map(Number));
                setJoined([...joined.filter((j) => !picked.includes(j.join('+'))), all]);
                setPicked([all.join('+')]);
              }}
            >
              Join into one row
            </Button>
          </p>
          {isNew ? <StackField stack={stack} onStack={setStack} hint=" Change single rows under Plan." /> : null}
        </>
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      {lines.length > 0 ? (
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Keep nothing</Button>
          <Button tone="primary" disabled={kept.length === 0 || isBusy} onClick={() => void keep()}>
            Keep {kept.length} {kept.length === 1 ? 'row' : 'rows'}, {holeCount} holes
          </Button>
        </div>
      ) : null}
    </Modal>
  );
}

function describe(line: Line, units: 'in' | 'mm'): string {
  const drill = line.diameterMm === null ? null : drillOfDiameter(line.diameterMm as Mm);
  const hole =
    line.diameterMm === null ? 'points, no diameter' : `hole ${showBoth(line.diameterMm as Mm, units)}${drill ? ` (${drill})` : ''}`;
  const pitch = evenPitch(line.places);
  return `${hole}${line.places.length < 2 ? '' : pitch === null ? ', uneven' : `, pitch ${showBoth(pitch as Mm, units)}`}`;
}
