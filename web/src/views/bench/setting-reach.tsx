import type { AssemblyAnswer } from '#contract/answers';
import { Link } from 'react-router';
import { notSolid } from '#core/prep/stack';
import { settingAccess, settingRanges, setters, trimToReach } from '#core/reach/setting-reach';
import type { Entity } from '#core/record/definitions';
import type { Mm } from '#core/units/length';
import { showLength } from '#core/units/show';
import { SETTING_WORDS } from '#core/wording/inspect';
import { TRIM_IS_DEVIATION, NOTHING_SETS } from '#core/wording/tools';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { partsById } from '../../models/planned-rows';

interface SettingReachProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly tools: readonly Entity<'tool'>[];
}

/** Which of the owned tools sets which holes of this row, and what would bring one in reach. */
export function SettingReach({ data, row, tools }: SettingReachProps) {
  const units = useUnits();
  const { definition } = row.entity;
  const isBlind = notSolid(row.stack)?.kind === 'blind';
  const owned = setters(tools, isBlind);
  if (owned.length === 0)
    return (
      <p className="text-[15px] text-ink2">
        Who sets which hole: say what you own under{' '}
        <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}/tools`}>
          My tools
        </Link>
        {isBlind ? ': pullers.' : ': squeezers, bars, back-riveting sets.'}
      </p>
    );
  const holes = settingAccess(definition, partsById(data.parts));
  const ranges = settingRanges(owned, holes, definition.setting?.way ?? null);
  const isAllOne = ranges.length === 1 && ranges[0]?.best;
  const limits = row.stack.limits;
  const least = (row.stack.size.diameter * (row.stack.head === 'flush-100' ? limits.edgeFlushD : limits.edgeStopD)) as Mm;
  const trims = owned.flatMap((s) => trimToReach(s, holes, least) ?? []).filter((t) => t.isNeeded);
  return (
    <section aria-label="Who sets which holes" className="text-[16px]">
      {isAllOne ? (
        <p>Every hole: {ranges[0]?.best?.tool.definition.name}.</p>
      ) : (
        <ul>
          {ranges.map((r) => (
            <li key={r.from}>
              <strong>{r.from === r.to ? `hole ${r.from + 1}` : `holes ${r.from + 1}-${r.to + 1}`}: </strong>
              {r.best ? `${r.best.tool.definition.name}, ${SETTING_WORDS[r.best.way]}` : <span className="text-stop">{NOTHING_SETS}</span>}
            </li>
          ))}
        </ul>
      )}
      {trims.map((t) => (
        <p key={t.tool} className={t.helps ? 'text-caution' : 'text-ink2'}>
          {t.tool}: with {showLength(t.cut ?? (0 as Mm), units)} trimmed off the edge it would reach;{' '}
          {showLength(t.edgeLeft ?? (0 as Mm), units)} would be left,{' '}
          {t.helps ? `enough for the rivet. ${TRIM_IS_DEVIATION}` : 'too little: it does not help.'}
        </p>
      ))}
    </section>
  );
}
