import { CircleHelp, CloudUpload, Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
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

interface TopBarProps {
  readonly trail: readonly { text: string; to?: string }[];
  readonly kit?: Entity<'kit'> | undefined;
  /** The views of what is open, this one marked. */
  readonly views?: readonly { text: string; to: string; isHere: boolean }[];
  readonly units: Units;
  readonly undo?: UndoControl | undefined;
  readonly onKeys?: (() => void) | undefined;
}

/** Where you are, who works, units, theme, undo. */
export function TopBar({ trail, kit, views = [], units, undo, onKeys }: TopBarProps) {
  return (
    <header className="no-print flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-3 py-1">
      <nav aria-label="Where you are" className="flex min-w-0 items-baseline gap-2">
        <Link to="/" className="label text-[19px] text-dye">
          Patient Anvil
        </Link>
        {trail.map((step, i) => (
          <span key={i} className="flex min-w-0 items-baseline gap-2">
            <span aria-hidden className="text-ink2">
              ›
            </span>
            {step.to ? (
              <Link to={step.to} className="label truncate text-[17px] underline-offset-2 hover:underline">
                {step.text}
              </Link>
            ) : (
              <span className="label truncate text-[17px]" aria-current="page">
                {step.text}
              </span>
            )}
          </span>
        ))}
      </nav>
      {views.length > 0 ? (
        <nav aria-label="Views" className="flex gap-1">
          {views.map((v) => (
            <Link
              key={v.to}
              to={v.to}
              aria-current={v.isHere ? 'page' : undefined}
              className={`label rounded px-2 py-0.5 text-[16px] ${v.isHere ? 'bg-dye text-on-dye' : 'hover:bg-dye-soft'}`}
            >
              {v.text}
            </Link>
          ))}
        </nav>
      ) : null}
      <div className="ml-auto flex flex-wrap items-center gap-3">
        <ClockBadge />
        <SetAsideBadge />
        <WaitingBadge />
        {undo ? <UndoBar undo={undo} /> : null}
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
        {onKeys ? (
          <BarButton onClick={onKeys} title="Keys">
            <CircleHelp size={18} aria-hidden />
            <span className="sr-only">Keys</span>
          </BarButton>
        ) : null}
      </div>
    </header>
  );
}

const VIEW_WORDS = {
  plan: 'Plan',
  map: 'Map',
  parts: 'Parts',
  layout: 'Layout',
  setups: 'Set-ups',
  sequence: 'Sequence',
  bench: 'Bench',
  inspect: 'Inspect',
} as const;
export type AssemblyViewName = keyof typeof VIEW_WORDS;

/** The views of an assembly. */
export function assemblyViews(assemblyId: string, here: AssemblyViewName) {
  return (Object.keys(VIEW_WORDS) as AssemblyViewName[]).map((view) => ({
    text: VIEW_WORDS[view],
    to: `/assemblies/${assemblyId}/${view}`,
    isHere: view === here,
  }));
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
  const isDark = theme === 'dark';
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
