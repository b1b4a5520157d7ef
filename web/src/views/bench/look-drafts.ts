import { useSyncExternalStore } from 'react';
import { carryLook, NOTHING_MEASURED, type LookTyped } from '#core/inspect/look-text';
import type { HeadCheck, HeadDefect } from '#core/record/marks';
import type { Units } from '#core/units/length';

/** One look at a rivet as far as it was typed, gauged and named; it belongs to its hole, whichever hole is at hand. */
export interface LookDraft {
  readonly typed: LookTyped;
  readonly gauge: HeadCheck['gauge'];
  readonly defects: readonly HeadDefect[];
  readonly note: string;
}

export const BLANK_LOOK: LookDraft = { typed: NOTHING_MEASURED, gauge: undefined, defects: [], note: '' };

/** Whether anything was measured, gauged, named or noted. */
export function isLookBegun({ typed, gauge, defects, note }: LookDraft): boolean {
  return gauge !== undefined || defects.length > 0 || note.trim() !== '' || Object.values(typed).some((text) => text.trim() !== '');
}

/** Drafts by person, row and hole. Nothing measured is thrown away unasked: they stay until the look is kept or emptied. */
export class LookDrafts {
  private drafts: ReadonlyMap<string, LookDraft> = new Map();
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly all = (): ReadonlyMap<string, LookDraft> => this.drafts;

  change(key: string, next: LookDraft): void {
    const drafts = new Map(this.drafts);
    if (isLookBegun(next)) drafts.set(key, next);
    else drafts.delete(key);
    this.set(drafts);
  }

  /** What was typed, in the other unit. */
  carry(from: Units): void {
    this.set(new Map([...this.drafts].map(([key, d]) => [key, { ...d, typed: carryLook(d.typed, from) }])));
  }

  private set(drafts: ReadonlyMap<string, LookDraft>): void {
    this.drafts = drafts;
    for (const listener of this.listeners) listener();
  }
}

export const lookDrafts = new LookDrafts();

export const lookKey = (person: string, rowId: string, holeId: string): string => `${person}/${rowId}/${holeId}`;

export function useLookDrafts(): ReadonlyMap<string, LookDraft> {
  return useSyncExternalStore(lookDrafts.subscribe, lookDrafts.all);
}
