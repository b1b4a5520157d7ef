import { useState, type ReactNode } from 'react';

interface FoldProps {
  readonly title: string;
  /** Opens it and keeps it open; once it is false again, the fold stays as it was. */
  readonly opened?: boolean;
  /** Open to begin with; what is closed then stays closed. */
  readonly isOpenFirst?: boolean;
  readonly className?: string;
  readonly titleClass?: string;
  /** What is in it is made when it is first opened. */
  readonly isLate?: boolean;
  readonly children: ReactNode;
}

/** Something that is there when it is wanted, under its title. */
export function Fold({
  title,
  opened = false,
  isOpenFirst = opened,
  className = '',
  titleClass = 'text-[16px]',
  isLate = false,
  children,
}: FoldProps) {
  const [isOpen, setOpen] = useState(isOpenFirst);
  const [wasOpen, setWasOpen] = useState(!isLate);
  if ((isOpen || opened) && !wasOpen) setWasOpen(true);
  return (
    <details className={className} open={isOpen || opened} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className={`label min-h-10 cursor-pointer py-1 ${titleClass}`}>{title}</summary>
      {wasOpen ? children : null}
    </details>
  );
}
