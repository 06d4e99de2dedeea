import isEqual from 'fast-deep-equal';
import { isAbeam } from '@core/sounding';
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import {
  type EchoPoint,
  type EchoSource,
  type Eye,
  palette,
  type Picture,
  pictureOf,
  pingsAcross,
  pointAt,
  settledView,
  type View,
} from '@core/display';
import type { UnitSystem } from '@core/units';
import { useElementSize } from '../useElementSize';
import { EchoCanvas } from './echoCanvas';
import { Loupe } from './Loupe';
import { PictureScale } from './PictureScale';

/** What a picture tells about itself, for those who measure on it. */
export interface PictureState {
  picture: Picture;
  /** With automatics and zoom worked out. */
  view: View;
}

interface EchoPictureProps {
  source: EchoSource | null;
  view: View;
  /** The picture's newest edge is the end of this ping (exclusive). */
  endPing: number;
  /** While the picture runs: its newest edge now, asked for at every frame. */
  live?: () => number;
  units: UnitSystem;
  eye?: Eye;
  label: string;
  scale?: boolean;
  rings?: boolean;
  /** Which way right and left of a sector lie. */
  toward?: { right: string; left: string };
  /** What the cell under the cursor says; shown beside it and read out. */
  readCell?: (point: EchoPoint) => { text: string; shown: ReactNode } | null;
  /** The cell under the cursor, or null when it leaves. */
  onHover?: (point: EchoPoint | null) => void;
  /** A tap, or Enter at the cursor. */
  onPick?: (point: EchoPoint, picture: Picture) => void;
  /** Drawn over the echo, in pixels of the picture. */
  overlay?: (picture: Picture, view: View) => ReactNode;
  onResize?: (size: { width: number; height: number }) => void;
  onState?: (state: PictureState) => void;
  children?: ReactNode;
}

const CURSOR_STEP_PX = 8;
const TIP_WIDTH_PX = 190;
const TIP_HEIGHT_PX = 130;
const TIP_ASIDE_PX = 14;
/** Automatics look at the echo this often while it runs. */
const SETTLE_EVERY_MS = 250;
const FORE_AND_AFT = { right: 'fore', left: 'aft' };

/** The echo itself: canvas, scale, cursor with its reading, and whatever lies over it. */
export function EchoPicture(props: EchoPictureProps) {
  const { source, view, endPing, live, units, eye = 'usual', label } = props;
  const { readCell, onHover, onPick, overlay, onResize, onState, children } = props;
  const { scale = true, rings = false, toward = FORE_AND_AFT } = props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const [canvas] = useState(() => new EchoCanvas());
  const [cursor, setCursor] = useState<{ x: number; y: number } | null>(null);
  const hintId = useId();

  // While it runs, automatics follow in steps; the view is the same object until then, so that the canvas may scroll.
  const [followedEnd, setFollowedEnd] = useState(endPing);
  const settledEnd = live ? followedEnd : endPing;
  const settle = useCallback(
    (end: number): View | null => {
      if (!source || width === 0 || height === 0) return null;
      const lengthPx = isAbeam(source.info.instrument) ? height : width;
      return settledView(source, view, end, pingsAcross(source.info, view, lengthPx));
    },
    [source, view, width, height],
  );
  const settled = useMemo(() => settle(settledEnd), [settle, settledEnd]);
  const shown = useMemo(
    () =>
      source &&
      settled && { view: settled, picture: pictureOf(source, settled, width, height, endPing) },
    [source, settled, width, height, endPing],
  );

  useLayoutEffect(() => {
    if (width > 0) onResize?.({ width, height });
  }, [width, height, onResize]);
  useEffect(() => {
    if (shown) onState?.(shown);
  }, [shown, onState]);

  // Standing still, it is drawn when anything changes; running, at every frame in which a ping came.
  useLayoutEffect(() => {
    if (!source || !shown || live || !canvasRef.current) return;
    canvas.draw(canvasRef.current, source, shown.view, shown.picture, eye);
  }, [source, shown, live, eye, canvas]);
  useEffect(() => {
    if (!source || !settled || !live) return;
    let frame = 0;
    let drawnEnd = -1;
    let followedMs = -Infinity;
    const isFollowing = view.autoGain || view.autoRange;
    const draw = (nowMs: number) => {
      frame = requestAnimationFrame(draw);
      const end = live();
      if (end === drawnEnd || !canvasRef.current) return;
      if (isFollowing && nowMs - followedMs > SETTLE_EVERY_MS) {
        followedMs = nowMs;
        if (!isEqual(settle(end), settled)) setFollowedEnd(end);
      }
      drawnEnd = end;
      const picture = pictureOf(source, settled, width, height, end);
      canvas.draw(canvasRef.current, { ...source, end }, settled, picture, eye);
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [source, live, view, settle, settled, eye, width, height, canvas]);

  const cellAt = (x: number, y: number): EchoPoint | null => {
    if (!source || !shown) return null;
    const end = live?.() ?? endPing;
    const picture = live ? pictureOf(source, shown.view, width, height, end) : shown.picture;
    return pointAt(picture, { ...source, end: Math.max(source.end, end) }, x, y);
  };

  function moveCursor(at: { x: number; y: number } | null) {
    setCursor(at);
    onHover?.(at && cellAt(at.x, at.y));
  }

  function place(event: PointerEvent) {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  function pick(x: number, y: number) {
    const point = cellAt(x, y);
    if (point && shown) onPick?.(point, shown.picture);
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
      moveCursor({
        x: Math.min(width - 1, Math.max(0, at.x + move[0])),
        y: Math.min(height - 1, Math.max(0, at.y + move[1])),
      });
    } else if (event.key === 'Enter' && onPick) {
      pick(at.x, at.y);
    } else if (event.key === 'Escape' && cursor) {
      moveCursor(null);
    } else {
      return;
    }
    event.preventDefault();
  }

  const point = cursor && cellAt(cursor.x, cursor.y);
  const reading = point && readCell?.(point);
  // Beside the cursor, to its right where there is room.
  const tip = cursor && {
    isLeft: cursor.x + TIP_ASIDE_PX + TIP_WIDTH_PX > width,
    top: Math.min(Math.max(4, cursor.y - 40), Math.max(4, height - TIP_HEIGHT_PX)),
  };
  const light = palette(view.paletteId).isLight;
  const ink = light ? '#22303a' : '#e9e4d6';
  const halo = light ? 'rgba(255,253,248,.85)' : 'rgba(5,7,13,.75)';

  return (
    <div
      ref={frameRef}
      className="relative h-full w-full touch-none overflow-hidden rounded-md bg-echo-ground select-none focus-visible:outline-3 focus-visible:outline-offset-2 focus-visible:outline-action"
      // A picture that answers to arrow keys; its reading is announced by the status line inside.
      role="application"
      aria-label={label}
      aria-describedby={hintId}
      aria-busy={!shown}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerMove={(event) => moveCursor(place(event))}
      onPointerLeave={() => moveCursor(null)}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const at = { x: event.clientX - box.left, y: event.clientY - box.top };
        // A click is told in whole pixels; what is picked is what the cursor reads.
        const isSame = cursor && Math.hypot(cursor.x - at.x, cursor.y - at.y) < 1.5;
        pick(isSame ? cursor.x : at.x, isSame ? cursor.y : at.y);
      }}
    >
      <canvas
        ref={canvasRef}
        className="absolute inset-0"
        data-testid="echo-canvas"
        aria-hidden="true"
      />
      {shown && (
        <svg data-overlay="" className="absolute inset-0 h-full w-full" aria-hidden="true">
          <PictureScale {...shown} {...{ units, ink, halo, scale, rings, toward }} />
          {overlay?.(shown.picture, shown.view)}
          {cursor && (
            <g stroke={ink} strokeOpacity={0.65} shapeRendering="crispEdges">
              <line x1={0} x2={width} y1={cursor.y} y2={cursor.y} strokeDasharray="2 4" />
              <line x1={cursor.x} x2={cursor.x} y1={0} y2={height} strokeDasharray="2 4" />
            </g>
          )}
        </svg>
      )}
      {cursor && tip && shown && (
        <Loupe
          canvas={canvasRef}
          {...{ cursor, width, height }}
          reading={{ ...tip, bottom: tip.top + TIP_HEIGHT_PX }}
        />
      )}
      {cursor && tip && reading && (
        <div
          className="pointer-events-none absolute z-10 rounded-md border border-hairline bg-card px-3 py-2 text-xs text-ink shadow-lg"
          style={{
            width: TIP_WIDTH_PX,
            left: tip.isLeft ? cursor.x - TIP_ASIDE_PX - TIP_WIDTH_PX : cursor.x + TIP_ASIDE_PX,
            top: tip.top,
          }}
          data-testid="cell-reading"
        >
          {reading.shown}
        </div>
      )}
      <span id={hintId} className="sr-only">
        Arrow keys move the cursor, with Shift by single pixels.{' '}
        {onPick && 'Enter takes the place under it.'}
      </span>
      <span className="sr-only" role="status">
        {reading?.text}
      </span>
      {children}
    </div>
  );
}
