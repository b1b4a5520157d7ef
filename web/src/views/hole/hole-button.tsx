import { Ellipsis } from 'lucide-react';
import type { ComponentProps } from 'react';

/** What opens the menu of a hole. */
export function HoleButton({ number, isBig, ...rest }: ComponentProps<'button'> & { readonly number: number; readonly isBig: boolean }) {
  return (
    <button
      type="button"
      className={`label inline-flex items-center gap-1 rounded border border-edge bg-raised px-3 hover:bg-panel ${isBig ? 'min-h-14 text-[17px]' : 'min-h-8 text-[15px] pointer-coarse:min-h-11'}`}
      {...rest}
    >
      Hole {number} <Ellipsis size={18} aria-hidden />
      <span className="sr-only">everything of it</span>
    </button>
  );
}
