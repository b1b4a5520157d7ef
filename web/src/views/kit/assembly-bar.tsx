import type { OverviewAnswer } from '#contract/answers';
import { Link } from 'react-router';
import { reachedBy } from '#core/work/overview';
import { STAGE_WORDS } from '#core/wording/setups';
import { StageMark } from '../../ui/stage-mark';

export type AssemblyGlance = OverviewAnswer['assemblies'][number];

/** Stages that every hole comes to; laying out and piloting are on the way. */
export const BAR_STAGES = ['drilled', 'deburred', 'prepared', 'set', 'inspected'] as const;

interface AssemblyBarProps {
  readonly name: string;
  readonly glance: AssemblyGlance;
  /** Begins at its right end: the left one of two sides that face each other. */
  readonly isTurned?: boolean;
}

/** An assembly as one long bar of the stages in the order of the work, each filled as far as its holes are; touched at a stage it opens the bench there. */
export function AssemblyBar({ name, glance, isTurned = false }: AssemblyBarProps) {
  const reached = new Map(reachedBy(glance.stages).map((r) => [r.stage, r.reached]));
  return (
    <ol className={`flex min-w-0 flex-1 ${isTurned ? 'md:flex-row-reverse' : ''}`} aria-label={`How far ${name} is`}>
      {BAR_STAGES.map((stage) => {
        const n = reached.get(stage) ?? 0;
        const share = glance.holes === 0 ? 0 : n / glance.holes;
        return (
          <li key={stage} className="min-w-0 flex-1">
            <Link
              to={`/assemblies/${glance.id}/bench?stage=${stage}`}
              title={`${STAGE_WORDS[stage]}: ${n} of ${glance.holes}`}
              className={`flex min-h-11 items-center hover:bg-dye-soft ${isTurned ? 'md:flex-row-reverse' : ''}`}
            >
              <span className="sr-only">
                {STAGE_WORDS[stage]}: {n} of {glance.holes} {glance.holes === 1 ? 'hole' : 'holes'}
              </span>
              <StageMark stage={stage} size={16} />
              <span className={`flex h-2.5 min-w-2 flex-1 border-y border-edge bg-raised ${isTurned ? 'md:justify-end' : ''}`}>
                <span className="h-full bg-done" style={{ width: `${share * 100}%` }} />
              </span>
            </Link>
          </li>
        );
      })}
    </ol>
  );
}

/** What stops or waits in an assembly, as signs with their words. */
export function AssemblySigns({ glance }: { glance: AssemblyGlance }) {
  const { stops, cautions, contradicted, pages, waiting } = glance;
  const signs = [
    [stops, 'stop', stops === 1 ? 'row stops' : 'rows stop', 'text-stop'],
    [contradicted, 'contradicted', contradicted === 1 ? 'row done otherwise' : 'rows done otherwise', 'text-stop'],
    [pages, 'page', pages === 1 ? 'row with a revised page' : 'rows with a revised page', 'text-caution'],
    [cautions, 'caution', cautions === 1 ? 'caution' : 'cautions', 'text-caution'],
    [waiting, 'waits', waiting === 1 ? 'row waits for a part' : 'rows wait for a part', 'text-ink2'],
  ] as const;
  const shown = signs.filter(([n]) => n > 0);
  if (shown.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-x-3 text-[14px]" aria-label="What stops or waits">
      {shown.map(([n, key, words, colour]) => (
        <li key={key} className={colour}>
          {n} {words}
        </li>
      ))}
    </ul>
  );
}
