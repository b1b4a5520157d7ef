import { formatCallout } from '../rivet/callout';
import type { Stack } from './stack';

/** What a row's rivet of that length is called: by the tables, or as the kit's own entry with its length. */
export function calloutOf(stack: Pick<Stack, 'head' | 'alloy' | 'size' | 'fastener'>, lengthDash: number): string {
  const { fastener } = stack;
  return fastener ? `${fastener.name}-${lengthDash}` : formatCallout({ ...stack, lengthDash });
}
