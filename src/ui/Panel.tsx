import type { ReactNode } from 'react';

interface PanelProps {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
}

/** One subject of a column of controls. */
export function Panel({ title, aside, children }: PanelProps) {
  return (
    <section
      aria-label={title}
      className="flex shrink-0 flex-col gap-2 rounded-lg border border-hairline bg-card px-3 py-2.5"
    >
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-sm text-action">{title}</h2>
        {aside}
      </div>
      {children}
    </section>
  );
}
