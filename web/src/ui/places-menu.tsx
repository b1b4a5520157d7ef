import { DropdownMenu } from 'radix-ui';
import { Link } from 'react-router';
import type { Place } from './places';
import { PlacesButton } from './places-button';

/** The kit's places from within one of its assemblies. */
export function PlacesMenu({ places, name }: { places: readonly Place[]; name: string }) {
  return (
    <DropdownMenu.Root defaultOpen modal={false}>
      <DropdownMenu.Trigger asChild>
        <PlacesButton name={name} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={document.getElementById('content')}>
        <DropdownMenu.Content align="start" className="z-30 rounded border border-edge bg-paper p-1 shadow-xl">
          {places.map((p) => (
            <DropdownMenu.Item key={p.to} asChild>
              <Link
                to={p.to}
                className="label flex min-h-9 items-center gap-2 rounded px-3 text-[16px] outline-none data-[highlighted]:bg-dye-soft pointer-coarse:min-h-11"
              >
                <p.icon size={17} aria-hidden /> {p.text}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
