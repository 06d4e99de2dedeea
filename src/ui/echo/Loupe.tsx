/** A loupe over a picture: the cells round the cursor, four times as large. */
import { createContext, type RefObject, useContext, useLayoutEffect, useRef } from 'react';

/** Whether pictures under it show their loupe. */
export const LoupeContext = createContext(false);

const SIZE_PX = 168;
const TIMES = 4;
/** From the cursor to the near edge of the loupe. */
const ASIDE_PX = 18;
/** From the reading. */
const GAP_PX = 8;

interface LoupeProps {
  /** The picture, without what lies over it. */
  canvas: RefObject<HTMLCanvasElement | null>;
  cursor: { x: number; y: number };
  width: number;
  height: number;
  /** Where the reading of the cell stands, px: the loupe keeps off it. */
  reading: { isLeft: boolean; top: number; bottom: number };
}

export function Loupe({ canvas, cursor, width, height, reading }: LoupeProps) {
  const isOn = useContext(LoupeContext);
  const glass = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const context = glass.current?.getContext('2d');
    if (!isOn || !context) return;
    const acrossPx = SIZE_PX / TIMES;
    let frame = 0;
    // At every frame: the picture under it may run.
    const draw = () => {
      frame = requestAnimationFrame(draw);
      if (!canvas.current) return;
      // The picture may be drawn finer than the page.
      const scale = canvas.current.width / Math.max(1, width);
      context.imageSmoothingEnabled = false;
      context.clearRect(0, 0, SIZE_PX, SIZE_PX);
      context.drawImage(
        canvas.current,
        (cursor.x - acrossPx / 2) * scale,
        (cursor.y - acrossPx / 2) * scale,
        acrossPx * scale,
        acrossPx * scale,
        0,
        0,
        SIZE_PX,
        SIZE_PX,
      );
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [isOn, canvas, cursor, width]);
  if (!isOn) return null;
  // To the left of the cursor where the reading leaves it room; else over the reading, or under it.
  const within = (px: number, lengthPx: number) =>
    Math.min(Math.max(0, px), Math.max(0, lengthPx - SIZE_PX));
  const isBeside = !reading.isLeft && cursor.x - ASIDE_PX - SIZE_PX >= 0;
  const overPx = reading.top - GAP_PX - SIZE_PX;
  const left = isBeside ? cursor.x - ASIDE_PX - SIZE_PX : within(cursor.x - SIZE_PX / 2, width);
  const top = isBeside
    ? within(cursor.y - SIZE_PX / 2, height)
    : overPx >= 0
      ? overPx
      : reading.bottom + GAP_PX;
  return (
    <div
      className="pointer-events-none absolute z-10 overflow-hidden rounded-md border-2 border-card bg-echo-ground shadow-lg"
      style={{
        width: SIZE_PX,
        height: SIZE_PX,
        left,
        top,
      }}
      data-testid="loupe"
      aria-hidden="true"
    >
      <canvas ref={glass} width={SIZE_PX} height={SIZE_PX} />
      <span className="absolute top-1/2 left-1/2 size-2 -translate-x-1/2 -translate-y-1/2 border border-card" />
    </div>
  );
}
