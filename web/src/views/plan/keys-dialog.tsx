import { Modal } from '../../ui/modal';

const KEYS: readonly [string, string][] = [
  ['N', 'type a new row'],
  ['/', 'filter the rows'],
  ['Up, Down', 'select a row (in the list)'],
  ['E', 'type the selected row anew'],
  ['U', 'undo this device’s last mark or change'],
  ['Left, Right', 'choose a hole (in the strip); Shift extends, Ctrl A all'],
  ['D', 'chosen holes drilled (in the strip)'],
  ['H, S', 'deburred head side, shop side (in the strip)'],
  ['P', 'dimpled or countersunk (in the strip)'],
  ['?', 'this page'],
];

export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Modal title="Keys" open onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="label rounded border border-edge px-1.5">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
