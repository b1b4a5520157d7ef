import { useEffect, useRef, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import type { Problem } from '#core/units/result';
import type { Units } from '#core/units/length';
import { ApiError } from '../api/client';
import { faultsOf } from './form-faults';
import { useUnitSwitch } from './units';

type Read<D> =
  { readonly ok: true; readonly value: D } | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

interface CardQuestion<T extends FieldValues, D> {
  readonly version: number;
  readonly definition: D;
  readonly typedOf: (definition: D) => T;
  readonly carry: (typed: T, from: Units) => T;
  readonly read: (typed: T, was: D) => Read<D>;
  /** Null: it goes. Throws where it is not kept. */
  readonly keep: (version: number, next: D | null) => Promise<unknown>;
  /** What somebody else kept meanwhile, in a few words. */
  readonly describe: (now: D) => string;
}

/**
 * The form of a card that stands open over what is kept. What somebody else keeps meanwhile comes in as long as nothing is typed; else the first
 * press says so, and the next puts this in its place. A second press while the first is on its way keeps nothing twice.
 */
export function useCard<T extends FieldValues, D>({ version, definition, typedOf, carry, read, keep, describe }: CardQuestion<T, D>) {
  const [base, setBase] = useState({ version, definition });
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const isBusy = useRef(false);
  const form = useForm<T>({
    defaultValues: typedOf(base.definition) as DefaultValues<T>,
    resolver: (typed) => {
      const made = read(typed, base.definition);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<T>(made.problems) };
    },
  });
  const { isDirty } = form.formState;
  useUnitSwitch((from) => form.reset(carry(form.getValues(), from), { keepDirty: true }));
  useEffect(() => {
    if (version <= base.version || isDirty || isBusy.current) return;
    setBase({ version, definition });
    form.reset(typedOf(definition));
  }, [version, definition, base.version, isDirty, form, typedOf]);
  const send = async (next: D | null): Promise<void> => {
    if (isBusy.current) return;
    isBusy.current = true;
    try {
      await keep(base.version, next);
      if (next !== null) {
        setBase({ version: base.version + 1, definition: next });
        form.reset(typedOf(next));
      }
      setSaid({ ok: true, text: 'Kept.' });
    } catch (error) {
      const newer =
        error instanceof ApiError && error.code === 'version-conflict'
          ? (error.data.conflicts as { currentVersion: number; current: D | null }[])[0]
          : undefined;
      if (newer) setBase({ ...base, version: newer.currentVersion });
      setSaid({
        ok: false,
        text: newer
          ? `Somebody else has changed this since; now: ${newer.current === null ? 'deleted' : describe(newer.current)}. Keep again to put yours in its place.`
          : (error as Error).message,
      });
    }
    isBusy.current = false;
  };
  const submit = form.handleSubmit(async (typed) => {
    const made = read(typed, base.definition);
    if (made.ok) await send(made.value);
  });
  return {
    form,
    said,
    remove: () => void send(null),
    onSubmit: (event: React.FormEvent) => {
      setSaid(null);
      void submit(event);
    },
  };
}
