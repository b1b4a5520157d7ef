import { useMemo } from 'react';
import { cageHistory } from '#core/depth/cage-record';
import type { Entity, KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { SetupCard } from '#core/work/cards';
import type { Mm } from '#core/units/length';
import { showLength } from '#core/units/show';
import { CAGE_WAY_WORDS, LIE_WORDS } from '#core/wording/preparation';
import { setupName } from '#core/wording/setups';
import { useUnits } from '../../ui/units';
import { useShowMoment } from '../../ui/zone';

interface CageHistoryProps {
  readonly cards: readonly SetupCard[];
  readonly marks: readonly Mark[];
  readonly kit: KitDefinition;
  readonly tools: readonly Entity<'tool'>[];
}

/** Who set which cage to what, when, and on what evidence; newest first. */
export function CageHistory({ cards, marks, kit, tools }: CageHistoryProps) {
  const show = useShowMoment();
  const units = useUnits();
  const events = useMemo(() => {
    const own = marks.filter((m) => m.kind === 'cage-set' || m.kind === 'depth-read' || m.kind === 'gauge-read' || m.kind === 'undo');
    return cards
      .flatMap((card) => {
        if (card.setup.tool.kind !== 'cutter') return [];
        return cageHistory(own, card.setup.key).map((event) => ({ event, card }));
      })
      .sort((a, b) => (a.event.doneAt < b.event.doneAt ? 1 : -1));
  }, [cards, marks]);
  if (events.length === 0) return null;
  const who = (id: string) => kit.people.find((p) => p.id === id)?.initials ?? 'somebody';
  const evidence = (readings: readonly Mm[]) => {
    if (readings.length === 0) return 'no reading before it';
    const mean = (readings.reduce((s, r) => s + r, 0) / readings.length) as Mm;
    return `${readings.length} ${readings.length === 1 ? 'reading' : 'readings'} before it, mean ${showLength(mean, units)}`;
  };
  return (
    <section aria-label="History of the cages" className="border-t-2 border-edge pt-3">
      <h2 className="label text-[22px]">The cage, setting by setting</h2>
      <ul>
        {events.map(({ event, card }) => {
          const cage = tools.find((t) => t.id === event.cage?.toolId);
          return (
            <li key={event.markId} className="grid gap-x-4 border-t border-line py-1 text-[15px] sm:grid-cols-[170px_60px_minmax(0,1fr)]">
              <time dateTime={event.doneAt}>{show(event.doneAt, 'short')}</time>
              <span>{who(event.person)}</span>
              <span>
                <strong>
                  {event.clicks === 0
                    ? CAGE_WAY_WORDS[event.cage?.way ?? 'other']
                    : `turned ${Math.abs(event.clicks)} ${Math.abs(event.clicks) === 1 ? 'click' : 'clicks'} ${event.clicks > 0 ? 'deeper' : 'shallower'}`}
                </strong>
                {event.cage?.pastFlush === undefined ? '' : `, ${event.cage.pastFlush} clicks past flush`}
                {event.cage?.scrap ? `, scrap lay ${LIE_WORDS[event.cage.scrap]}` : ''}
                {cage ? `, ${cage.definition.name}` : ''}: {setupName(card.setup, units)}.{' '}
                <span className="text-ink2">
                  {evidence(event.readings)}
                  {event.note ? `; ${event.note}` : ''}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
