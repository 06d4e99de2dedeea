import { useEffect, useRef, useState } from 'react';
import { pictureOf, renderPicture, settledView } from '@core/display';
import type { ScreenRecord } from '@core/records';
import { loadEcho } from '@/storage/screens';
import { recordedSource } from './sources';

const WIDTH_PX = 384;
const HEIGHT_PX = 168;

/** The whole recording, small, under its own view. */
export function ScreenThumbnail({ screen }: { screen: ScreenRecord }) {
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const [missing, setMissing] = useState('');
  useEffect(() => {
    let current = true;
    void loadEcho(screen.id).then((echo) => {
      const context = canvasRef.current?.getContext('2d', { alpha: false });
      if (!current || !context) return;
      if (!echo.ok) {
        setMissing(echo.error);
        return;
      }
      const source = recordedSource(screen, echo.value);
      // Squeezed so that every ping fits.
      const lengthPx = screen.info.instrument === 'sideFans' ? HEIGHT_PX : WIDTH_PX;
      const scrollPxPerS = (lengthPx * screen.info.pingRateHz) / screen.pingCount;
      const view = settledView(
        source,
        { ...screen.view, scrollPxPerS },
        source.end,
        screen.pingCount,
      );
      const picture = pictureOf(source, view, WIDTH_PX, HEIGHT_PX, source.end);
      const image = context.createImageData(WIDTH_PX, HEIGHT_PX);
      renderPicture(source, view, picture, new Uint32Array(image.data.buffer));
      context.putImageData(image, 0, 0);
    });
    return () => {
      current = false;
    };
  }, [screen]);
  return (
    <div className="relative aspect-[384/168] overflow-hidden rounded-md bg-echo-ground">
      <canvas
        ref={canvasRef}
        width={WIDTH_PX}
        height={HEIGHT_PX}
        className="h-full w-full"
        aria-hidden="true"
      />
      {missing && (
        <p className="absolute inset-0 grid place-items-center p-3 text-center text-xs text-white">
          {missing}
        </p>
      )}
    </div>
  );
}
