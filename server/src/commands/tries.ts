import { setTimeout } from 'node:timers/promises';
import { databaseErrno, ERRNO_DEADLOCK, ERRNO_DUPLICATE, ERRNO_LOCK_WAIT } from '../db/connection';

/** So often a write is tried that others' writes got in the way of, each time after a longer pause, ms. */
const TRIES = 8;
const PAUSE_MS = 10;

/** What passes by itself: others were in the way. */
const PASSING: readonly (number | null)[] = [ERRNO_DEADLOCK, ERRNO_LOCK_WAIT, ERRNO_DUPLICATE];

/** Runs a write, again where another one was in its way. */
export async function retried<T>(write: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await write();
    } catch (error) {
      if (!PASSING.includes(databaseErrno(error)) || attempt === TRIES) throw error;
      await setTimeout(PAUSE_MS * attempt * (0.5 + Math.random()));
    }
  }
}
