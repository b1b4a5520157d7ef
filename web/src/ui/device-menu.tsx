import { lazy, Suspense, useEffect, useState } from 'react';
import type { Units } from '#core/units/length';
import { DialogComes } from './dialog-comes';
import { DeviceButton } from './device-button';
import { isPageKey } from './typing';

const DevicePopover = lazy(() => import('./device-popover').then((m) => ({ default: m.DevicePopover })));
const KeysDialog = lazy(() => import('./keys-dialog').then((m) => ({ default: m.KeysDialog })));

/** What is this device's own: units, theme, the keys. The key ? lists the keys anywhere. */
export function DeviceMenu({ units }: { units: Units }) {
  const [areKeysShown, showKeys] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== '?' || !isPageKey(e)) return;
      e.preventDefault();
      showKeys(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const [isWanted, want] = useState(false);
  const button = <DeviceButton units={units} aria-haspopup="dialog" aria-expanded={false} onClick={() => want(true)} />;
  return (
    <>
      {isWanted ? (
        <Suspense
          fallback={
            <>
              {button}
              <DialogComes />
            </>
          }
        >
          <DevicePopover units={units} onKeys={() => showKeys(true)} />
        </Suspense>
      ) : (
        button
      )}
      {areKeysShown ? (
        <Suspense fallback={<DialogComes />}>
          <KeysDialog onClose={() => showKeys(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
