import { CloudUpload, House } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { isOnClock } from '#core/sealing/on-clock';
import type { Units } from '#core/units/length';
import { useOfflinePage } from '../api/offline-page';
import { useClockAhead, useIsStored, useRefusal, useWaiting } from '../api/outbox';
import { useBatchMarks } from '../api/queries';
import { SetAsideBadge } from './set-aside';
import { UndoBar } from './undo-list';
import type { UndoControl } from './use-undo';
import { DeviceMenu } from './device-menu';
import { FindButton } from './find/find-button';
import type { Place } from './places';
import { PlacesButton } from './places-button';
import { Who } from './who';
import { useTitle } from './arrival';
import { useInSight } from './use-in-sight';
import { useShowMoment } from './zone';

interface TopBarProps {
  /** From the kit down to where one is. */
  readonly trail: readonly { text: string; to?: string }[];
  /** What this place is, before the names of the trail in the window's title; absent: the trail says it. */
  readonly title?: string | undefined;
  /** The page's heading, where the view shows none of its own: for those who go from heading to heading. */
  readonly heading?: string | undefined;
  readonly kit?: Entity<'kit'> | undefined;
  /** The places beside this one, and what they are of. */
  readonly places?: { readonly label: string; readonly list: readonly Place[] } | undefined;
  /** The kit's own places, where those beside are an assembly's. */
  readonly above?: readonly Place[] | undefined;
  readonly units: Units;
  readonly undo?: UndoControl | undefined;
}

/** Where you are, the places beside it, who works, units, theme, undo. On a telephone the places lie at the lower edge. */
export function TopBar({ trail, title, heading, kit, places, above, units, undo }: TopBarProps) {
  const isAhead = useClockAhead();
  useTitle([...(title ? [title] : []), ...trail.map((t) => t.text).reverse()]);
  return (
    <>
      <PrintHead parts={[...trail.map((t) => t.text), ...(title ? [title] : [])]} />
      <header className="no-print flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel px-3 py-1 lg:flex-nowrap">
        {heading === undefined ? null : <h1 className="sr-only">{heading}</h1>}
        <nav aria-label="Where you are" className="flex max-w-full min-w-0 items-center gap-1.5 lg:max-w-[34vw]">
          <Link to="/" className="label shrink-0 text-[19px] text-dye pointer-coarse:py-2">
            <span className={trail.length > 1 ? 'max-2xl:sr-only' : 'max-sm:sr-only'}>Patient Anvil</span>
            <House size={20} aria-hidden className={trail.length > 1 ? '2xl:hidden' : 'sm:hidden'} />
          </Link>
          {trail.map((step, i) => (
            <span key={i} className="flex min-w-0 items-center gap-2">
              <span aria-hidden className="text-ink2">
                ›
              </span>
              {step.to ? (
                <Link
                  to={step.to}
                  className="label truncate text-[17px] underline-offset-2 hover:underline pointer-coarse:py-2"
                  title={step.text}
                >
                  {step.text}
                </Link>
              ) : (
                <span className="label truncate text-[17px]" aria-current={places ? undefined : 'page'}>
                  {step.text}
                </span>
              )}
              {i === 0 && above ? <PlacesMenu places={above} name={step.text} /> : null}
            </span>
          ))}
        </nav>
        {places ? <PlacesNav {...places} /> : null}
        <div className="ml-auto flex flex-wrap items-center gap-2 lg:order-last lg:shrink-0 lg:flex-nowrap">
          {isAhead ? (
            <Suspense fallback={null}>
              <ClockBadge />
            </Suspense>
          ) : null}
          <SetAsideBadge />
          <OfflineBadge />
          <WaitingBadge />
          {undo ? <UndoBar undo={undo} /> : null}
          {kit ? <FindButton kitId={kit.id} /> : null}
          {kit ? <Who kit={kit} /> : null}
          <DeviceMenu units={units} />
        </div>
      </header>
      {kit ? <Batches kitId={kit.id} /> : null}
    </>
  );
}

/** What this sheet of paper is of, and from when. */
function PrintHead({ parts }: { parts: readonly string[] }) {
  const show = useShowMoment();
  return (
    <p className="print-only">
      <strong>{parts.join(' › ')}</strong>
      <span>{show(new Date().toISOString())} · Patient Anvil: advice, never approval</span>
    </p>
  );
}

/** The places beside this one: in the bar, on a telephone at the lower edge where a thumb is. */
function PlacesNav({ label, list }: { label: string; list: readonly Place[] }) {
  const here = useRef<HTMLAnchorElement>(null);
  const to = list.find((p) => p.isHere)?.to;
  /* On a telephone there are more places than fit: the one that is open is in sight. */
  useInSight(here, to, 'center');
  return (
    <nav
      aria-label={label}
      className="order-last flex gap-0.5 sm:max-lg:w-full lg:order-none lg:min-w-0 lg:overflow-x-auto max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:overflow-x-auto max-sm:border-t max-sm:border-line max-sm:bg-panel max-sm:px-1"
    >
      {list.map((p) => (
        <Link
          key={p.to}
          ref={p.isHere ? here : undefined}
          to={p.to}
          aria-current={p.isHere ? 'page' : undefined}
          className={`label flex shrink-0 items-center rounded px-2 py-0.5 text-[16px] max-sm:min-h-14 max-sm:min-w-16 max-sm:flex-col max-sm:justify-center max-sm:text-[13px] pointer-coarse:min-h-11 ${p.isHere ? 'bg-dye text-on-dye' : 'hover:bg-dye-soft'}`}
        >
          <p.icon size={20} aria-hidden className="sm:hidden" />
          {p.text}
        </Link>
      ))}
    </nav>
  );
}

/* Menus come when they are first wanted: until then their buttons stand there alone. */
const BatchClock = lazy(() => import('./batch-clock').then((m) => ({ default: m.BatchClock })));
const ClockBadge = lazy(() => import('./clock-badge').then((m) => ({ default: m.ClockBadge })));
const PlacesMenuOpen = lazy(() => import('./places-menu').then((m) => ({ default: m.PlacesMenu })));

/** The clocks of batches come where one is at work. */
function Batches({ kitId }: { kitId: string }) {
  const served = useBatchMarks(kitId).data ?? [];
  const waiting = useWaiting();
  const [now] = useState(() => Date.now());
  const isAtWork = [...served, ...waiting.map((w) => w.mark)].some(
    (m) =>
      m.kind === 'sealant-mixed' &&
      isOnClock({ mixedAt: m.doneAt, workMinutes: m.payload.workMinutes, cureMinutes: m.payload.batch?.cureMinutes }, now),
  );
  if (!isAtWork) return null;
  return (
    <Suspense fallback={null}>
      <BatchClock kitId={kitId} />
    </Suspense>
  );
}

/** The kit's places from within one of its assemblies. */
function PlacesMenu(at: { places: readonly Place[]; name: string }) {
  const [isWanted, want] = useState(false);
  const button = <PlacesButton name={at.name} aria-haspopup="menu" aria-expanded={false} onClick={() => want(true)} />;
  if (!isWanted) return button;
  return (
    <Suspense fallback={button}>
      <PlacesMenuOpen {...at} />
    </Suspense>
  );
}

/** A tablet that does not trust the desk cannot keep the pages: said before the network is gone. */
function OfflineBadge() {
  const isKept = useOfflinePage();
  if (isKept !== 'none') return null;
  const words = 'Without the network nothing opens here. The steps to mend it';
  if (window.location.protocol !== 'https:')
    return (
      <span
        className="label rounded bg-caution-soft px-2 text-caution"
        title="Without the program nothing opens here: this browser keeps no pages"
      >
        no offline page
      </span>
    );
  return (
    <a href="/trust" className="label rounded bg-caution-soft px-2 text-caution underline" title={words}>
      no offline page
    </a>
  );
}

function WaitingBadge() {
  const waiting = useWaiting();
  const refusal = useRefusal();
  const isStored = useIsStored();
  if (waiting.length === 0) return null;
  return (
    <span
      role="status"
      className={`label inline-flex items-center gap-1 rounded px-2 ${refusal ? 'bg-stop-soft text-stop' : 'bg-caution-soft text-caution'}`}
      title={
        refusal ?? (isStored ? 'Kept in this browser until the program answers' : 'In this page only: the browser has not kept them yet')
      }
    >
      <CloudUpload size={16} aria-hidden /> {waiting.length} waiting{refusal ? `: ${refusal}` : ''}
    </span>
  );
}
