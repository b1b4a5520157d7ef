import { useMedia } from './use-media';

/** Whether the page is being put on paper: what shows only what is in view shows all of it then. */
export const usePrinting = (): boolean => useMedia('print');
