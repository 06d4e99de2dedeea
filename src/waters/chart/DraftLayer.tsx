import type { Point } from '@core/planning';
import { Handle } from '@/ui/chart/Handle';
import type { Projection } from '@/ui/chart/projection';
import { RouteLayer } from './RouteLayer';

interface DraftLayerProps {
  points: Point[];
  isArea: boolean;
  isRoute: boolean;
  route: Point[] | null;
  at: Projection;
  onChange: (points: Point[], gesture: string | null) => void;
}

/** The plan on the chart: corners of the area or points of the way, and the route that follows. */
export function DraftLayer({ points, isArea, isRoute, route, at, onChange }: DraftLayerProps) {
  if (isRoute && points.length >= 2) {
    return <RouteLayer routeM={points} name="the plan" at={at} look="strong" onChange={onChange} />;
  }
  const pixels = points.map(({ x, y }) => at.toPx(x, y).join(',')).join(' ');
  return (
    <>
      {isArea && (
        <polygon
          points={pixels}
          fill="none"
          stroke="var(--live)"
          strokeWidth={1.6}
          strokeDasharray="6 4"
          pointerEvents="none"
        />
      )}
      {route && <RouteLayer routeM={route} name="the plan" at={at} look="strong" />}
      {points.map((point, index) => {
        const [x, y] = at.toPx(point.x, point.y);
        return (
          <Handle
            key={index}
            at={at}
            xM={point.x}
            yM={point.y}
            label={isArea ? `Corner ${index + 1} of the area` : `Point ${index + 1} of the plan`}
            selected={false}
            onSelect={() => {}}
            onMove={(xM, yM, gesture) =>
              onChange(
                points.map((old, i) =>
                  i === index ? { x: Math.round(10 * xM) / 10, y: Math.round(10 * yM) / 10 } : old,
                ),
                gesture,
              )
            }
            onDelete={() =>
              onChange(
                points.filter((_, i) => i !== index),
                null,
              )
            }
          >
            <circle cx={x} cy={y} r={11} fill="transparent" />
            <rect
              x={x - 5}
              y={y - 5}
              width={10}
              height={10}
              fill="var(--card)"
              stroke="var(--live)"
              strokeWidth={2}
            />
          </Handle>
        );
      })}
    </>
  );
}
