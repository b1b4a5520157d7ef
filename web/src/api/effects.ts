import { createContext } from 'react';
import type { EffectsAnswer } from '#contract/answers';

/** Shows what an edit reaches and asks for the reason; null: not kept. */
export type AskEffects = (answer: EffectsAnswer, reason: string) => Promise<string | null>;

/** Who asks: the page puts its dialog here. */
export const EffectsContext = createContext<AskEffects>((_, reason) => Promise.resolve(reason));

/** The builder looked at what an edit would do, and left it. */
export class NotKept extends Error {
  constructor() {
    super('Not kept: everything is as it was.');
  }
}
