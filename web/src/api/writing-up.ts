import { useMemo } from 'react';
import { nextPaperTime } from '#core/record/paper';
import { useLocal, writeLocal } from './device';

/** Work is written up from paper: done at that time, by that person, until the mode is left. */
export interface WritingUp {
  /** Done-at of the next press, ISO 8601, UTC. */
  readonly at: string;
  readonly person: string;
  /** Whose figures the marks keep: of the plan as it was then, which the server reads, or as it is now. */
  readonly plan: 'then' | 'now';
}

const KEY = 'writing-up';

function parsed(text: string | null): WritingUp | null {
  if (!text) return null;
  try {
    const value = JSON.parse(text) as Partial<WritingUp>;
    return typeof value.at === 'string' && typeof value.person === 'string'
      ? { at: value.at, person: value.person, plan: value.plan === 'now' ? 'now' : 'then' }
      : null;
  } catch {
    return null;
  }
}

/** The mode of this browser; null: what is marked is done now. */
export function useWritingUp(): WritingUp | null {
  const text = useLocal(KEY);
  return useMemo(() => parsed(text), [text]);
}

export function writeUp(mode: WritingUp | null): void {
  writeLocal(KEY, mode ? JSON.stringify(mode) : '');
}

/** After a press: the next one is a moment later. */
export function afterPress(mode: WritingUp): void {
  writeUp({ ...mode, at: nextPaperTime(mode.at) });
}
