/** After a mark nothing marks again until every finger and key has been up for so long. */
export const LOCK_MS = 1000;
/** A gauge that types sends its digits and Enter within this; nobody's hand is as quick. */
export const WEDGE_MS = 400;

/** What a press would do to the foot of the bench. */
export type Press = 'mark' | 'locked' | 'typed';

/**
 * Decides whether a press marks: not after a mark while anything rests on the screen or came up less than a second ago (a second tap, a held key, a
 * palm), not the Enter at the end of digits that a gauge typed with nothing focused. Pure, so that it is tested without a page; times in ms.
 */
export class MarkLock {
  private isShut = false;
  /** The last mark is not on the screen yet. */
  private isHeld = false;
  /** Fingers and keys that are down. */
  private readonly down = new Set<string>();
  /** Since when nothing has been down. */
  private quietSince = -Infinity;
  private lastTyped = -Infinity;

  /** A finger or key goes down. */
  press(what: string, nowMs: number): void {
    this.openIfQuiet(nowMs);
    this.down.add(what);
  }

  /** It comes up, or is lost: the window went away, the touch became a scroll. */
  release(what: string, nowMs: number): void {
    if (this.down.delete(what) && this.down.size === 0) this.quietSince = nowMs;
  }

  releaseAll(nowMs: number): void {
    if (this.down.size > 0) this.quietSince = nowMs;
    this.down.clear();
  }

  typed(nowMs: number): void {
    this.lastTyped = nowMs;
  }

  /** Whether it is shut now. */
  isLocked(nowMs: number): boolean {
    this.openIfQuiet(nowMs);
    return this.isShut;
  }

  /** What a press does now; where it marks, the lock shuts. */
  tryMark(by: 'click' | 'key' | 'held-key', nowMs: number): Press {
    /* The press itself is down already: it was let through when it went down, or was not. */
    if (by === 'held-key' || (this.down.size === 0 ? this.isLocked(nowMs) : this.isShut)) return 'locked';
    if (by !== 'click' && nowMs - this.lastTyped < WEDGE_MS) return 'typed';
    this.isShut = true;
    this.quietSince = nowMs;
    return 'mark';
  }

  /** Stays shut after a mark until what it changes is on the screen, and a moment longer: nobody can mean a second before. */
  hold(isHeld: boolean, nowMs: number): void {
    if (this.isHeld && !isHeld && this.isShut) this.quietSince = nowMs;
    this.isHeld = isHeld;
  }

  private openIfQuiet(nowMs: number): void {
    if (!this.isHeld && this.down.size === 0 && nowMs - this.quietSince >= LOCK_MS) this.isShut = false;
  }
}
