import type { AssemblyAnswer } from '#contract/answers';
import { Link } from 'react-router';
import type { BenchStation, BenchWork, OrderedItem, OrderedSetup } from '#core/access/bench-order';
import { operationVerb } from '#core/wording/sequence';
import { itemAmount, setupName, setupVerb } from '#core/wording/setups';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import type { Sequence } from '../../models/use-sequence';

const ROWS_SHOWN = 6;

export interface OfferProps {
  readonly number: number;
  readonly rows: readonly RowModel[];
  readonly data: AssemblyAnswer;
  readonly to: (key: string, item?: OrderedItem) => string;
}

export function StationOffer({
  station,
  sequence,
  ...offer
}: OfferProps & { readonly station: BenchStation; readonly sequence: Sequence }) {
  return station.kind === 'setup' ? (
    <SetupOffer setup={station.setup} {...offer} />
  ) : (
    <WorkOffer work={station.work} name={sequence.nameOf(station.key)} {...offer} />
  );
}

/** Work on the whole that can be taken up now. */
export function WorkOffer({ work, name, number, to }: OfferProps & { readonly work: BenchWork; readonly name: string }) {
  const verb = operationVerb(work.kind);
  const parts = work.openPartIds.length;
  return (
    <section aria-label={name} className="border-t border-line pt-2">
      <h2 className="label text-[22px]">
        <kbd className="mr-2 rounded border border-edge px-1.5 text-[15px]">{number}</kbd>
        {verb}
      </h2>
      <Link
        to={to(work.id)}
        className="label mt-1 inline-flex min-h-14 items-center rounded border border-edge bg-raised px-3 text-[18px] hover:bg-dye-soft"
      >
        {name.slice(verb.length + 2)}
        {work.rowId === null ? ` · ${parts} ${parts === 1 ? 'part' : 'parts'}` : ''}
      </Link>
    </section>
  );
}

/** One set-up with the rows that can be done in it now; a tap takes to the bench with the row chosen. */
export function SetupOffer({ setup, number, rows, data, to }: OfferProps & { readonly setup: OrderedSetup }) {
  const units = useUnits();
  const ready = setup.items.filter((i) => i.waitsFor.length === 0 && i.orderWaits.length === 0);
  const name = (i: OrderedItem) => {
    const row = rows.find((r) => r.entity.id === i.rowId);
    return i.partId ? data.parts.find((p) => p.id === i.partId)?.definition.name : row ? row.title : '';
  };
  return (
    <section aria-label={`${setupVerb(setup.setup)}: ${setupName(setup.setup, units)}`} className="border-t border-line pt-2">
      <h2 className="label text-[22px]">
        <kbd className="mr-2 rounded border border-edge px-1.5 text-[15px]">{number}</kbd>
        {setupVerb(setup.setup)}: <span className="text-dye">{setupName(setup.setup, units)}</span>
      </h2>
      <div className="mt-1 flex flex-wrap gap-2">
        {ready.slice(0, ROWS_SHOWN).map((i) => (
          <Link
            key={i.key}
            to={to(setup.setup.key, i)}
            className="label flex min-h-14 items-center rounded border border-edge bg-raised px-3 text-[18px] hover:bg-dye-soft"
          >
            {name(i)}
            {i.hand ? `, ${i.hand === 'L' ? 'left' : 'right'}` : ''}
            {itemAmount(i)}
          </Link>
        ))}
        {ready.length > ROWS_SHOWN ? (
          <Link to={to(setup.setup.key)} className="label flex min-h-14 items-center px-3 text-[17px] underline">
            {ready.length - ROWS_SHOWN} more
          </Link>
        ) : null}
      </div>
    </section>
  );
}
