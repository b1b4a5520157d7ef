import { ChevronDown, CircleHelp, CloudUpload, House, Moon, Sun } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { useClockAhead, useIsStored, useRefusal, useWaiting } from '../api/outbox';
import { SetAsideBadge } from './set-aside';
import { UndoBar } from './undo-list';
import type { UndoControl } from './use-undo';
import { usePerson } from '../api/commands';
import { useLocal, writeLocal } from '../api/device';
import { FindButton } from './find/find-button';
import { KeysDialog } from './keys-dialog';
import type { Place } from './places';
import { isPageKey } from './typing';
import { useTitle } from './arrival';

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
  useTitle([...(title ? [title] : []), ...trail.map((t) => t.text).reverse()]);
  return (
    <>
      <header className="no-print flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel px-3 py-1">
        {heading === undefined ? null : <h1 className="sr-only">{heading}</h1>}
        <nav aria-label="Where you are" className="flex max-w-full min-w-0 items-center gap-2">
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
                <Link to={step.to} className="label truncate text-[17px] underline-offset-2 hover:underline pointer-coarse:py-2">
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
        <div className="ml-auto flex flex-wrap items-center gap-2 lg:gap-3">
          <ClockBadge />
          <SetAsideBadge />
          <WaitingBadge />
          {undo ? <UndoBar undo={undo} /> : null}
          {kit ? <FindButton kitId={kit.id} /> : null}
          {kit ? <Who kit={kit} /> : null}
          <Choice
            label="Units"
            value={units}
            options={[
              { value: 'in', text: 'inch' },
              { value: 'mm', text: 'mm' },
            ]}
            onChoose={(v) => writeLocal('units', v)}
          />
          <ThemeSwitch />
          <KeysButton />
        </div>
      </header>
    </>
  );
}

/** The places beside this one: in the bar, on a telephone at the lower edge where a thumb is. */
function PlacesNav({ label, list }: { label: string; list: readonly Place[] }) {
  const here = useRef<HTMLAnchorElement>(null);
  const to = list.find((p) => p.isHere)?.to;
  /* On a telephone there are more places than fit: the one that is open is in sight. */
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [to]);
  return (
    <nav
      aria-label={label}
      className="flex gap-1 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:overflow-x-auto max-sm:border-t max-sm:border-line max-sm:bg-panel max-sm:px-1"
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

/** The kit's places from within one of its assemblies. */
function PlacesMenu({ places, name }: { places: readonly Place[]; name: string }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button type="button" aria-label={`Places of ${name}`} className="rounded p-1 hover:bg-dye-soft pointer-coarse:p-3">
          <ChevronDown size={16} aria-hidden />
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="z-30 rounded border border-edge bg-paper p-1 shadow-xl">
          {places.map((p) => (
            <DropdownMenu.Item key={p.to} asChild>
              <Link
                to={p.to}
                className="label flex min-h-9 items-center gap-2 rounded px-3 text-[16px] outline-none data-[highlighted]:bg-dye-soft pointer-coarse:min-h-11"
              >
                <p.icon size={17} aria-hidden /> {p.text}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The keys of this place, by a button or the key ?. */
function KeysButton() {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== '?' || !isPageKey(e)) return;
      e.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <BarButton onClick={() => setOpen(true)} title="Keys">
        <CircleHelp size={18} aria-hidden />
        <span className="sr-only">Keys</span>
      </BarButton>
      {isOpen ? <KeysDialog onClose={() => setOpen(false)} /> : null}
    </>
  );
}

function BarButton(props: { onClick: () => void; disabled?: boolean; title: string; children: ReactNode }) {
  return (
    <button
      type="button"
      onClick={props.onClick}
      disabled={props.disabled}
      title={props.title}
      className="label inline-flex min-h-8 items-center gap-1 rounded border border-edge bg-raised px-2 hover:bg-dye-soft disabled:opacity-60 pointer-coarse:min-h-11"
    >
      {props.children}
    </button>
  );
}

/** A few choices of which one holds; arrow keys move within. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: T;
  options: readonly { value: T; text: string }[];
  onChoose: (value: T) => void;
}) {
  return (
    <div role="radiogroup" aria-label={label} className="inline-flex overflow-hidden rounded border border-edge">
      {options.map((o) => (
        <button
          key={o.value}
          type="button"
          role="radio"
          aria-checked={o.value === value}
          onClick={() => onChoose(o.value)}
          className={`label min-h-8 px-2.5 pointer-coarse:min-h-11 ${o.value === value ? 'bg-dye text-on-dye' : 'bg-raised hover:bg-dye-soft'}`}
        >
          {o.text}
        </button>
      ))}
    </div>
  );
}

function Who({ kit }: { kit: Entity<'kit'> }) {
  const person = usePerson(kit);
  const people = kit.definition.people;
  if (people.length === 0)
    return (
      <Link to={`/kits/${kit.id}`} className="label underline">
        Who works here?
      </Link>
    );
  return (
    <Choice
      label="Who"
      value={person}
      options={people.map((p) => ({ value: p.id, text: p.initials }))}
      onChoose={(id) => writeLocal('person', id)}
    />
  );
}

function ThemeSwitch() {
  const theme = useLocal('theme');
  const isDark = theme === null ? document.documentElement.dataset.theme === 'dark' : theme === 'dark';
  return (
    <BarButton onClick={() => writeLocal('theme', isDark ? 'light' : 'dark')} title={isDark ? 'Daylight theme' : 'Night theme'}>
      {isDark ? <Sun size={17} aria-hidden /> : <Moon size={17} aria-hidden />}
      <span className="sr-only">{isDark ? 'Daylight theme' : 'Night theme'}</span>
    </BarButton>
  );
}

/** This device's clock is ahead: marks are kept as sent, and somebody should set it right. */
function ClockBadge() {
  const isAhead = useClockAhead();
  if (!isAhead) return null;
  return (
    <span role="status" className="label rounded bg-caution-soft px-2 text-caution" title={problemMessage({ code: 'clock-ahead' })}>
      clock ahead
    </span>
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
