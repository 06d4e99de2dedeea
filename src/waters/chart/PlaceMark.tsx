import type { Point } from '@core/planning';
import { Handle } from '@/ui/chart/Handle';
import type { Projection } from '@/ui/chart/projection';

interface PlaceMarkProps {
  at: Projection;
  point: Point;
  label: string;
  onMove?: (point: Point) => void;
}

/** A place of the user’s on the chart: a sounding, a guess. */
export function PlaceMark({ at, point, label, onMove }: PlaceMarkProps) {
  const [x, y] = at.toPx(point.x, point.y);
  return (
    <Handle
      at={at}
      xM={point.x}
      yM={point.y}
      label={label}
      selected={false}
      onSelect={() => {}}
      onMove={onMove && ((xM, yM) => onMove({ x: xM, y: yM }))}
    >
      <circle cx={x} cy={y} r={12} fill="transparent" />
      <path
        d={`M${x},${y} l-8,-16 h16 Z`}
        fill="var(--live)"
        stroke="var(--card)"
        strokeWidth={1.4}
      />
    </Handle>
  );
}
