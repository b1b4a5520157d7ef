import { useCallback, useEffect, useRef, useState } from 'react';

/** After a mark nothing marks again for so long, and not before every key and finger was up once. */
export const LOCK_MS = 1000;
/** A gauge that types sends its digits and Enter within this; nobody's hand is as quick. */
export const WEDGE_MS = 400;

/** What a key press would do to the foot of the bench. */
export type Press = 'mark' | 'locked' | 'typed';

/**
 * Decides whether a press marks: not while locked, not a held key, not the Enter at the end of digits that a gauge typed with nothing
 * focused. Pure, so that it is tested without a page. Times in ms.
 */
export function pressOf(q: {
  readonly nowMs: number;
  readonly isRepeat: boolean;
  readonly isDown: boolean;
  readonly lastMarkMs: number;
  readonly lastTypedMs: number;
}): Press {
  if (q.isRepeat || q.isDown || q.nowMs - q.lastMarkMs < LOCK_MS) return 'locked';
  return q.nowMs - q.lastTypedMs < WEDGE_MS ? 'typed' : 'mark';
}

/** The short lock after a mark: `tryMark` runs what it is given at most once a press. */
export function useMarkLock(): {
  readonly isLocked: boolean;
  readonly tryMark: (by: 'click' | 'key' | 'held-key', run: () => void) => Press;
} {
  const [isLocked, setLocked] = useState(false);
  const lastMarkMs = useRef(-Infinity);
  const lastTypedMs = useRef(-Infinity);
  /* The key that made the mark and has not come up since. */
  const isDown = useRef(false);
  const timer = useRef<number | undefined>(undefined);
  useEffect(() => {
    const up = () => {
      isDown.current = false;
    };
    const typed = (e: KeyboardEvent) => {
      if (/^[\d.,+\-/]$/.test(e.key)) lastTypedMs.current = performance.now();
    };
    window.addEventListener('keyup', up, true);
    window.addEventListener('blur', up);
    window.addEventListener('keydown', typed, true);
    return () => {
      window.removeEventListener('keyup', up, true);
      window.removeEventListener('blur', up);
      window.removeEventListener('keydown', typed, true);
      window.clearTimeout(timer.current);
    };
  }, []);
  const tryMark = useCallback((by: 'click' | 'key' | 'held-key', run: () => void): Press => {
    const nowMs = performance.now();
    const press = pressOf({
      nowMs,
      isRepeat: by === 'held-key',
      isDown: isDown.current,
      lastMarkMs: lastMarkMs.current,
      lastTypedMs: by === 'click' ? -Infinity : lastTypedMs.current,
    });
    if (press !== 'mark') return press;
    lastMarkMs.current = nowMs;
    isDown.current = by === 'key';
    setLocked(true);
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => setLocked(false), LOCK_MS);
    run();
    return press;
  }, []);
  return { isLocked, tryMark };
}
