import { ChevronDown } from 'lucide-react';
import type { ComponentProps } from 'react';

/** What opens the kit's places from within one of its assemblies. */
export function PlacesButton({ name, ...rest }: ComponentProps<'button'> & { readonly name: string }) {
  return (
    <button type="button" aria-label={`Places of ${name}`} className="rounded p-1 hover:bg-dye-soft pointer-coarse:p-3" {...rest}>
      <ChevronDown size={16} aria-hidden />
    </button>
  );
}
