import { useState } from 'react';
import { useLocal, writeLocal } from '../api/device';
import { ErrorText } from './controls';
import { Modal } from './modal';
import { chooseKey, PAGE_KEYS, useKeymap, type KeyAction } from './page-keys';

/** Keys that stay what they are. */
const FIXED: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['Ctrl K', 'find rows, parts, places, commands'],
      ['?', 'this page'],
    ],
  },
  {
    where: 'Plan',
    keys: [
      ['Up, Down', 'select a row (in the list)'],
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
  { where: 'Start, kit', keys: [] },
  { where: 'Today', keys: [['1 to 4', 'take up the first to fourth set-up']] },
  {
    where: 'Map',
    keys: [
      ['+, -, 0', 'larger, smaller, all of it'],
      ['Arrows', 'move'],
    ],
  },
];

/** The keys of every place: single ones can be changed, or switched off. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const isOn = useLocal('keys') !== 'off';
  const keymap = useKeymap();
  const [refusal, setRefusal] = useState<string | null>(null);
  const choose = (action: KeyAction, key: string) => {
    const rival = chooseKey(keymap, action, key.slice(-1));
    setRefusal(rival ? `That key is taken: ${PAGE_KEYS[rival].what}.` : null);
  };
  return (
    <Modal title="Keys" open onClose={onClose}>
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5" checked={isOn} onChange={(e) => writeLocal('keys', e.target.checked ? 'on' : 'off')} />
        Single keys do something in this browser
      </label>
      {refusal ? <ErrorText>{refusal}</ErrorText> : null}
      {FIXED.map(({ where, keys }) => (
        <section key={where} aria-label={where}>
          <h3 className="label text-[17px]">{where}</h3>
          <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1">
            {(Object.keys(PAGE_KEYS) as KeyAction[])
              .filter((a) => PAGE_KEYS[a].where === where)
              .map((a) => (
                <div key={a} className="contents">
                  <dt>
                    <input
                      aria-label={`Key for: ${PAGE_KEYS[a].what}`}
                      className="field label w-11 text-center uppercase"
                      value={keymap[a]}
                      onChange={(e) => choose(a, e.target.value)}
                    />
                  </dt>
                  <dd>{PAGE_KEYS[a].what}</dd>
                </div>
              ))}
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
      <button type="button" className="self-start underline underline-offset-2" onClick={() => writeLocal('keymap', null)}>
        All keys as they were
      </button>
    </Modal>
  );
}
