import { CircleCheck, Info, OctagonX, TriangleAlert } from 'lucide-react';
import type { Severity, Verdict } from '#core/prep/findings';

const LOOK = {
  ok: { Icon: CircleCheck, colour: 'text-done', soft: 'bg-done-soft', word: 'ok' },
  note: { Icon: Info, colour: 'text-ink2', soft: 'bg-panel', word: 'note' },
  caution: { Icon: TriangleAlert, colour: 'text-caution', soft: 'bg-caution-soft', word: 'caution' },
  stop: { Icon: OctagonX, colour: 'text-stop', soft: 'bg-stop-soft', word: 'stop' },
} as const;

/** A verdict or severity: shape first (disc, triangle, octagon), colour second, word third. */
export function VerdictSign({ of, withWord = true, size = 17 }: { of: Verdict | Severity; withWord?: boolean; size?: number }) {
  const { Icon, colour, soft, word } = LOOK[of];
  return (
    <span className={`label inline-flex items-center gap-1 rounded px-1 ${colour} ${withWord ? soft : ''}`}>
      <Icon size={size} aria-hidden={withWord} aria-label={withWord ? undefined : word} role={withWord ? undefined : 'img'} />
      {withWord ? word : null}
    </span>
  );
}
