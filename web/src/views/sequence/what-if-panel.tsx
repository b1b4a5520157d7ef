import type { Entity } from '#core/record/definitions';
import type { AsideReason, WhatIf } from '#core/access/what-if';
import { ASIDE_WORDS } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';
import { Button } from '../../ui/controls';
import { ManyOf } from '../../ui/many-of';
import { Fold } from '../../ui/fold';

interface WhatIfPanelProps {
  readonly sequence: Sequence;
  readonly whatIf: WhatIf;
  readonly onWhatIf: (next: WhatIf) => void;
  /** What is left aside, and why; empty: nothing is tried. */
  readonly aside: ReadonlyMap<string, AsideReason>;
  /** What trying it costs: changes of set-up more than without it, over all that is left; hours left aside. */
  readonly cost: { readonly moreChanges: number; readonly moreTurnings: number; readonly hours: number };
  readonly onNothing: () => void;
}

/** Aside operations are named up to so many. */
const SHOWN = 8;

/** Rows held, parts not touched, tools in the box: tried for now, kept nowhere. */
export function WhatIfPanel({ sequence, whatIf, onWhatIf, aside, cost, onNothing }: WhatIfPanelProps) {
  const { model, nameOf } = sequence;
  const { heldRows, skippedParts, box } = whatIf;
  const tools: readonly Entity<'tool'>[] = model.tools;
  const first = [...aside].filter(([, because]) => because !== 'waits');
  const waiting = aside.size - first.length;
  return (
    <Fold isLate title="What if …" opened={aside.size > 0} className="rounded border border-line p-2" titleClass="text-[20px]">
      <div className="grid gap-4 pt-2 md:grid-cols-3">
        <ManyOf
          isList
          name="these rows are held today"
          choices={model.rows.map((r) => ({ id: r.id, name: r.title }))}
          chosen={[...heldRows]}
          onChange={(next) => onWhatIf({ ...whatIf, heldRows: new Set(next) })}
        />
        <ManyOf
          isList
          name="these parts are not touched today"
          choices={[...model.parts].map(([id, p]) => ({ id, name: p.name }))}
          chosen={[...skippedParts]}
          onChange={(next) => onWhatIf({ ...whatIf, skippedParts: new Set(next) })}
        />
        <ManyOf
          isList
          name="only these tools are in the box"
          choices={tools.map((t) => ({ id: t.id, name: t.definition.name }))}
          chosen={box ? [...box] : tools.map((t) => t.id)}
          onChange={(next) => onWhatIf({ ...whatIf, box: next.length === tools.length ? null : new Set(next) })}
        />
      </div>
      {aside.size > 0 ? (
        <div role="group" aria-label="What it costs" className="pt-2">
          <p className="text-[17px]">
            {aside.size} operations, some {cost.hours.toFixed(1)} hours, are left for later
            {cost.moreChanges > 0 ? `; ${cost.moreChanges} more changes of set-up over all` : '; no more changes of set-up over all'}
            {cost.moreTurnings > 0 ? `, ${cost.moreTurnings} more turnings of parts` : ''}.
          </p>
          <ul>
            {first.slice(0, SHOWN).map(([id, because]) => (
              <li key={id}>
                {nameOf(id)}: <span className="text-ink2">{ASIDE_WORDS[because]}</span>
              </li>
            ))}
            {first.length > SHOWN ? <li>and {first.length - SHOWN} more</li> : null}
            {waiting > 0 ? <li className="text-ink2">{waiting} more wait for one of these</li> : null}
          </ul>
          <Button onClick={onNothing}>As it was</Button>
        </div>
      ) : null}
    </Fold>
  );
}
