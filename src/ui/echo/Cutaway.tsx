/** The water opened: in section and from above, at true angles, with what is in it. */
import { useMemo } from 'react';
import type { Bottom } from '@core/bottom';
import type { Pose } from '@core/pass';
import { type Cutaway as Drawing, cutaway, type CutawayThing } from '@core/reading';
import type { Rig, Sounder } from '@core/sounding';
import { describeTarget, type Target } from '@core/targets';
import { format, inUnits, LENGTH, type UnitSystem } from '@core/units';
import type { WaterColumn } from '@core/water';
import { HaloText } from '@/ui/HaloText';
import { MAP_SYMBOLS } from '@/ui/mapSymbols';
import { useElementSize } from '@/ui/useElementSize';

interface CutawayProps {
  bottom: Bottom;
  water: WaterColumn;
  targets: readonly Target[];
  sounder: Sounder;
  rig: Rig;
  /** When the echo under the cursor was heard, or now. */
  pose: Pose;
  units: UnitSystem;
  lit: string | null;
  /** The one number of a thing, written beside it. */
  numberOf?: (targetId: string) => number | undefined;
  /** Slant range of the cell under the cursor, m; drawn as an arc in the beam. */
  rangeM: number | null;
  onLight: (targetId: string | null) => void;
}

/** Over the surface, for the boat. */
const SKY_M = 0.9;
const NEAR_PLANE_M = 3;
const PLAN_REACH_M = 22;

export function Cutaway(props: CutawayProps) {
  const { bottom, targets, sounder, rig, pose } = props;
  const [frameRef, { width, height }] = useElementSize<HTMLDivElement>();
  const drawing = useMemo(() => {
    if (width === 0) return null;
    const plan = { bottom, targets, sounder, rig, pose };
    // As wide as it is deep at one scale: the depth first, then what fits beside the boat.
    const depthM = Math.max(
      2,
      ...cutaway({ ...plan, targets: [], reachM: 20 }).bed.map((point) => point.depthM),
    );
    const pxPerM = height / (1.08 * depthM + SKY_M);
    const sectionPx = width - height;
    return { pxPerM, sectionPx, ...cutaway({ ...plan, reachM: sectionPx / pxPerM / 2 }) };
  }, [bottom, targets, sounder, rig, pose, width, height]);
  return (
    <div ref={frameRef} className="h-full w-full">
      {drawing && (
        <div className="flex h-full">
          <Section {...props} drawing={drawing} height={height} />
          <Plan {...props} drawing={drawing} size={height} />
        </div>
      )}
    </div>
  );
}

type Scaled = Drawing & { pxPerM: number; sectionPx: number };

function Section({
  drawing,
  height,
  water,
  units,
  lit,
  numberOf,
  rangeM,
  onLight,
}: CutawayProps & { drawing: Scaled; height: number }) {
  const { pxPerM, sectionPx, bed, beams, things, isAcross, mountOutM, mountDepthM } = drawing;
  const x = (outM: number) => sectionPx / 2 + outM * pxPerM;
  const y = (depthM: number) => (depthM + SKY_M) * pxPerM;
  const ground = bed.map(({ outM, depthM }) => `${x(outM).toFixed(1)},${y(depthM).toFixed(1)}`);
  const reachM = 1.2 * Math.max(...bed.map(({ depthM }) => depthM)) + 6;
  const corner = (angle: number, far: number) =>
    `${(x(mountOutM) + far * pxPerM * Math.sin(angle)).toFixed(1)},${(y(mountDepthM) + far * pxPerM * Math.cos(angle)).toFixed(1)}`;
  const layerM = water.thermocline?.depthM;
  const clip = `bed-${Math.round(sectionPx)}`;
  // What is near the plane lies over what is farther off it.
  const inOrder = [...things].sort((a, b) => Math.abs(b.asideM) - Math.abs(a.asideM));
  const shape = sectorShape(beams, corner, reachM);
  return (
    <svg
      width={sectionPx}
      height={height}
      className="shrink-0 bg-[#dfe8e6]"
      role="img"
      aria-label={`Section ${isAcross ? 'across the boat' : 'along the track'}`}
      data-testid="cutaway-section"
    >
      <clipPath id={clip}>
        <path d={`M${x(-1e3)},${y(-SKY_M)}H${x(1e3)}V${y(0)}L${ground.toReversed().join('L')}Z`} />
      </clipPath>
      <rect width={sectionPx} height={y(0)} fill="#f4f0e6" />
      {layerM !== undefined && (
        <g>
          <line
            x1={0}
            x2={sectionPx}
            y1={y(layerM)}
            y2={y(layerM)}
            stroke="#56636b"
            strokeDasharray="2 5"
          />
          <text
            x={sectionPx - 6}
            y={y(layerM) - 4}
            textAnchor="end"
            className="text-2xs"
            fill="#3d4a52"
          >
            thermocline {format(LENGTH[units], layerM, 1)}
          </text>
        </g>
      )}
      <g clipPath={`url(#${clip})`}>
        <path d={shape} fill="#e9d58f" fillOpacity={0.55} stroke="#8a6d12" strokeDasharray="4 3" />
        {rangeM !== null &&
          beams.map(({ axisRad, halfRad }, i) => (
            <path
              key={i}
              d={`M${corner(axisRad - halfRad, rangeM)}A${rangeM * pxPerM},${rangeM * pxPerM} 0 0 0 ${corner(axisRad + halfRad, rangeM)}`}
              fill="none"
              stroke="#b83a20"
              strokeWidth={2}
              data-testid="range-arc"
            />
          ))}
      </g>
      <polygon
        points={`0,${height} ${ground.join(' ')} ${sectionPx},${height}`}
        fill="#cbb894"
        stroke="#6d5330"
        strokeWidth={1.2}
      />
      {inOrder.map((thing) => (
        <ThingInSection
          key={thing.target.id}
          thing={thing}
          x={x(thing.outM)}
          y={y(thing.depthM)}
          pxPerM={pxPerM}
          lit={lit === thing.target.id}
          number={numberOf?.(thing.target.id)}
          units={units}
          onLight={onLight}
        />
      ))}
      <path
        d={
          isAcross
            ? `M${x(-0.9)},${y(-0.45)}H${x(0.9)}L${x(0.55)},${y(0.25)}H${x(-0.55)}Z`
            : `M${x(-2.2)},${y(-0.5)}H${x(2.4)}L${x(1.6)},${y(0.25)}H${x(-2.1)}Z`
        }
        fill="#22303a"
      />
      <text x={6} y={y(0) - 5} className="text-2xs" fill="#3d4a52">
        {isAcross ? '← port' : '← behind'}
      </text>
      <text x={sectionPx - 6} y={y(0) - 5} textAnchor="end" className="text-2xs" fill="#3d4a52">
        {isAcross ? 'starboard →' : 'ahead →'}
      </text>
    </svg>
  );
}

const sectorShape = (
  beams: Drawing['beams'],
  corner: (angle: number, far: number) => string,
  reachM: number,
) =>
  beams
    .map(
      ({ axisRad, halfRad }) =>
        `M${corner(0, 0)}L${Array.from({ length: 13 }, (_, i) =>
          corner(axisRad + (i / 6 - 1) * halfRad, 4 * reachM),
        ).join('L')}Z`,
    )
    .join('');

const LEAST_FISH_PX = 9;

function ThingInSection({
  thing,
  x,
  y,
  pxPerM,
  lit,
  number,
  units,
  onLight,
}: {
  thing: CutawayThing;
  number: number | undefined;
  x: number;
  y: number;
  pxPerM: number;
  lit: boolean;
  units: UnitSystem;
  onLight: (targetId: string | null) => void;
}) {
  const { target, label, asideM, heightM, radiusM } = thing;
  const colour = lit ? '#b83a20' : MAP_SYMBOLS[label].colour;
  const isFar = Math.abs(asideM) > NEAR_PLANE_M + radiusM;
  const words = `${number === undefined ? '' : `${number} `}${inUnits(describeTarget(target), units)}, ${format(LENGTH[units], Math.abs(asideM), 1)} aside`;
  const wide = Math.max(3, radiusM * pxPerM);
  const high = Math.max(3, heightM * pxPerM);
  return (
    <g
      transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}
      opacity={isFar && !lit ? 0.4 : 1}
      fill={colour}
      stroke={lit ? '#fffdf8' : 'none'}
      strokeWidth={lit ? 1.5 : 0}
      onPointerEnter={() => onLight(target.id)}
      onPointerLeave={() => onLight(null)}
      data-thing={target.id}
      data-lit={lit}
    >
      <title>{words}</title>
      {/* Room for the pointer. */}
      <circle r={Math.max(8, wide)} fill="transparent" stroke="none" />
      {label === 'fish' && <FishShape lengthPx={Math.max(LEAST_FISH_PX, 2 * wide)} />}
      {label === 'bait' && (
        <ellipse
          rx={wide}
          ry={Math.max(3, high / 2)}
          fillOpacity={0.35}
          strokeDasharray="2 2"
          stroke={colour}
        />
      )}
      {(label === 'wood' || label === 'weed') && (
        <path
          d={`M0,${high}V0M0,${high * 0.75}L${-wide * 0.7},${high * 0.2}M0,${high * 0.6}L${wide * 0.7},${high * 0.1}M0,${high * 0.4}L${-wide * 0.5},0M${-wide},${high}H${wide}`}
          stroke={colour}
          strokeWidth={label === 'wood' ? 2 : 1.2}
          fill="none"
        />
      )}
      {label === 'rock' && (
        <path d={`M${-wide},${high}Q${-wide},0 0,0Q${wide},0 ${wide},${high}Z`} />
      )}
      {label === 'built' && <rect x={-wide} width={2 * wide} height={high} fillOpacity={0.75} />}
      {label === 'clutter' && (
        <g stroke="#56636b" fill="#fffdf8" strokeWidth={0.8}>
          <circle cx={-3} r={2} />
          <circle cx={3} cy={-4} r={1.6} />
          <circle cx={1} cy={4} r={1.4} />
        </g>
      )}
      {label === 'lure' && <path d="M0,-5L3,0L0,5L-3,0Z" stroke="#fffdf8" />}
      {number !== undefined && !lit && !isFar && (
        <HaloText x={7} y={-5} fill="#22303a" halo="#fffdf8" className="text-[10px]">
          {String(number)}
        </HaloText>
      )}
      {lit && (
        <HaloText x={10} y={-8} fill="#8c2812" halo="#fffdf8" className="text-xs font-semibold">
          {words}
        </HaloText>
      )}
    </g>
  );
}

function FishShape({ lengthPx }: { lengthPx: number }) {
  const h = lengthPx / 2;
  return (
    <path
      d={`M${-h},0Q${-h * 0.2},${-h * 0.55} ${h * 0.5},0L${h},${-h * 0.35}V${h * 0.35}L${h * 0.5},0Q${-h * 0.2},${h * 0.55} ${-h},0Z`}
    />
  );
}

/** From above, the bow upward. */
function Plan({
  drawing,
  size,
  pose,
  lit,
  numberOf,
  onLight,
  sounder,
}: CutawayProps & { drawing: Scaled; size: number }) {
  const { things, footprint, isAcross } = drawing;
  const pxPerM = size / 2 / PLAN_REACH_M;
  const [sinH, cosH] = [Math.sin(pose.headingRad), Math.cos(pose.headingRad)];
  const ahead = ({ eastM, northM }: CutawayThing) => eastM * sinH + northM * cosH;
  const toStarboard = ({ eastM, northM }: CutawayThing) => eastM * cosH - northM * sinH;
  const turnDeg = sounder.instrument === 'sector' ? sounder.bearingDeg : 0;
  return (
    <svg
      width={size}
      height={size}
      className="shrink-0 border-l border-hairline bg-[#dfe8e6]"
      role="img"
      aria-label="From above, the bow upward"
      data-testid="cutaway-plan"
    >
      <g transform={`translate(${size / 2} ${size / 2}) scale(${pxPerM})`}>
        {[5, 10, 20].map((m) => (
          <circle
            key={m}
            r={m}
            fill="none"
            stroke="#56636b"
            strokeWidth={0.08}
            strokeDasharray="0.3 0.5"
          />
        ))}
        <g transform={`rotate(${turnDeg})`}>
          {isAcross ? (
            <rect
              x={-footprint.acrossM}
              width={2 * footprint.acrossM}
              y={-footprint.alongM}
              height={2 * footprint.alongM}
              fill="#e9d58f"
              fillOpacity={0.75}
            />
          ) : (
            <ellipse
              rx={footprint.acrossM}
              ry={footprint.alongM}
              fill="#e9d58f"
              fillOpacity={0.75}
              stroke="#8a6d12"
              strokeWidth={0.12}
            />
          )}
        </g>
        {things.map((thing) => (
          <circle
            key={thing.target.id}
            cx={toStarboard(thing)}
            cy={-ahead(thing)}
            r={Math.max(0.55, Math.min(thing.radiusM, 6))}
            fill={lit === thing.target.id ? '#b83a20' : MAP_SYMBOLS[thing.label].colour}
            fillOpacity={thing.label === 'bait' || thing.label === 'weed' ? 0.5 : 0.85}
            stroke={lit === thing.target.id ? '#fffdf8' : 'none'}
            strokeWidth={0.3}
            onPointerEnter={() => onLight(thing.target.id)}
            onPointerLeave={() => onLight(null)}
            data-thing={thing.target.id}
          />
        ))}
        <path d="M0,-2.4L0.9,1.6H-0.9Z" fill="#22303a" stroke="#fffdf8" strokeWidth={0.2} />
      </g>
      {things.map((thing) => {
        const number = numberOf?.(thing.target.id);
        return (
          number !== undefined && (
            <HaloText
              key={thing.target.id}
              x={size / 2 + toStarboard(thing) * pxPerM + 4}
              y={size / 2 - ahead(thing) * pxPerM - 4}
              fill="#22303a"
              halo="#fffdf8"
              className="text-[10px]"
            >
              {String(number)}
            </HaloText>
          )
        );
      })}
      <text x={5} y={13} className="text-2xs" fill="#3d4a52">
        from above
      </text>
    </svg>
  );
}
