import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import type { Projection } from './projection';

interface HandleProps {
  at: Projection;
  xM: number;
  yM: number;
  /** What it is, for screen readers. */
  label: string;
  selected: boolean;
  /** Metres that an arrow key moves it; a tenth of it with Shift. */
  stepM?: number;
  onSelect: () => void;
  /** What is selected by keys alone is selected as it gets the focus, unless selecting does something. */
  selectOnFocus?: boolean;
  /** Where it has been moved to; `gesture` is the same for all moves of one drag. */
  onMove?: (xM: number, yM: number, gesture: string) => void;
  onDelete?: () => void;
  onKey?: (key: string) => boolean;
  children: ReactNode;
}

let gestures = 0;

/** Something on the chart that is picked, dragged, and moved by keys. */
export function Handle(props: HandleProps) {
  const {
    at,
    xM,
    yM,
    label,
    selected,
    stepM = 1,
    onSelect,
    selectOnFocus = true,
    onMove,
    onDelete,
    onKey,
    children,
  } = props;
  const grab = useRef({ gesture: '', px: 0, py: 0 });
  const bind = useDrag(
    ({ first, tap, movement: [mx, my], event }) => {
      event.stopPropagation();
      if (first) {
        const [px, py] = at.toPx(xM, yM);
        grab.current = { gesture: `drag-${++gestures}`, px, py };
      }
      if (tap) return onSelect();
      if (!onMove) return;
      if (first) onSelect();
      const { x, y } = at.toM(grab.current.px + mx, grab.current.py + my);
      onMove(x, y, grab.current.gesture);
    },
    { filterTaps: true, threshold: 3 },
  );

  function onKeyDown(event: KeyboardEvent) {
    const step = event.shiftKey ? stepM / 10 : stepM;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const move = moves[event.key];
    if (move && onMove) {
      // Keys move in compass directions of the screen, whichever way is up.
      const cos = Math.cos(at.upRad);
      const sin = Math.sin(at.upRad);
      onMove(
        xM + move[0] * cos + move[1] * sin,
        yM - move[0] * sin + move[1] * cos,
        `keys-${label}`,
      );
    } else if (event.key === 'Enter' || event.key === ' ') onSelect();
    else if ((event.key === 'Delete' || event.key === 'Backspace') && onDelete) onDelete();
    else if (!onKey?.(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  return (
    <g
      {...bind()}
      data-handle
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={selected}
      className="chart-handle cursor-pointer touch-none"
      onKeyDown={onKeyDown}
      onFocus={(event) => {
        if (selectOnFocus && event.currentTarget.matches(':focus-visible')) onSelect();
      }}
    >
      {children}
    </g>
  );
}
