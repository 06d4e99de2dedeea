import type { ReactNode } from 'react';

interface PageHeaderProps {
  title: ReactNode;
  /** A quiet line beside the title. */
  note?: ReactNode;
  children?: ReactNode;
}

export function PageHeader({ title, note, children }: PageHeaderProps) {
  return (
    <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-2">
      <h1 className="text-xl">{title}</h1>
      {note && <p className="text-ink-2">{note}</p>}
      {children && <div className="ml-auto flex flex-wrap items-center gap-3">{children}</div>}
    </header>
  );
}
