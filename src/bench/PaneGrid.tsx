/** How one to five panes share the bench: tall pictures stand, wide ones lie. */
import type { ReactNode } from 'react';

const GRIDS = [
  '',
  'grid-cols-1 grid-rows-1',
  'grid-cols-2 grid-rows-1',
  'grid-cols-2 grid-rows-2 [&>*:last-child]:row-span-2 [&>*:last-child]:col-start-2 [&>*:last-child]:row-start-1',
  'grid-cols-2 grid-rows-2',
  'grid-cols-3 grid-rows-2 [&>*:last-child]:row-span-2 [&>*:last-child]:col-start-3 [&>*:last-child]:row-start-1',
];

export function PaneGrid({ panes }: { panes: ReactNode[] }) {
  return (
    <div className={`grid h-full min-h-0 gap-1.5 ${GRIDS[panes.length]}`} data-testid="panes">
      {panes.map((pane, i) => (
        <div key={i} className="min-h-0 min-w-0">
          {pane}
        </div>
      ))}
    </div>
  );
}
