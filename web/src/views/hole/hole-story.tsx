import { useMemo } from 'react';
import { holeStory } from '#core/inspect/hole-story';
import type { HoleMeeting, KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { holeEventText } from '#core/wording/hole-story';
import { useUnits } from '../../ui/units';
import { useShowMoment } from '../../ui/zone';

interface HoleStoryProps {
  readonly kit: KitDefinition;
  readonly rowId: string;
  readonly holeId: string;
  readonly marks: readonly Mark[];
  /** Of its row: holes it is one with in other rows. */
  readonly meets: readonly HoleMeeting[] | undefined;
}

/** Everything that happened at one hole, oldest first: when, by whom, what. */
export function HoleStory({ kit, rowId, holeId, marks, meets }: HoleStoryProps) {
  const show = useShowMoment();
  const units = useUnits();
  const events = useMemo(() => holeStory(marks, rowId, holeId, meets), [marks, rowId, holeId, meets]);
  const who = (id: string) => kit.people.find((p) => p.id === id)?.initials ?? '';
  if (events.length === 0) return <p>Nothing was marked here yet.</p>;
  return (
    <ol>
      {events.map(({ mark }) => (
        <li key={mark.id} className="grid grid-cols-[150px_50px_minmax(0,1fr)] gap-2 border-t border-line py-0.5 text-[15px]">
          <time dateTime={mark.doneAt}>{show(mark.doneAt, 'short')}</time>
          <span>{who(mark.person)}</span>
          <span>{holeEventText(mark, units)}</span>
        </li>
      ))}
    </ol>
  );
}
