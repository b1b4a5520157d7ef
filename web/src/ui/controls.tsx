import type { ButtonHTMLAttributes, InputHTMLAttributes, ReactNode, Ref, SelectHTMLAttributes } from 'react';

type Tone = 'plain' | 'primary' | 'quiet' | 'danger';

const TONES: Readonly<Record<Tone, string>> = {
  plain: 'border-edge bg-raised text-ink hover:bg-panel',
  primary: 'border-dye bg-dye text-on-dye hover:brightness-110',
  quiet: 'border-transparent bg-transparent text-ink hover:bg-panel',
  danger: 'border-stop bg-raised text-stop hover:bg-stop-soft',
};

/** A button; at least 32 px high, 44 on a touch screen, or as high as its class says. */
export function Button({ tone = 'plain', className = '', ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { tone?: Tone }) {
  const height = className.includes('min-h-') ? '' : 'min-h-8 pointer-coarse:min-h-11';
  return (
    <button
      type="button"
      className={`label settle inline-flex ${height} items-center justify-center gap-1.5 rounded border px-2.5 text-[15px] whitespace-nowrap disabled:opacity-50 ${TONES[tone]} ${className}`}
      {...rest}
    />
  );
}

export function Field({ label, hint, children }: { label: string; hint?: ReactNode; children: ReactNode }) {
  return (
    <label className="flex flex-col gap-0.5">
      <span className="label text-[14px] text-ink2">{label}</span>
      {children}
      {hint ? <span className="text-[13px] text-ink2">{hint}</span> : null}
    </label>
  );
}

export function TextInput({ className = '', ...rest }: InputHTMLAttributes<HTMLInputElement> & { ref?: Ref<HTMLInputElement> }) {
  return <input className={`field ${className}`} autoComplete="off" spellCheck={false} {...rest} />;
}

export function Select({ className = '', children, ...rest }: SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <select className={`field ${className}`} {...rest}>
      {children}
    </select>
  );
}

/** A refusal, shown where its cause was typed. */
export function ErrorText({ id, children }: { id?: string; children: ReactNode }) {
  return (
    <p id={id} role="alert" className="rounded border border-stop bg-stop-soft px-2 py-1 text-[14px] text-stop">
      {children}
    </p>
  );
}
