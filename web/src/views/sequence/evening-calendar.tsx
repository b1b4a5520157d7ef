import { createEvent } from 'ics';
import { useState } from 'react';
import { fileName, saveFile } from '../../drawing/export-svg';
import { Button, ErrorText, Field } from '../../ui/controls';

interface EveningCalendarProps {
  readonly title: string;
  readonly lines: readonly string[];
  readonly minutes: number;
}

/** A planned evening as a calendar file (ICS), at the time that is chosen here. */
export function EveningCalendar({ title, lines, minutes }: EveningCalendarProps) {
  const [at, setAt] = useState('');
  const [error, setError] = useState<string | null>(null);
  const save = () => {
    const from = new Date(at);
    if (at === '' || Number.isNaN(from.getTime())) return setError('Choose when the evening begins.');
    const made = createEvent({
      uid: `${from.getTime()}@patient-anvil`,
      productId: 'patient-anvil',
      title,
      description: lines.join('\n'),
      start: [from.getFullYear(), from.getMonth() + 1, from.getDate(), from.getHours(), from.getMinutes()],
      duration: { minutes },
    });
    if (made.error || !made.value) return setError('That cannot be put into a calendar.');
    setError(null);
    saveFile(fileName(title, 'ics'), made.value, 'text/calendar');
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field label="The evening begins">
        <input type="datetime-local" className="field" value={at} onChange={(e) => setAt(e.target.value)} />
      </Field>
      <Button onClick={save}>Save it for the calendar (ICS)</Button>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}
