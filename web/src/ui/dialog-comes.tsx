/** Stands for a dialog that is still on its way: keys pressed meanwhile are not the page's. */
export function DialogComes() {
  return <div role="dialog" aria-busy="true" aria-label="Opening" className="sr-only" />;
}
