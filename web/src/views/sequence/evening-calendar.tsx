import type { EventAttributes } from 'ics';
import { useState } from 'react';
import { calendarText, foldCalendar } from '#core/formats/calendar-lines';
import { daysLater, readFieldText } from '#core/log/moments';
import { fileName, saveFile } from '../../ui/save-file';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { useZone } from '../../ui/zone';

interface EveningCalendarProps {
  readonly assemblyId: string;
  readonly title: string;
  /** What is meant for each evening, a line an operation. */
  readonly evenings: readonly (readonly string[])[];
  readonly minutes: number;
}

/** Days from one planned evening to the next. */
const EVERY: readonly (readonly [number, string])[] = [
  [1, 'every day'],
  [2, 'every other day'],
  [3, 'every third day'],
  [7, 'every week'],
];

/** Planned evenings as a calendar file (ICS), from the time that is chosen here on. The same evening saved again takes the first one's place. */
export function EveningCalendar({ assemblyId, title, evenings, minutes }: EveningCalendarProps) {
  const zone = useZone();
  const [at, setAt] = useState('');
  const [every, setEvery] = useState(7);
  const [error, setError] = useState<string | null>(null);
  const save = async () => {
    if (Number.isNaN(readFieldText(at, zone))) return setError('Choose when the evening begins.');
    if (evenings.length === 0) return setError('There is nothing to plan.');
    const { createEvents } = await import('ics');
    const made = createEvents(
      evenings.map((lines, i): EventAttributes => {
        /* The same time of the day by the clock on the wall. */
        const start = new Date(readFieldText(daysLater(at, i * every, zone), zone));
        return {
          uid: `${assemblyId}-${start.getTime()}@patient-anvil`,
          productId: 'patient-anvil',
          title: calendarText(evenings.length > 1 ? `${title} (${i + 1} of ${evenings.length})` : title).replace(/\n/g, ' '),
          description: calendarText(lines.join('\n')),
          start: [start.getUTCFullYear(), start.getUTCMonth() + 1, start.getUTCDate(), start.getUTCHours(), start.getUTCMinutes()],
          startInputType: 'utc',
          duration: { minutes },
        };
      }),
    );
    if (made.error || !made.value) return setError('That cannot be put into a calendar.');
    setError(null);
    saveFile(fileName(title, 'ics'), foldCalendar(made.value), 'text/calendar');
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field label={evenings.length > 1 ? 'The first evening begins' : 'The evening begins'}>
        <input type="datetime-local" className="field" value={at} onChange={(e) => setAt(e.target.value)} />
      </Field>
      {evenings.length > 1 ? (
        <Select aria-label="How often" value={every} onChange={(e) => setEvery(Number(e.target.value))}>
          {EVERY.map(([days, name]) => (
            <option key={days} value={days}>
              {name}
            </option>
          ))}
        </Select>
      ) : null}
      <Button onClick={save}>{evenings.length > 1 ? 'Save them for the calendar (ICS)' : 'Save it for the calendar (ICS)'}</Button>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}
