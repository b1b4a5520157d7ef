import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { comparePhoto } from '#core/photo/compare';
import { shows } from '#core/photo/seen-sheet';
import { placed, type Placing } from '#core/photo/placing';
import { recogniseRows } from '#core/photo/recognise';
import { showBoth } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { countOf } from '#core/wording/words';
import { useAllMarks } from '../../api/all-marks';
import { useFollow } from '../../api/queries';
import { saveFile } from '../../ui/save-file';
import { AssemblyPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, ErrorText } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { useUndo } from '../../ui/use-undo';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { carryUnit } from '#core/units/carry';
import { AgainstPlan } from './against-plan';
import { PhotoPicture } from './photo-picture';
import { PhotoSource, type PhotoQuestion } from './photo-source';
import { SeenRows } from './seen-rows';
import { sheetPlanOf, type SheetPlan } from './sheet-of-part';
import { usePhotoWorker, type MeasuredPhoto } from './use-photo-worker';

/** A sheet measured from a photograph on a printed frame, against its plan or as rows of its own. */
export function PhotoView() {
  return <AssemblyScreen name="Photograph">{(data) => <PhotoOfAssembly data={data} />}</AssemblyScreen>;
}

function PhotoOfAssembly({ data }: { data: AssemblyAnswer }) {
  useFollow(data.kit.id);
  const marks = useAllMarks(data.assembly.id);
  const undo = useUndo(data.kit, marks);
  const [search, setSearch] = useSearchParams();
  const part = data.parts.find((p) => p.id === search.get('part')) ?? firstPart(data, search.get('row'));
  const plan = useMemo(() => (part ? sheetPlanOf(data, part.id) : null), [data, part]);
  const work = usePhotoWorker();
  const measure = (files: readonly File[], question: PhotoQuestion) => {
    work.measure(files, { ...question, wanted: plan?.wanted ?? [] });
  };
  return (
    <AssemblyPage data={data} here="layout" title="Photograph" undo={undo}>
      <main id="content" className="flex flex-col gap-3 p-3">
        <h1 className="label text-[22px]">Measure a sheet from a photograph</h1>
        {part && plan ? (
          <div className="grid items-start gap-4 lg:grid-cols-[340px_minmax(0,1fr)]">
            <PhotoSource
              key={part.id}
              data={data}
              part={part}
              onPart={(id) => {
                work.forget();
                setSearch({ part: id }, { replace: true });
              }}
              isBusy={work.progress !== null}
              canPractise={plan.holes.length > 0}
              onFiles={measure}
              onPractise={(question, { isKeptAsFile, ...how }) =>
                work.practise({ ...question, ...how, holes: plan.holes, outline: part.definition.outline?.corners ?? null }, (files) => {
                  if (isKeptAsFile) for (const f of files) saveFile(f.name, f, f.type);
                  measure(files, question);
                })
              }
            />
            <div className="flex min-w-0 flex-col gap-3">
              {work.progress ? (
                <p role="status" className="flex items-center gap-2 text-[17px]">
                  <progress value={work.progress.share} aria-label="How far" /> {work.progress.doing} …
                  <Button onClick={work.stop}>Stop</Button>
                </p>
              ) : null}
              {work.error ? <ErrorText>{work.error}</ErrorText> : null}
              {work.photo ? (
                <Result
                  key={work.photo.sheet.dots + work.photo.sheet.tiltDeg}
                  data={data}
                  partId={part.id}
                  plan={plan}
                  photo={work.photo}
                />
              ) : null}
              {!work.photo && !work.progress && !work.error ? <HowItGoes /> : null}
            </div>
          </div>
        ) : (
          <p className="text-ink2">No part yet: type a row under Plan, or add one under Parts.</p>
        )}
      </main>
    </AssemblyPage>
  );
}

/** The first sheet of the row one came with, else one whose holes are placed, else any. */
function firstPart(data: AssemblyAnswer, rowId: string | null) {
  const row = data.rows.find((r) => r.id === rowId);
  const ofRow = data.parts.find((p) => p.id === row?.definition.layers[0]?.partId);
  return ofRow ?? data.parts.find((p) => sheetPlanOf(data, p.id).wanted.length > 0) ?? data.parts[0];
}

function HowItGoes() {
  return (
    <ol className="flex max-w-prose list-decimal flex-col gap-2 pl-6 text-[17px]">
      <li>Print the frame at 100 % and check its bar with a ruler: a print that is off makes every length off.</li>
      <li>Tape it flat. Lay the sheet on the dark field, its face up as the plan shows it, nothing on the codes and dots.</li>
      <li>
        Photograph the whole page from above, in even light, without a flash. For diameters straight from above: the picture is refused
        where it is too poor to measure.
      </li>
      <li>Look at what was found, and decide what of it is kept. What stands up from the sheet, such as a flange, is not measured.</li>
    </ol>
  );
}

interface ResultProps {
  readonly data: AssemblyAnswer;
  readonly partId: string;
  readonly plan: SheetPlan;
  readonly photo: MeasuredPhoto;
}

function Result({ data, partId, plan, photo }: ResultProps) {
  const units = useUnits();
  const { sheet: measured, ways } = photo;
  const [way, setWay] = useState(0);
  const [tolerance, setTolerance] = useState(units === 'mm' ? '.5' : '.020');
  useUnitSwitch((from) => setTolerance((t) => carryUnit(t, from)));
  const typed = dimensionValue(tolerance, units);
  const placing = ways[way] ?? null;
  const comparison = useMemo(() => {
    if (!placing) return null;
    return comparePhoto({ measured, shows: (p) => shows(measured, p), wanted: plan.wanted, placing, tolerance: typed.length?.mm ?? 0.5 });
  }, [placing, measured, plan.wanted, typed.length?.mm]);
  const rows = useMemo(() => {
    const how: Placing = placing ?? { cos: 1, sin: 0, x: -measured.view.x, y: measured.view.y + measured.view.height, isTurnedOver: false };
    return recogniseRows(measured.holes, how, measured.outline?.map((p) => placed(how, p)) ?? null, measured.isSquare);
  }, [measured, placing]);
  const within = Math.max(0, ...measured.holes.map((h) => h.within));
  return (
    <>
      <section aria-label="What was measured" className="flex flex-col gap-1 text-[16px]">
        <p className="text-[19px]">
          <strong>{countOf(measured.holes.length, 'hole')}</strong>, each known to {showBoth(within as Mm, units)} or better, 95 times in
          100.
        </p>
        <p className="text-ink2">
          {measured.pictures > 1 ? `${measured.pictures} photographs joined; ` : ''}
          {measured.dots} dots seen; taken {measured.tiltDeg.toFixed(0)}° from straight above.{' '}
          {measured.isSquare
            ? 'Diameters count: known to about .05 mm (.002 in), what the light on a hole’s wall adds taken out.'
            : 'Diameters are not judged: for them take it straight from above, to 6°.'}{' '}
          {measured.outline
            ? 'The sheet’s edge is plain.'
            : 'The sheet’s edge is not plain, or reaches beyond the dark field: no edge distance is told.'}
        </p>
        {measured.blinded.length > 0 ? (
          <p className="text-caution">Glare hides parts of the sheet, dashed in the picture: what is there was not seen.</p>
        ) : null}
      </section>
      <PhotoPicture photo={photo} placing={placing} comparison={comparison} />
      {placing && comparison ? (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <DimensionField label="A hole is off from" text={tolerance} onText={setTolerance} units={units} />
            {ways.length > 1 ? (
              <p className="flex flex-wrap items-center gap-2 text-[15px]">
                The holes look nearly the same {countOf(ways.length, 'way')} round: lies it as shown?
                <Button onClick={() => setWay((way + 1) % ways.length)}>Turn it to the next way</Button>
                <span>
                  way {way + 1} of {ways.length}
                  {placing.isTurnedOver ? ', other face up' : ''}
                </span>
              </p>
            ) : placing.isTurnedOver ? (
              <p className="text-caution">It lies with its other face up: the plan is compared through it.</p>
            ) : null}
          </div>
          <AgainstPlan data={data} partId={partId} photo={photo} comparison={comparison} />
        </>
      ) : plan.wanted.length > 0 ? (
        <p role="note" className="text-caution">
          The holes seen are not found in the plan of this part: another part, the other face, or laid out otherwise. They can still be kept
          as rows.
        </p>
      ) : (
        <p className="text-ink2">The plan does not say yet where the holes of this part lie: they can be kept as rows.</p>
      )}
      <SeenRows data={data} partId={partId} plan={plan} photo={photo} rows={rows} comparison={comparison} />
    </>
  );
}
