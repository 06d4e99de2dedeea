import type { Sweep } from '@core/pass';
import { swath } from '@core/planning';
import type { Projection } from '@/ui/chart/projection';

export interface ChartBoat {
  xM: number;
  yM: number;
  headingRad: number;
  /** Under the keel, m; null when it is not known. */
  depthM: number | null;
}

interface BoatLayerProps {
  boat: ChartBoat;
  lengthM: number;
  sweep: Sweep;
  at: Projection;
}

const HEADING_LINE_PX = 120;
const LEAST_LENGTH_PX = 18;

/** The boat, the line of its heading, and what its beam covers on the bottom at true scale. */
export function BoatLayer({ boat, lengthM, sweep, at }: BoatLayerProps) {
  const [x, y] = at.toPx(boat.xM, boat.yM);
  const turnDeg = ((boat.headingRad - at.upRad) * 180) / Math.PI;
  const scale = Math.max(LEAST_LENGTH_PX, lengthM / at.metresPerPx) / 20;
  const { nearM, farM } = swath(sweep, boat.depthM ?? 0);
  const near = nearM / at.metresPerPx;
  const far = farM / at.metresPerPx;
  return (
    <g
      transform={`translate(${x} ${y}) rotate(${turnDeg})`}
      pointerEvents="none"
      data-testid="chart-boat"
      data-east={boat.xM.toFixed(1)}
      data-north={boat.yM.toFixed(1)}
      data-cover-px={far.toFixed(1)}
    >
      {sweep.instrument === 'cone' && (
        <circle
          r={far}
          fill="var(--live)"
          fillOpacity={0.16}
          stroke="var(--live)"
          strokeDasharray="4 3"
        />
      )}
      {sweep.instrument === 'downFan' && (
        <line x1={-far} x2={far} stroke="var(--live)" strokeWidth={5} strokeOpacity={0.55} />
      )}
      {sweep.instrument === 'sideFans' &&
        [-1, 1].map((side) => (
          <line
            key={side}
            x1={side * near}
            x2={side * far}
            stroke="var(--live)"
            strokeWidth={4}
            strokeOpacity={0.55}
          />
        ))}
      <line
        y1={-10 * scale}
        y2={-10 * scale - HEADING_LINE_PX}
        stroke="var(--live)"
        strokeWidth={1.4}
        strokeDasharray="7 4"
      />
      <path
        d="M0,-10 C4,-5 4,4 3,10 L-3,10 C-4,4 -4,-5 0,-10 Z"
        transform={`scale(${scale})`}
        fill="var(--live)"
        stroke="var(--card)"
        strokeWidth={1.2 / scale}
      />
    </g>
  );
}
