import type { Stage } from '#core/record/stage';
import { STAGE_WORDS } from '#core/wording/setups';
import { StageMark } from './stage-mark';

/** What the shapes of holes say, drawn with the very shapes; folds away. */
export function StageLegend({ stages, signs = false }: { stages: readonly Stage[]; signs?: boolean }) {
  return (
    <details open className="text-[14px] text-ink2">
      <summary className="min-h-8 pointer-coarse:min-h-11">Legend</summary>
      <ul className="flex flex-wrap gap-x-4 gap-y-1">
        {stages.map((s) => (
          <li key={s} className="inline-flex items-center gap-1">
            <StageMark stage={s} size={16} /> {STAGE_WORDS[s]}
          </li>
        ))}
        {signs ? (
          <>
            <li className="inline-flex items-center gap-1">
              <svg width="16" height="16" viewBox="-10 -10 20 20" aria-hidden style={{ stroke: 'var(--caution)' }} strokeWidth="2.4">
                <path d="M-8 8L8 -8" />
              </svg>
              held back
            </li>
            <li className="inline-flex items-center gap-1">
              <svg width="16" height="16" viewBox="-10 -10 20 20" aria-hidden style={{ fill: 'var(--caution)' }}>
                <path d="M0 8L-6 -4H6Z" />
              </svg>
              a deviation
            </li>
          </>
        ) : null}
      </ul>
    </details>
  );
}
