/** A chart north up, with whatever lies on it, and a tap that means a place. */
import { type ReactNode, useMemo, useState } from 'react';
import { chartGrid, deepestM } from '@core/chart';
import type { WaterContent } from '@core/waters';
import type { UnitSystem } from '@core/units';
import { useSettings } from '@/storage/settings';
import { type ChartPoint, ChartView } from './ChartView';
import type { ChartPose, Projection } from './projection';
import { mapStepM } from '../WaterMap';

interface ChartToTapProps {
  water: WaterContent;
  units: UnitSystem;
  label: string;
  pose?: ChartPose | null;
  overlay: (at: Projection) => ReactNode;
  onTap?: (point: ChartPoint) => void;
}

export function ChartToTap({
  water,
  units,
  label,
  pose: first = null,
  overlay,
  onTap,
}: ChartToTapProps) {
  const { theme } = useSettings();
  const [pose, setPose] = useState<ChartPose | null>(first);
  const grid = useMemo(() => chartGrid(water.scene.bottom), [water]);
  const look = useMemo(
    () => ({
      shading: 'depth' as const,
      unsafeM: null,
      band: null,
      stepM: mapStepM(deepestM(grid)),
    }),
    [grid],
  );
  return (
    <ChartView
      grid={grid}
      look={look}
      units={units}
      theme={theme}
      label={label}
      pose={pose}
      onPose={setPose}
      overlay={overlay}
      onTap={onTap}
    />
  );
}

/** A round sign with a letter. */
export function Pin({
  x,
  y,
  text,
  fill = '#22303a',
}: {
  x: number;
  y: number;
  text: string;
  fill?: string;
}) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r={11} fill={fill} stroke="#fffdf8" strokeWidth={2} />
      <text
        textAnchor="middle"
        dominantBaseline="central"
        fill="#fffdf8"
        className="text-xs font-bold"
      >
        {text}
      </text>
    </g>
  );
}
