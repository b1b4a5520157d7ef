import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { LOCK_MS, MarkLock, type Press } from './mark-lock';

/** The lock after a mark: `tryMark` runs what it is given at most once a press. `isBehind`: what was marked is not on the screen yet. */
export function useMarkLock(isBehind: boolean): {
  readonly isLocked: boolean;
  readonly tryMark: (by: 'click' | 'key' | 'held-key', run: () => void) => Press;
} {
  const [isLocked, setLocked] = useState(false);
  const [lock] = useState(() => new MarkLock());
  const timer = useRef<number | undefined>(undefined);
  /** Looks again when it could have opened. */
  const lookAgain = useCallback(() => {
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => setLocked(lock.isLocked(performance.now())), LOCK_MS + 5);
  }, [lock]);
  useEffect(() => {
    const now = () => performance.now();
    const finger = (e: PointerEvent) => `finger ${e.pointerId}`;
    const pointerDown = (e: PointerEvent) => lock.press(finger(e), now());
    const pointerUp = (e: PointerEvent) => {
      lock.release(finger(e), now());
      lookAgain();
    };
    const keyDown = (e: KeyboardEvent) => {
      if (/^[\d.,+\-/]$/.test(e.key)) lock.typed(now());
      lock.press(`key ${e.code}`, now());
    };
    const keyUp = (e: KeyboardEvent) => {
      lock.release(`key ${e.code}`, now());
      lookAgain();
    };
    const away = () => {
      lock.releaseAll(now());
      lookAgain();
    };
    window.addEventListener('pointerdown', pointerDown, true);
    window.addEventListener('pointerup', pointerUp, true);
    window.addEventListener('pointercancel', pointerUp, true);
    window.addEventListener('keydown', keyDown, true);
    window.addEventListener('keyup', keyUp, true);
    window.addEventListener('blur', away);
    return () => {
      window.removeEventListener('pointerdown', pointerDown, true);
      window.removeEventListener('pointerup', pointerUp, true);
      window.removeEventListener('pointercancel', pointerUp, true);
      window.removeEventListener('keydown', keyDown, true);
      window.removeEventListener('keyup', keyUp, true);
      window.removeEventListener('blur', away);
      window.clearTimeout(timer.current);
    };
  }, [lock, lookAgain]);
  useLayoutEffect(() => {
    lock.hold(isBehind, performance.now());
    if (!isBehind) lookAgain();
  }, [lock, isBehind, lookAgain]);
  const tryMark = useCallback(
    (by: 'click' | 'key' | 'held-key', run: () => void): Press => {
      const press = lock.tryMark(by, performance.now());
      if (press !== 'mark') return press;
      setLocked(true);
      lookAgain();
      run();
      return press;
    },
    [lock, lookAgain],
  );
  return { isLocked, tryMark };
}
