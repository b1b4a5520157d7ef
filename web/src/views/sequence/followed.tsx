import { useMemo, useState } from 'react';
import { FOLLOWED, type Followed, type SequenceDecision } from '#core/record/definitions';
import { followOrder, moved, plansWish } from '#core/access/follow';
import { orderCost } from '#core/order/order-cost';
import { accessAlong } from '#core/access/shut-off';
import { decisionSentence, FOLLOWED_WORDS, orderCostWords } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { useFirstOf } from '../../ui/first-of';

interface FollowedOrderProps {
  readonly sequence: Sequence;
  readonly decision: SequenceDecision | null;
  /** An order that was tried by moving operations and is not kept yet. */
  readonly tried: readonly string[] | null;
  readonly onKeep: (decision: SequenceDecision) => Promise<void>;
}

/** So many rows are offered at first. */
const ROWS_AT_FIRST = 60;

/** The plans' own order beside the advice, and which of them is followed, with the reason. */
export function FollowedOrder({ sequence, decision, tried, onKeep }: FollowedOrderProps) {
  const { model } = sequence;
  const [plans, setPlans] = useState<readonly string[]>(decision?.plans ?? []);
  const [follows, setFollows] = useState<Followed>(sequence.follows);
  const [reason, setReason] = useState(decision?.reason ?? '');
  const [error, setError] = useState<string | null>(null);
  const titles = new Map(model.rows.map((r) => [r.id, r.title]));
  const known = plans.filter((id) => titles.has(id));
  const missing = model.rows.filter((r) => !known.includes(r.id));
  const { shown, more } = useFirstOf(missing, ROWS_AT_FIRST, 'row');
  const own = tried ?? decision?.own;
  const choose = (next: Followed) => {
    setFollows(next);
    setError(null);
  };
  const keep = () => {
    const isAgainst = follows !== 'advice' || known.length > 0;
    if (isAgainst && reason.trim() === '') return setError('A decision wants its reason.');
    if (follows === 'plans' && known.length === 0) return setError('Name the rows in the order the plans set them first.');
    if (follows === 'own' && !own) return setError('Move an operation first: that makes an order of your own.');
    setError(null);
    onKeep({ follows, reason: reason.trim(), ...(known.length > 0 ? { plans: known } : {}), ...(own ? { own } : {}) }).catch((e: Error) =>
      setError(e.message),
    );
  };
  return (
    <Fold
      isLate
      title="The plans’ order, and which one you follow"
      opened={tried !== null}
      className="rounded border border-line p-2"
      titleClass="text-[20px]"
    >
      <div className="grid gap-4 pt-2 md:grid-cols-2">
        <div className="flex flex-col gap-1">
          <h3 className="label text-[17px]">Rows in the order the plans set them</h3>
          <ol aria-label="The plans’ order" className="flex flex-col">
            {known.map((id, i) => (
              <li key={id} className="flex items-center gap-1">
                <span className="w-6 text-right text-ink2 tabular-nums">{i + 1}</span>
                <span className="min-w-0 flex-1 truncate">{titles.get(id)}</span>
                <Button tone="quiet" aria-label={`${titles.get(id)} earlier`} onClick={() => setPlans(moved(known, id, i - 1))}>
                  ↑
                </Button>
                <Button tone="quiet" aria-label={`${titles.get(id)} later`} onClick={() => setPlans(moved(known, id, i + 1))}>
                  ↓
                </Button>
                <Button
                  tone="quiet"
                  aria-label={`${titles.get(id)} out of the plans’ order`}
                  onClick={() => setPlans(known.filter((k) => k !== id))}
                >
                  ✕
                </Button>
              </li>
            ))}
          </ol>
          {missing.length > 0 ? (
            <div className="flex flex-wrap gap-1" role="group" aria-label="The row that comes next in the plans">
              <span className="w-full text-[14px] text-ink2">Tap the row that the plans set next:</span>
              {shown.map((r) => (
                <Button key={r.id} onClick={() => setPlans([...known, r.id])}>
                  {r.title}
                </Button>
              ))}
              {more}
            </div>
          ) : null}
        </div>
        <div className="flex flex-col gap-2">
          <OrdersJudged sequence={sequence} plans={plans} own={own} titles={titles} />
          <fieldset className="flex flex-wrap items-center gap-3">
            <legend className="label text-[17px]">I follow</legend>
            {FOLLOWED.map((f) => (
              <label key={f} className="flex min-h-10 items-center gap-2">
                <input type="radio" name="follows" className="size-5" checked={follows === f} onChange={() => choose(f)} />
                {FOLLOWED_WORDS[f]}
              </label>
            ))}
          </fieldset>
          <Field label="Because">
            <TextInput maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
          </Field>
          {error ? <ErrorText>{error}</ErrorText> : null}
          <Button tone="primary" className="self-start" onClick={keep}>
            Keep the decision
          </Button>
          {decision && decision.reason !== '' ? <p className="text-ink2">Kept: {decisionSentence(decision)}</p> : null}
        </div>
      </div>
    </Fold>
  );
}

interface OrdersJudgedProps {
  readonly sequence: Sequence;
  readonly plans: readonly string[];
  readonly own: readonly string[] | undefined;
  readonly titles: ReadonlyMap<string, string>;
}

/** What the advice, the plans' and one's own order cost, side by side. */
function OrdersJudged({ sequence: { model, derived, advice }, plans, own, titles }: OrdersJudgedProps) {
  /* Judged when an order changes, not with every letter of the reason. */
  const judged = useMemo(() => {
    const known = new Map(derived.left.map((o) => [o.id, o]));
    const judge = (name: string, order: readonly string[]) => ({
      name,
      cost: orderCost(order, known),
      deadEnds: accessAlong(order, derived.access, derived.done).deadEnds,
    });
    const still = plans.filter((id) => model.rows.some((r) => r.id === id));
    return [
      judge('The advice', advice.order),
      ...(still.length > 0 ? [judge('The plans’ order', followOrder(derived.left, plansWish(still, derived.left, derived.access)))] : []),
      ...(own ? [judge('Your own order', followOrder(derived.left, own))] : []),
    ];
  }, [derived, advice.order, plans, model.rows, own]);
  return (
    <ul aria-label="The orders side by side">
      {judged.map((of) => (
        <li key={of.name}>
          {of.name}: {orderCostWords(of.cost)},{' '}
          {of.deadEnds.length === 0 ? (
            'no dead end'
          ) : (
            <span className="font-semibold text-stop">
              {of.deadEnds.length === 1 ? 'a dead end' : `${of.deadEnds.length} dead ends`}:{' '}
              {of.deadEnds.map((d) => titles.get(d.rowId)).join(', ')}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
