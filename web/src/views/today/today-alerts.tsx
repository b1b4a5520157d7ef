import { Link } from 'react-router';
import type { OrderedSetup } from '#core/access/bench-order';
import { wantedSets } from '#core/access/ways-out';
import { orderWaitSentence, wantedSetsSentence } from '#core/wording/sequence';
import { OPERATION_WORDS } from '#core/wording/setups';
import { useUnits } from '../../ui/units';
import type { Mark } from '#core/record/marks';
import { usePageFlags } from '../../ui/page-flag';
import type { Sequence } from '../../models/use-sequence';
import type { OfferProps } from './offers';

/** Rows whose page was revised, until somebody says what that means for them. */
export function Flagged({ data, marks, rows }: Pick<OfferProps, 'rows' | 'data'> & { readonly marks: readonly Mark[] }) {
  const flags = [...usePageFlags(data, marks).values()].flat();
  if (flags.length === 0) return null;
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  return (
    <ul aria-label="Revised pages" className="rounded border border-caution bg-caution-soft p-2 text-[17px]">
      {flags.map((f) => (
        <li key={`${f.rowId}/${f.pageId}`}>
          <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${f.rowId}`}>
            {titles.get(f.rowId)}
          </Link>
          : page {f.page} revision {f.revision}
          {f.asked ? `, asked: ${f.asked.question}` : ', nobody has said yet what it changes here'}
        </li>
      ))}
    </ul>
  );
}

/** The order that is followed ends dead: said before anything is taken up. */
export function DeadEndAlert({ sequence, rows, data }: { sequence: Sequence } & Pick<OfferProps, 'rows' | 'data'>) {
  const { deadEnds } = sequence.access;
  const units = useUnits();
  if (deadEnds.length === 0) return null;
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  const wanted = deadEnds.flatMap((d) => {
    const row = sequence.model.rows.find((r) => r.id === d.rowId);
    const sets = row ? wantedSets(row, sequence.model.tools) : null;
    return sets ? [wantedSetsSentence(sets, units)] : [];
  });
  return (
    <p role="alert" className="rounded border border-stop bg-stop-soft p-2 text-[18px] text-stop">
      The order you follow ends dead at {deadEnds.map((d) => titles.get(d.rowId)).join(', ')}. {[...new Set(wanted)].join(' ')}{' '}
      <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/sequence`}>
        See the ways out
      </Link>
    </p>
  );
}

/** Blocked rows are named up to so many. */
const BLOCKED_SHOWN = 4;

/** What waits for something told, and for what. */
export function Blocked({ setups, sequence, rows }: { setups: readonly OrderedSetup[]; sequence: Sequence } & Pick<OfferProps, 'rows'>) {
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  const waiting = setups.flatMap((s) => s.items.filter((i) => i.orderWaits.length > 0).map((i) => ({ setup: s.setup, item: i })));
  if (waiting.length === 0) return null;
  return (
    <ul aria-label="Waits" className="border-t border-line pt-2 text-[17px] text-ink2">
      {waiting.slice(0, BLOCKED_SHOWN).map(({ setup, item }) => (
        <li key={`${setup.key}/${item.key}`}>
          {OPERATION_WORDS[setup.operation].verb}: {titles.get(item.rowId)} waits for{' '}
          {item.orderWaits
            .map((w) => orderWaitSentence(w.because, sequence.byId.get(w.id)?.kind ?? 'set', sequence.nameOf(w.id)))
            .join('; ')}
        </li>
      ))}
      {waiting.length > BLOCKED_SHOWN ? <li>and {waiting.length - BLOCKED_SHOWN} more, see the bench</li> : null}
    </ul>
  );
}
