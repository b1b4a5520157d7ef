import type { StockAnswer } from '#contract/answers';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { StockNeed } from '#core/stock/needs';
import { FASTENER_WORDS } from '#core/wording/words';
import { useKeep } from '../../api/commands';
import { useFollow } from '../../api/queries';
import { useStock } from '../../api/record';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';

/** Rivets by call-out: still needed, with spare, on hand, to order, and what would serve instead. */
export function StockView() {
  const { kitId = '' } = useParams();
  return (
    <KitPage
      here="stock"
      name="Stock"
      answer={useStock(kitId)}
      waiting="Counting …"
      layout="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4"
    >
      {(data) => <StockOfKit data={data} />}
    </KitPage>
  );
}

function StockOfKit({ data }: { data: StockAnswer }) {
  const { kit, needs, parts } = data;
  useFollow(kit.id);
  const keep = useKeep(kit);
  const [text, setText] = useState('');
  const [spare, setSpare] = useState(String(kit.definition.sparePercent ?? 10));
  const [error, setError] = useState<string | null>(null);
  const save = (change: Partial<typeof kit.definition>) =>
    keep({
      edits: [{ kind: 'kit', id: kit.id, expectedVersion: kit.version, definition: { ...kit.definition, ...change } }],
      reason: 'Stock',
    }).then(
      () => setError(null),
      (e: Error) => setError(e.message),
    );
  const keepSpare = () => {
    const value = Number(spare.replace(',', '.'));
    if (spare.trim() === '' || !(value >= 0 && value <= 500)) return setError('The spare share lies between 0 and 500 percent.');
    void save({ sparePercent: value });
  };
  const shown = needs.filter((n) => n.callout.toLowerCase().includes(text.trim().toLowerCase()));
  return (
    <>
      <h1 className="label text-[26px]">In stock</h1>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          keepSpare();
        }}
      >
        <Field label="Spare, percent">
          <TextInput className="w-24" inputMode="decimal" value={spare} onChange={(e) => setSpare(e.target.value)} />
        </Field>
        {spare.trim() !== String(kit.definition.sparePercent ?? 10) ? <Button type="submit">Keep the share</Button> : null}
        <Field label="Filter">
          <TextInput value={text} placeholder="426AD3" onChange={(e) => setText(e.target.value)} />
        </Field>
      </form>
      {error ? <ErrorText>{error}</ErrorText> : null}
      {needs.length === 0 ? <p>No row wants a rivet. Rows are typed under Plan; what they need is counted here.</p> : null}
      <div className="overflow-x-auto">
        <table aria-label="Rivets" className="w-full text-[16px]">
          <thead>
            <tr className="label border-b border-edge text-left text-ink2">
              <th className="py-1 pr-3 font-normal">call-out</th>
              <th className="py-1 pr-3 text-right font-normal">rows</th>
              <th className="py-1 pr-3 text-right font-normal">still needed</th>
              <th className="py-1 pr-3 text-right font-normal">with spare</th>
              <th className="py-1 pr-3 font-normal">on hand</th>
              <th className="py-1 pr-3 text-right font-normal">to order</th>
              <th className="py-1 font-normal">would serve in every row</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((n) => (
              <NeedRow
                key={`${n.callout}/${n.onHand}`}
                need={n}
                onHand={(count) => void save({ stock: { ...(kit.definition.stock ?? {}), [n.callout]: count } })}
                onBad={() => setError(`On hand of ${n.callout}: a whole number from 0.`)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <PartsToOrder parts={parts} />
      <p className="text-[15px] text-ink2">
        Counted over every hole in the plan that is not set yet, held ones too. Lengths that would serve work by the volume of the driven
        head; the plans come first.
      </p>
    </>
  );
}

const STATE_WORDS = { missing: 'missing, to order', short: 'too few, to order', ordered: 'ordered' } as const;

/** Parts of all assemblies that are not here, or too few. */
function PartsToOrder({ parts }: { parts: StockAnswer['parts'] }) {
  if (parts.length === 0) return null;
  return (
    <section aria-label="Parts to order">
      <h2 className="label text-[20px]">Parts to order</h2>
      <div className="overflow-x-auto">
        <table aria-label="Parts" className="w-full text-[16px]">
          <thead>
            <tr className="label border-b border-edge text-left text-ink2">
              {['part', 'number', 'assembly', 'pieces', 'state', 'from', 'ordered', 'expected'].map((h) => (
                <th key={h} className="py-1 pr-3 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {parts.map((p) => (
              <tr key={p.partId} className="border-t border-line">
                <th scope="row" className="py-1 pr-3 text-left font-semibold">
                  <Link className="underline underline-offset-2" to={`/assemblies/${p.assemblyId}/parts?part=${p.partId}`}>
                    {p.name}
                    {p.hand ? `, ${p.hand === 'L' ? 'left' : 'right'}` : ''}
                  </Link>
                </th>
                <td className="py-1 pr-3">{p.number}</td>
                <td className="py-1 pr-3">{p.assembly}</td>
                <td className="py-1 pr-3">{p.short}</td>
                <td className={`py-1 pr-3 ${p.state === 'ordered' ? '' : 'label text-caution'}`}>{STATE_WORDS[p.state]}</td>
                <td className="py-1 pr-3">{p.from}</td>
                <td className="py-1 pr-3">{p.orderedOn}</td>
                <td className="py-1 pr-3">{p.expectedOn}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function NeedRow({ need, onHand, onBad }: { need: StockNeed; onHand: (count: number) => void; onBad: () => void }) {
  const [text, setText] = useState(String(need.onHand));
  const keep = () => {
    if (!/^\d{1,7}$/.test(text.trim())) return onBad();
    if (Number(text) !== need.onHand) onHand(Number(text));
  };
  return (
    <tr className="border-t border-line">
      <th scope="row" className="py-1 pr-3 text-left font-semibold">
        {need.callout}
        {need.kind ? <span className="font-normal text-ink2"> {FASTENER_WORDS[need.kind]}</span> : null}
      </th>
      <td className="py-1 pr-3 text-right">{need.rows}</td>
      <td className="py-1 pr-3 text-right">{need.needed}</td>
      <td className="py-1 pr-3 text-right">{need.withSpare}</td>
      <td className="py-1 pr-3">
        <form
          className="flex gap-1"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
        >
          <TextInput
            aria-label={`On hand of ${need.callout}`}
            className="w-24"
            inputMode="numeric"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          {Number(text) !== need.onHand ? <Button type="submit">Keep</Button> : null}
        </form>
      </td>
      <td className={`py-1 pr-3 text-right ${need.toOrder > 0 ? 'font-semibold text-caution' : ''}`}>{need.toOrder}</td>
      <td className="py-1">{need.instead.join(', ') || (need.needed > 0 ? 'none' : '')}</td>
    </tr>
  );
}
