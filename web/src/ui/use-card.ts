import { useCallback, useEffect, useRef, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import { withOthersRest } from '#core/record/beside-card';
import type { Problem } from '#core/units/result';
import type { Units } from '#core/units/length';
import { ApiError } from '../api/client';
import { faultsOf } from './form-faults';
import { useUnitSwitch } from './units';

type Read<D> =
  { readonly ok: true; readonly value: D } | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** What a card started from. */
interface Base<D> {
  readonly version: number;
  readonly definition: D;
}

interface CardQuestion<T extends FieldValues, D> {
  readonly version: number;
  readonly definition: D;
  readonly typedOf: (definition: D) => T;
  readonly carry: (typed: T, from: Units, was: D) => T;
  readonly read: (typed: T, was: D) => Read<D>;
  /** Null: it goes. Throws where it is not kept. */
  readonly keep: (version: number, next: D | null) => Promise<unknown>;
  /** What somebody else kept meanwhile, in a few words; `mine` null: it was to go. */
  readonly describe: (now: D, mine: D | null) => string;
}

/**
 * The form of a card that stands open over what is kept. What somebody else keeps meanwhile comes in as long as nothing is typed, and where
 * it changes nothing the card asks; else the first press says so, and the next puts this in its place. A second press while the first is on
 * its way keeps nothing twice.
 */
export function useCard<T extends FieldValues, D extends object>({
  version,
  definition,
  typedOf,
  carry,
  read,
  keep,
  describe,
}: CardQuestion<T, D>) {
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
  useUnitSwitch((from) => form.reset(carry(form.getValues(), from, base.definition), { keepDirty: true }));
  /** Whether the card asks the same of both. */
  const isAlike = useCallback((a: D, b: D) => JSON.stringify(typedOf(a)) === JSON.stringify(typedOf(b)), [typedOf]);
  useEffect(() => {
    if (version <= base.version || isBusy.current || (isDirty && !isAlike(definition, base.definition))) return;
    setBase({ version, definition });
    if (!isDirty) form.reset(typedOf(definition));
  }, [version, definition, base, isDirty, isAlike, form, typedOf]);
  /** Keeps what is made of the definition it started from; `typedStays`: that is not what is typed, which is not kept yet. */
  const send = async (from: Base<D>, make: (was: D) => D | null, typedStays = false): Promise<void> => {
    const next = make(from.definition);
    try {
      await keep(from.version, next);
      if (next !== null) {
        setBase({ version: from.version + 1, definition: next });
        form.reset(typedOf(next), { keepDirtyValues: typedStays });
      }
      setSaid({ ok: true, text: 'Kept.' });
    } catch (error) {
      const newer =
        error instanceof ApiError && error.code === 'version-conflict'
          ? (error.data.conflicts as { currentVersion: number; current: D | null }[])[0]
          : undefined;
      const current = newer?.current ?? null;
      if (newer && next !== null && current !== null && newer.currentVersion > from.version && isAlike(current, from.definition))
        return send({ version: newer.currentVersion, definition: current }, make, typedStays);
      /* What the card does not ask stays what somebody else made of it, whatever is kept here. */
      const rest = current === null ? from.definition : withOthersRest(from.definition, current, isAlike);
      if (newer) setBase({ version: newer.currentVersion, definition: rest });
      setSaid({
        ok: false,
        text: newer
          ? `Somebody else has changed this since; now: ${current === null ? 'deleted' : describe(current, next)}. Keep again to put yours in its place.`
          : (error as Error).message,
      });
    }
  };
  const sendOnce = async (make: (was: D) => D | null, typedStays = false): Promise<void> => {
    if (isBusy.current) return;
    isBusy.current = true;
    await send(base, make, typedStays);
    isBusy.current = false;
  };
  const submit = form.handleSubmit((typed) =>
    sendOnce((was) => {
      const made = read(typed, was);
      return made.ok ? made.value : was;
    }),
  );
  return {
    form,
    said,
    /** What the fields started from. */
    was: base.definition,
    /** Keeps something else than what is typed, which stays typed. */
    keepAs: (next: D) => void sendOnce(() => next, true),
    remove: () => void sendOnce(() => null),
    onSubmit: (event: React.FormEvent) => {
      setSaid(null);
      void submit(event);
    },
  };
}
