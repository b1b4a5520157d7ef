import type { Copy, CopyReason, CopyState } from '#contract/answers';

/** Whoever makes copies; the server only shows and asks. */
export interface CopyKeeper {
  state(): CopyState;
  /** Makes a copy now; resolves when it is proved, throws with the reason where it is not. */
  make(because: CopyReason): Promise<Copy>;
}
