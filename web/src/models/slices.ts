/** So long the page is kept from answering at most while something is worked out ahead, ms. */
const SLICE_MS = 12;

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
  let until = performance.now() + SLICE_MS;
  return async (before) => {
    if (before === undefined && performance.now() < until) return true;
    await new Promise((resolve) => setTimeout(resolve));
    until = performance.now() + SLICE_MS;
    return !isOver();
  };
}
