import { useLayoutEffect, useRef } from 'react';
import { echoTransform, type Eye, palette, stripStrengths, type View } from '@core/display';
import type { EchogramInfo } from '@core/sounding';
import { useElementSize } from '../useElementSize';

interface LiveStripProps {
  info: EchogramInfo | null;
  view: View;
  /** Levels of the newest ping. */
  pingLevelsCdb: Int16Array | null;
  /** Changes when the ping does. */
  ping: number;
  eye?: Eye;
}

/** The newest ping alone, as bars of strength against depth: the only part of the picture that is now. */
export function LiveStrip({ info, view, pingLevelsCdb, ping, eye = 'usual' }: LiveStripProps) {
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const canvas = canvasRef.current;
    const context = canvas?.getContext('2d', { alpha: false });
    if (!canvas || !context || !info || !pingLevelsCdb || height === 0) return;
    canvas.width = width;
    canvas.height = height;
    const { hex } = palette(view.paletteId, eye);
    context.fillStyle = hex[0];
    context.fillRect(0, 0, width, height);
    const transform = echoTransform(info, view, width, height, ping);
    stripStrengths(info, view, transform, pingLevelsCdb).forEach((strength, y) => {
      if (strength <= 0) return;
      context.fillStyle = hex[Math.round(strength * (hex.length - 1))];
      context.fillRect(0, y, Math.max(1, strength * width), 1);
    });
  }, [info, view, pingLevelsCdb, ping, eye, width, height]);
  return (
    <div
      ref={frameRef}
      className="h-full w-10 shrink-0 overflow-hidden rounded-md bg-echo-ground"
      role="img"
      aria-label="Live strip: strength of the newest ping against depth"
    >
      <canvas ref={canvasRef} data-testid="live-strip" />
    </div>
  );
}
