import { useMemo } from 'react';
import { type Coverage, OUTSIDE } from '@core/planning';
import { GridImage } from './GridImage';
import type { Projection } from './projection';

interface CoverageLayerProps {
  coverage: Coverage;
  /** Marks what of the area stays unseen. */
  gaps: boolean;
  at: Projection;
}

/** Red, green, blue, alpha. */
const SEEN_ONCE = [29, 90, 99, 88];
const SEEN_TWICE = [29, 90, 99, 140];
const GAP = [184, 58, 32, 110];

/** A coverage as a picture, the northernmost row first, one pixel a cell. */
function coveragePicture({ columns, rows, seen }: Coverage, gaps: boolean): string {
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(columns, rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const times = seen[row * columns + column];
      const colour =
        times === OUTSIDE
          ? null
          : times === 0
            ? gaps
              ? GAP
              : null
            : times === 1
              ? SEEN_ONCE
              : SEEN_TWICE;
      if (colour) image.data.set(colour, 4 * ((rows - 1 - row) * columns + column));
    }
  }
  context.putImageData(image, 0, 0);
  return canvas.toDataURL();
}

/** What a pass sees of the bottom: once, more than once, and not at all. */
export function CoverageLayer({ coverage, gaps, at }: CoverageLayerProps) {
  const picture = useMemo(() => coveragePicture(coverage, gaps), [coverage, gaps]);
  return <GridImage href={picture} extent={coverage} at={at} />;
}
