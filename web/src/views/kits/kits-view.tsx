import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { useLocal } from '../../api/device';
import { useKits } from '../../api/queries';
import { ErrorText } from '../../ui/controls';
import { useCarryOnKey } from '../../ui/page-keys';
import { TopBar } from '../../ui/top-bar';
import { Warning } from '../../ui/warning';
import { KitsList } from './kits-list';

const NO_KITS: readonly Entity<'kit'>[] = [];

/* After the first paint: what plans and draws is most of what comes over the line. */
const StartMore = lazy(() => import('./start-more').then((m) => ({ default: m.StartMore })));
const TryARow = lazy(() => import('./try-a-row').then((m) => ({ default: m.TryARow })));

/** The start: what this is, a row to try, the kits and where each stopped, a new one. */
export function KitsView() {
  const kits = useKits();
  useCarryOnKey();
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  return (
    <div className="flex min-h-full flex-col">
      <TopBar trail={[{ text: 'Kits' }]} units={units} />
      <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-6 p-4">
        <div className="flex flex-col gap-1">
          <h1 className="label text-[28px] leading-tight">Every rivet hole planned sheet by sheet, and what was done to it kept</h1>
          <p className="text-[16px] text-ink2">
            For people who build all-metal kit aircraft at home: dimple or countersink, which rivet, how far in, in which order, and a
            record the inspector can read.
          </p>
        </div>
        <Suspense fallback={<div className="h-[330px]" />}>
          <TryARow units={units} />
        </Suspense>
        <h2 className="label text-[24px]">Kits</h2>
        {kits.error ? <ErrorText>{kits.error.message}</ErrorText> : null}
        <div className="min-h-14">{kits.data ? <KitsList answer={kits.data} /> : null}</div>
        <Suspense fallback={<div className="h-[600px]" />}>
          <StartMore kits={kits.data?.kits ?? NO_KITS} />
        </Suspense>
        <Link to="/practice" className="label self-start text-[17px] underline underline-offset-2">
          Practice: to turn the cage or to leave it
        </Link>
        <Warning />
      </main>
    </div>
  );
}
