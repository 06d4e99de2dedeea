import type { PassPlan } from '@core/pass';
import { Handle } from '@/ui/chart/Handle';
import type { Projection } from '@/ui/chart/projection';

type Route = PassPlan['routeM'];

interface RouteLayerProps {
  routeM: Route;
  name: string;
  at: Projection;
  /** Faint routes are only there to be known of. */
  look: 'strong' | 'faint';
  /** With it, legs are edited: points drag, points between them make new ones, Delete takes one out. */
  onChange?: (routeM: Route, gesture: string) => void;
}

/** Beyond this many points, handles would hide the line. */
const MOST_HANDLES = 80;
const LEAST_LEG_PX = 36;

const rounded = (value: number) => Math.round(10 * value) / 10;

export function RouteLayer({ routeM, name, at, look, onChange }: RouteLayerProps) {
  const pixels = routeM.map(({ x, y }) => at.toPx(x, y));
  const path = pixels.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
  const isStrong = look === 'strong';
  const edits = onChange && routeM.length <= MOST_HANDLES;
  return (
    <g>
      <g pointerEvents="none">
        {isStrong && (
          <polyline
            points={path}
            fill="none"
            stroke="var(--card)"
            strokeWidth={4.5}
            strokeOpacity={0.8}
          />
        )}
        <polyline
          points={path}
          fill="none"
          stroke="var(--map-line)"
          strokeWidth={isStrong ? 2 : 1.2}
          strokeOpacity={isStrong ? 1 : 0.45}
          strokeDasharray={isStrong ? undefined : '6 5'}
          strokeLinejoin="round"
        />
        {isStrong && <Arrow pixels={pixels} />}
      </g>
      {edits &&
        pixels.slice(1).map(([x, y], i) => {
          const [x0, y0] = pixels[i];
          if (Math.hypot(x - x0, y - y0) < LEAST_LEG_PX) return null;
          const middle = {
            x: (routeM[i].x + routeM[i + 1].x) / 2,
            y: (routeM[i].y + routeM[i + 1].y) / 2,
          };
          const insert = (xM: number, yM: number, gesture: string) =>
            onChange(
              [
                ...routeM.slice(0, i + 1),
                { x: rounded(xM), y: rounded(yM) },
                ...routeM.slice(i + 1),
              ],
              gesture,
            );
          return (
            <Handle
              // Once dragged it is a point like the others, under a key of its own.
              key={`leg-${i}-${routeM.length}`}
              at={at}
              xM={middle.x}
              yM={middle.y}
              label={`New point on leg ${i + 1} of ${name}`}
              selected={false}
              selectOnFocus={false}
              onSelect={() => insert(middle.x, middle.y, `insert-${i}-${routeM.length}`)}
            >
              <circle cx={(x + x0) / 2} cy={(y + y0) / 2} r={9} fill="transparent" />
              <circle
                cx={(x + x0) / 2}
                cy={(y + y0) / 2}
                r={3.5}
                fill="var(--card)"
                stroke="var(--map-line)"
                strokeWidth={1.2}
              />
            </Handle>
          );
        })}
      {edits &&
        pixels.map(([x, y], i) => (
          <Handle
            key={i}
            at={at}
            xM={routeM[i].x}
            yM={routeM[i].y}
            label={`Point ${i + 1} of ${name}`}
            selected={false}
            onSelect={() => {}}
            onMove={(xM, yM, gesture) =>
              onChange(
                routeM.map((old, j) => (j === i ? { x: rounded(xM), y: rounded(yM) } : old)),
                gesture,
              )
            }
            onDelete={
              routeM.length > 2
                ? () =>
                    onChange(
                      routeM.filter((_, j) => j !== i),
                      `delete-${i}-${routeM.length}`,
                    )
                : undefined
            }
          >
            <circle cx={x} cy={y} r={11} fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={5.5}
              fill={i === 0 ? 'var(--good)' : 'var(--card)'}
              stroke="var(--map-line)"
              strokeWidth={1.8}
            />
          </Handle>
        ))}
    </g>
  );
}

/** Which way it is sailed. */
function Arrow({ pixels }: { pixels: [number, number][] }) {
  const [[x0, y0], [x1, y1]] = pixels;
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (length < 24) return null;
  const turnDeg = (Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI;
  return (
    <path
      transform={`translate(${(x0 + 2 * x1) / 3} ${(y0 + 2 * y1) / 3}) rotate(${turnDeg})`}
      d="M-6,-5 L7,0 L-6,5 Z"
      fill="var(--map-line)"
      stroke="var(--card)"
    />
  );
}
