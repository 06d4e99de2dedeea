import type { Extent, Projection } from './projection';

interface GridImageProps {
  /** One pixel a cell, the northernmost row first. */
  href: string;
  extent: Extent;
  at: Projection;
  opacity?: number;
}

/** A picture of a grid in its place on the chart. */
export function GridImage({ href, extent, at, opacity }: GridImageProps) {
  const { originM, cellM, columns, rows } = extent;
  const [a, b, c, d, e, f] = at.matrix;
  return (
    <g
      transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}
      opacity={opacity}
      pointerEvents="none"
      aria-hidden="true"
    >
      <image
        href={href}
        // Rows of a picture run down, those of the chart run north.
        transform={`translate(${originM.x} ${originM.y + rows * cellM}) scale(1 -1)`}
        width={columns * cellM}
        height={rows * cellM}
        preserveAspectRatio="none"
        style={{ imageRendering: 'pixelated' }}
      />
    </g>
  );
}
