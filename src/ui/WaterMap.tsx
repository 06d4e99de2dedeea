import { contours } from 'd3-contour';
import { useMemo } from 'react';
import type { WaterContent } from '@core/records';
import { labelOf } from '@core/targets';
import { MAP_SYMBOLS } from './mapSymbols';

interface WaterMapProps {
  water: WaterContent;
  /** The pass to draw strongly; the others stay faint. */
  passId?: string | null;
  boat?: { xM: number; yM: number; headingRad: number } | null;
  /** Shows what is in the water; for instructors. */
  contents?: boolean;
}

const CONTOUR_STEP_M = 2;
/** Light to deep, from the paper's own blues. */
const shade = (share: number) =>
  `color-mix(in oklch, var(--map-deep) ${Math.round(100 * share)}%, var(--map-shallow))`;

/** The water from above: depth shading with contours, passes, and the boat. North is up. */
export function WaterMap({ water, passId = null, boat = null, contents = false }: WaterMapProps) {
  const { bottom, targets } = water.scene;
  const { columns, rows, cellM, originM } = bottom;
  const deepestM = useMemo(() => Math.max(...bottom.depthsCm) / 100, [bottom]);
  const bands = useMemo(() => {
    const thresholds: number[] = [];
    for (let depthM = 0; depthM < deepestM; depthM += CONTOUR_STEP_M) thresholds.push(depthM);
    // d3 counts rows downward; the map's rows run north.
    const depthsM = Array.from({ length: rows * columns }, (_, i) => {
      const row = rows - 1 - Math.floor(i / columns);
      return bottom.depthsCm[row * columns + (i % columns)] / 100;
    });
    return contours()
      .size([columns, rows])
      .thresholds(thresholds)(depthsM)
      .map(({ value, coordinates }) => ({
        depthM: value,
        path: coordinates
          .flatMap((polygon) =>
            polygon.map(
              (ring) => `M${ring.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join('L')}Z`,
            ),
          )
          .join(''),
      }));
  }, [bottom, rows, columns, deepestM]);
  // d3 puts the value of cell (i, j) at (i + ½, j + ½).
  const mapX = (xM: number) => (xM - originM.x) / cellM + 0.5;
  const mapY = (yM: number) => rows - 1 - (yM - originM.y) / cellM + 0.5;

  return (
    <svg
      viewBox={`0.5 0.5 ${columns - 1} ${rows - 1}`}
      className="block h-full w-full"
      preserveAspectRatio="xMidYMid slice"
      role="img"
      aria-label={`Map of ${water.name}, deepest ${deepestM.toFixed(1)} metres`}
    >
      {bands.map(({ depthM, path }) => (
        <path
          key={depthM}
          d={path}
          fill={shade(depthM / deepestM)}
          stroke="var(--map-line)"
          strokeOpacity={0.22}
          strokeWidth={0.18}
        />
      ))}
      {contents &&
        targets.map((target) => {
          const label = labelOf(target);
          return (
            <circle
              key={target.id}
              cx={mapX(target.xM)}
              cy={mapY(target.yM)}
              r={
                label === 'fish'
                  ? 0.5
                  : Math.max(0.9, ('radiusM' in target ? target.radiusM : 1) / cellM)
              }
              fill={MAP_SYMBOLS[label].colour}
              fillOpacity={0.85}
              stroke="#fffdf8"
              strokeWidth={0.15}
            />
          );
        })}
      {water.passes.map((plan) => (
        <polyline
          key={plan.id}
          points={plan.routeM.map(({ x, y }) => `${mapX(x)},${mapY(y)}`).join(' ')}
          fill="none"
          stroke="var(--map-line)"
          strokeOpacity={passId === null || passId === plan.id ? 0.85 : 0.25}
          strokeWidth={0.45}
          strokeDasharray={passId === plan.id ? undefined : '1.4 1.1'}
        />
      ))}
      {boat && (
        <path
          transform={`translate(${mapX(boat.xM)} ${mapY(boat.yM)}) rotate(${(boat.headingRad * 180) / Math.PI})`}
          d="M0,-2.600 L1.500,1.900 L0,1.200 L-1.500,1.900 Z"
          fill="#c9472b"
          stroke="#fffdf8"
          strokeWidth={0.35}
        />
      )}
    </svg>
  );
}
