import type { ReactNode } from 'react';
import { labelOf, type ReadingLabel, type Target } from '@core/targets';
import { MAP_SYMBOLS } from '../mapSymbols';
import type { Projection } from './projection';

/** Length and width over the ground of what is long, m; null for what is round. */
function outlineOf(target: Target): { alongM: number; acrossM: number; headingDeg: number } | null {
  if (!('headingDeg' in target) || !('lengthM' in target) || target.kind === 'fish') return null;
  const { lengthM: alongM, headingDeg } = target;
  if ('widthM' in target) return { alongM, acrossM: target.widthM, headingDeg };
  if ('beamM' in target) return { alongM, acrossM: target.beamM, headingDeg };
  if ('thicknessM' in target) return { alongM, acrossM: target.thicknessM, headingDeg };
  return 'radiusM' in target ? { alongM, acrossM: 2 * target.radiusM, headingDeg } : null;
}

/** Radius over the ground of what is round, m. */
function radiusOf(target: Target): number {
  if (target.kind === 'tree') return target.crownRadiusM;
  if ('radiusM' in target) return target.radiusM;
  return 0.3;
}

interface ThingsProps {
  targets: readonly Target[];
  at: Projection;
  litId?: string | null;
}

const LEAST_PX = 3;

/** What is in the water, from above, at true size where that can be seen. */
export function Things({ targets, at, litId = null }: ThingsProps): ReactNode {
  return (
    <g aria-hidden="true" pointerEvents="none">
      {targets.map((target) => (
        <ThingShape key={target.id} target={target} at={at} lit={target.id === litId} />
      ))}
    </g>
  );
}

export function ThingShape({ target, at, lit }: { target: Target; at: Projection; lit: boolean }) {
  const label = labelOf(target);
  const { colour } = MAP_SYMBOLS[label];
  const [x, y] = at.toPx(target.xM, target.yM);
  const outline = outlineOf(target);
  const edge = lit ? 'var(--live)' : 'var(--card)';
  const common = { fill: colour, stroke: edge, strokeWidth: lit ? 2.4 : 1, fillOpacity: 0.88 };
  const turn = (headingDeg: number) =>
    `translate(${x} ${y}) rotate(${headingDeg - (at.upRad * 180) / Math.PI})`;
  if (outline) {
    const along = Math.max(2 * LEAST_PX, outline.alongM / at.metresPerPx);
    const across = Math.max(LEAST_PX, outline.acrossM / at.metresPerPx);
    return (
      <rect
        transform={turn(outline.headingDeg)}
        x={-across / 2}
        y={-along / 2}
        width={across}
        height={along}
        rx={1.5}
        {...common}
      />
    );
  }
  if (label === 'fish' && 'headingDeg' in target) {
    return (
      <path
        transform={turn(target.headingDeg)}
        d="M0,-6 C3,-3 3,2 0,5 L2.6,8 L-2.6,8 L0,5 C-3,2 -3,-3 0,-6 Z"
        {...common}
      />
    );
  }
  const radius = Math.max(LEAST_PX, radiusOf(target) / at.metresPerPx);
  return <circle cx={x} cy={y} r={radius} {...common} fillOpacity={radius > 12 ? 0.5 : 0.88} />;
}

export const LABEL_WORDS: Record<ReadingLabel, string> = {
  fish: 'Fish',
  bait: 'Bait',
  wood: 'Wood',
  rock: 'Rock',
  weed: 'Weed',
  built: 'Built',
  clutter: 'Clutter',
  lure: 'Lures',
};
