import { Settings2 } from 'lucide-react';
import type { ComponentProps } from 'react';
import type { Units } from '#core/units/length';

/** What opens the choices of this device; it shows the units. */
export function DeviceButton({ units, ...rest }: ComponentProps<'button'> & { readonly units: Units }) {
  return (
    <button
      type="button"
      className="label inline-flex min-h-8 items-center gap-1.5 rounded border border-edge bg-raised px-2 hover:bg-dye-soft pointer-coarse:min-h-11"
      {...rest}
    >
      <Settings2 size={17} aria-hidden />
      {units === 'in' ? 'inch' : 'mm'}
      <span className="sr-only">: units, theme, keys</span>
    </button>
  );
}
