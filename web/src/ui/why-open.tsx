import { Popover } from 'radix-ui';
import { useEffect, useState, type ReactNode } from 'react';
import { whyText, type Why } from '#core/prep/why';
import { parseDimension } from '#core/typed/dimension';
import { showNumber } from '#core/units/show';
import { useUnits } from './units';

interface WhyOpenProps {
  readonly why: Why;
  readonly note: string | undefined;
  /** What opens it; focus returns there. */
  readonly children: ReactNode;
}

/** The formula of a number, beside it; open as it comes. */
export function WhyOpen({ why, note, children }: WhyOpenProps) {
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger asChild>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          collisionPadding={8}
          sideOffset={4}
          className="z-40 w-[min(440px,92vw)] rounded-lg border border-edge bg-paper p-3 shadow-xl"
          aria-label={`Why: ${why.label}`}
        >
          <WhySheet why={why} note={note} />
          <Popover.Arrow className="fill-edge" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function WhySheet({ why, note }: { why: Why; note?: string | undefined }) {
  const units = useUnits();
  const [tried, setTried] = useState(why);
  useEffect(() => setTried(why), [why]);
  const text = whyText(tried, units);
  const changed = tried.inputs.some((input, i) => input.value !== why.inputs[i]?.value);
  const setValue = (index: number, value: number) =>
    setTried({ ...tried, inputs: tried.inputs.map((input, i) => (i === index ? { ...input, value } : input)) });
  return (
    <div className="flex flex-col gap-2">
      <h3 className="label text-[17px]">{why.label}</h3>
      <p className="font-mono text-[13px]" data-testid="why-text">
        {text.symbols}
        <br />= {text.filled}
        <br />= <strong>{text.result}</strong>
      </p>
      {note ? <p className="text-[14px]">{note}</p> : null}
      <div className="grid grid-cols-2 gap-2">
        {tried.inputs.map((input, i) => (
          <TryInput
            key={input.symbol}
            label={`${input.symbol}: ${input.label}`}
            kind={input.kind}
            value={why.inputs[i]?.value ?? input.value}
            onValue={(v) => setValue(i, v)}
          />
        ))}
      </div>
      <p className="text-[13px] text-ink2">{changed ? 'Trying other numbers; the row is as it was.' : `Source: ${why.source}`}</p>
    </div>
  );
}

function TryInput({
  label,
  kind,
  value,
  onValue,
}: {
  label: string;
  kind: Why['inputs'][number]['kind'];
  value: number;
  onValue: (value: number) => void;
}) {
  const units = useUnits();
  const shown = kind === 'length' ? showNumber(value, units) : String(value);
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const read = (typed: string): number | null => {
    if (kind === 'length') {
      const parsed = parseDimension(typed, { units });
      return parsed.ok ? parsed.value.length : null;
    }
    const number = Number(typed.replace(',', '.'));
    return typed.trim() !== '' && Number.isFinite(number) && number > 0 && (kind !== 'half-angle' || number < 90) ? number : null;
  };
  return (
    <label className="flex flex-col text-[13px] text-ink2">
      {label}
      <input
        className="field"
        value={text}
        aria-invalid={read(text) === null}
        onChange={(e) => {
          setText(e.target.value);
          const number = read(e.target.value);
          if (number !== null) onValue(e.target.value === shown ? value : number);
        }}
      />
    </label>
  );
}
