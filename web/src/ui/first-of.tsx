import { startTransition, useState, type ReactNode } from 'react';
import { countOf } from '#core/wording/words';
import { Button } from './controls';
import { usePrinting } from './use-printing';

interface FirstOf<T> {
  readonly shown: readonly T[];
  /** Shows the rest; null: all of it is shown. */
  readonly more: ReactNode;
}

/** The first of a long list, and all of it once that is asked for; on paper all. `thing`: what one of them is called. */
export function useFirstOf<T>(all: readonly T[], count: number, thing: string): FirstOf<T> {
  const [isWhole, setWhole] = useState(false);
  const isPrinting = usePrinting();
  if (isWhole || isPrinting || all.length <= count) return { shown: all, more: null };
  return {
    shown: all.slice(0, count),
    more: (
      <Button className="self-start" onClick={() => startTransition(() => setWhole(true))}>
        Show {countOf(all.length - count, thing)} more
      </Button>
    ),
  };
}
