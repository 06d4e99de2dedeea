import type { SearchRecord } from '@core/records';
import type { SearchGrade } from '@core/search';

const HEIGHT = 74;
const WIDTH = 1000;

const counted = (count: number, word: string) => `${count} ${word}${count === 1 ? '' : 's'}`;

interface SearchTimelineProps {
  record: SearchRecord;
  grade: SearchGrade;
}

/** Legs and marks over the minutes, and how much of the area had been seen by then. */
export function SearchTimeline({ record, grade }: SearchTimelineProps) {
  const { task, legs, marks } = record;
  const x = (minutes: number) => (WIDTH * minutes) / task.minutes;
  const y = (share: number) => 8 + (HEIGHT - 30) * (1 - share);
  const line = [{ atMin: 0, share: 0 }, ...grade.steps]
    .map(({ atMin, share }) => `${x(atMin)},${y(share)}`)
    .join(' ');
  const words = `${counted(legs.length, 'leg')} and ${counted(marks.length, 'mark')} in ${task.minutes} minutes; ${Math.round(100 * grade.seenShare)} % of the area seen.`;
  return (
    <figure className="shrink-0 rounded-lg border border-hairline bg-card px-3 py-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="h-20 w-full"
        preserveAspectRatio="none"
        role="img"
        aria-label={words}
      >
        {legs.map((leg, i) => (
          <rect
            key={i}
            x={x(leg.startMin) + 1}
            y={HEIGHT - 16}
            width={Math.max(2, x(leg.minutes) - 2)}
            height={12}
            rx={2}
            fill={leg.isVerifying ? 'var(--missed)' : 'var(--action)'}
          />
        ))}
        <polyline
          points={line}
          fill="none"
          stroke="var(--action)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
        {marks.map((mark) => (
          <line
            key={mark.id}
            x1={x(mark.atMin)}
            x2={x(mark.atMin)}
            y1={HEIGHT - 22}
            y2={HEIGHT}
            stroke={grade.wrong.some(({ id }) => id === mark.id) ? 'var(--live)' : 'var(--ink)'}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <figcaption className="text-xs text-ink-2">
        {words} Bars are legs, brown ones second looks; strokes are marks, red ones made up.
      </figcaption>
    </figure>
  );
}
