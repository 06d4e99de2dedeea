import type { ReactNode } from 'react';

interface ControlGroupProps {
  title: string;
  onReset: () => void;
  children: ReactNode;
}

export function ControlGroup({ title, onReset, children }: ControlGroupProps) {
  return (
    <section className="flex flex-col gap-1.5 rounded-lg border border-hairline bg-card px-3 py-2">
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
    </section>
  );
}
