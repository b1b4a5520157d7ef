import type { PrepAnswer } from '../prep/stack';

/** What stands above every piece of advice. */
export const ADVICE_FIRST = 'Advice only: the kit maker’s documents, local rules and the responsible inspector come first.';

/** Cautions for the work a row asks for, each once, in the order of the work. */
export function cautionsFor(preps: readonly PrepAnswer[]): string[] {
  const cautions = [
    'Drilling: eye and ear protection, no key in the chuck, small parts clamped, and mind what is behind the sheet; chips are hot and sharp.',
  ];
  if (preps.includes('dimple'))
    cautions.push('Dimpling: fingers clear of the dies; air off before changing them; try the set on scrap of the same thickness first.');
  if (preps.includes('countersink'))
    cautions.push(
      'Countersinking: the cutter’s end is sharp; set the cage on scrap of the same thickness and hole, and check against a real rivet every few holes.',
    );
  return cautions;
}
