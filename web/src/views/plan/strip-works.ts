import type { Step } from '#core/record/steps';
import { marksFor } from '#core/work/bench';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';

/** One kind of work the strip marks: its key, its words for so many holes, its steps, and the marks it wishes. */
export interface StripWork {
  readonly key: 'd' | 'h' | 's' | 'p';
  readonly text: (holes: number) => string;
  readonly spoken: (holes: number) => string;
  readonly steps: readonly Step[];
  readonly wishes: readonly Pick<MarkWish, 'kind' | 'layerIds' | 'side'>[];
}

/** What the strip offers for a row, on the sheets that are meant; `isWanted`: only of these steps. */
export function worksOf(
  row: Pick<RowModel, 'steps'>,
  sheets: readonly string[],
  isWanted: (step: Step) => boolean = () => true,
): readonly StripWork[] {
  const steps = row.steps.filter(isWanted);
  const deburred = (key: 'h' | 's', side: 'head' | 'shop'): StripWork => {
    const own = steps.filter((s) => s.kind === 'deburred' && s.side === side && sheets.includes(s.layerId ?? ''));
    const layerIds = sheets.filter((id) => own.some((s) => s.layerId === id));
    const n = layerIds.length;
    return {
      key,
      text: (holes) => `Deburred ${side} (${holes}×${n})`,
      spoken: (holes) => `Deburred ${side} side (${holes} × ${n})`,
      steps: own,
      wishes: n === 0 ? [] : [{ kind: 'deburred', layerIds, side }],
    };
  };
  const preparing = steps.filter((s) => (s.kind === 'dimpled' || s.kind === 'countersunk') && sheets.includes(s.layerId ?? ''));
  const dimples = new Set(preparing.filter((s) => s.kind === 'dimpled').map((s) => s.layerId)).size;
  const isCut = preparing.some((s) => s.kind === 'countersunk');
  const words = [dimples > 0 ? `dimpled${dimples > 1 ? ` ×${dimples}` : ''}` : '', isCut ? 'countersunk' : ''].filter(Boolean).join(', ');
  const prepared = (holes: number) => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)} (${holes})`;
  return [
    {
      key: 'd',
      text: (holes) => `Drilled (${holes})`,
      spoken: (holes) => `Drilled (${holes})`,
      steps: steps.filter((s) => s.kind === 'drilled'),
      wishes: [{ kind: 'drilled' }],
    },
    deburred('h', 'head'),
    deburred('s', 'shop'),
    ...(preparing.length === 0
      ? []
      : [
          {
            key: 'p' as const,
            text: prepared,
            spoken: prepared,
            steps: preparing,
            wishes: marksFor(preparing, []).map(({ kind, layerIds: ids, side }) => ({ kind, layerIds: ids, side })),
          },
        ]),
  ];
}

/** What the strip marks; the rest is the bench's. */
export const MARKED_HERE: readonly string[] = ['drilled', 'deburred', 'dimpled', 'countersunk'];
