import { useLocal, writeLocal } from '../api/device';
import { Modal } from './modal';

const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['Ctrl K', 'find rows, parts, places, commands'],
      ['U, Shift U', 'undo this device’s last mark or change; make it again'],
      ['?', 'this page'],
    ],
  },
  {
    where: 'Plan',
    keys: [
      ['N', 'type a new row'],
      ['/', 'filter the rows'],
      ['Up, Down', 'select a row (in the list)'],
      ['E', 'type the selected row anew'],
      ['Left, Right', 'choose a hole (in the strip); Shift extends, Ctrl A all'],
      ['D', 'chosen holes drilled (in the strip)'],
      ['H, S', 'deburred head side, shop side (in the strip)'],
      ['P', 'dimpled or countersunk (in the strip)'],
    ],
  },
  {
    where: 'Bench',
    keys: [
      ['Enter', 'mark what is proposed'],
      ['Up, Down', 'another row of this set-up'],
      ['[, ]', 'the set-up before, the next one'],
      ['Left, Right, Space', 'choose holes (in the pad)'],
    ],
  },
  { where: 'Today', keys: [['1 to 4', 'take up the first to fourth set-up']] },
  {
    where: 'Map',
    keys: [
      ['+, -, 0', 'larger, smaller, all of it'],
      ['Arrows', 'move'],
    ],
  },
];

/** The keys of every place, and whether single ones do anything. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const isOn = useLocal('keys') !== 'off';
  return (
    <Modal title="Keys" open onClose={onClose}>
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5" checked={isOn} onChange={(e) => writeLocal('keys', e.target.checked ? 'on' : 'off')} />
        Single keys do something in this browser
      </label>
      {KEYS.map(({ where, keys }) => (
        <section key={where} aria-label={where}>
          <h3 className="label text-[17px]">{where}</h3>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {keys.map(([key, what]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd className="label rounded border border-edge px-1.5">{key}</kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal>
  );
}
