import { useState } from 'react';
import { gatherFindings, type GatheredFinding } from '#core/done/row-standing';
import type { OpenStep } from '#core/done/compare';
import { finishAhead } from '#core/done/finish';
import { keepingThere } from '#core/done/keep-there';
import { formatRange, holesInPlan } from '#core/record/holes';
import type { RowDefinition } from '#core/record/definitions';
import { finishAheadSentence, openSentence, STANDING_CATALOGUE, standingMessage } from '#core/wording/standing';
import { dashSize } from '#core/wording/setups';
import { sheetName } from '#core/wording/words';
import type { MarkWish } from '../api/commands';
import { Button } from './controls';
import { SettleDialog } from './settle-dialog';
import { useUnits } from './units';
import { VerdictSign } from './verdict';
import type { RowModel } from '../models/row-model';

interface StandingPanelProps {
  readonly row: RowModel;
  /** Keeps what is there as the plans' call-out; absent: not offered here. */
  readonly onKeepThere?: ((row: RowDefinition) => void) | undefined;
  /** Puts answers on record; absent: not offered here. */
  readonly onMark?: ((wishes: readonly MarkWish[]) => void) | undefined;
}

/** Where the work as it was done is not what the plan wants now: what is open again, what is contradicted, at which holes. */
export function StandingPanel({ row, onKeepThere, onMark }: StandingPanelProps) {
  const units = useUnits();
  const [settling, setSettling] = useState<GatheredFinding | null>(null);
  const { standing } = row;
  const gathered = gatherFindings(standing);
  const again = gatherOpen(standing.again);
  const finished = finishAhead(row.entity.definition, row.steps, row.states, row.partsDone);
  if (gathered.length + again.length + standing.notSaid.length + standing.own.size + finished.length === 0) return null;
  const order = holesInPlan(row.entity.definition.holes).map((h) => h.id);
  const rangeOf = (ids: readonly string[]) => formatRange(ids.map((id) => order.indexOf(id)).filter((i) => i >= 0));
  const holes = (ids: readonly string[]) => {
    const range = rangeOf(ids);
    return ids.length === 1 ? `Hole ${range}` : `${ids.length} holes (${range})`;
  };
  const kept = onKeepThere ? keepingThere(row.entity.definition, gathered) : null;
  return (
    <section aria-label="The work against the plan" className="flex flex-col gap-1 rounded border border-caution px-2 py-1 text-[15px]">
      <h2 className="label text-[16px]">The work against the plan</h2>
      {finished.length > 0 ? (
        <p role="note" className="flex items-start gap-1.5">
          <VerdictSign of="caution" /> {finishAheadSentence(finished.map((id) => nameOfPart(row, id)))}
        </p>
      ) : null}
      <ul className="flex flex-col gap-1">
        {gathered.map(({ finding, holeIds }, i) => (
          <li key={i} className="grid grid-cols-[82px_1fr] items-start gap-1.5 leading-snug">
            {finding.isSettled ? <span className="label text-ink2">settled</span> : <VerdictSign of={finding.severity} />}
            <span>
              {holes(holeIds)}:{' '}
              {finding.code === 'drilled-elsewhere'
                ? STANDING_CATALOGUE[finding.code].title
                : standingMessage(finding, units, row.plan.layers)}{' '}
              {finding.isSettled ? null : <span className="text-ink2">{STANDING_CATALOGUE[finding.code].advice}</span>}
              {onMark && !finding.isSettled && finding.code !== 'look-again' ? (
                <Button
                  className="ml-2 px-2 py-0 text-[14px] pointer-coarse:min-h-11"
                  aria-label={`Settle ${STANDING_CATALOGUE[finding.code].title}, ${holes(holeIds)}`}
                  onClick={() => setSettling({ finding, holeIds })}
                >
                  Settle
                </Button>
              ) : null}
            </span>
          </li>
        ))}
        {again.map(({ open, holeIds }, i) => (
          <li key={`open ${i}`}>
            {holes(holeIds)}: <strong>{openSentence(open, units)}</strong>
            {sheetOf(row, open)}
          </li>
        ))}
      </ul>
      {[...new Set(standing.own.values())].map((dash) => {
        const ids = order.filter((id) => standing.own.get(id) === dash);
        return (
          <p key={dash} className="flex flex-wrap items-center gap-2">
            {holes(ids)}: {ids.length === 1 ? 'takes its' : 'take their'} own {dashSize(dash)} rivet.
            {onMark ? (
              <Button
                className="px-2 py-0 text-[14px] pointer-coarse:min-h-11"
                onClick={() => onMark([{ kind: 'own-fastener', rowId: row.entity.id, holeIds: ids, payload: { ownDash: null } }])}
              >
                Use the row’s rivet again
              </Button>
            ) : null}
          </p>
        );
      })}
      {settling && onMark ? (
        <SettleDialog row={row} gathered={settling} range={rangeOf(settling.holeIds)} onMark={onMark} onClose={() => setSettling(null)} />
      ) : null}
      {standing.notSaid.length > 0 ? (
        <p className="text-[14px] text-ink2">
          {holes(standing.notSaid)}: old marks that do not say what was done. They count as done as planned.
        </p>
      ) : null}
      {kept && onKeepThere ? (
        <div>
          <Button onClick={() => onKeepThere(kept)}>Keep what is there as the plans’ call-out</Button>
        </div>
      ) : null}
    </section>
  );
}

function nameOfPart({ entity, plan }: RowModel, partId: string): string {
  const index = entity.definition.layers.findIndex((l) => l.partId === partId);
  return sheetName(plan.layers[index]?.part, index);
}

function sheetOf(row: RowModel, open: OpenStep): string {
  const index = open.layer ?? row.entity.definition.layers.findIndex((l) => l.id === open.step.layerId);
  return index < 0 ? '' : `, ${sheetName(row.plan.layers[index]?.part, index)}`;
}

/** Open steps that say the same, with their holes. */
function gatherOpen(again: ReadonlyMap<string, readonly OpenStep[]>): { open: OpenStep; holeIds: string[] }[] {
  const groups = new Map<string, { open: OpenStep; holeIds: Set<string> }>();
  for (const [holeId, own] of again)
    for (const open of own) {
      const key = JSON.stringify([open.step.kind, open.step.layerId, open.because, open.layer ?? null, open.deeperMm?.toFixed(4) ?? null]);
      const group = groups.get(key);
      if (group) group.holeIds.add(holeId);
      else groups.set(key, { open, holeIds: new Set([holeId]) });
    }
  return [...groups.values()].map((g) => ({ open: g.open, holeIds: [...g.holeIds] }));
}
