import type { Entity } from '#core/record/definitions';
import { CopiesPanel } from './copies';
import { DevicesPanel } from './devices';
import { ImportKit } from './import-kit';
import { NewKit } from './new-kit';

/** Below the kits: a new one, one from a file, copies, other devices. Comes after the first paint. */
export function StartMore({ kits }: { kits: readonly Entity<'kit'>[] }) {
  return (
    <>
      <NewKit kits={kits} />
      <ImportKit />
      <CopiesPanel />
      <DevicesPanel />
    </>
  );
}
