import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { batchesOf, clockOf, jointAmount, mixedAmount, rowAmount, type Batch } from '#core/sealing/batch';
import { holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { batchSentence, clockSentence, SEALING_CAUTIONS } from '#core/wording/sealing';
import { countOf } from '#core/wording/words';
import type { MarkWish } from '../../api/commands';
import { partsById } from '../../models/planned-rows';
import { useNow } from '../../ui/batch-clock';
import { CLOCK_LOOK } from '../../ui/clock-look';
import { Button } from '../../ui/controls';
import { MixForm } from './mix-form';
import { useShowMoment } from '../../ui/zone';

interface BatchesProps {
  readonly data: AssemblyAnswer;
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Batches of sealant and adhesive: mixed for several rows and joints at once, one clock for all, each ticked as it is done. */
export function Batches({ data, marks, onMark }: BatchesProps) {
  const now = useNow();
  const [isMixing, setMixing] = useState(false);
  const batches = [...batchesOf(marks)].reverse();
  const rows = data.rows.filter((r) => r.definition.setting?.isSealed);
  const joints = data.jobs.filter((j) => j.definition.kind === 'bond');
  if (rows.length + joints.length + batches.length === 0) return null;
  const amountFor = (rowIds: readonly string[], jobIds: readonly string[]) =>
    mixedAmount([
      ...rows.filter((r) => rowIds.includes(r.id)).map((r) => rowAmount(r.definition)),
      ...joints.filter((j) => jobIds.includes(j.id)).map((j) => (j.definition.amount ? jointAmount(j.definition.amount) : null)),
    ]);
  return (
    <section aria-label="Batches" className="flex flex-col gap-2 border-t border-line pt-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="label text-[22px]">Sealing and bonding</h2>
        {rows.length + joints.length > 0 && !isMixing ? (
          <Button tone="primary" className="min-h-11" onClick={() => setMixing(true)}>
            Mix a batch
          </Button>
        ) : null}
      </div>
      <ul className="text-[15px] text-ink2">
        {SEALING_CAUTIONS.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      {isMixing ? (
        <MixForm
          data={data}
          rows={rows}
          joints={joints}
          last={batches[0] ?? null}
          amountFor={amountFor}
          onMix={(workMinutes, batch) => {
            onMark([{ kind: 'sealant-mixed', rowId: data.assembly.id, holeIds: [], payload: { workMinutes, batch } }]);
            setMixing(false);
          }}
          onClose={() => setMixing(false)}
        />
      ) : null}
      <ul className="flex flex-col gap-3">
        {batches.map((b) => (
          <BatchCard key={b.id} data={data} batch={b} now={now} onMark={onMark} />
        ))}
      </ul>
    </section>
  );
}

function BatchCard({ data, batch, now, onMark }: { data: AssemblyAnswer; batch: Batch; now: number; onMark: BatchesProps['onMark'] }) {
  const show = useShowMoment();
  const clock = clockOf(batch, now);
  const look = CLOCK_LOOK[clock.state];
  const parts = partsById(data.parts);
  const isCured = clock.state === 'cured';
  return (
    <li className="border-l-4 border-line pl-3">
      <h3 className="label text-[19px]">{batch.product}</h3>
      <p className={`text-[18px] ${look.tone}`}>
        <strong>{look.word}</strong>: {clockSentence(clock)}
      </p>
      <p className="text-[15px] text-ink2">
        Mixed {show(batch.mixedAt)}; {batchSentence(batch)}
      </p>
      <ul aria-label={`Rows of ${batch.product}`}>
        {batch.rowIds.map((id) => {
          const row = data.rows.find((r) => r.id === id);
          if (!row) return <li key={id}>a row that is gone</li>;
          const holeIds = holesInPlan(row.definition.holes).map((h) => h.id);
          const isSealed = batch.sealedRowIds.includes(id);
          const title = rowTitle(row.definition, parts);
          return (
            <li key={id} className="flex flex-wrap items-center gap-3 border-b border-line py-1 text-[17px]">
              <span className="min-w-0 flex-1">
                {title}: {row.definition.setting?.sealed === 'after-cure' ? 'riveted after the cure' : 'set wet'}
                {isSealed ? ', sealed' : ''}
              </span>
              {isSealed ? null : clock.state === 'workable' || clock.state === 'warned' ? (
                <Button
                  className="min-h-14 px-4"
                  aria-label={`Sealed: ${title}`}
                  onClick={() => onMark([{ kind: 'seal', rowId: id, holeIds, payload: { batchId: batch.id } }])}
                >
                  Sealed
                </Button>
              ) : (
                <span className="text-caution">not sealed from it: mix anew</span>
              )}
              {isCured && isSealed ? (
                <Button
                  className="min-h-14 px-4"
                  aria-label={`Holes cleared: ${title}`}
                  onClick={() => onMark([{ kind: 'cleared', rowId: id, holeIds, payload: {} }])}
                >
                  Holes cleared
                </Button>
              ) : null}
            </li>
          );
        })}
        {batch.jobIds.map((id) => {
          const job = data.jobs.find((j) => j.id === id);
          return (
            <li key={id} className="border-b border-line py-1 text-[17px]">
              {job ? `${job.definition.name}: its steps are on its card` : 'a joint that is gone'}
            </li>
          );
        })}
      </ul>
      {batch.rowIds.length > 0 ? (
        <p className="text-[15px] text-ink2">
          {countOf(batch.sealedRowIds.length, 'row')} of {batch.rowIds.length} sealed from it.
        </p>
      ) : null}
    </li>
  );
}
