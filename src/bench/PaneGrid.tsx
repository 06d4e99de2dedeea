/** How one to six panes share the bench: the picture that stands tall gets the tall place. */
import type { ReactNode } from 'react';

const GRIDS = [
  '',
  'grid-cols-1 grid-rows-1',
  'grid-cols-2 grid-rows-1',
  'grid-cols-2 grid-rows-2',
  'grid-cols-2 grid-rows-2',
  'grid-cols-3 grid-rows-2',
  'grid-cols-3 grid-rows-2',
];
/** Side fans scroll downward; a chart is as happy tall as wide. */
const TALL = ['sideFans', 'chart'];

interface Pane {
  id: string;
  pane: ReactNode;
}

export function PaneGrid({ panes }: { panes: Pane[] }) {
  const hasTall = panes.length === 3 || panes.length === 5;
  const tall = hasTall
    ? (TALL.map((id) => panes.find((pane) => pane.id === id)).find(Boolean) ?? panes.at(-1)!)
    : null;
  const ordered = tall ? [...panes.filter((pane) => pane !== tall), tall] : panes;
  const column = panes.length === 5 ? 'col-start-3' : 'col-start-2';
  return (
    <div className={`grid h-full min-h-0 gap-1.5 ${GRIDS[panes.length]}`} data-testid="panes">
      {ordered.map((pane) => (
        <div
          key={pane.id}
          className={`min-h-0 min-w-0 ${pane === tall ? `row-span-2 row-start-1 ${column}` : ''}`}
        >
          {pane.pane}
        </div>
      ))}
    </div>
  );
}
