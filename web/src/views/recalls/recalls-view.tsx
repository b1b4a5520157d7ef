import { useQueryClient } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import type { RecallPlaceView, RecallsAnswer, RecallView } from '#contract/answers';
import { formatRange } from '#core/record/holes';
import type { Units } from '#core/units/length';
import { WORK_WORDS } from '#core/wording/work-words';
import { checkSentence, recallSentence } from '#core/wording/recalls';
import { useMark } from '../../api/commands';
import { useFollow } from '../../api/queries';
import { useRecalls } from '../../api/record';
import { Button } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';
import { leftOf, unnamedOf } from '../tools/thing-checks';
import { useShowMoment } from '../../ui/zone';

/** What has to be looked at again because a tool, a lot or a batch was found bad, ticked here. */
export function RecallsView() {
  const { kitId = '' } = useParams();
  return (
    <KitPage
      here={null}
      name="To look at again"
      answer={useRecalls(kitId)}
      waiting="Looking through the record …"
      layout="mx-auto flex w-full max-w-4xl flex-col gap-5 p-4"
    >
      {(data, units) => <Recalls data={data} units={units} />}
    </KitPage>
  );
}

function Recalls({ data, units }: { data: RecallsAnswer; units: Units }) {
  useFollow(data.kit.id);
  return (
    <>
      <h1 className="label text-[26px]">To look at again</h1>
      {data.recalls.length === 0 ? (
        <p>
          Nothing was found wrong with a tool, a lot or a batch. What is found is said under{' '}
          <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}/tools`}>
            My tools
          </Link>
          .
        </p>
      ) : null}
      {data.recalls.map((r) => (
        <OneRecall key={r.cause.id} kit={data.kit} recall={r} units={units} />
      ))}
    </>
  );
}

function OneRecall({ kit, recall, units }: { kit: RecallsAnswer['kit']; recall: RecallView; units: Units }) {
  const show = useShowMoment();
  const day = (iso: string) => show(iso, 'day');
  const name = recall.cause.payload.thing?.name ?? '';
  return (
    <section id={recall.cause.id} aria-label={`Because of ${name}`} className="flex flex-col gap-2 border-t border-line pt-3">
      <h2 className="label text-[20px]">{name}</h2>
      <p className="text-[17px]">{checkSentence(recall.cause, units, day)}</p>
      <p role="status">{recallSentence(leftOf(recall), recall.places.length, recall.goodBefore, day)}</p>
      <ul className="flex flex-col gap-1">
        {recall.places.map((p) => (
          <Place key={p.rowId} kit={kit} place={p} causeId={recall.cause.id} />
        ))}
      </ul>
      {recall.unnamed.length > 0 ? (
        <details>
          <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">
            The same work of that time that names no tool or lot: it may have been this one ({unnamedOf(recall)})
          </summary>
          <ul className="flex flex-col gap-1">
            {recall.unnamed.map((p) => (
              <Place key={p.rowId} kit={kit} place={p} causeId={recall.cause.id} />
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}

function Place({ kit, place, causeId }: { kit: RecallsAnswer['kit']; place: RecallPlaceView; causeId: string }) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const look = (holeIds: readonly string[], partIds: readonly string[] = []) => {
    mark([
      { kind: 'looked-again', rowId: place.rowId, holeIds, payload: { because: causeId, ...(partIds.length > 0 ? { partIds } : {}) } },
    ]);
    window.setTimeout(() => void client.invalidateQueries({ queryKey: ['marks', 'recalls'] }), 400);
  };
  const left = place.holes.filter((h) => !h.isLookedAt);
  const numbers = (holes: RecallPlaceView['holes']) => formatRange(holes.flatMap((h) => (h.number === null ? [] : [h.number - 1])));
  const kinds = [...new Set(place.holes.flatMap((h) => h.kinds))].map((k) => WORK_WORDS[k]).join(', ');
  return (
    <li className="flex flex-col gap-1 border-t border-line py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Link className="font-semibold underline underline-offset-2" to={`/assemblies/${place.assemblyId}/plan?row=${place.rowId}`}>
          {place.assembly}: {place.title}
        </Link>
        <span className="flex-1 text-ink2">{kinds}</span>
        {left.length > 0 ? <Button onClick={() => look(left.map((h) => h.holeId))}>Looked at holes {numbers(left)}</Button> : null}
        {place.holes.length > 0 && left.length === 0 ? <span>Holes {numbers(place.holes)}: looked at again</span> : null}
      </div>
      {left.length > 1 ? (
        <div className="flex flex-wrap gap-1.5" role="group" aria-label={`Holes of ${place.title}`}>
          {left.map((h) => (
            <Button
              key={h.holeId}
              className="min-h-10 min-w-10"
              aria-label={`Looked at hole ${h.number ?? 'out of the plan'}`}
              onClick={() => look([h.holeId])}
            >
              {h.number ?? '–'}
            </Button>
          ))}
        </div>
      ) : null}
      {place.parts.length > 0 ? (
        <div className="flex flex-wrap gap-1.5">
          {place.parts.map((p) => (
            <Button key={p.id} onClick={() => look([], [p.id])}>
              Looked at {p.name}
            </Button>
          ))}
        </div>
      ) : null}
    </li>
  );
}
