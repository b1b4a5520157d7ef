import { useMemo, useState } from 'react';
import { composeRow, readRowLine } from '#core/compose/compose';
import { planStack } from '#core/prep/plan';
import { newKit } from '#core/record/blank';
import { stackOf } from '#core/record/stack-of';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { PREP_WORDS } from '#core/wording/words';
import { newId } from '../../api/device';
import { carryRowLine } from '#core/typed/row-line';
import { UnitsContext, useUnitSwitch } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { FindingsList } from '../plan/findings-list';
import { SectionFigure } from '../plan/section-figure';

const FRAME = { plotWidth: 300, plotHeight: 250, labelWidth: 112 };
const FIRST = { in: 'skin .025 / flange .040 : 426AD3-3.5 x18 @1.25', mm: 'skin 0,6 / flange 1,0 : 426AD3-3.5 x18 @32' };

/** A row typed as one would say it, planned and drawn at once; nothing of it is kept. */
export function TryARow({ units }: { units: Units }) {
  return (
    <UnitsContext value={units}>
      <TriedRow units={units} />
    </UnitsContext>
  );
}

function TriedRow({ units }: { units: Units }) {
  const [typed, setTyped] = useState<string | null>(null);
  useUnitSwitch((from) => setTyped((old) => (old === null ? null : carryRowLine(old, from))));
  const text = typed ?? FIRST[units];
  const tried = useMemo(() => tryRow(text, units), [text, units]);
  return (
    <section aria-label="Try a row" className="flex flex-col gap-2">
      <label className="flex flex-col gap-1">
        <span className="label text-[17px]">Type a row as you would say it</span>
        <input
          className="field min-h-11 font-mono text-[15px]"
          value={text}
          maxLength={1000}
          spellCheck={false}
          autoComplete="off"
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      {tried.problem !== null ? (
        <p role="status" className="text-stop">
          {tried.problem}
        </p>
      ) : (
        <div className="grid items-start gap-x-6 gap-y-2 md:grid-cols-[minmax(0,524px)_minmax(0,1fr)]">
          <SectionFigure stack={tried.stack} plan={tried.plan} title="The row typed above" frame={FRAME} />
          <div className="flex flex-col gap-2" aria-live="polite">
            <p className="flex flex-wrap items-center gap-2 text-[17px]">
              <VerdictSign of={tried.plan.verdict} />
              {tried.plan.layers.map((l) => `${l.part}: ${PREP_WORDS[l.prep]}`).join(', ')}; {tried.plan.rivet.callout}
            </p>
            <FindingsList stack={tried.stack} plan={tried.plan} />
            <p className="text-[14px] text-ink2">Nothing is kept here. A kit keeps its rows, and what was done to which hole.</p>
          </div>
        </div>
      )}
    </section>
  );
}

const KIT = { in: newKit('', 'in', []), mm: newKit('', 'mm', []) };

function tryRow(text: string, units: Units) {
  const context = { assemblyId: '', units, parts: [], fasteners: [], newId };
  const read = readRowLine(text, context);
  const made = read.ok ? composeRow(read.value, context, 1) : read;
  if (!made.ok) return { problem: problemMessage(made.problem), stack: null, plan: null } as const;
  const parts = new Map(made.value.newParts.map((p) => [p.id, p.definition]));
  const stack = stackOf(made.value.row, { kit: KIT[units], parts, fasteners: new Map() });
  if (!stack) return { problem: 'A row needs its sheets.', stack: null, plan: null } as const;
  return { problem: null, stack, plan: planStack(stack) } as const;
}
