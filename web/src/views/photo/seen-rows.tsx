import type { AssemblyAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { editsOfDrawing, type DrawnLine } from '#core/compose/compose-drawing';
import type { Comparison } from '#core/photo/compare';
import type { SeenRow } from '#core/photo/recognise';
import { holesInPlan } from '#core/record/holes';
import { rowTitle } from '#core/record/title';
import { seenRowSentence } from '#core/wording/photo';
import { problemMessage } from '#core/wording/problems';
import { countOf } from '#core/wording/words';
import { useKeep, useMark } from '../../api/commands';
import { sendAll } from '../../api/photos';
import { composeContextOf } from '../../models/compose-context';
import { partsById } from '../../models/planned-rows';
import { Button, ErrorText, Select } from '../../ui/controls';
import { StackField } from '../../ui/stack-field';
import { useUnits } from '../../ui/units';
import type { SheetPlan } from './sheet-of-part';
import type { MeasuredPhoto } from './use-photo-worker';

interface SeenRowsProps {
  readonly data: AssemblyAnswer;
  readonly partId: string;
  readonly plan: SheetPlan;
  readonly photo: MeasuredPhoto;
  readonly rows: readonly SeenRow[];
  readonly comparison: Comparison | null;
}

const NEW = 'new';
const LEAVE = 'leave';

/** Rows as the photograph shows them: pitch, straightness, edge, sizes; those the plan does not place yet can be kept. */
export function SeenRows({ data, partId, plan, photo, rows, comparison }: SeenRowsProps) {
  const units = useUnits();
  const keep = useKeep(data.kit);
  const mark = useMark(data.kit);
  const [fate, setFate] = useState<Readonly<Record<number, string>>>({});
  const [stack, setStack] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const isBusy = useRef(false);
  const planned = new Set(comparison?.matched.map((m) => m.found) ?? []);
  const parts = partsById(data.parts);
  const loose = rows.map((r) => r.places.length > 1 && !r.holes.some((h) => planned.has(h)));
  const fateOf = (i: number) => fate[i] ?? LEAVE;
  const chosen = rows.flatMap((row, i) => (loose[i] && fateOf(i) !== LEAVE ? [{ row, i, fate: fateOf(i) }] : []));
  const isNew = chosen.some((c) => c.fate === NEW);
  const save = async () => {
    if (isBusy.current) return;
    setError(null);
    const lines = chosen.map((c): DrawnLine => ({
      name: `Photograph ${c.i + 1}`,
      places: c.row.places,
      rowId: c.fate === NEW ? null : c.fate,
    }));
    if (lines.some((l, i) => l.rowId !== null && lines.findIndex((o) => o.rowId === l.rowId) !== i))
      return setError('Two rows of the photograph are meant for the same row.');
    const order = Math.max(0, ...data.rows.map((r) => r.definition.order)) + 1;
    const edits = editsOfDrawing(lines, stack, data.rows, composeContextOf(data, units), order);
    if (!edits.ok) return setError(problemMessage(edits.problem));
    isBusy.current = true;
    try {
      const photoIds = await sendAll(data.kit, photo.files);
      await keep({ edits: edits.value, reason: 'Measured from a photograph' });
      const note = `${countOf(lines.length, 'row')} kept from this photograph.`;
      mark([{ kind: 'log-note', rowId: data.assembly.id, holeIds: [], payload: { note, photoIds, partIds: [partId] } }]);
      setFate({});
      setSaid(`Kept: ${countOf(lines.length, 'row')} with the photograph.`);
    } catch (e) {
      setError((e as Error).message);
    }
    isBusy.current = false;
  };
  return (
    <section aria-label="Rows in the photograph" className="flex flex-col gap-2 border-t border-line pt-2">
      <h2 className="label text-[19px]">Rows in the photograph</h2>
      <ol className="flex flex-col gap-1 text-[15px]">
        {rows.map((row, i) => (
          <li key={i} className="flex flex-wrap items-center gap-2 border-b border-line py-1">
            <span className="min-w-0 flex-1">{seenRowSentence(row, units)}</span>
            {loose[i] ? (
              <Select
                aria-label={`What row ${i + 1} becomes`}
                value={fateOf(i)}
                onChange={(e) => setFate({ ...fate, [i]: e.target.value })}
              >
                <option value={LEAVE}>left out</option>
                <option value={NEW}>a new row</option>
                {plan.unplaced
                  .filter((r) => holesInPlan(r.definition.holes).length === row.places.length)
                  .map((r) => (
                    <option key={r.id} value={r.id}>
                      the places of {rowTitle(r.definition, parts)}
                    </option>
                  ))}
              </Select>
            ) : null}
          </li>
        ))}
      </ol>
      {isNew ? <StackField stack={stack} onStack={setStack} /> : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      {chosen.length > 0 ? (
        <Button tone="primary" className="min-h-12 self-start" onClick={() => void save()}>
          Keep {countOf(chosen.length, 'row')} with the photograph
        </Button>
      ) : null}
      {said ? <p role="status">{said}</p> : null}
    </section>
  );
}
