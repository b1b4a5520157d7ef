import { useState } from 'react';
import type { CageWay, Lie, MarkPayload } from '#core/record/marks';
import type { Entity } from '#core/record/definitions';
import type { SetupCard } from '#core/work/cards';
import { CAGE_WAY_WORDS, clicksSentence, LIE_WORDS, scrapSentence } from '#core/wording/preparation';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { useUnits } from '../../ui/units';

interface CageSetDialogProps {
  readonly card: SetupCard;
  readonly cages: readonly Entity<'tool'>[];
  readonly cageId: string;
  readonly onKeep: (payload: Pick<MarkPayload, 'cage' | 'note'>) => void;
  readonly onClose: () => void;
}

const WAYS: readonly CageWay[] = ['computed', 'rule-of-thumb', 'trial', 'other'];

/** How the cage was set, to what, and what the scrap said: the evidence that its history keeps. */
export function CageSetDialog({ card, cages, cageId, onKeep, onClose }: CageSetDialogProps) {
  const units = useUnits();
  const rounded = (value: number) => String(Math.round(value));
  const wanted: Partial<Record<CageWay, string>> = card.clicks
    ? { computed: rounded(card.clicks.computed), 'rule-of-thumb': rounded(card.clicks.ruleOfThumb) }
    : {};
  const [way, setWay] = useState<CageWay>('computed');
  const [clicks, setClicks] = useState(wanted.computed ?? '');
  const [scrap, setScrap] = useState<Lie | ''>('');
  const [toolId, setToolId] = useState(cageId);
  const [note, setNote] = useState('');
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const past = clicks.trim() === '' ? undefined : Number(clicks.replace(',', '.').replace('\u2212', '-'));
    if (past !== undefined && !(Math.abs(past) <= 200))
      return setError('Clicks past flush are a number, such as 8; leave them empty if nobody counted.');
    if (way === 'trial' && scrap === '') return setError('Say how the scrap lay: that is what a setting by trial rests on.');
    onKeep({
      cage: {
        way,
        ...(past === undefined ? {} : { pastFlush: past }),
        ...(scrap === '' ? {} : { scrap }),
        ...(toolId === '' ? {} : { toolId }),
      },
      ...(note.trim() === '' ? {} : { note: note.trim() }),
    });
    onClose();
  };
  return (
    <Modal title="The cage was set" open onClose={onClose}>
      {card.clicks ? <p>{clicksSentence(card.clicks)}</p> : null}
      <p className="text-ink2">{scrapSentence(card, units)}</p>
      <Field label="How">
        <Select
          className="min-h-12"
          value={way}
          onChange={(e) => {
            const next = e.target.value as CageWay;
            setWay(next);
            setClicks(wanted[next] ?? '');
          }}
        >
          {WAYS.map((w) => (
            <option key={w} value={w}>
              {CAGE_WAY_WORDS[w]}
              {w === 'trial' ? ': until the dimpled scrap lay down flat' : ''}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Clicks past flush, as the cage is now">
        <TextInput className="min-h-12 w-32 text-[20px]" inputMode="decimal" value={clicks} onChange={(e) => setClicks(e.target.value)} />
      </Field>
      <Field label="On the scrap it lay">
        <Select className="min-h-12" value={scrap} onChange={(e) => setScrap(e.target.value as Lie | '')}>
          <option value="">not tried</option>
          {(['flush', 'proud', 'sunken'] as const).map((l) => (
            <option key={l} value={l}>
              {LIE_WORDS[l]}
            </option>
          ))}
        </Select>
      </Field>
      {cages.length > 1 ? (
        <Field label="Which cage">
          <Select className="min-h-12" value={toolId} onChange={(e) => setToolId(e.target.value)}>
            {cages.map((c) => (
              <option key={c.id} value={c.id}>
                {c.definition.name}
              </option>
            ))}
          </Select>
        </Field>
      ) : null}
      <Field label="Note">
        <TextInput maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
      </Field>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <div className="flex justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Keep nothing
        </Button>
        <Button tone="primary" className="min-h-12" onClick={keep}>
          Keep it: readings count from now
        </Button>
      </div>
    </Modal>
  );
}
