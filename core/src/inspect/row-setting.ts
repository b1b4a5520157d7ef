import type { Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import type { ToolDefinition } from '../record/definitions';
import type { Setting } from '../record/marks';
import { dashLength } from '../rivet/callout';
import { squeezerGap } from '../rivet/fitting';
import { neededOpening } from '../rivet/opening';
import type { Mm } from '../units/length';

/** What a solid rivet wants as it is going to be set in a row. Lengths Mm. */
export interface RowSetting {
  /** The length that goes in, sixteenths. */
  readonly lengthDash: number;
  /** Whether a good head can be made of it here, reckoned to the surface or to the lip of the last dimple. */
  readonly works: boolean;
  /** How far apart a squeezer's sets stand at the end of its stroke. */
  readonly setsApart: Mm;
  /** What half a turn of the squeezer's set is; null: its pitch was not said. */
  readonly halfTurn: Mm | null;
  /** The squeezer does not go over the rivet: it opens so far, the rivet stands so high. Null: it does, or nobody said how far it opens. */
  readonly tooNarrow: { readonly opens: Mm; readonly stands: Mm } | null;
}

/** @param squeezer the one that is chosen, if any. Source: length and opening, docs/rules.md. */
export function rowSetting(
  { stack, plan: { rivet, grip } }: { readonly stack: Stack; readonly plan: Plan },
  setting: Pick<Setting, 'lengthDash'>,
  squeezer: Pick<ToolDefinition, 'gap' | 'pitch'> | undefined,
): RowSetting {
  const lengthDash = setting.lengthDash ?? rivet.lengthDash;
  const candidate = rivet.candidates.find((c) => c.lengthDash === lengthDash);
  const stands = neededOpening(stack.head, stack.size, dashLength(lengthDash));
  const opens = squeezer?.gap?.mm as Mm | undefined;
  const pitch = squeezer?.pitch;
  return {
    lengthDash,
    works: candidate ? candidate.works || candidate.worksAtLip : rivet.works || (rivet.lip?.works ?? false),
    setsApart: squeezerGap({ head: stack.head, size: stack.size, grip, lip: rivet.lip?.z }),
    halfTurn: pitch ? ((pitch.mm / 2) as Mm) : null,
    tooNarrow: opens !== undefined && opens < stands ? { opens, stands } : null,
  };
}
