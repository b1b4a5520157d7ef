import type { EffectsAnswer } from '#contract/answers';
import { useState } from 'react';
import { effectSentence } from '#core/wording/effects';
import { useScreenUnits } from './assembly-screen';
import { Button, Field, TextInput } from './controls';
import { Modal } from './modal';

export interface Asked {
  readonly answer: EffectsAnswer;
  readonly reason: string;
  readonly settle: (reason: string | null) => void;
}

/** Rows named one by one; more are counted. */
const ROWS_SHOWN = 12;

/** What an edit does to which holes, and why it is made. */
export function EffectsDialog({ answer, reason: given, settle }: Asked) {
  const units = useScreenUnits(answer.units);
  const [reason, setReason] = useState(given);
  const isSaid = reason.trim() !== '';
  const rest = answer.rows.length - ROWS_SHOWN;
  return (
    <Modal title="This reaches work that was done" open onClose={() => settle(null)}>
      <ul aria-label="What it does" className="flex max-h-[50vh] flex-col gap-2 overflow-auto">
        {answer.rows.slice(0, ROWS_SHOWN).map((row) => (
          <li key={row.rowId}>
            <strong className="label text-[17px]">{row.title}</strong>
            <ul className="list-disc pl-5">
              {row.effects.map((effect, i) => (
                <li key={i} className={effect.kind === 'contradicted' && effect.finding.severity === 'stop' ? 'text-stop' : ''}>
                  {effect.kind === 'contradicted' && effect.finding.severity === 'stop' ? 'Stop. ' : ''}
                  {effectSentence(effect, units)}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      {rest > 0 ? <p>and {rest === 1 ? 'one more row' : `${rest} more rows`}.</p> : null}
      <p className="text-ink2">What was done stays in the record as it was done. One step back takes the whole change back.</p>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          e.stopPropagation();
          if (isSaid) settle(reason.trim());
        }}
      >
        <Field label="Why the plan changes">
          <TextInput value={reason} maxLength={500} autoFocus onChange={(e) => setReason(e.target.value)} />
        </Field>
        <div className="flex flex-wrap justify-end gap-3">
          <Button type="button" onClick={() => settle(null)}>
            Do not keep it
          </Button>
          <Button type="submit" tone="primary" disabled={!isSaid}>
            Keep the change
          </Button>
        </div>
      </form>
    </Modal>
  );
}
