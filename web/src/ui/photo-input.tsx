import { X } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import { Field } from './controls';

interface PhotoInputProps {
  readonly label: string;
  readonly files: readonly File[];
  readonly onFiles: (next: readonly File[]) => void;
  readonly isMany?: boolean;
  /** The camera is offered first. */
  readonly isTaken?: boolean;
}

/** Photos chosen from files or taken now; what was chosen shows itself, and each can be let go of again. */
export function PhotoInput({ label, files, onFiles, isMany = false, isTaken = false }: PhotoInputProps) {
  const input = useRef<HTMLInputElement>(null);
  const urls = useMemo(() => files.map((f) => URL.createObjectURL(f)), [files]);
  useEffect(() => () => urls.forEach((u) => URL.revokeObjectURL(u)), [urls]);
  return (
    <div className="flex flex-col gap-1">
      <Field label={label}>
        <input
          ref={input}
          type="file"
          multiple={isMany}
          accept="image/jpeg,image/png,image/webp"
          {...(isTaken ? { capture: 'environment' as const } : {})}
          className="field"
          onChange={(e) => onFiles([...(e.target.files ?? [])])}
        />
      </Field>
      {files.length > 0 ? (
        <ul aria-label="What was chosen" className="flex flex-wrap gap-2">
          {files.map((f, i) => (
            <li key={`${f.name} ${i}`} className="relative">
              <img src={urls[i]} alt={f.name} className="h-24 rounded border border-line object-cover" />
              <button
                type="button"
                aria-label={`Let go of ${f.name}`}
                className="absolute top-1 right-1 flex size-8 items-center justify-center rounded bg-paper/90 pointer-coarse:size-11"
                onClick={() => {
                  const left = files.filter((_, k) => k !== i);
                  if (left.length === 0 && input.current) input.current.value = '';
                  onFiles(left);
                }}
              >
                <X size={18} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
