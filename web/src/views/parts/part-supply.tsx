import { useMemo, useRef, useState } from 'react';
import { daysIn } from '#core/log/day-of';
import type { Entity, PartDefinition, PartSupply as Supply } from '#core/record/definitions';
import type { EarlierPiece } from '#core/supply/pieces-of-part';
import { countOf } from '#core/wording/words';
import type { MarkWish } from '../../api/commands';
import { sendPhoto } from '../../api/photos';
import { Button, ErrorText } from '../../ui/controls';
import { useZone } from '../../ui/zone';
import { OrderForm, ScrapForm } from './supply-forms';

interface PartSupplyProps {
  readonly kit: Entity<'kit'>;
  readonly part: Entity<'part'>;
  /** Rows it is in, and of those how many have work marked. */
  readonly rows: number;
  readonly begun: number;
  /** It was scrapped, and no new one has come: with the new one its work is open again. */
  readonly isScrapped: boolean;
  /** Pieces of it that are away. */
  readonly earlier: readonly EarlierPiece[];
  /** Marks for holes drilled through the piece before as a pattern. */
  readonly pattern: readonly MarkWish[];
  readonly onKeep: (definition: PartDefinition, reason: string) => Promise<void>;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

type Form = 'order' | 'scrap' | null;

/** Whether a part is here: missing, ordered, scrapped, come. What waits for it says so in the order of the work. */
export function PartSupply({ kit, part, rows, begun, isScrapped, earlier, pattern, onKeep, onMark }: PartSupplyProps) {
  const { supply } = part.definition;
  const [form, setForm] = useState<Form>(null);
  const [error, setError] = useState<string | null>(null);
  const isBusy = useRef(false);
  const { name } = part.definition;
  const zone = useZone();
  const keep = async (next: Supply | null, reason: string, then?: () => Promise<void>) => {
    if (isBusy.current) return;
    isBusy.current = true;
    setError(null);
    try {
      await onKeep({ ...part.definition, supply: next }, reason);
      await then?.();
      setForm(null);
    } catch (e) {
      setError((e as Error).message);
    }
    isBusy.current = false;
  };
  const dayOf = useMemo(() => daysIn(zone), [zone]);
  const patternHoles = pattern.reduce((n, w) => n + w.holeIds.length, 0);
  const arrived = (more: { putBack?: number }) => {
    onMark([{ kind: 'arrived', rowId: part.definition.assemblyId, holeIds: [], payload: { partIds: [part.id], ...more } }]);
    return Promise.resolve();
  };
  const putBack = (number: number) =>
    supply ? void keep(null, 'Put back', () => arrived({ putBack: number })) : void arrived({ putBack: number });
  return (
    <section aria-label="Is it here?" className="mx-3 mb-3 flex flex-col gap-2 border-t border-line pt-2">
      <h2 className="label text-[16px]">Is it here?</h2>
      <p className={supply ? 'text-caution' : ''}>
        {isScrapped ? 'Scrapped: what comes is a new one, its work is open again. ' : ''}
        {supplySentence(supply ?? null)}
      </p>
      <div className="flex flex-wrap gap-2">
        {supply ? (
          <Button
            tone="primary"
            className="min-h-11"
            onClick={() => void keep(null, 'It came', () => (isScrapped ? arrived({}) : Promise.resolve()))}
          >
            It came
          </Button>
        ) : (
          <Button className="min-h-11" onClick={() => void keep({ state: 'missing' }, 'Missing')}>
            It is missing
          </Button>
        )}
        <Button className="min-h-11" onClick={() => setForm('order')}>
          {supply?.state === 'ordered' ? 'Change the order' : 'Ordered …'}
        </Button>
        <Button tone="danger" className="min-h-11" onClick={() => setForm('scrap')}>
          Scrapped …
        </Button>
      </div>
      {patternHoles > 0 ? (
        <div className="flex flex-wrap items-center gap-2">
          <Button className="min-h-11" onClick={() => onMark(pattern)}>
            Drilled through the old one ({patternHoles})
          </Button>
          <span className="text-[14px] text-ink2">
            Marks {countOf(patternHoles, 'hole')} of the new one as drilled, each as large and where the old one had it.
          </span>
        </div>
      ) : null}
      {earlier.map(({ number, endedAt, why }) => (
        <div key={number} className="flex flex-wrap items-center gap-2">
          <Button className="min-h-11" onClick={() => putBack(number)}>
            Put back piece {number}
          </Button>
          <span className="text-[14px] text-ink2">
            Away since {dayOf(endedAt)}
            {why ? `: ${why}` : ''}. Its holes, cuts and finish come back with it.
          </span>
        </div>
      ))}
      {form === 'order' ? <OrderForm supply={supply ?? null} onKeep={(next) => void keep(next, 'Ordered')} /> : null}
      {form === 'scrap' ? (
        <ScrapForm
          consequence={
            rows === 0
              ? ''
              : `It is in ${countOf(rows, 'row')}, ${begun === 0 ? 'none of them begun' : `${begun} of them begun`}. Once a new ${name} comes, all that was done to its sheets is open again on the new one; the record keeps the old. The other parts keep their holes: the new sheet is drilled through them.`
          }
          onKeep={(why, photo) => {
            void keep({ state: 'missing' }, `Scrapped: ${why}`, async () => {
              const photoIds = photo ? [await sendPhoto(kit, photo)] : [];
              onMark([
                {
                  kind: 'scrapped',
                  rowId: part.definition.assemblyId,
                  holeIds: [],
                  payload: { partIds: [part.id], note: why, ...(photoIds.length > 0 ? { photoIds } : {}) },
                },
              ]);
            });
          }}
        />
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </section>
  );
}

function supplySentence(supply: Supply | null): string {
  if (!supply) return 'Here.';
  if (supply.state === 'missing') return 'Not here, not ordered: its operations wait.';
  return `Ordered${supply.from ? ` from ${supply.from}` : ''}${supply.orderedOn ? ` on ${supply.orderedOn}` : ''}${supply.expectedOn ? `, expected on ${supply.expectedOn}` : ''}: its operations wait.`;
}
