import { elementScroll, type Rect, type Virtualizer } from '@tanstack/react-virtual';

/**
 * How a long list is observed without being measured while it is put onto the page: its size comes once the browser has laid it out by itself,
 * its offset when somebody scrolls. Measured at once, the whole page would have to be laid out within the same task.
 */
type Observer<T> = (list: Virtualizer<HTMLDivElement, Element>, tell: T) => (() => void) | undefined;

/** As high as a list is taken to be before it is measured, px. */
const FIRST: Rect = { width: 400, height: 700 };

const observeElementRect: Observer<(rect: Rect) => void> = ({ scrollElement }, tell) => {
  if (!scrollElement) return undefined;
  const observer = new ResizeObserver(([entry]) => {
    const box = entry?.borderBoxSize[0];
    if (box) tell({ width: Math.round(box.inlineSize), height: Math.round(box.blockSize) });
  });
  observer.observe(scrollElement, { box: 'border-box' });
  return () => observer.disconnect();
};

const observeElementOffset: Observer<(offset: number, isScrolling: boolean) => void> = ({ scrollElement }, tell) => {
  if (!scrollElement) return undefined;
  const onScroll = () => tell(scrollElement.scrollTop, false);
  scrollElement.addEventListener('scroll', onScroll, { passive: true });
  return () => scrollElement.removeEventListener('scroll', onScroll);
};

/** To where it is already it need not go: asked to, the browser would have to lay the page out first. */
const scrollToFn: typeof elementScroll<HTMLDivElement> = (offset, options, list) => {
  if (offset + (options.adjustments ?? 0) !== list.scrollOffset) elementScroll(offset, options, list);
};

export const OBSERVED_LATE = {
  initialRect: FIRST,
  initialOffset: 0,
  useFlushSync: false,
  observeElementRect,
  observeElementOffset,
  scrollToFn,
};
