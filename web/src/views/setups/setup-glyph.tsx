import { OPERATION_WORDS } from '#core/wording/setups';
import type { SetupCard } from '#core/work/cards';

/** What the tool does to the sheet, as a picture of one hole seen from the side; depth and width of a cone to scale with each other. */
export function SetupGlyph({ card }: { card: SetupCard }) {
  const { tool, operation } = card.setup;
  const sheet = 34;
  const [middle, top] = [75, 30];
  const line = { stroke: 'var(--ink)', fill: 'none', strokeWidth: 1.6 } as const;
  if (tool.kind === 'cutter' && card.depth !== null && card.surface !== null) {
    const thickest = Math.max(card.depth, ...card.scrap.map((s) => s.thickness));
    const scale = sheet / thickest;
    const [wide, hole, deep] = [(card.surface * scale) / 2, (tool.pilot * scale) / 2, Math.min(card.depth * scale, sheet)];
    const shrink = Math.min(1, 62 / wide);
    const at = (half: number) => half * shrink;
    const height = sheet * shrink;
    const cone = deep * shrink;
    const side = (sign: 1 | -1) =>
      `M${middle + sign * 72} ${top}H${middle + sign * at(wide)}L${middle + sign * at(hole)} ${top + cone}V${top + height}H${middle + sign * 72}Z`;
    return (
      <svg viewBox="0 0 150 96" className="w-[150px]" role="img" aria-label="The countersink from the side">
        <path d={side(-1)} style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }} strokeWidth="1.4" />
        <path d={side(1)} style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }} strokeWidth="1.4" />
        <path
          d={`M${middle - at(wide)} ${top - 6}V${top - 14}M${middle + at(wide)} ${top - 6}V${top - 14}M${middle - at(wide)} ${top - 10}H${middle + at(wide)}`}
          style={line}
        />
      </svg>
    );
  }
  const isDeep = tool.kind === 'dies' && tool.sheet === 'substructure';
  const [half, dip] = [22, isDeep ? 24 : 18];
  return (
    <svg viewBox="0 0 150 96" className="w-[150px]" role="img" aria-label={`The ${OPERATION_WORDS[operation].done} sheet from the side`}>
      <path
        d={`M3 ${top}H${middle - half}L${middle - 9} ${top + dip}V${top + dip + 12}L${middle - half - 4} ${top + 12}H3ZM147 ${top}H${middle + half}L${middle + 9} ${top + dip}V${top + dip + 12}L${middle + half + 4} ${top + 12}H147Z`}
        style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }}
        strokeWidth="1.4"
      />
      <path d={`M${middle} 2V${top - 6}m-5 -6l5 6l5 -6`} style={line} />
    </svg>
  );
}
