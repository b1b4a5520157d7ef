import { lazy, Suspense, useState, type ComponentProps, type ReactNode } from 'react';
import type { Why } from '#core/prep/why';
import { DialogComes } from './dialog-comes';

const WhyOpen = lazy(() => import('./why-open').then((m) => ({ default: m.WhyOpen })));

/** A number that can be asked why: opens its formula filled with this row's numbers; trying others changes the text, not the row. */
export function WhyNumber({ why, note, children }: { why: Why | null; note?: string; children: ReactNode }) {
  const [isWanted, want] = useState(false);
  if (!why) return <>{children}</>;
  const button = (
    <WhyButton label={why.label} aria-haspopup="dialog" {...(isWanted ? {} : { 'aria-expanded': false, onClick: () => want(true) })}>
      {children}
    </WhyButton>
  );
  return isWanted ? (
    <Suspense
      fallback={
        <>
          {button}
          <DialogComes />
        </>
      }
    >
      <WhyOpen why={why} note={note}>
        {button}
      </WhyOpen>
    </Suspense>
  ) : (
    button
  );
}

/** The number itself, which is pressed. */
function WhyButton({ label, children, ...rest }: ComponentProps<'button'> & { readonly label: string }) {
  return (
    <button
      type="button"
      title={`Why: ${label}`}
      className="min-h-6 rounded border-b border-dotted border-dye text-left hover:bg-dye-soft"
      {...rest}
    >
      {children}
      <span className="sr-only"> why: {label}</span>
    </button>
  );
}
