import { useRef } from 'react';
import { useForm } from 'react-hook-form';
import { readCageTyped, type CageTyped } from '#core/depth/cage-text';
import type { CageWay, MarkPayload } from '#core/record/marks';
import type { Entity } from '#core/record/definitions';
import type { SetupCard } from '#core/work/cards';
import { CAGE_WAY_WORDS, clicksSentence, LIE_WORDS, scrapSentence } from '#core/wording/preparation';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { TextField } from '../../ui/form-fields';
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
  const form = useForm<CageTyped>({
    defaultValues: { way: 'computed', clicks: wanted.computed ?? '', scrap: '', toolId: cageId, note: '' },
    resolver: (typed) => {
      const read = readCageTyped(typed);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<CageTyped>(read.problems) };
    },
  });
  const { control, register } = form;
  /* A second press makes no second one. */
  const isKept = useRef(false);
  const keep = form.handleSubmit((typed) => {
    const read = readCageTyped(typed);
    if (!read.ok || isKept.current) return;
    isKept.current = true;
    onKeep({ cage: read.cage, ...(read.note === undefined ? {} : { note: read.note }) });
    onClose();
  });
  const scrapFault = form.formState.errors.scrap?.message;
  return (
    <Modal title="The cage was set" open onClose={onClose}>
      <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void keep(e)}>
        {card.clicks ? <p>{clicksSentence(card.clicks)}</p> : null}
        <p className="text-ink2">{scrapSentence(card, units)}</p>
        <Field label="How">
          <Select
            className="min-h-12"
            {...register('way', { onChange: () => form.setValue('clicks', wanted[form.getValues('way')] ?? '') })}
          >
            {WAYS.map((w) => (
              <option key={w} value={w}>
                {CAGE_WAY_WORDS[w]}
                {w === 'trial' ? ': until the dimpled scrap lay down flat' : ''}
              </option>
            ))}
          </Select>
        </Field>
        <TextField control={control} name="clicks" label="Clicks past flush, as the cage is now" isNumber />
        <Field label="On the scrap it lay">
          <Select className="min-h-12" aria-invalid={scrapFault !== undefined} {...register('scrap')}>
            <option value="">not tried</option>
            {(['flush', 'proud', 'sunken'] as const).map((l) => (
              <option key={l} value={l}>
                {LIE_WORDS[l]}
              </option>
            ))}
          </Select>
        </Field>
        {scrapFault ? <ErrorText>{scrapFault}</ErrorText> : null}
        {cages.length > 1 ? (
          <Field label="Which cage">
            <Select className="min-h-12" {...register('toolId')}>
              {cages.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.definition.name}
                </option>
              ))}
            </Select>
          </Field>
        ) : null}
        <TextField control={control} name="note" label="Note" maxLength={200} />
        <div className="flex justify-end gap-2">
          <Button className="min-h-12" onClick={onClose}>
            Keep nothing
          </Button>
          <Button type="submit" tone="primary" className="min-h-12">
            Keep it: readings count from now
          </Button>
        </div>
      </form>
    </Modal>
  );
}
