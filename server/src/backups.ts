/** A copy of database and photos that was made and read back. */
export interface Copy {
  readonly file: string;
  /** ISO 8601, UTC. */
  readonly madeAt: string;
  readonly bytes: number;
  readonly because: CopyReason;
}

export const COPY_REASONS = ['upgrade', 'daily', 'asked'] as const;
export type CopyReason = (typeof COPY_REASONS)[number];

/** What the start page says of the copies. */
export interface CopyState {
  readonly folder: string;
  /** The newest proved one; null while there is none. */
  readonly last: Copy | null;
  readonly count: number;
  /** Why the last try failed; null where it did not. */
  readonly problem: string | null;
  readonly isBusy: boolean;
}

/** Whoever makes copies; the server only shows and asks. */
export interface CopyKeeper {
  state(): CopyState;
  /** Makes a copy now; resolves when it is proved, throws with the reason where it is not. */
  make(because: CopyReason): Promise<Copy>;
}
