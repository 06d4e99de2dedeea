/** Small things that several charts put over the picture. */
import type { ChartPoint } from './ChartView';
import { Handle } from './Handle';
import type { Projection } from './projection';

interface SectionLineProps {
  section: { from: ChartPoint; to: ChartPoint };
  at: Projection;
  onMove: (section: { from: ChartPoint; to: ChartPoint }) => void;
}

/** The line that a section is cut along, with its ends to be moved. */
export function SectionLine({ section, at, onMove }: SectionLineProps) {
  const a = at.toPx(section.from.x, section.from.y);
  const b = at.toPx(section.to.x, section.to.y);
  return (
    <>
      <line
        x1={a[0]}
        y1={a[1]}
        x2={b[0]}
        y2={b[1]}
        stroke="var(--action)"
        strokeWidth={1.6}
        pointerEvents="none"
      />
      {(['from', 'to'] as const).map((end) => {
        const [x, y] = end === 'from' ? a : b;
        return (
          <Handle
            key={end}
            at={at}
            xM={section[end].x}
            yM={section[end].y}
            label={end === 'from' ? 'Start of the section' : 'End of the section'}
            selected={false}
            onSelect={() => {}}
            onMove={(xM, yM) => onMove({ ...section, [end]: { x: xM, y: yM } })}
          >
            <circle cx={x} cy={y} r={7} fill="var(--card)" stroke="var(--action)" strokeWidth={2} />
          </Handle>
        );
      })}
    </>
  );
}

interface SpotPinProps {
  x: number;
  y: number;
  name: string;
  selected: boolean;
}

/** A known spot: its tip stands on the place. In pixels. */
export function SpotPin({ x, y, name, selected }: SpotPinProps) {
  return (
    <>
      <path
        d={`M${x},${y} l-6,-13 a7,7 0 1 1 12,0 Z`}
        fill={selected ? 'var(--live)' : 'var(--card)'}
        stroke="var(--live)"
        strokeWidth={1.6}
      />
      <ChartText x={x + 10} y={y - 14} text={name} />
    </>
  );
}

/** Words on a chart, readable on every shade. In pixels. */
export function ChartText({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <text
      x={x}
      y={y}
      dominantBaseline="central"
      className="text-2xs font-semibold"
      fill="var(--map-line)"
      stroke="var(--map-shallow)"
      strokeWidth={3}
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}

/** A path that is being drawn, point by point. */
export function PathDraft({ points, at }: { points: readonly ChartPoint[]; at: Projection }) {
  const pixels = points.map(({ x, y }) => at.toPx(x, y));
  return (
    <g pointerEvents="none">
      <polyline
        points={pixels.map((point) => point.join()).join(' ')}
        fill="none"
        stroke="var(--live)"
        strokeWidth={2}
        strokeDasharray="6 4"
      />
      {pixels.map(([x, y], index) => (
        <circle key={index} cx={x} cy={y} r={4} fill="var(--card)" stroke="var(--live)" />
      ))}
    </g>
  );
}
