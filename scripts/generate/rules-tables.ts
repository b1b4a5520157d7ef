/** The tables of docs/rules.md as core has them, so that the page cannot drift from the program. */
import { allDrills } from '../../core/src/tables/drills';
import { RIVET_SIZES } from '../../core/src/tables/fasteners';
import { DEFAULT_LIMITS, LENGTH_LIMITS, type LimitName } from '../../core/src/tables/limits';
import { PROFILES } from '../../core/src/tables/profiles';
import { SHEET_STOCK } from '../../core/src/tables/sheets';
import { showFactor, showNumber } from '../../core/src/units/show';
import { LIMIT_WORDS } from '../../core/src/wording/words';

const n = (mm: number) => showNumber(mm, 'in');
const five = (mm: number) => (mm / 25.4).toFixed(5).replace(/^0/, '');

export const tables: Readonly<Record<string, string>> = {
  rivets: [
    '| dash | D | A (flush) | height flush | head MS20470 | height MS20470 | drill | hole Dh | hole max |',
    '|---|---|---|---|---|---|---|---|---|',
    ...RIVET_SIZES.map(
      (s) =>
        `| ${s.dash} | ${five(s.diameter)} | ${n(s.flushHead)} | ${n(s.flushHeadHeight)} | ${n(s.protrudingHead)} | ${n(s.protrudingHeadHeight)} | ${s.drill} | ${n(s.hole)} | ${n(s.holeMax)} |`,
    ),
  ].join('\n'),
  drills: allDrills()
    .map((d) => `${d.name}\u00a0${n(d.diameter)}`)
    .join(', '),
  sheets: SHEET_STOCK.map(n).join(', '),
  profiles: [
    '| profile | W from | H from | W to | H to |',
    '|---|---|---|---|---|',
    ...Object.entries(PROFILES).map(
      ([id, p]) => `| \`${id}\` | ${p.minWidthD} D | ${p.minHeightD} D | ${p.maxWidthD} D | ${p.maxHeightD} D |`,
    ),
  ].join('\n'),
  limits: [
    '| limit | default | name in a kit |',
    '|---|---|---|',
    ...(Object.keys(DEFAULT_LIMITS) as LimitName[]).map(
      (key) =>
        `| ${LIMIT_WORDS[key]} | ${LENGTH_LIMITS.includes(key) ? `${n(DEFAULT_LIMITS[key])} in` : showFactor(DEFAULT_LIMITS[key])} | \`${key}\` |`,
    ),
  ].join('\n'),
};
