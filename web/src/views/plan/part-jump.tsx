import { useId, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import type { RowModel } from '../../models/row-model';

/** Goes to the first row that a part is in; typing the part again goes to the next one. */
export function PartJump({
  parts,
  rows,
  onJump,
}: {
  parts: readonly Entity<'part'>[];
  rows: readonly RowModel[];
  onJump: (rowId: string) => void;
}) {
  const id = useId();
  const [text, setText] = useState('');
  const [last, setLast] = useState<{ part: string; row: string } | null>(null);
  const jump = (typed: string) => {
    const wanted = typed.trim().toLowerCase();
    const part =
      parts.find((p) => p.definition.name.toLowerCase() === wanted) ??
      parts.find((p) => wanted !== '' && p.definition.name.toLowerCase().includes(wanted));
    const of = part ? rows.filter((r) => r.entity.definition.layers.some((l) => l.partId === part.id)) : [];
    const at = last && last.part === part?.id ? of.findIndex((r) => r.entity.id === last.row) : -1;
    const next = of[(at + 1) % Math.max(1, of.length)];
    if (!part || !next) return;
    setLast({ part: part.id, row: next.entity.id });
    onJump(next.entity.id);
  };
  return (
    <form
      className="min-w-24 flex-1"
      onSubmit={(e) => {
        e.preventDefault();
        jump(text);
      }}
    >
      <input
        className="field w-full"
        list={id}
        aria-label="Jump to a part"
        placeholder="To part"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          /* Picked from the list rather than typed: go at once. */
          const how = (e.nativeEvent as InputEvent).inputType;
          if (how === undefined || how === 'insertReplacementText') jump(e.target.value);
        }}
        autoComplete="off"
      />
      <datalist id={id}>
        {[...new Set(parts.map((p) => p.definition.name))].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </form>
  );
}
