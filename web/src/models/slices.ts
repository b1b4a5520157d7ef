/** So long the page is kept from answering at most while something is worked out ahead, ms. */
const SLICE_MS = 24;
/** A long piece still begins in a slice that is no older. */
const YOUNG_MS = 8;

/**
 * Has something worked out ahead in slices, then says so; gives what calls it off. What fails ahead fails in the view again, which says it:
 * here it counts as done.
 */
export function inAdvance(work: (rest: Rest) => Promise<unknown>, done: () => void): () => void {
  let isOver = false;
  void work(inSlices(() => isOver))
    .catch(() => undefined)
    .then(() => {
      if (!isOver) done();
    });
  return () => {
    isOver = true;
  };
}

/** Lets the page answer where it has been kept from it long enough, or a long piece comes next; false: the work is no longer wanted. */
export type Rest = (before?: 'a-long-piece') => Promise<boolean>;

/** For work done in slices: to be awaited after each small piece of it. */
export function inSlices(isOver: () => boolean): Rest {
  let began = performance.now();
  return async (before) => {
    if (performance.now() - began < (before === undefined ? SLICE_MS : YOUNG_MS)) return true;
    await othersTurn();
    began = performance.now();
    return !isOver();
  };
}

/** Lets whatever waits for the page go first. A message comes at once after it, where a timer would be held back four milliseconds each time. */
function othersTurn(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}
