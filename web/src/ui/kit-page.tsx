import type { ReactNode } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { useScreenUnits } from './assembly-screen';
import { ErrorText } from './controls';
import { kitPlaces, type KitPlaceName } from './places';
import { TopBar } from './top-bar';
import { UnitsContext } from './units';
import { ZoneContext, zoneOf } from './zone';
import { useUndo, type UndoControl } from './use-undo';
import type { Mark } from '#core/record/marks';

interface KitPageProps<T> {
  /** Which of the kit's places it is; null: one below them. */
  readonly here: KitPlaceName | null;
  readonly name: string;
  /** What is changed here is taken back here. */
  readonly hasUndo?: boolean;
  readonly answer: { readonly data?: T | undefined; readonly error: Error | null };
  /** Said while the answer is not there. */
  readonly waiting: string;
  /** Classes of its main part. */
  readonly layout: string;
  readonly children: (data: T, units: Units) => ReactNode;
}

/** The frame of a view of a whole kit: where you are, why it cannot be shown, the units. */
export function KitPage<T extends { readonly kit: Entity<'kit'> }>({
  here,
  name,
  hasUndo = false,
  answer,
  waiting,
  layout,
  children,
}: KitPageProps<T>) {
  const { data, error } = answer;
  const units = useScreenUnits(data?.kit.definition.units);
  const kit = data?.kit;
  return (
    <ZoneContext value={zoneOf(kit)}>
      <UnitsContext value={units}>
        <div className="flex min-h-full flex-col max-sm:pb-16">
          {kit && hasUndo ? (
            <KitBarWithUndo kit={kit} here={here} name={name} units={units} />
          ) : (
            <KitBar kit={kit} here={here} name={name} units={units} />
          )}
          <main id="content" className={layout}>
            {error ? <ErrorText>{error.message}</ErrorText> : null}
            {data ? children(data, units) : error ? null : <p role="status">{waiting}</p>}
          </main>
        </div>
      </UnitsContext>
    </ZoneContext>
  );
}

interface KitBarProps {
  readonly kit: Entity<'kit'> | undefined;
  readonly here: KitPlaceName | null;
  readonly name: string;
  readonly units: Units;
  readonly undo?: UndoControl | undefined;
}

/** The bar of a place of a kit. */
export function KitBar({ kit, here, name, units, undo }: KitBarProps) {
  return (
    <TopBar
      trail={kit ? [{ text: kit.definition.name, to: `/kits/${kit.id}` }] : []}
      title={name}
      kit={kit}
      places={kit ? { label: 'Places of the kit', list: kitPlaces(kit.id, here) } : undefined}
      units={units}
      undo={undo}
    />
  );
}

const NO_MARKS: readonly Mark[] = [];

/** The same with undo of changes; marks are taken back where they were made. */
export function KitBarWithUndo({ kit, ...at }: Omit<KitBarProps, 'kit' | 'undo'> & { readonly kit: Entity<'kit'> }) {
  return <KitBar kit={kit} {...at} undo={useUndo(kit, NO_MARKS)} />;
}
