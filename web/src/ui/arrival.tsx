import { useEffect, useRef } from 'react';
import { useLocation, useNavigationType } from 'react-router';

const NAME = 'Patient Anvil';

/** The window's title: what this place is, then what it is in. */
export function useTitle(parts: readonly string[]): void {
  const title = [...parts.filter((p) => p !== ''), NAME].join(' \u00b7 ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}

/** How long a place may take to show its heading before nobody waits for it any longer, ms. */
const PATIENCE_MS = 4000;

/** Calls back with the page's heading, or once it is there; answers how to stop waiting. */
function onceThere(found: (heading: HTMLElement) => void): () => void {
  const look = () => document.querySelector<HTMLElement>('h1');
  const there = look();
  if (there) {
    found(there);
    return () => undefined;
  }
  const observer = new MutationObserver(() => {
    const heading = look();
    if (!heading) return;
    observer.disconnect();
    found(heading);
  });
  observer.observe(document.body, { childList: true, subtree: true });
  const timer = setTimeout(() => observer.disconnect(), PATIENCE_MS);
  return () => {
    clearTimeout(timer);
    observer.disconnect();
  };
}

/** Where each place had been scrolled to, by its entry in the history. */
const SCROLLED = new Map<string, number>();

/**
 * On the way to another place: focus goes to its heading, so that a screen reader says where one is, and the page begins at its top; back to where
 * it had been scrolled when one goes back. What has taken the focus itself by then keeps it.
 */
export function Arrival() {
  const { pathname, key } = useLocation();
  const type = useNavigationType();
  const before = useRef({ pathname, key });
  useEffect(() => {
    const keep = () => SCROLLED.set(key, window.scrollY);
    window.addEventListener('scroll', keep, { passive: true });
    return () => window.removeEventListener('scroll', keep);
  }, [key]);
  useEffect(() => {
    const was = before.current;
    before.current = { pathname, key };
    if (was.pathname === pathname) return;
    const to = type === 'POP' ? (SCROLLED.get(key) ?? 0) : 0;
    window.scrollTo(0, to);
    return onceThere((heading) => {
      const active = document.activeElement;
      if (!active || active === document.body || !(active instanceof HTMLInputElement || active instanceof HTMLTextAreaElement)) {
        heading.tabIndex = -1;
        heading.classList.add('outline-none');
        heading.focus({ preventScroll: true });
      }
      requestAnimationFrame(() => window.scrollTo(0, to));
    });
  }, [pathname, key, type]);
  return null;
}

/** First in the page: past the bar to what the place is about. */
export function SkipLink() {
  return (
    <a
      href="#content"
      className="label sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:rounded focus:bg-dye focus:px-4 focus:py-2 focus:text-on-dye"
      onClick={(e) => {
        e.preventDefault();
        const main = document.getElementById('content');
        if (!main) return;
        main.tabIndex = -1;
        main.focus();
      }}
    >
      To the content
    </a>
  );
}
