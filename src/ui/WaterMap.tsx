import { useMemo } from 'react';
import { chartGrid, coarserGrid, contourDepths, contourLines, deepestM } from '@core/chart';
import type { WaterContent } from '@core/waters';
import { labelOf } from '@core/targets';
import { MAP_SYMBOLS } from './mapSymbols';

interface WaterMapProps {
  water: WaterContent;
  /** The pass to draw strongly; the others stay faint. */
  passId?: string | null;
  boat?: { xM: number; yM: number; headingRad: number } | null;
  /** Shows what is in the water; for instructors. */
  contents?: boolean;
  /** The way as it is steered, where that differs from the pass. */
  routeM?: { x: number; y: number }[];
  marks?: { id: string; name: string; xM: number; yM: number }[];
}

const MOST_NODES = 14_000;
const MOST_BANDS = 14;
/** Shallower is land. */
const SHORE_M = 0.01;
/** Strokes and symbols are sized to a map this many units wide. */
const MAP_UNITS = 95;

/** Contour step of the small map, m: two metres, or what keeps deep waters readable. */
export const mapStepM = (deepest: number) =>
  [2, 5, 10, 20].find((stepM) => deepest / stepM <= MOST_BANDS) ?? 50;

/** Light to deep, from the paper's own blues. */
const shade = (share: number) =>
  `color-mix(in oklch, var(--map-deep) ${Math.round(100 * share)}%, var(--map-shallow))`;

/** The water from above: depth shading with contours, passes, and the boat. North is up. */
export function WaterMap(props: WaterMapProps) {
  const { water, passId = null, boat = null, contents = false, routeM, marks = [] } = props;
  const { bottom, targets } = water.scene;
  const grid = useMemo(() => coarserGrid(chartGrid(bottom), MOST_NODES), [bottom]);
  const deepest = useMemo(() => deepestM(grid), [grid]);
  const bands = useMemo(() => {
    const depths = [SHORE_M, ...contourDepths(mapStepM(deepest), deepest)];
    return contourLines(grid, depths).map(({ depthM, rings }) => ({
      depthM,
      // North is up on the page: y turns over.
      path: rings
        .map((ring) => {
          const points: string[] = [];
          for (let i = 0; i < ring.length; i += 2) {
            points.push(`${ring[i].toFixed(1)},${(-ring[i + 1]).toFixed(1)}`);
          }
          return `M${points.join('L')}Z`;
        })
        .join(''),
    }));
  }, [grid, deepest]);
  const { originM } = grid;
  const widthM = (grid.columns - 1) * grid.cellM;
  const heightM = (grid.rows - 1) * grid.cellM;
  const unit = widthM / MAP_UNITS;

  return (
    <svg
      viewBox={`${originM.x} ${-originM.y - heightM} ${widthM} ${heightM}`}
      className="block h-full w-full"
      preserveAspectRatio="xMidYMid slice"
      role="img"
      aria-label={`Map of ${water.name}, deepest ${deepest.toFixed(1)} metres`}
    >
      <rect
        x={originM.x}
        y={-originM.y - heightM}
        width={widthM}
        height={heightM}
        fill="var(--map-land)"
      />
      {bands.map(({ depthM, path }) => (
        <path
          key={depthM}
          d={path}
          fill={shade(depthM / deepest)}
          fillRule="evenodd"
          stroke="var(--map-line)"
          strokeOpacity={0.22}
          strokeWidth={0.18 * unit}
        />
      ))}
      {contents &&
        targets.map((target) => {
          const label = labelOf(target);
          const radiusM = 'radiusM' in target ? target.radiusM : 1;
          return (
            <circle
              key={target.id}
              cx={target.xM}
              cy={-target.yM}
              r={label === 'fish' ? 0.5 * unit : Math.max(0.9 * unit, radiusM)}
              fill={MAP_SYMBOLS[label].colour}
              fillOpacity={0.85}
              stroke="#fffdf8"
              strokeWidth={0.15 * unit}
            />
          );
        })}
      {water.passes.map((plan) => (
        <polyline
          key={plan.id}
          points={(plan.id === passId && routeM ? routeM : plan.routeM)
            .map(({ x, y }) => `${x},${-y}`)
            .join(' ')}
          fill="none"
          stroke="var(--map-line)"
          strokeOpacity={passId === null || passId === plan.id ? 0.85 : 0.25}
          strokeWidth={0.45 * unit}
          strokeDasharray={passId === plan.id ? undefined : `${1.4 * unit} ${1.1 * unit}`}
        />
      ))}
      {marks.map(({ id, name, xM, yM }) => (
        <path
          key={id}
          transform={`translate(${xM} ${-yM}) scale(${unit})`}
          d="M0,0l-1.1,-2.2a1.4,1.4 0 1 1 2.2,0z"
          fill="#c9472b"
          stroke="#fffdf8"
          strokeWidth={0.3}
        >
          <title>{name}</title>
        </path>
      ))}
      {boat && (
        <path
          transform={`translate(${boat.xM} ${-boat.yM}) rotate(${(boat.headingRad * 180) / Math.PI}) scale(${unit})`}
          d="M0,-2.6 L1.5,1.9 L0,1.2 L-1.5,1.9 Z"
          fill="#c9472b"
          stroke="#fffdf8"
          strokeWidth={0.35}
        />
      )}
    </svg>
  );
}
