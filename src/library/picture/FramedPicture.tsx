import { isAbeam, isPolar } from '@core/sounding';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import type { Calibration, PictureFrame, PicturePoint, Placing } from '@core/reading';
import { useElementSize } from '@/ui/useElementSize';

interface FramedPictureProps {
  url: string;
  size: { widthPx: number; heightPx: number };
  frame: PictureFrame;
  calibration: Calibration;
  step: 'frame' | 'scale';
  placing: Placing | null;
  onCrop: (crop: PictureFrame['crop']) => void;
  /** A place on the framed picture, in its pixels. */
  onPlace: (at: PicturePoint) => void;
  onMove: (mark: Placing, at: PicturePoint) => void;
}

const CORNERS = ['nw', 'ne', 'se', 'sw'] as const;
type Corner = (typeof CORNERS)[number];
const CORNER_WORDS: Record<Corner, string> = {
  nw: 'upper left corner',
  ne: 'upper right corner',
  se: 'lower right corner',
  sw: 'lower left corner',
};
const LEAST_PX = 16;
const STEP_PX = 1;
const BIG_STEP_PX = 10;
const CURSOR_STEP_PX = 8;
const HANDLE_PX = 14;

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture being framed, whole with its crop; or framed, with the marks of its scale. */
export function FramedPicture(props: FramedPictureProps) {
  const { url, size, frame, step } = props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const { crop, rotateDeg, newest } = frame;
  const shownSize =
    step === 'frame'
      ? { width: size.widthPx, height: size.heightPx }
      : { width: crop.width, height: crop.height };
  const scale = Math.min(width / shownSize.width, height / shownSize.height) || 0;
  const origin = {
    x: (width - scale * shownSize.width) / 2,
    y: (height - scale * shownSize.height) / 2,
  };
  // Whole, the picture is turned about its middle; framed, it is moved and mirrored as well.
  const turn = `rotate(${rotateDeg} ${size.widthPx / 2} ${size.heightPx / 2})`;
  const mirror =
    newest === 'left'
      ? `translate(${crop.width} 0) scale(-1 1)`
      : newest === 'bottom'
        ? `translate(0 ${crop.height}) scale(1 -1)`
        : '';
  const framed = `${mirror} translate(${-crop.x} ${-crop.y}) ${turn}`;
  return (
    <div
      ref={frameRef}
      className="relative h-full w-full overflow-hidden rounded-md bg-echo-ground"
    >
      {scale > 0 && (
        <Surface {...props} scale={scale} origin={origin} width={width} height={height}>
          <g transform={`translate(${origin.x} ${origin.y}) scale(${scale})`}>
            <clipPath id="framed">
              <rect width={shownSize.width} height={shownSize.height} />
            </clipPath>
            <g clipPath={step === 'scale' ? 'url(#framed)' : undefined}>
              <image
                href={url}
                width={size.widthPx}
                height={size.heightPx}
                transform={step === 'frame' ? turn : framed}
              />
            </g>
          </g>
        </Surface>
      )}
    </div>
  );
}

interface SurfaceProps extends FramedPictureProps {
  scale: number;
  origin: PicturePoint;
  width: number;
  height: number;
  children: ReactNode;
}

function Surface(props: SurfaceProps) {
  const { step, placing, scale, origin, width, height, onPlace, children } = props;
  const svgRef = useRef<SVGSVGElement>(null);
  const [cursor, setCursor] = useState<PicturePoint | null>(null);
  const toPicture = ({ x, y }: PicturePoint): PicturePoint => ({
    x: (x - origin.x) / scale,
    y: (y - origin.y) / scale,
  });
  const toScreen = ({ x, y }: PicturePoint): PicturePoint => ({
    x: origin.x + x * scale,
    y: origin.y + y * scale,
  });
  const under = (event: { clientX: number; clientY: number }): PicturePoint => {
    const box = svgRef.current!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (!placing || event.target !== svgRef.current) return;
    const at = cursor ?? { x: width / 2, y: height / 2 };
    const px = event.shiftKey ? STEP_PX : CURSOR_STEP_PX;
    if (arrow) setCursor({ x: at.x + px * arrow[0], y: at.y + px * arrow[1] });
    else if (event.key === 'Enter') onPlace(toPicture(at));
    else return;
    event.preventDefault();
  };
  return (
    <svg
      ref={svgRef}
      width={width}
      height={height}
      className={`block touch-none focus-visible:outline-3 focus-visible:-outline-offset-3 focus-visible:outline-action ${placing ? 'cursor-crosshair' : ''}`}
      role="application"
      aria-label="Picture"
      // oxlint-disable-next-line jsx-a11y/role-supports-aria-props -- ARIA 1.3 allows it everywhere
      aria-description="While two places are asked for, arrow keys move a cross, with Shift by single pixels, and Enter takes the place."
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerMove={(event) => placing && setCursor(under(event))}
      onClick={(event) => placing && onPlace(toPicture(under(event)))}
    >
      {children}
      {step === 'frame' ? (
        <CropFrame {...props} toPicture={toPicture} toScreen={toScreen} under={under} />
      ) : (
        <Marks {...props} toPicture={toPicture} toScreen={toScreen} under={under} />
      )}
      {placing && cursor && (
        <g stroke="#ffe08a" strokeDasharray="2 4" pointerEvents="none" aria-hidden="true">
          <line x1={0} x2={width} y1={cursor.y} y2={cursor.y} />
          <line x1={cursor.x} x2={cursor.x} y1={0} y2={height} />
        </g>
      )}
    </svg>
  );
}

interface PlacedProps extends SurfaceProps {
  toPicture: (at: PicturePoint) => PicturePoint;
  toScreen: (at: PicturePoint) => PicturePoint;
  under: (event: { clientX: number; clientY: number }) => PicturePoint;
}

/** Something that is dragged, or moved with arrow keys while it has the focus. */
function Handle(props: {
  label: string;
  at: PicturePoint;
  name: string;
  under: PlacedProps['under'];
  onMove: (at: PicturePoint) => void;
  children: ReactNode;
}) {
  const { label, at, name, under, onMove, children } = props;
  const [dragged, setDragged] = useState<PicturePoint | null>(null);
  const shown = dragged ?? at;
  const stop = (event: PointerEvent) => {
    if (!dragged) return;
    event.stopPropagation();
    setDragged(null);
    onMove(under(event));
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      data-handle={name}
      className="cursor-move focus-visible:outline-3 focus-visible:outline-action"
      transform={`translate(${shown.x} ${shown.y})`}
      onClick={(event) => event.stopPropagation()}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setDragged(under(event));
      }}
      onPointerMove={(event) => dragged && setDragged(under(event))}
      onPointerUp={stop}
      onKeyDown={(event) => {
        const arrow = ARROWS[event.key];
        if (!arrow) return;
        event.preventDefault();
        event.stopPropagation();
        const px = event.shiftKey ? BIG_STEP_PX : STEP_PX;
        onMove({ x: at.x + px * arrow[0], y: at.y + px * arrow[1] });
      }}
    >
      {children}
    </g>
  );
}

function CropFrame({ frame, toPicture, toScreen, under, onCrop }: PlacedProps) {
  const { x, y, width, height } = frame.crop;
  const at: Record<Corner, PicturePoint> = {
    nw: { x, y },
    ne: { x: x + width, y },
    se: { x: x + width, y: y + height },
    sw: { x, y: y + height },
  };
  const move = (corner: Corner, to: PicturePoint) => {
    const { x: px, y: py } = toPicture(to);
    const left = corner.includes('w') ? Math.min(px, x + width - LEAST_PX) : x;
    const top = corner.includes('n') ? Math.min(py, y + height - LEAST_PX) : y;
    const right = corner.includes('e') ? Math.max(px, x + LEAST_PX) : x + width;
    const bottom = corner.includes('s') ? Math.max(py, y + LEAST_PX) : y + height;
    onCrop({
      x: Math.round(left),
      y: Math.round(top),
      width: Math.round(right - left),
      height: Math.round(bottom - top),
    });
  };
  const from = toScreen(at.nw);
  const to = toScreen(at.se);
  return (
    <>
      <rect
        x={from.x}
        y={from.y}
        width={to.x - from.x}
        height={to.y - from.y}
        fill="none"
        stroke="#05070d"
        strokeWidth={4}
        opacity={0.6}
      />
      <rect
        x={from.x}
        y={from.y}
        width={to.x - from.x}
        height={to.y - from.y}
        fill="none"
        stroke="#fffdf8"
        strokeWidth={2}
        strokeDasharray="6 4"
      />
      {CORNERS.map((corner) => (
        <Handle
          key={corner}
          name={corner}
          label={`Crop, ${CORNER_WORDS[corner]}`}
          at={toScreen(at[corner])}
          under={under}
          onMove={(place) => move(corner, place)}
        >
          <circle r={14} fill="transparent" />
          <circle r={7} fill="#ff8a6b" stroke="#05070d" strokeWidth={1.5} />
        </Handle>
      ))}
    </>
  );
}

function Marks(props: PlacedProps) {
  const { frame, calibration, width, height, toPicture, toScreen, under, onMove } = props;
  const { range, along, instrument } = calibration;
  const { crop } = frame;
  const isTopDown = isAbeam(instrument);
  const alongAt = (px: number): PicturePoint =>
    isTopDown ? { x: crop.width / 2, y: px } : { x: px, y: crop.height / 2 };
  const marks: { name: Placing; letter: string; label: string; at: PicturePoint }[] = [
    ...(range
      ? [
          { name: 'a' as const, letter: 'A', label: 'Scale mark A', at: range.a },
          { name: 'b' as const, letter: 'B', label: 'Scale mark B', at: range.b },
        ]
      : []),
    ...(along && !isPolar(instrument)
      ? [
          { name: 'from' as const, letter: '1', label: 'Earlier moment', at: alongAt(along.aPx) },
          { name: 'to' as const, letter: '2', label: 'Later moment', at: alongAt(along.bPx) },
        ]
      : []),
  ];
  return (
    <>
      {marks.map(({ name, letter, label, at }) => {
        const place = toScreen(at);
        // At the very edge a handle would be half hidden.
        const shown = {
          x: Math.min(width - HANDLE_PX, Math.max(HANDLE_PX, place.x)),
          y: Math.min(height - HANDLE_PX, Math.max(HANDLE_PX, place.y)),
        };
        // Depth marks lie across the picture; those of range and time along it, as the scale does.
        const isLevel = name === 'a' || name === 'b' ? !isTopDown : isTopDown;
        const edge = toScreen({ x: crop.width, y: crop.height });
        const start = toScreen({ x: 0, y: 0 });
        return (
          <g key={name}>
            {!isPolar(instrument) && (
              <line
                x1={isLevel ? start.x : place.x}
                x2={isLevel ? edge.x : place.x}
                y1={isLevel ? place.y : start.y}
                y2={isLevel ? place.y : edge.y}
                stroke="#ffe08a"
                strokeDasharray="6 4"
                pointerEvents="none"
              />
            )}
            <Handle
              name={name}
              label={label}
              at={shown}
              under={under}
              onMove={(moved) => onMove(name, toPicture(moved))}
            >
              <circle r={12} fill="#05070d" opacity={0.75} stroke="#ffe08a" strokeWidth={1.5} />
              <text
                textAnchor="middle"
                dominantBaseline="central"
                fill="#ffe08a"
                className="text-xs font-bold"
              >
                {letter}
              </text>
            </Handle>
          </g>
        );
      })}
    </>
  );
}
