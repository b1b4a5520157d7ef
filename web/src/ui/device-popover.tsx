import { CircleHelp, Moon, Sun } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { Units } from '#core/units/length';
import { useLocal, writeLocal } from '../api/device';
import { Choice } from './choice';
import { Button } from './controls';
import { DeviceButton } from './device-button';

/** Units and theme of this device, and the way to its keys. */
export function DevicePopover({ units, onKeys }: { units: Units; onKeys: () => void }) {
  const theme = useLocal('theme');
  const isDark = theme === null ? document.documentElement.dataset.theme === 'dark' : theme === 'dark';
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger asChild>
        <DeviceButton units={units} />
      </Popover.Trigger>
      <Popover.Portal container={document.getElementById('content')}>
        <Popover.Content
          align="end"
          collisionPadding={8}
          aria-label="Units, theme, keys"
          className="z-30 flex flex-col gap-3 rounded border border-edge bg-paper p-3 shadow-xl"
        >
          <Choice
            label="Units"
            value={units}
            options={[
              { value: 'in', text: 'inch' },
              { value: 'mm', text: 'mm' },
            ]}
            onChoose={(v) => writeLocal('units', v)}
          />
          <Button onClick={() => writeLocal('theme', isDark ? 'light' : 'dark')}>
            {isDark ? <Sun size={17} aria-hidden /> : <Moon size={17} aria-hidden />} {isDark ? 'Daylight theme' : 'Night theme'}
          </Button>
          {theme === null ? null : <Button onClick={() => writeLocal('theme', null)}>Theme as the system has it</Button>}
          <Popover.Close asChild>
            <Button onClick={() => onKeys()}>
              <CircleHelp size={17} aria-hidden /> Keys
            </Button>
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
