import { useState } from 'react';
import type { Bottom } from '@core/bottom';
import { sectionAlong } from '@core/chart';
import { scaleTicks } from '@core/display';
import { labelOf, type Target } from '@core/targets';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import type { WaterColumn } from '@core/water';
import { MAP_SYMBOLS } from '../mapSymbols';
import { useElementSize } from '../useElementSize';

interface SectionViewProps {
  bottom: Bottom;
  water: WaterColumn;
  /** Shown where they lie near the line; none for students. */
  targets: readonly Target[];
  from: { x: number; y: number };
  to: { x: number; y: number };
  offsetM: number;
  units: UnitSystem;
  /** Where on the line the cursor is, to be marked on the chart. */
  onAlong?: (point: { x: number; y: number } | null) => void;
}

/** Room for a distance and its unit. */
const AXIS_LABEL_PX = 90;
const COUNT = 240;
const NEAR_M = 6;
const LEFT = 40;
const TOP = 14;
const BOTTOM = 20;

/** The water in section along a line: bottom, layer, and what is near it. */
export function SectionView(props: SectionViewProps) {
  const { bottom, water, targets, from, to, offsetM, units, onAlong } = props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const [cursor, setCursor] = useState<number | null>(null);
  const points = sectionAlong(bottom, from, to, COUNT, offsetM);
  const lengthM = points[COUNT - 1].alongM;
  const deepest = points.reduce((most, { depthM }) => Math.max(most, depthM), 0);
  const bottomM = Math.max(1, deepest * 1.12);
  const { show, unit, read } = LENGTH[units];
  const x = (alongM: number) => LEFT + (alongM / Math.max(0.01, lengthM)) * (width - LEFT - 8);
  const y = (depthM: number) => TOP + (depthM / bottomM) * (height - TOP - BOTTOM);
  const ground = points
    .map(({ alongM, depthM }) => `${x(alongM).toFixed(1)},${y(depthM).toFixed(1)}`)
    .join(' ');
  const near = targets.flatMap((target) => {
    const dx = to.x - from.x;
    const dy = to.y - from.y;
    if (lengthM === 0) return [];
    const share = ((target.xM - from.x) * dx + (target.yM - from.y) * dy) / (lengthM * lengthM);
    const awayM = Math.abs((target.xM - from.x) * dy - (target.yM - from.y) * dx) / lengthM;
    const reachM = NEAR_M + ('radiusM' in target ? target.radiusM : 0);
    if (share < 0 || share > 1 || awayM > reachM) return [];
    const bed = points[Math.round(share * (COUNT - 1))].depthM;
    const heightM = 'heightM' in target ? target.heightM : 0.4;
    const depthM = 'depthM' in target ? target.depthM : Math.max(0, bed - heightM / 2);
    return [{ target, alongM: share * lengthM, depthM }];
  });
  const at = cursor === null ? null : points[cursor];
  const readable = at
    ? `${format(LENGTH[units], at.alongM, 0)} along, ${format(LENGTH[units], at.depthM, 1)} deep, ${at.sediment}`
    : `${format(LENGTH[units], lengthM, 0)} long, deepest ${format(LENGTH[units], deepest, 1)}`;
  const moveTo = (index: number | null) => {
    setCursor(index);
    onAlong?.(index === null ? null : { x: points[index].xM, y: points[index].yM });
  };
  return (
    <div
      ref={frameRef}
      className="relative h-full w-full touch-none outline-none focus-visible:outline-3 focus-visible:-outline-offset-3 focus-visible:outline-action"
      role="application"
      aria-label="Section along the line"
      tabIndex={0}
      onPointerMove={(event) => {
        const px = event.clientX - event.currentTarget.getBoundingClientRect().left;
        const share = (px - LEFT) / Math.max(1, width - LEFT - 8);
        moveTo(Math.min(COUNT - 1, Math.max(0, Math.round(share * (COUNT - 1)))));
      }}
      onPointerLeave={() => moveTo(null)}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -4, ArrowRight: 4 }[event.key];
        if (!step) return;
        event.preventDefault();
        moveTo(Math.min(COUNT - 1, Math.max(0, (cursor ?? COUNT / 2) + step)));
      }}
    >
      {width > 0 && (
        <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
          <rect
            x={LEFT}
            y={TOP}
            width={width - LEFT - 8}
            height={height - TOP - BOTTOM}
            fill="var(--map-shallow)"
          />
          {water.thermocline && water.thermocline.depthM < bottomM && (
            <line
              x1={LEFT}
              x2={width - 8}
              y1={y(water.thermocline.depthM)}
              y2={y(water.thermocline.depthM)}
              stroke="var(--action)"
              strokeDasharray="3 4"
            />
          )}
          <polygon
            points={`${x(0)},${height - BOTTOM} ${ground} ${x(lengthM)},${height - BOTTOM}`}
            fill="var(--map-bed)"
            stroke="var(--map-line)"
            strokeWidth={1.2}
          />
          {near.map(({ target, alongM, depthM }) => (
            <circle
              key={target.id}
              cx={x(alongM)}
              cy={y(depthM)}
              r={labelOf(target) === 'fish' ? 3 : 4.5}
              fill={MAP_SYMBOLS[labelOf(target)].colour}
              stroke="var(--card)"
            />
          ))}
          {scaleTicks(0, show(bottomM), 5).map((tick) => (
            <g key={tick}>
              <line
                x1={LEFT - 5}
                x2={LEFT}
                y1={y(read(tick))}
                y2={y(read(tick))}
                stroke="var(--ink-2)"
              />
              <text
                x={LEFT - 8}
                y={y(read(tick))}
                textAnchor="end"
                dominantBaseline="central"
                className="figures fill-ink-2 text-2xs"
              >
                {formatNumber(tick, tick % 1 === 0 ? 0 : 1)}
              </text>
            </g>
          ))}
          {scaleTicks(0, show(lengthM), Math.max(2, Math.floor(width / AXIS_LABEL_PX))).map(
            (tick, index, ticks) => (
              <text
                key={tick}
                x={x(read(tick))}
                y={height - 6}
                textAnchor="middle"
                className="figures fill-ink-2 text-2xs"
              >
                {formatNumber(tick, 0)}
                {index === ticks.length - 1 ? ` ${unit}` : ''}
              </text>
            ),
          )}
          {at && (
            <g stroke="var(--live)">
              <line
                x1={x(at.alongM)}
                x2={x(at.alongM)}
                y1={TOP}
                y2={height - BOTTOM}
                strokeDasharray="2 3"
              />
              <circle cx={x(at.alongM)} cy={y(at.depthM)} r={3.5} fill="var(--live)" />
            </g>
          )}
        </svg>
      )}
      <p
        role="status"
        className="pointer-events-none absolute top-1 right-3 rounded-sm bg-card/85 px-2 text-xs"
        data-testid="section-reading"
      >
        {readable}
      </p>
    </div>
  );
}
