/** A loupe over a picture: the cells round the cursor, four times as large. */
import { createContext, type RefObject, useContext, useLayoutEffect, useRef } from 'react';

/** Whether pictures under it show their loupe. */
export const LoupeContext = createContext(false);

const SIZE_PX = 168;
const TIMES = 4;
/** From the cursor to the near edge of the loupe. */
const ASIDE_PX = 18;

interface LoupeProps {
  /** The picture, without what lies over it. */
  canvas: RefObject<HTMLCanvasElement | null>;
  cursor: { x: number; y: number };
  width: number;
  height: number;
}

export function Loupe({ canvas, cursor, width, height }: LoupeProps) {
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
  // The reading stands to the right of the cursor where there is room: the loupe to its left.
  const isLeft = cursor.x - ASIDE_PX - SIZE_PX > 0;
  return (
    <div
      className="pointer-events-none absolute z-10 overflow-hidden rounded-md border-2 border-card bg-echo-ground shadow-lg"
      style={{
        width: SIZE_PX,
        height: SIZE_PX,
        left: isLeft
          ? cursor.x - ASIDE_PX - SIZE_PX
          : Math.min(width - SIZE_PX, cursor.x + ASIDE_PX),
        top: Math.min(Math.max(0, cursor.y - SIZE_PX / 2), Math.max(0, height - SIZE_PX)),
      }}
      data-testid="loupe"
      aria-hidden="true"
    >
      <canvas ref={glass} width={SIZE_PX} height={SIZE_PX} />
      <span className="absolute top-1/2 left-1/2 size-2 -translate-x-1/2 -translate-y-1/2 border border-card" />
    </div>
  );
}
