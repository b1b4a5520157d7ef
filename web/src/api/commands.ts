import type { EffectsAnswer } from '#contract/answers';
import { useQueryClient } from '@tanstack/react-query';
import { use, useCallback } from 'react';
import { REACHING, wantsReason } from '#core/work/reaching';
import type { Edit, Entity } from '#core/record/definitions';
import { markVersion, type Mark, type MarkKind, type MarkOf } from '#core/record/marks';
import { markText } from '#core/wording/marks';
import { post } from './client';
import { EffectsContext, NotKept, type AskEffects } from './effects';
import { deviceId, newId, useLocal } from './device';
import { refreshDefinitions, usePairedFor } from './queries';
import { flushMarks, sendMarks } from './outbox';
import { say } from './said';
import { afterPress, useWritingUp } from './writing-up';

/** Who is working, of this kit's people: on a paired device the one it was paired for, else the one chosen in this browser, else the first. */
export function usePerson(kit: Entity<'kit'> | undefined): string {
  const chosen = useLocal('person');
  const people = kit?.definition.people ?? [];
  const pairedFor = usePairedFor();
  /* A paired device speaks for the person it was paired for; the server takes nobody else from it. */
  if (pairedFor) return (people.find((p) => p.initials.toUpperCase() === pairedFor.trim().toUpperCase()) ?? people[0])?.id ?? deviceId();
  return (people.find((p) => p.id === chosen) ?? people[0])?.id ?? deviceId();
}

export interface ChangeWish {
  readonly edits: readonly Edit[];
  readonly reason?: string;
  readonly undoes?: string;
}

/** Keeps changes of definitions; resolves after commit, throws ApiError. */
export function useKeep(kit: Entity<'kit'> | undefined) {
  const client = useQueryClient();
  const person = usePerson(kit);
  const ask = use(EffectsContext);
  return useCallback(
    async ({ edits, reason = '', undoes }: ChangeWish): Promise<void> => {
      if (!kit) return;
      const change = {
        id: newId(),
        kitId: kit.id,
        person,
        device: deviceId(),
        recordedAt: new Date().toISOString(),
        reason,
        undoes: undoes ?? null,
        edits,
      };
      const why = undoes !== undefined || mayReachWork(edits) ? await whyOf(change, ask) : reason;
      await post('/changes', { ...change, reason: why });
      await refreshDefinitions(
        client,
        edits.some((e) => e.kind === 'kit' || e.kind === 'fastener'),
      );
      say(undoes ? 'Undone.' : 'The change stands.');
    },
    [client, kit, person, ask],
  );
}

/** Edits of what is there already: only these can reach work. */
function mayReachWork(edits: readonly Edit[]): boolean {
  return edits.some((e) => e.expectedVersion > 0 && REACHING.includes(e.kind));
}

/** The reason of a change: where it reaches work, what it does is shown first and the reason asked for. Throws {@link NotKept}. */
async function whyOf(change: { readonly reason: string }, ask: AskEffects): Promise<string> {
  /* What was just marked here counts, too. */
  await flushMarks();
  const answer = await post<EffectsAnswer>('/changes/effects', change);
  if (!wantsReason(answer.rows)) return change.reason;
  const why = await ask(answer, change.reason);
  if (why === null) throw new NotKept();
  return why;
}

/** Marks in a few words: `On record: 12 holes drilled, 12 holes deburred`. */
function saidOf(marks: readonly Mark[]): string {
  const done = marks.filter((m) => m.kind !== 'undo');
  return done.length === 0 ? 'Undone.' : `On record: ${[...new Set(done.map(markText))].slice(0, 4).join(', ')}.`;
}

type WishOf<K extends MarkKind> = Pick<MarkOf<K>, 'kind' | 'rowId' | 'holeIds'> &
  Partial<Pick<MarkOf<K>, 'layerIds' | 'side' | 'payload'>> & {
    readonly doneAt?: string;
    /** Whose work it was; absent: of who works here. */
    readonly person?: string;
    /** Where the same thing would be marked twice; absent: a new one. */
    readonly id?: string;
  };
/** A mark as a screen wishes it: what was done where; who, when and on which device come with keeping it. */
export type MarkWish = { readonly [K in MarkKind]: WishOf<K> }[MarkKind];

/** Marks: on the screen at once, sent in the background. */
export function useMark(kit: Entity<'kit'> | undefined) {
  const person = usePerson(kit);
  const writing = useWritingUp();
  return useCallback(
    (wishes: readonly MarkWish[]): void => {
      if (!kit || wishes.length === 0) return;
      const recordedAt = new Date().toISOString();
      /* Written up from paper: then, by that person; what says its own time has it, and an undo is done now. */
      const isOwn = wishes.every((w) => w.doneAt !== undefined || w.kind === 'undo');
      const paper = isOwn ? null : writing;
      const initials = new Map(kit.definition.people.map((p) => [p.id, p.initials]));
      const marks = wishes.map((w) => {
        const by = initials.get(w.person ?? paper?.person ?? person);
        return {
          id: newId(),
          v: markVersion(w.kind),
          layerIds: [],
          side: null,
          recordedAt,
          person: paper?.person ?? person,
          device: deviceId(),
          ...w,
          doneAt: w.doneAt ?? paper?.at ?? recordedAt,
          payload: { ...w.payload, ...(by === undefined || w.kind === 'undo' ? {} : { by }) },
        };
      });
      /* A wish has the payload of its own kind; none at all is the empty one. */
      sendMarks(kit.id, marks as Mark[]);
      say(saidOf(marks as Mark[]));
      if (paper) afterPress(paper);
    },
    [kit, person, writing],
  );
}
