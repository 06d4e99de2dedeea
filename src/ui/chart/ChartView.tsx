import { useGesture } from '@use-gesture/react';
import {
  type KeyboardEvent,
  type ReactNode,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { type SedimentName, SEDIMENTS } from '@core/bottom';
import { type ChartGrid, deepestM, steepnessDeg } from '@core/chart';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { useElementSize } from '../useElementSize';
import {
  type ChartLook,
  ChartPainter,
  sedimentPicture,
  shadePicture,
  STEEPEST_SHOWN_DEG,
} from './drawChart';
import {
  type ChartPose,
  type Projection,
  projection,
  scaleBarLength,
  wholePose,
  zoomedAbout,
} from './projection';
import { useContours } from './useContours';

export interface ChartPoint {
  x: number;
  y: number;
}

interface ChartViewProps {
  grid: ChartGrid;
  /** Counts changes made to the grid in place. */
  version?: number;
  look: ChartLook;
  /** Shown instead of depths, in colours of their own. */
  sediment?: { cells: ArrayLike<number>; names: readonly SedimentName[] } | null;
  units: UnitSystem;
  theme: string;
  label: string;
  /** Null shows the whole water. */
  pose: ChartPose | null;
  onPose: (pose: ChartPose | null) => void;
  overlay?: (at: Projection) => ReactNode;
  /** A tap, or Enter at the cursor. */
  onTap?: (point: ChartPoint, at: Projection) => void;
  /** When set, a drag draws instead of moving the chart. Called with the last point when it ends. */
  onDraw?: (point: ChartPoint, phase: 'start' | 'move' | 'end') => void;
  onCursor?: (point: ChartPoint | null) => void;
  /** How the cursor looks: a circle of this radius under a brush. */
  brushRadiusM?: number | null;
  children?: ReactNode;
}

const CURSOR_STEP_PX = 12;
const ZOOM_STEP = 1.25;

/** A chart to move about on: shading, contours, and whatever lies over it. */
export function ChartView(props: ChartViewProps) {
  const { grid, version = 0, look, units, theme, label, pose, onPose, overlay, children } = props;
  const { onTap, onDraw, onCursor, brushRadiusM = null, sediment = null } = props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const [picture] = useState(() => document.createElement('canvas'));
  const [painter] = useState(() => new ChartPainter());
  const [cursor, setCursor] = useState<{ px: number; py: number } | null>(null);
  const hintId = useId();

  const shown = useMemo(() => pose ?? wholePose(grid, width, height), [pose, grid, width, height]);
  const at = useMemo(() => projection(shown, width, height), [shown, width, height]);
  const contours = useContours(grid, look, version);
  const steepness = useMemo(
    () => (look.shading === 'steepness' ? steepnessDeg(grid) : null),
    // oxlint-disable-next-line react/exhaustive-deps -- `version` stands for the grid's values
    [grid, look.shading, version],
  );

  // The theme's colours are read from the page as it is drawn. `version` stands for the grid's values.
  useLayoutEffect(() => {
    if (sediment) {
      const colours = sediment.names.map((name) => SEDIMENTS[name].colour);
      sedimentPicture(grid, sediment.cells, colours, picture);
    } else if (steepness) shadePicture(grid, steepness, STEEPEST_SHOWN_DEG, 'steepness', picture);
    else shadePicture(grid, grid.depthsM, deepestM(grid), 'depth', picture);
  }, [grid, version, steepness, sediment, theme, picture]);

  const drawn = useMemo(() => {
    const { show } = LENGTH[units];
    return {
      grid,
      picture,
      contours: contours.paths,
      look,
      label: (depthM: number) => formatNumber(show(depthM), isWhole(show(depthM)) ? 0 : 1),
    };
    // oxlint-disable-next-line react/exhaustive-deps -- what the picture and the theme hold has changed with these
  }, [grid, version, steepness, sediment, contours.paths, look, units, theme, picture]);
  useLayoutEffect(() => {
    const canvas = canvasRef.current;
    if (!canvas || width === 0 || height === 0) return;
    painter.paint(canvas, shown, { width, height }, window.devicePixelRatio || 1, drawn);
  }, [painter, shown, width, height, drawn]);

  const pixelOf = (clientX: number, clientY: number) => {
    const box = frameRef.current!.getBoundingClientRect();
    return { px: clientX - box.left, py: clientY - box.top };
  };
  const moveCursor = (next: { px: number; py: number } | null) => {
    setCursor(next);
    onCursor?.(next ? at.toM(next.px, next.py) : null);
  };

  useGesture(
    {
      onMove: ({ event, dragging }) => {
        if (!dragging || onDraw) moveCursor(pixelOf(event.clientX, event.clientY));
      },
      onHover: ({ hovering }) => {
        if (!hovering) moveCursor(null);
      },
      onDragStart: ({ xy: [x, y], event }) => {
        if (!onDraw || isHandle(event.target)) return;
        const { px, py } = pixelOf(x, y);
        onDraw(at.toM(px, py), 'start');
      },
      onDrag: ({ delta: [dx, dy], xy: [x, y], tap, event, pinching, cancel }) => {
        if (pinching) return cancel();
        if (isHandle(event.target)) return;
        const { px, py } = pixelOf(x, y);
        if (onDraw) {
          if (!tap) onDraw(at.toM(px, py), 'move');
          return;
        }
        if (tap) return onTap?.(at.toM(px, py), at);
        const centre = at.toM(width / 2 - dx, height / 2 - dy);
        onPose({ ...shown, centreM: centre });
      },
      onDragEnd: ({ xy: [x, y], event }) => {
        if (!onDraw || isHandle(event.target)) return;
        const { px, py } = pixelOf(x, y);
        onDraw(at.toM(px, py), 'end');
      },
      onWheel: ({ event, last }) => {
        event.preventDefault();
        // Its end is told with the event before once more.
        if (last) return;
        const { px, py } = pixelOf(event.clientX, event.clientY);
        onPose(zoomedAbout(shown, at, px, py, Math.exp(event.deltaY * 0.0015)));
      },
      onPinch: ({ origin: [x, y], delta: [scale] }) => {
        const { px, py } = pixelOf(x, y);
        onPose(zoomedAbout(shown, at, px, py, 1 - scale));
      },
    },
    {
      target: frameRef,
      eventOptions: { passive: false },
      drag: { filterTaps: true, pointer: { buttons: [1] } },
    },
  );

  function onKeyDown(event: KeyboardEvent) {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
    const step = event.shiftKey ? 1 : CURSOR_STEP_PX;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const from = cursor ?? { px: Math.round(width / 2), py: Math.round(height / 2) };
    const move = moves[event.key];
    if (move) {
      const next = { px: from.px + move[0], py: from.py + move[1] };
      const beyondX = next.px < 0 || next.px >= width;
      const beyondY = next.py < 0 || next.py >= height;
      if (beyondX || beyondY) {
        const centre = at.toM(width / 2 + 4 * move[0], height / 2 + 4 * move[1]);
        onPose({ ...shown, centreM: centre });
      } else moveCursor(next);
    } else if (event.key === 'Enter') {
      const point = at.toM(from.px, from.py);
      if (onDraw) {
        onDraw(point, 'start');
        onDraw(point, 'end');
      } else onTap?.(point, at);
    } else if (event.key === '+' || event.key === '=') {
      onPose(zoomedAbout(shown, at, from.px, from.py, 1 / ZOOM_STEP));
    } else if (event.key === '-') {
      onPose(zoomedAbout(shown, at, from.px, from.py, ZOOM_STEP));
    } else if (event.key === '0') {
      onPose(null);
    } else if (event.key === 'Escape' && cursor) {
      moveCursor(null);
    } else {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }

  return (
    <div
      ref={frameRef}
      className="relative h-full w-full cursor-crosshair touch-none overflow-hidden bg-well select-none focus-visible:outline-3 focus-visible:-outline-offset-3 focus-visible:outline-action"
      // A chart that answers to arrow keys; the place under its cursor is told by the page.
      role="application"
      aria-label={label}
      aria-describedby={hintId}
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <canvas
        ref={canvasRef}
        className="absolute inset-0 h-full w-full"
        data-testid="chart-canvas"
        aria-hidden="true"
      />
      {width > 0 && (
        <svg className="absolute inset-0 h-full w-full">
          {overlay?.(at)}
          {cursor && (
            <g pointerEvents="none" aria-hidden="true" stroke="var(--map-line)">
              {brushRadiusM !== null && (
                <circle
                  cx={cursor.px}
                  cy={cursor.py}
                  r={brushRadiusM / at.metresPerPx}
                  fill="var(--card)"
                  fillOpacity={0.18}
                  strokeWidth={1.2}
                />
              )}
              <path
                d={`M${cursor.px - 9},${cursor.py}h6m6,0h6M${cursor.px},${cursor.py - 9}v6m0,6v6`}
                strokeWidth={1.4}
              />
            </g>
          )}
        </svg>
      )}
      {width > 0 && <ChartFurniture at={at} units={units} />}
      <span id={hintId} className="sr-only">
        Arrow keys move the cursor, with Shift by single pixels; plus and minus zoom, 0 shows the
        whole water. {(onTap || onDraw) && 'Enter acts at the cursor.'}
      </span>
      {children}
    </div>
  );
}

const isWhole = (value: number) => Math.abs(value - Math.round(value)) < 0.02;

/** Things drawn over the chart that are dragged themselves say so. */
const isHandle = (target: EventTarget | null) =>
  target instanceof Element && target.closest('[data-handle], button') !== null;

/** Scale bar and north. */
function ChartFurniture({ at, units }: { at: Projection; units: UnitSystem }) {
  const { show, unit } = LENGTH[units];
  const perPx = show(at.metresPerPx);
  const length = scaleBarLength(perPx, 130);
  return (
    <>
      <div
        className="pointer-events-none absolute bottom-2 left-2 rounded-sm bg-card/80 px-2 pt-0.5 pb-1 text-xs"
        data-testid="scale-bar"
      >
        <span className="figures">
          {length < 1 ? length : Math.round(length)} {unit}
        </span>
        <span
          className="mt-0.5 block h-1.5 border border-t-0 border-ink"
          style={{ width: length / perPx }}
        />
      </div>
      <svg
        className="pointer-events-none absolute top-2 right-2 size-9 rounded-full bg-card/80"
        viewBox="-20 -20 40 40"
        role="img"
        aria-label={`North is ${Math.round((((-at.upRad * 180) / Math.PI) % 360) + 360) % 360} degrees from up`}
      >
        <g transform={`rotate(${(-at.upRad * 180) / Math.PI})`}>
          <path d="M0,-15 L5,6 L0,3 Z" fill="var(--ink)" />
          <path d="M0,-15 L-5,6 L0,3 Z" fill="none" stroke="var(--ink)" strokeWidth={1.2} />
          <text y={16} textAnchor="middle" fontSize={10} fontWeight={700} fill="var(--ink)">
            N
          </text>
        </g>
      </svg>
    </>
  );
}
