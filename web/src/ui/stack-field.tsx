import { Field, TextInput } from './controls';

const EXAMPLE = 'skin .025 / rib .032 : 426AD3';

/** What new rows are of, typed once for all of them. */
export function StackField({ stack, onStack, hint = '' }: { stack: string; onStack: (text: string) => void; hint?: string }) {
  return (
    <Field
      label="Sheets and rivet of the new rows, from the head side"
      hint={`Typed like a row line without its name and count, such as ${EXAMPLE}.${hint}`}
    >
      <TextInput className="font-mono" value={stack} placeholder={EXAMPLE} onChange={(e) => onStack(e.target.value)} />
    </Field>
  );
}
