import type { ReactNode } from 'react';
import { LinkSign, NextSign, StateSign, WarningSign } from './station';
import { TetherLine } from './tether-line';

const COLOURS = { done: 'var(--done)', 'under-way': 'var(--done)', ready: 'var(--dye)', blocked: 'var(--ink2)' } as const;

/** What the tracks show, drawn with the very shapes; folds away. */
export function TrackLegend() {
  return (
    <details open className="text-[14px] text-ink2">
      <summary className="min-h-8 pointer-coarse:min-h-11">Legend</summary>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        <Item text="a part with its operations; drag a station to another place of the order; by finger, hold it a moment first">
          <path d="M2 12H42" strokeWidth="2" style={{ stroke: 'var(--edge)' }} />
          <StateSign x={22} y={12} state="ready" colour={COLOURS.ready} />
        </Item>
        <Item text="done">
          <StateSign x={22} y={12} state="done" colour={COLOURS.done} />
        </Item>
        <Item text="under way">
          <StateSign x={22} y={12} state="under-way" colour={COLOURS['under-way']} />
        </Item>
        <Item text="ready">
          <StateSign x={22} y={12} state="ready" colour={COLOURS.ready} />
        </Item>
        <Item text="waits">
          <StateSign x={22} y={12} state="blocked" colour={COLOURS.blocked} />
        </Item>
        <Item text="the next one">
          <NextSign x={22} y={29} />
        </Item>
        <Item text="one set-up">
          <path d="M4 17v-6H40v6" fill="none" strokeWidth="1.4" style={{ stroke: 'var(--ink2)' }} />
        </Item>
        <Item text="until there the row can be got at">
          <TetherLine tether={{ x1: 2, x2: 40, y: 12, isLate: false }} />
        </Item>
        <Item text="shuts a row off too early">
          <WarningSign x={11} top={12} bottom={12} warning="closes" />
        </Item>
        <Item text="comes too late">
          <WarningSign x={22} top={-3} bottom={-3} warning="shut" />
        </Item>
        <Item text="the chosen one waits for it">
          <LinkSign x={22} y={-5} link="waited-for" />
        </Item>
        <Item text="it waits for the chosen one">
          <LinkSign x={22} y={-5} link="opened" />
        </Item>
      </ul>
    </details>
  );
}

function Item({ text, children }: { text: string; children: ReactNode }) {
  return (
    <li className="inline-flex items-center gap-1.5">
      <svg width="44" height="24" viewBox="0 0 44 24" aria-hidden>
        {children}
      </svg>
      {text}
    </li>
  );
}
