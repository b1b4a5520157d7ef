import type { EffectsAnswer } from '#contract/answers';
import { lazy, Suspense, useCallback, useState, type ReactNode } from 'react';
import { EffectsContext } from '../api/effects';
import { DialogComes } from './dialog-comes';
import type { Asked } from './effects-dialog';

const EffectsDialog = lazy(() => import('./effects-dialog').then((m) => ({ default: m.EffectsDialog })));

/** Before an edit that reaches work is kept: what it does to which holes, and why it is made. Whatever way the edit came. */
export function EditEffects({ children }: { readonly children: ReactNode }) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const ask = useCallback(
    (answer: EffectsAnswer, reason: string) =>
      new Promise<string | null>((resolve) => {
        setAsked({
          answer,
          reason,
          settle: (given) => {
            setAsked(null);
            resolve(given);
          },
        });
      }),
    [],
  );
  return (
    <EffectsContext value={ask}>
      {children}
      {asked ? (
        <Suspense fallback={<DialogComes />}>
          <EffectsDialog {...asked} />
        </Suspense>
      ) : null}
    </EffectsContext>
  );
}
