import { binToY, type EchoTransform, pingToX } from '@core/display';
import type { TruthRegion, Verdict } from '@core/reading';

/** How a region is drawn; line style tells as much as colour does. */
export type OutlineLook = 'right' | 'missed' | 'false' | 'hidden' | 'plain';

const LOOKS: Record<OutlineLook, { stroke: string; fill: string; dash?: string }> = {
  right: { stroke: '#8fe3b4', fill: '#226745' },
  missed: { stroke: '#ffc861', fill: '#8a5409', dash: '7 4' },
  false: { stroke: '#ff9c82', fill: '#b83a20' },
  hidden: { stroke: '#c3ccd2', fill: '#55636c', dash: '2 4' },
  plain: { stroke: '#f4f0e6', fill: '#22303a' },
};

const VERDICT_LOOK: Record<Verdict, OutlineLook> = {
  visible: 'right',
  attached: 'missed',
  hidden: 'hidden',
};

const MARGIN_PX = 3;

/** Outline of a region: along its upper edge and back along the lower. */
function regionPath(region: TruthRegion, transform: EchoTransform): string {
  const { outline } = region;
  if (outline.length === 0) return '';
  const upper = outline.map(({ ping, firstBin }): [number, number] => [
    pingToX(transform, ping + 0.5),
    binToY(transform, firstBin) - MARGIN_PX,
  ]);
  const lower = outline.map(({ ping, lastBin }): [number, number] => [
    pingToX(transform, ping + 0.5),
    binToY(transform, lastBin + 1) + MARGIN_PX,
  ]);
  const [first] = upper;
  const last = upper.at(-1)!;
  const points = [
    [first[0] - MARGIN_PX, first[1]],
    ...upper,
    [last[0] + MARGIN_PX, last[1]],
    [last[0] + MARGIN_PX, lower.at(-1)![1]],
    ...lower.reverse(),
    [first[0] - MARGIN_PX, lower.at(-1)![1]],
  ];
  return `M${points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join('L')}Z`;
}

export interface LabelledRegion {
  region: TruthRegion;
  look: OutlineLook;
  badge: string;
  /** Written beside the badge, when there is one. */
  name?: string;
}

interface Placed extends LabelledRegion {
  x: number;
  y: number;
  width: number;
}

const BADGE_PX = 20;
const LETTER_PX = 6.3;
const LINE_PX = 21;
/** Where a label may go, in lines above the outline's start; the first free place is taken. */
const PLACES = [0, 1, 2, -1, 3, 4];

/** Puts badges and names near their outlines, off one another and inside the picture. */
function placeLabels(labelled: LabelledRegion[], transform: EchoTransform): Placed[] {
  const placed: Placed[] = [];
  for (const entry of labelled) {
    const { outline, peak } = entry.region;
    const startPing = outline[0]?.ping ?? peak.ping;
    const topBin = Math.min(...outline.map((row) => row.firstBin), peak.bin);
    const bottomBin = Math.max(...outline.map((row) => row.lastBin), peak.bin);
    const width = BADGE_PX + (entry.name ? 6 + LETTER_PX * entry.name.length : 0);
    const x = Math.min(
      transform.widthPx - width,
      Math.max(BADGE_PX / 2 + 2, pingToX(transform, startPing) - 4),
    );
    const yAt = (line: number) =>
      line >= 0
        ? binToY(transform, topBin) - 8 - line * LINE_PX
        : binToY(transform, bottomBin) + 14;
    const isFree = (y: number) =>
      y > BADGE_PX / 2 &&
      placed.every(
        (other) =>
          Math.abs(other.y - y) >= LINE_PX || x > other.x + other.width || other.x > x + width,
      );
    const line = PLACES.find((candidate) => isFree(yAt(candidate))) ?? 0;
    const y = Math.min(transform.heightPx - BADGE_PX / 2, Math.max(BADGE_PX / 2, yAt(line)));
    placed.push({ ...entry, x, y, width });
  }
  return placed;
}

/** Outlines of all regions, then their labels on top. */
export function TruthLayer({
  labelled,
  transform,
}: {
  labelled: LabelledRegion[];
  transform: EchoTransform;
}) {
  return (
    <>
      {labelled.map(({ region, look }) => {
        const path = regionPath(region, transform);
        const { stroke, dash } = LOOKS[look];
        return (
          path && (
            <g
              key={region.targetId}
              fill="none"
              strokeLinejoin="round"
              data-region={region.targetId}
              data-look={look}
            >
              <path d={path} stroke="#05070d" strokeOpacity={0.6} strokeWidth={4} />
              <path d={path} stroke={stroke} strokeWidth={1.75} strokeDasharray={dash} />
            </g>
          )
        );
      })}
      {placeLabels(labelled, transform).map(({ region, look, badge, name, x, y }) => (
        <g key={region.targetId}>
          <Badge x={x} y={y} {...LOOKS[look]} text={badge} />
          {name && (
            <text
              x={x + 14}
              y={y}
              dominantBaseline="central"
              fill="#fffdf8"
              stroke="#05070d"
              strokeWidth={3.5}
              style={{ paintOrder: 'stroke' }}
              className="text-2xs font-semibold"
            >
              {name}
            </text>
          )}
        </g>
      ))}
    </>
  );
}

/** Regions of revealed truth, numbered as in the list beside the picture. */
export function revealedRegions(regions: TruthRegion[], lit: string | null): LabelledRegion[] {
  return regions.map((region, index) => ({
    region,
    look: VERDICT_LOOK[region.verdict],
    badge: String(index + 1),
    name: lit === null || lit === region.targetId ? region.name : undefined,
  }));
}

interface BadgeProps {
  x: number;
  y: number;
  fill: string;
  stroke: string;
  text: string;
}

function Badge({ x, y, fill, stroke, text }: BadgeProps) {
  return (
    <g>
      <circle cx={x} cy={y} r={9.5} fill={fill} stroke={stroke} strokeWidth={1.25} />
      <text
        x={x}
        y={y}
        textAnchor="middle"
        dominantBaseline="central"
        fill="#fff"
        className="text-[11px] font-bold"
      >
        {text}
      </text>
    </g>
  );
}

interface TapMarkProps {
  x: number;
  y: number;
  badge: string;
  look?: OutlineLook;
}

/** A student's mark: a ring that leaves the echo visible, and its number. */
export function TapMark({ x, y, badge, look = 'plain' }: TapMarkProps) {
  const { stroke, fill } = LOOKS[look];
  return (
    <g data-tap={badge}>
      <circle
        cx={x}
        cy={y}
        r={11}
        fill="none"
        stroke="#05070d"
        strokeOpacity={0.7}
        strokeWidth={4.5}
      />
      <circle cx={x} cy={y} r={11} fill="none" stroke={stroke} strokeWidth={2} />
      {badge && <Badge x={x + 13} y={y - 13} fill={fill} stroke={stroke} text={badge} />}
    </g>
  );
}
