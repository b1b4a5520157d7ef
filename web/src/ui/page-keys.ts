import { useLayoutEffect, useMemo, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { useLocal, writeLocal } from '../api/device';
import { isPageKey } from './typing';

/** What a single key does, where, and which key until another is chosen in this browser. */
export const PAGE_KEYS = {
  undo: { where: 'Everywhere', key: 'u', what: 'undo this device’s last mark or change; with Shift make it again' },
  carryOn: { where: 'Start, kit', key: 'c', what: 'carry on where one stopped' },
  newRow: { where: 'Plan', key: 'n', what: 'type a new row' },
  filter: { where: 'Plan', key: '/', what: 'filter the rows' },
  editRow: { where: 'Plan', key: 'e', what: 'type the selected row anew' },
  holes: { where: 'Bench', key: 'h', what: 'to the holes' },
  deviation: { where: 'Bench', key: 'd', what: 'a deviation at the hole at hand' },
  hole: { where: 'Bench', key: 'o', what: 'everything of the hole at hand' },
  measure: { where: 'Bench', key: 'm', what: 'measure: into the first field; Enter goes on, and keeps what is good' },
  yesterday: { where: 'Bench', key: 'y', what: 'it was done yesterday evening' },
} as const;
export type KeyAction = keyof typeof PAGE_KEYS;

/** A letter or a stroke: figures and points are what gauges type. */
const TAKEN = /^[a-z/]$/;

type Chosen = Partial<Record<KeyAction, string>>;

function readChosen(text: string | null): Chosen {
  try {
    const read = JSON.parse(text ?? '{}') as Chosen;
    return Object.fromEntries(Object.entries(read).filter(([, k]) => typeof k === 'string' && TAKEN.test(k)));
  } catch {
    return {};
  }
}

/** The key of every action in this browser. */
export function useKeymap(): Readonly<Record<KeyAction, string>> {
  const kept = useLocal('keymap');
  return useMemo(() => {
    const chosen = readChosen(kept);
    return Object.fromEntries((Object.keys(PAGE_KEYS) as KeyAction[]).map((a) => [a, chosen[a] ?? PAGE_KEYS[a].key])) as Record<
      KeyAction,
      string
    >;
  }, [kept]);
}

/** Another key for an action; refused where one of the same place, or of everywhere, has it already. Empty: its own again. */
export function chooseKey(keymap: Readonly<Record<KeyAction, string>>, action: KeyAction, key: string): KeyAction | null {
  const next = key.trim().toLowerCase();
  const rival = (Object.keys(PAGE_KEYS) as KeyAction[]).find(
    (a) => a !== action && keymap[a] === next && [PAGE_KEYS[action].where, 'Everywhere'].includes(PAGE_KEYS[a].where),
  );
  if (rival) return rival;
  const changed = { ...keymap, [action]: !TAKEN.test(next) ? PAGE_KEYS[action].key : next };
  const own = Object.fromEntries(Object.entries(changed).filter(([a, k]) => PAGE_KEYS[a as KeyAction].key !== k));
  writeLocal('keymap', Object.keys(own).length === 0 ? null : JSON.stringify(own));
  return null;
}

/** Single keys of the page: while nothing is typed, no dialog is open, and single keys are switched on. */
export function usePageKeys(actions: Partial<Record<KeyAction, (event: KeyboardEvent) => void>>): void {
  const keymap = useKeymap();
  const latest = useRef(actions);
  /* Before the picture is there, so that no key is pressed into nothing. */
  useLayoutEffect(() => {
    latest.current = actions;
  });
  const names = Object.keys(actions).sort().join();
  useLayoutEffect(() => {
    const run = (action: KeyAction) => (e: KeyboardEvent) => {
      const act = latest.current[action];
      if (!act || e.repeat || !isPageKey(e)) return;
      e.preventDefault();
      act(e);
    };
    const bindings = (names.split(',') as KeyAction[]).flatMap((a) => [
      [keymap[a], run(a)] as const,
      ...(a === 'undo' ? [[`Shift+${keymap[a]}`, run(a)] as const] : []),
    ]);
    return tinykeys(window, Object.fromEntries(bindings));
  }, [names, keymap]);
}

/** Carries on where one stopped: the first place of the page that offers it. */
export function useCarryOnKey(): void {
  usePageKeys({ carryOn: () => document.querySelector<HTMLElement>('[data-carry-on]')?.click() });
}
