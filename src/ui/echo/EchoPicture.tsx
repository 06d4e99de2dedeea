import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import {
  depthToY,
  type EchoSource,
  type EchoTransform,
  echoTransform,
  renderEchogram,
  scaleTicks,
  type View,
  xToPing,
  yToBin,
} from '@core/display';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { useElementSize } from '../useElementSize';

export interface EchoPoint {
  ping: number;
  bin: number;
}

interface EchoPictureProps {
  source: EchoSource | null;
  view: View;
  /** The picture's right edge is the end of this ping (exclusive). */
  endPing: number;
  units: UnitSystem;
  label: string;
  /** What the cell under the cursor says; shown beside it and read out. */
  readCell?: (point: EchoPoint) => { text: string; shown: ReactNode } | null;
  /** A tap, or Enter at the cursor. */
  onPick?: (point: EchoPoint, transform: EchoTransform) => void;
  /** Drawn over the echo, in pixels of the picture. */
  overlay?: (transform: EchoTransform) => ReactNode;
  onResize?: (size: { width: number; height: number }) => void;
  children?: ReactNode;
}

const CURSOR_STEP_PX = 8;
const TIP_WIDTH_PX = 190;

const isLightGround = (view: View) => view.paletteId === 'linen';

/** The echo itself: canvas, depth scale, cursor with its reading, and whatever lies over it. */
export function EchoPicture(props: EchoPictureProps) {
  const { source, view, endPing, units, label, readCell, onPick, overlay, onResize, children } =
    props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const [cursor, setCursor] = useState<{ x: number; y: number } | null>(null);
  const hintId = useId();

  const transform = useMemo(
    () =>
      source && width > 0 && height > 0
        ? echoTransform(source.info, view, width, height, endPing)
        : null,
    [source, view, width, height, endPing],
  );

  useLayoutEffect(() => {
    if (width > 0) onResize?.({ width, height });
  }, [width, height, onResize]);

  useLayoutEffect(() => {
    const canvas = canvasRef.current;
    const context = canvas?.getContext('2d', { alpha: false });
    if (!canvas || !context || !source || !transform) return;
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width;
      canvas.height = height;
    }
    const image = context.createImageData(width, height);
    renderEchogram(source, view, transform, new Uint32Array(image.data.buffer));
    context.putImageData(image, 0, 0);
  }, [source, view, transform, width, height]);

  const pointAt = (x: number, y: number): EchoPoint | null => {
    if (!source || !transform) return null;
    const ping = Math.floor(xToPing(transform, x));
    const bin = Math.floor(yToBin(transform, y));
    const isThere =
      ping >= source.first && ping < source.end && bin >= 0 && bin < source.info.binCount;
    return isThere ? { ping, bin } : null;
  };

  function place(event: PointerEvent) {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  function pick(x: number, y: number) {
    const point = pointAt(x, y);
    if (point && transform) onPick?.(point, transform);
  }

  function onKeyDown(event: KeyboardEvent) {
    const step = event.shiftKey ? 1 : CURSOR_STEP_PX;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const move = moves[event.key];
    const at = cursor ?? { x: Math.round(width / 2), y: Math.round(height / 2) };
    if (move) {
      setCursor({
        x: Math.min(width - 1, Math.max(0, at.x + move[0])),
        y: Math.min(height - 1, Math.max(0, at.y + move[1])),
      });
    } else if (event.key === 'Enter' && onPick) {
      pick(at.x, at.y);
    } else if (event.key === 'Escape') {
      setCursor(null);
    } else {
      return;
    }
    event.preventDefault();
  }

  const point = cursor && pointAt(cursor.x, cursor.y);
  const reading = point && readCell?.(point);
  const light = isLightGround(view);
  const ink = light ? '#22303a' : '#e9e4d6';
  const halo = light ? 'rgba(255,253,248,.85)' : 'rgba(5,7,13,.75)';
  const { show, unit } = LENGTH[units];
  const ticks = transform ? scaleTicks(show(view.topM), show(view.bottomM), 8) : [];
  const tickY = (tick: number) => (transform ? depthToY(transform, LENGTH[units].read(tick)) : 0);

  return (
    <div
      ref={frameRef}
      className="relative h-full w-full touch-none overflow-hidden rounded-md bg-echo-ground select-none focus-visible:outline-3 focus-visible:outline-offset-2 focus-visible:outline-action"
      // A picture that answers to arrow keys; its reading is announced by the status line inside.
      role="application"
      aria-label={label}
      aria-describedby={hintId}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerMove={(event) => setCursor(place(event))}
      onPointerLeave={() => setCursor(null)}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        pick(event.clientX - box.left, event.clientY - box.top);
      }}
    >
      <canvas
        ref={canvasRef}
        className="absolute inset-0"
        data-testid="echo-canvas"
        aria-hidden="true"
      />
      {transform && (
        <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
          {ticks.map((tick) => (
            <g key={tick} style={{ paintOrder: 'stroke' }}>
              <line x1={width - 7} x2={width} y1={tickY(tick)} y2={tickY(tick)} stroke={ink} />
              <text
                x={width - 11}
                y={tickY(tick)}
                textAnchor="end"
                dominantBaseline="central"
                fill={ink}
                stroke={halo}
                strokeWidth={3}
                className="figures text-2xs"
              >
                {formatNumber(tick, tick % 1 === 0 ? 0 : 1)}
                {tick === ticks.at(-1) ? ` ${unit}` : ''}
              </text>
            </g>
          ))}
          {overlay?.(transform)}
          {cursor && (
            <g stroke={ink} strokeOpacity={0.65} shapeRendering="crispEdges">
              <line x1={0} x2={width} y1={cursor.y} y2={cursor.y} strokeDasharray="2 4" />
              <line x1={cursor.x} x2={cursor.x} y1={0} y2={height} strokeDasharray="2 4" />
            </g>
          )}
        </svg>
      )}
      {cursor && reading && (
        <div
          className="pointer-events-none absolute z-10 rounded-md border border-hairline bg-card px-3 py-2 text-xs text-ink shadow-lg"
          style={{
            width: TIP_WIDTH_PX,
            left:
              cursor.x + 14 + TIP_WIDTH_PX > width ? cursor.x - 14 - TIP_WIDTH_PX : cursor.x + 14,
            top: Math.min(Math.max(4, cursor.y - 40), Math.max(4, height - 130)),
          }}
          data-testid="cell-reading"
        >
          {reading.shown}
        </div>
      )}
      <span id={hintId} className="sr-only">
        Arrow keys move the cursor, with Shift by single pixels.{' '}
        {onPick && 'Enter marks the place.'}
      </span>
      <span className="sr-only" role="status">
        {reading?.text}
      </span>
      {children}
    </div>
  );
}
