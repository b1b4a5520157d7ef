import type { AssemblyAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { typedMm, placeHoles } from '#core/compose/compose-drawing';
import { followGroups } from '#core/compose/groups';
import type { Comparison, PhotoFinding } from '#core/photo/compare';
import { deviationOf, isDeviating } from '#core/photo/deviation-of';
import type { Edit } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { stackOf } from '#core/record/stack-of';
import { rowTitle } from '#core/record/title';
import { cutText } from '#core/typed/whole-text';
import { photoFindingSentence } from '#core/wording/photo';
import { countOf } from '#core/wording/words';
import { useKeep, useMark } from '../../api/commands';
import { newId } from '../../api/device';
import { sendAll } from '../../api/photos';
import { contextOf, partsById } from '../../models/planned-rows';
import { Button, ErrorText } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import type { MeasuredPhoto } from './use-photo-worker';

interface AgainstPlanProps {
  readonly data: AssemblyAnswer;
  readonly partId: string;
  readonly photo: MeasuredPhoto;
  readonly comparison: Comparison;
}

/** Lengths from a photograph are kept to so much, mm. */
const KEPT_TO = 0.001;

/** What is not as planned, ticked and kept: a note on the part with the photograph, deviations on the holes; or the places as measured. */
export function AgainstPlan({ data, partId, photo, comparison }: AgainstPlanProps) {
  const units = useUnits();
  const mark = useMark(data.kit);
  const keepEdits = useKeep(data.kit);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [said, setSaid] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [kept, setKept] = useState<ReadonlySet<'findings' | 'places'>>(new Set());
  const isBusy = useRef(false);
  const { findings, matched, asPlanned, inSight, beyond } = comparison;
  const rows = new Map(data.rows.map((r) => [r.id, r]));
  const parts = partsById(data.parts);
  const titleOf = (rowId: string) => {
    const row = rows.get(rowId);
    return row ? rowTitle(row.definition, parts) : 'a row that is gone';
  };
  const sentence = (f: PhotoFinding) => photoFindingSentence(f, 'wanted' in f ? titleOf(f.wanted.rowId) : '', units);
  const once = async (what: 'findings' | 'places', work: () => Promise<void>) => {
    if (isBusy.current || kept.has(what)) return;
    isBusy.current = true;
    setError(null);
    try {
      await work();
      setKept(new Set([...kept, what]));
    } catch (e) {
      setError((e as Error).message);
    }
    isBusy.current = false;
  };
  const typed = (mm: number) => typedMm(Math.round(mm / KEPT_TO) * KEPT_TO, units);
  const chosen = findings.filter((_, i) => !left.has(i));
  const keepFindings = () =>
    once('findings', async () => {
      const photoIds = await sendAll(data.kit, photo.files);
      const context = contextOf(data);
      const note = [
        `Photograph measured: ${countOf(asPlanned, 'hole')} as planned${chosen.length === 0 ? '' : `, ${chosen.length} not`}.`,
        ...chosen.map(sentence),
      ].join(' ');
      mark([
        {
          kind: 'log-note',
          rowId: data.assembly.id,
          holeIds: [],
          payload: { note: cutText(note, 500), photoIds, partIds: [partId] },
        },
        ...chosen.filter(isDeviating).flatMap((f) => {
          const row = rows.get(f.wanted.rowId);
          const stack = row && stackOf(row.definition, context);
          if (!row || !stack) return [];
          return [
            {
              kind: 'deviation' as const,
              rowId: row.id,
              holeIds: [f.wanted.holeId],
              payload: {
                deviation: deviationOf(f, row.definition, stack, typed),
                note: 'Measured from a photograph.',
                photoIds,
              },
            },
          ];
        }),
      ]);
      setSaid('Kept: a note on the part with the photograph, and a deviation for each hole that is off or too wide.');
    });
  /** Rows of which every hole was seen where it belongs: their places can be those of the picture. */
  const whole = [...new Set(matched.map((m) => m.wanted.rowId))].flatMap((id) => {
    const row = rows.get(id);
    const holes = row ? holesInPlan(row.definition.holes) : [];
    const places = holes.flatMap((h) => matched.find((m) => m.wanted.rowId === id && m.wanted.holeId === h.id)?.place ?? []);
    return row && places.length === holes.length ? [{ row, places }] : [];
  });
  const keepPlaces = () =>
    once('places', async () => {
      const photoIds = await sendAll(data.kit, photo.files);
      const edits = whole.map(({ row, places }): Edit => ({
        kind: 'row',
        id: row.id,
        expectedVersion: row.version,
        definition: placeHoles(row.definition, places, newId),
      }));
      await keepEdits({
        edits: followGroups(edits, { rows: data.rows, parts: data.parts, fasteners: data.fasteners, newId }),
        reason: 'Picked up from a photograph',
      });
      mark([
        {
          kind: 'log-note',
          rowId: data.assembly.id,
          holeIds: [],
          payload: { note: `${countOf(whole.length, 'row')} picked up from this photograph.`, photoIds, partIds: [partId] },
        },
      ]);
      setSaid('Kept: the rows have the places of the photograph.');
    });
  return (
    <section aria-label="Against the plan" className="flex flex-col gap-2">
      <h2 className="label text-[19px]">Against the plan</h2>
      <p className="text-[16px]">
        {asPlanned} of {countOf(inSight, 'hole')} as planned{beyond > 0 ? `; ${beyond} more lie outside the picture` : ''}.{' '}
        {findings.length === 0 ? 'Nothing else was seen. That is what the picture shows, no approval.' : ''}
      </p>
      {findings.length > 0 ? (
        <ol aria-label="Not as planned" className="flex flex-col gap-1">
          {findings.map((f, i) => (
            <li key={i}>
              <label className="flex min-h-11 items-start gap-2 text-[16px]">
                <input
                  type="checkbox"
                  className="mt-1 size-5 shrink-0"
                  checked={!left.has(i)}
                  disabled={kept.has('findings')}
                  onChange={(e) => setLeft(new Set(e.target.checked ? [...left].filter((k) => k !== i) : [...left, i]))}
                />
                <span className="label w-6 shrink-0 text-right">{i + 1}</span>
                <VerdictSign of={f.kind === 'hidden' || f.kind === 'narrow' ? 'caution' : 'stop'} />
                <span>{sentence(f)}</span>
              </label>
            </li>
          ))}
        </ol>
      ) : null}
      <div className="flex flex-wrap items-center gap-2">
        {kept.has('findings') ? null : (
          <Button tone="primary" className="min-h-12" onClick={() => void keepFindings()}>
            {chosen.length === 0 ? 'Keep the photograph with the part' : `Keep ${countOf(chosen.length, 'finding')} with the photograph`}
          </Button>
        )}
        {whole.length > 0 && !kept.has('places') ? (
          <Button className="min-h-12" onClick={() => void keepPlaces()}>
            Pick up {countOf(whole.length, 'row')} as {whole.length === 1 ? 'it is' : 'they are'} in the photograph
          </Button>
        ) : null}
      </div>
      {said ? <p role="status">{said}</p> : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </section>
  );
}
