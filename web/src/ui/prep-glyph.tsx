import type { PrepAnswer } from '#core/prep/stack';
import { PREP_WORDS } from '#core/wording/words';

const SHAPES: Readonly<Record<PrepAnswer, string>> = {
  dimple: 'M1 5h4l4 6 4-6h4',
  countersink: 'M1 4h4l4 7 4-7h4M1 12h16',
  none: 'M1 8h16',
  unresolved: 'M1 8h4M13 8h4M8 4.5a1.8 1.8 0 1 1 1 3.2v1.6M9 11.6v.6',
};

/** What is done to one sheet as a small profile: bent down, cut in, straight, or open. */
export function PrepGlyph({ prep, part }: { prep: PrepAnswer; part?: string }) {
  const name = `${part ? `${part}: ` : ''}${PREP_WORDS[prep]}`;
  return (
    <svg viewBox="0 0 18 16" width="20" height="18" role="img" aria-label={name} className="shrink-0">
      <title>{name}</title>
      <path d={SHAPES[prep]} fill="none" stroke="currentColor" strokeWidth="1.8" strokeLinejoin="round" strokeLinecap="round" />
    </svg>
  );
}
