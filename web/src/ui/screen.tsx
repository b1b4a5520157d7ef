import { useEffect, useRef, type ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Link, useLocation, useParams } from 'react-router';
import { Button } from './controls';

/** One screen: where it cannot be shown, the page says so, stays alive and offers ways on. */
export function Screen({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={NotShown} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  );
}

function NotShown({ error, resetErrorBoundary }: FallbackProps) {
  const { kitId, assemblyId } = useParams();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const others = [
    ...(assemblyId ? (['plan', 'parts', 'map', 'bench'] as const).map((v) => [`/assemblies/${assemblyId}/${v}`, v] as const) : []),
    ...(kitId ? [[`/kits/${kitId}`, 'the kit'] as const, [`/kits/${kitId}/log`, 'the log'] as const] : []),
    ['/', 'all kits'] as const,
  ];
  return (
    <main id="content" className="flex max-w-2xl flex-col gap-3 p-6" role="alert">
      <h1 ref={heading} tabIndex={-1} className="label text-2xl outline-none">
        This screen cannot be shown
      </h1>
      <p>
        Something in what it was to show does not fit. Nothing was changed by it: what was kept is kept, and marks that wait to be sent
        still wait. The other screens go on; an undo in the history, or a copy of the database, may take back what does not fit.
      </p>
      <p className="rounded border border-line bg-panel p-2 font-mono text-[14px] break-words">
        {error instanceof Error ? error.message : String(error)}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={resetErrorBoundary}>Try it again</Button>
        {others.map(([to, name]) => (
          <Link key={to} to={to} className="text-dye underline">
            To {name}
          </Link>
        ))}
      </div>
    </main>
  );
}
