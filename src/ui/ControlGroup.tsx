import type { ReactNode } from 'react';

interface ControlGroupProps {
  title: string;
  onReset: () => void;
  children: ReactNode;
  /** Seldom used controls, behind a word. */
  more?: ReactNode;
  /** What lies behind it, in a word or two. */
  moreLabel?: string;
}

export function ControlGroup({ title, onReset, children, more, moreLabel }: ControlGroupProps) {
  return (
    <section className="flex flex-col gap-0.5 rounded-lg border border-hairline bg-card px-3 py-1">
      <div className="flex items-center justify-between">
        <h2 className="text-sm text-action">{title}</h2>
        <button
          type="button"
          className="text-xs text-ink-2 hover:text-ink"
          aria-label={`Reset ${title}`}
          onClick={onReset}
        >
          reset
        </button>
      </div>
      {children}
      {more && (
        <details className="group">
          <summary className="cursor-pointer rounded-sm text-xs leading-snug text-ink-2 hover:text-ink">
            <span className="font-semibold">More</span>: {moreLabel}
          </summary>
          <div className="flex flex-col gap-1.5 pt-1.5">{more}</div>
        </details>
      )}
    </section>
  );
}
