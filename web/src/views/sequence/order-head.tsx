import type { ReactNode } from 'react';
import { FOLLOWED_WORDS, orderCostWords, orderKnownSentence } from '#core/wording/sequence';
import type { OrderCost } from '#core/order/order-cost';
import type { FoundOrder } from '../../models/use-order';
import type { Sequence } from '../../models/use-sequence';
import { Button } from '../../ui/controls';

interface OrderHeadProps {
  readonly follows: Sequence['follows'];
  readonly isTrying: boolean;
  readonly isAdvised: boolean;
  readonly advice: FoundOrder;
  readonly ownCost: OrderCost;
  readonly children: ReactNode;
}

/** Which order is followed, and what it costs beside the advice. */
export function OrderHead({ follows, isTrying, isAdvised, advice, ownCost, children }: OrderHeadProps) {
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h1 className="label text-[26px]">The order of the work</h1>
        <span className="text-ink2">Following {isTrying ? 'an order you are trying' : FOLLOWED_WORDS[follows]}</span>
        <div className="ml-auto flex gap-6">{children}</div>
      </div>
      <div className="flex min-h-[52px] items-start gap-4">
        <p role="status" className="flex-1">
          {isAdvised ? adviceSentence(advice) : `${orderCostWords(ownCost)}; the advice: ${orderCostWords(advice)}.`}
        </p>
        {advice.isBusy ? <Button onClick={advice.stop}>Stop</Button> : null}
      </div>
    </>
  );
}

function adviceSentence({ known, isBusy, ...cost }: FoundOrder): string {
  if (!known)
    return isBusy
      ? 'Looking for fewer changes of set-up …'
      : 'Stopped: this order keeps every precedence, but may change set-ups more often.';
  return `${orderKnownSentence(cost, known)}${isBusy ? ' Still looking …' : ''}`;
}

export function Tick({ label, isSet, onSet }: { label: string; isSet: boolean; onSet: (so: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 pointer-coarse:min-h-14">
      <input type="checkbox" className="size-5" checked={isSet} onChange={(e) => onSet(e.target.checked)} />
      {label}
    </label>
  );
}

interface NextLineProps {
  readonly name: string;
  readonly setup: string | null;
  readonly isLarge: boolean;
  readonly onChoose: () => void;
}

/** What comes next, with what goes into the tool for it. */
export function NextLine({ name, setup, isLarge, onChoose }: NextLineProps) {
  return (
    <p className={isLarge ? 'text-[26px]' : 'text-[18px]'}>
      Next:{' '}
      <button type="button" className="font-semibold underline underline-offset-2" onClick={onChoose}>
        {name}
      </button>
      {setup === null ? null : (
        <>
          , <span className="text-dye">{setup}</span>
        </>
      )}
    </p>
  );
}
