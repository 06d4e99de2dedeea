import { type Picture, placeOf } from '@core/display';
import type { OutlineRow, TruthRegion, Verdict } from '@core/reading';
import { inUnits, type UnitSystem } from '@core/units';
import { HaloText } from '../HaloText';

/** How a region is drawn; line style tells as much as colour does. */
type OutlineLook = 'right' | 'missed' | 'false' | 'hidden' | 'plain';

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

interface Corner {
  x: number;
  y: number;
}

const pathOf = (corners: Corner[]) =>
  corners.length === 0
    ? ''
    : `M${corners.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join('L')}Z`;

const NEIGHBOURS = 3;

/** Each row as wide as those around it: a road is rough from ping to ping, its outline is not. */
const envelope = (rows: OutlineRow[]): OutlineRow[] =>
  rows.map((row, i) => {
    const near = rows.slice(Math.max(0, i - NEIGHBOURS), i + NEIGHBOURS + 1);
    return {
      ...row,
      firstBin: Math.min(...near.map(({ firstBin }) => firstBin)),
      lastBin: Math.max(...near.map(({ lastBin }) => lastBin)),
    };
  });

/** Corners of a region: along the near edge of its cells and back along the far one, with a margin. */
function regionCorners({ channel, outline }: TruthRegion, picture: Picture): Corner[] {
  const rows =
    picture.kind === 'polar' ? outline.filter(({ ping }) => ping === picture.endPing - 1) : outline;
  if (rows.length === 0) return [];
  if (picture.kind === 'polar') {
    // One frame: a box of beams and cells at true angles.
    const { firstBeam, lastBeam, firstBin, lastBin, ping } = rows[0];
    const at = (beam: number, bin: number) => placeOf(picture, { ping, channel, beam, bin })!;
    const beams = Array.from({ length: 9 }, (_, i) => {
      const margin = 0.5 + MARGIN_PX / 6;
      return firstBeam - margin + (i / 8) * (lastBeam - firstBeam + 2 * margin);
    });
    return [
      ...beams.map((beam) => at(beam, firstBin - 1.5)),
      ...beams.reverse().map((beam) => at(beam, lastBin + 1.5)),
    ];
  }
  const corner = (ping: number, bin: number): Corner | null =>
    placeOf(picture, { ping, channel, beam: 0, bin: bin - 0.5 });
  const near: Corner[] = [];
  const far: Corner[] = [];
  const ends = [rows[0], rows.at(-1)!];
  const drawn = picture.kind === 'abeam' ? envelope(rows) : rows;
  for (const { ping, firstBin, lastBin } of drawn) {
    const from = corner(ping, firstBin);
    const to = corner(ping, lastBin + 1);
    if (!from || !to) return [];
    const way = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const out = { x: (MARGIN_PX * (to.x - from.x)) / way, y: (MARGIN_PX * (to.y - from.y)) / way };
    near.push({ x: from.x - out.x, y: from.y - out.y });
    far.push({ x: to.x + out.x, y: to.y + out.y });
  }
  // Room before the first ping and behind the last.
  const isAlong = picture.kind === 'along';
  const newer = picture.kind === 'along' ? MARGIN_PX : -MARGIN_PX;
  const moved = ({ x, y }: Corner, by: number) => (isAlong ? { x: x + by, y } : { x, y: y + by });
  if (ends[0] === ends[1]) {
    return [
      moved(near[0], -newer),
      moved(near[0], newer),
      moved(far[0], newer),
      moved(far[0], -newer),
    ];
  }
  return [
    moved(near[0], -newer),
    ...near,
    moved(near.at(-1)!, newer),
    moved(far.at(-1)!, newer),
    ...far.reverse(),
    moved(far.at(-1)!, -newer),
  ];
}

export interface LabelledRegion {
  region: TruthRegion;
  look: OutlineLook;
  badge: string;
  /** Written beside the badge, when there is one. */
  name?: string;
  /** Pointed at, here or elsewhere. */
  isLit?: boolean;
}

interface Placed extends LabelledRegion {
  x: number;
  y: number;
  width: number;
}

const BADGE_PX = 20;
/** Numbers of the scale stand at the right edge. */
const SCALE_PX = 46;
const LETTER_PX = 6.3;
const LINE_PX = 21;
/** Where a label may go, in lines above the outline's start; the first free place is taken. */
const PLACES = [0, 1, 2, -1, 3, 4];

/** Puts badges and names near their outlines, off one another and inside the picture. */
function placeLabels(labelled: LabelledRegion[], picture: Picture): Placed[] {
  const placed: Placed[] = [];
  for (const entry of labelled) {
    const { channel, peak } = entry.region;
    const corners = regionCorners(entry.region, picture);
    if (corners.length === 0) {
      if (picture.kind === 'polar') continue;
      const at = placeOf(picture, { ...peak, channel, beam: 0 });
      if (!at) continue;
      corners.push(at);
    }
    const left = Math.min(...corners.map(({ x }) => x));
    const top = Math.min(...corners.map(({ y }) => y));
    const bottom = Math.max(...corners.map(({ y }) => y));
    const width = BADGE_PX + (entry.name ? 6 + LETTER_PX * entry.name.length : 0);
    const room = picture.widthPx - (picture.kind === 'along' ? SCALE_PX : 0);
    const x = Math.min(room - width, Math.max(BADGE_PX / 2 + 2, left - 1));
    const yAt = (line: number) => (line >= 0 ? top - 5 - line * LINE_PX : bottom + 11);
    const isFree = (y: number) =>
      y > BADGE_PX / 2 &&
      placed.every(
        (other) =>
          Math.abs(other.y - y) >= LINE_PX || x > other.x + other.width || other.x > x + width,
      );
    const line = PLACES.find((candidate) => isFree(yAt(candidate))) ?? 0;
    const y = Math.min(picture.heightPx - BADGE_PX / 2, Math.max(BADGE_PX / 2, yAt(line)));
    placed.push({ ...entry, x, y, width });
  }
  return placed;
}

/** Outlines of all regions, then their labels on top. */
export function TruthLayer({
  labelled,
  picture,
}: {
  labelled: LabelledRegion[];
  picture: Picture;
}) {
  return (
    <>
      {labelled.map(({ region, look, isLit }) => {
        const path = pathOf(regionCorners(region, picture));
        const { stroke, dash } = LOOKS[look];
        return (
          path && (
            <g
              key={region.targetId}
              fill="none"
              strokeLinejoin="round"
              data-region={region.targetId}
              data-look={look}
              data-lit={isLit}
            >
              <path d={path} stroke="#05070d" strokeOpacity={0.6} strokeWidth={4} />
              <path
                d={path}
                stroke={isLit ? '#ff8a6b' : stroke}
                strokeWidth={isLit ? 3 : 1.75}
                strokeDasharray={dash}
              />
            </g>
          )
        );
      })}
      {placeLabels(labelled, picture).map(({ region, look, badge, name, x, y }) => (
        <g key={region.targetId}>
          <Badge x={x} y={y} {...LOOKS[look]} text={badge} />
          {name && (
            <HaloText
              x={x + 14}
              y={y}
              dominantBaseline="central"
              fill="#fffdf8"
              halo="#05070d"
              className="text-2xs font-semibold"
            >
              {name}
            </HaloText>
          )}
        </g>
      ))}
    </>
  );
}

interface Naming {
  /** The one number of a thing; its place in the list without. */
  numberOf?: (targetId: string) => number;
  units?: UnitSystem;
}

/** Regions of revealed truth, numbered as in the list beside the picture. */
export function revealedRegions(
  regions: TruthRegion[],
  lit: string | null,
  { numberOf, units = 'metric' }: Naming = {},
): LabelledRegion[] {
  return regions.map((region, index) => ({
    region,
    look: VERDICT_LOOK[region.verdict],
    badge: String(numberOf?.(region.targetId) ?? index + 1),
    name: lit === null || lit === region.targetId ? inUnits(region.name, units) : undefined,
    isLit: lit === region.targetId,
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
