import type { ReactNode } from 'react';
import type { SearchGrade, SearchMark, SearchTask, ThingState } from '@core/search';
import type { ChartPoint } from '@/ui/chart/ChartView';
import type { Projection } from '@/ui/chart/projection';
import { Pin } from '@/ui/chart/ChartToTap';

const STATE_COLOUR: Record<ThingState, string> = {
  found: 'var(--good)',
  misnamed: 'var(--missed)',
  unmarked: 'var(--live)',
  hidden: 'var(--hidden)',
  unreached: 'var(--hidden)',
};

const pathOf = (points: readonly ChartPoint[], at: Projection) =>
  points
    .map(({ x, y }) =>
      at
        .toPx(x, y)
        .map((px) => px.toFixed(1))
        .join(),
    )
    .join(' ');

interface SearchLayerProps {
  task: SearchTask;
  at: Projection;
  legs: readonly { routeM: ChartPoint[] }[];
  /** Drawn as it is planned, its first point where the boat lies. */
  planned: readonly ChartPoint[];
  boat: ChartPoint | null;
  marks: readonly SearchMark[];
  /** Where on the leg the picture's newest edge lies. */
  now: ChartPoint | null;
  grade: SearchGrade | null;
  plannersLegs: readonly { routeM: ChartPoint[] }[];
}

/** Everything of a search that lies on the chart. */
export function SearchLayer(props: SearchLayerProps): ReactNode {
  const { task, at, legs, planned, boat, marks, now, grade, plannersLegs } = props;
  const markAt = new Map(marks.map((mark) => [mark.id, mark]));
  return (
    <g aria-hidden="true" pointerEvents="none">
      <polygon
        points={pathOf(task.areaM, at)}
        fill="none"
        stroke="var(--map-line)"
        strokeWidth={1.6}
        strokeDasharray="8 5"
      />
      {plannersLegs.map(({ routeM }, i) => (
        <polyline
          key={i}
          points={pathOf(routeM, at)}
          fill="none"
          stroke="var(--hidden)"
          strokeWidth={1.6}
          strokeDasharray="2 5"
        />
      ))}
      {legs.map(({ routeM }, i) => (
        <polyline
          key={i}
          points={pathOf(routeM, at)}
          fill="none"
          stroke="var(--action)"
          strokeWidth={2.2}
          strokeOpacity={0.75}
        />
      ))}
      {planned.length > 1 && (
        <polyline
          points={pathOf(planned, at)}
          fill="none"
          stroke="var(--live)"
          strokeWidth={2}
          strokeDasharray="6 5"
        />
      )}
      {planned.slice(1).map((point, i) => {
        const [x, y] = at.toPx(point.x, point.y);
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={4}
            fill="var(--card)"
            stroke="var(--live)"
            strokeWidth={2}
          />
        );
      })}
      {grade?.things.map((thing) => {
        const [x, y] = at.toPx(thing.xM, thing.yM);
        const colour = STATE_COLOUR[thing.state];
        const mark = thing.markId === null ? null : markAt.get(thing.markId);
        const from = mark && at.toPx(mark.xM, mark.yM);
        return (
          <g key={thing.id}>
            {from && (
              <line x1={x} y1={y} x2={from[0]} y2={from[1]} stroke={colour} strokeWidth={1.6} />
            )}
            <rect
              x={x - 6}
              y={y - 6}
              width={12}
              height={12}
              transform={`rotate(45 ${x} ${y})`}
              fill={thing.state === 'found' ? colour : 'var(--card)'}
              stroke={colour}
              strokeWidth={2.5}
            />
          </g>
        );
      })}
      {marks.map((mark, i) => {
        const [x, y] = at.toPx(mark.xM, mark.yM);
        const isWrong = grade?.wrong.some(({ id }) => id === mark.id);
        return (
          <Pin
            key={mark.id}
            x={x}
            y={y}
            text={String(i + 1)}
            fill={isWrong ? '#8a5409' : '#22303a'}
          />
        );
      })}
      {now && <Place point={now} at={at} fill="var(--live)" r={4} />}
      {boat && <Place point={boat} at={at} fill="var(--action)" r={6} />}
    </g>
  );
}

function Place({
  point,
  at,
  fill,
  r,
}: {
  point: ChartPoint;
  at: Projection;
  fill: string;
  r: number;
}) {
  const [x, y] = at.toPx(point.x, point.y);
  return <circle cx={x} cy={y} r={r} fill={fill} stroke="var(--card)" strokeWidth={2} />;
}
