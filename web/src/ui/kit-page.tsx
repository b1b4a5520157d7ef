import type { ReactNode } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { useScreenUnits } from './assembly-screen';
import { ErrorText } from './controls';
import { TopBar } from './top-bar';
import { UnitsContext } from './units';

interface KitPageProps<T> {
  readonly name: string;
  readonly answer: { readonly data?: T | undefined; readonly error: Error | null };
  /** Said while the answer is not there. */
  readonly waiting: string;
  /** Classes of its main part. */
  readonly layout: string;
  readonly children: (data: T, units: Units) => ReactNode;
}

/** The frame of a view of a whole kit: where you are, why it cannot be shown, the units. */
export function KitPage<T extends { readonly kit: Entity<'kit'> }>({ name, answer, waiting, layout, children }: KitPageProps<T>) {
  const { data, error } = answer;
  const units = useScreenUnits(data?.kit.definition.units);
  const kit = data?.kit;
  return (
    <UnitsContext value={units}>
      <div className="flex min-h-full flex-col">
        <TopBar trail={[...(kit ? [{ text: kit.definition.name, to: `/kits/${kit.id}` }] : []), { text: name }]} kit={kit} units={units} />
        <main className={layout}>
          {error ? <ErrorText>{error.message}</ErrorText> : null}
          {data ? children(data, units) : error ? null : <p role="status">{waiting}</p>}
        </main>
      </div>
    </UnitsContext>
  );
}
