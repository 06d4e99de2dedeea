/** Scales of a picture: depth or range, range rings, and which way it lies. */
import { depthToY, lockDepthM, type Picture, rangeToX, scaleTicks, type View } from '@core/display';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { HaloText } from '../HaloText';

interface PictureScaleProps {
  picture: Picture;
  /** As settled. */
  view: View;
  units: UnitSystem;
  ink: string;
  halo: string;
  scale: boolean;
  rings: boolean;
  /** Which way the right and left of a sector lie from the bow. */
  toward: { right: string; left: string };
}

const TICKS = 8;
const RING_TICKS = 5;

export function PictureScale(props: PictureScaleProps) {
  const { picture } = props;
  switch (picture.kind) {
    case 'along':
      return <DepthScale {...props} picture={picture} />;
    case 'abeam':
      return <SideScale {...props} picture={picture} />;
    case 'polar':
      return <SectorScale {...props} picture={picture} />;
  }
}

const isWhole = (ticks: number[]) => ticks.every((tick) => tick % 1 === 0);

interface LabelProps {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  ink: string;
  halo: string;
  children: string;
}

function Label({ anchor, ink, ...rest }: LabelProps) {
  return (
    <HaloText
      textAnchor={anchor}
      dominantBaseline="central"
      fill={ink}
      className="figures text-2xs"
      {...rest}
    />
  );
}

function DepthScale({
  picture,
  view,
  units,
  ink,
  halo,
  scale,
}: PictureScaleProps & { picture: Extract<Picture, { kind: 'along' }> }) {
  if (!scale) return null;
  const { show, read, unit } = LENGTH[units];
  const { widthPx } = picture;
  const isLocked = view.zoom === 'bottom' && picture.liftOf !== undefined;
  const bedM = lockDepthM(view);
  const [from, to] = isLocked
    ? [show(bedM - view.bottomM), show(bedM - view.topM)]
    : [show(view.topM), show(view.bottomM)];
  const ticks = scaleTicks(from, to, TICKS);
  const decimals = isWhole(ticks) ? 0 : 1;
  const yOf = (tick: number) => depthToY(picture, isLocked ? bedM - read(tick) : read(tick));
  return (
    <>
      {ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={widthPx - 7}
            x2={widthPx}
            y1={yOf(tick)}
            y2={yOf(tick)}
            stroke={ink}
            strokeOpacity={0.85}
          />
          <Label x={widthPx - 11} y={yOf(tick)} anchor="end" ink={ink} halo={halo}>
            {`${formatNumber(tick, decimals)}${tick === ticks.at(-1) ? ` ${unit}` : ''}`}
          </Label>
        </g>
      ))}
      {isLocked && (
        <Label x={widthPx - 11} y={14} anchor="end" ink={ink} halo={halo}>
          {`${unit} over the bottom`}
        </Label>
      )}
    </>
  );
}

function SideScale({
  picture,
  view,
  units,
  ink,
  halo,
  scale,
  rings,
}: PictureScaleProps & { picture: Extract<Picture, { kind: 'abeam' }> }) {
  const { show, read, unit } = LENGTH[units];
  const ticks = scaleTicks(show(view.topM), show(view.bottomM), RING_TICKS);
  const decimals = isWhole(ticks) ? 0 : 1;
  const y = picture.heightPx - 11;
  return (
    <>
      {picture.sides.map((side) => (
        <g key={side.name}>
          {ticks.map((tick) => {
            const x = rangeToX(picture, side, read(tick));
            return (
              <g key={tick}>
                {rings && (
                  <line
                    x1={x}
                    x2={x}
                    y1={0}
                    y2={picture.heightPx}
                    stroke={ink}
                    strokeOpacity={0.22}
                    strokeDasharray="2 6"
                  />
                )}
                {scale && (
                  <Label x={x} y={y} anchor="middle" ink={ink} halo={halo}>
                    {`${formatNumber(tick, decimals)}${tick === ticks.at(-1) ? ` ${unit}` : ''}`}
                  </Label>
                )}
              </g>
            );
          })}
          {scale && (
            <Label
              x={side.boatX + side.outward * 8}
              y={picture.heightPx - 27}
              anchor={side.outward > 0 ? 'start' : 'end'}
              ink={ink}
              halo={halo}
            >
              {side.name}
            </Label>
          )}
        </g>
      ))}
    </>
  );
}

function SectorScale({
  picture,
  units,
  ink,
  halo,
  scale,
  rings,
  toward,
}: PictureScaleProps & { picture: Extract<Picture, { kind: 'polar' }> }) {
  const { show, read, unit } = LENGTH[units];
  const { apexX, apexY, firstRad, spacingRad, beams, pxPerM } = picture;
  const lastRad = firstRad + beams * spacingRad;
  const ticks = scaleTicks(0, show(picture.rangeM), RING_TICKS);
  const decimals = isWhole(ticks) ? 0 : 1;
  const at = (rangeM: number, angle: number) =>
    [apexX + rangeM * pxPerM * Math.sin(angle), apexY + rangeM * pxPerM * Math.cos(angle)] as const;
  return (
    <>
      {ticks.map((tick) => {
        const rangeM = read(tick);
        const [fromX, fromY] = at(rangeM, firstRad);
        const [toX, toY] = at(rangeM, lastRad);
        const r = rangeM * pxPerM;
        return (
          <g key={tick}>
            {rings && (
              <path
                d={`M${fromX},${fromY}A${r},${r} 0 ${lastRad - firstRad > Math.PI ? 1 : 0} 0 ${toX},${toY}`}
                fill="none"
                stroke={ink}
                strokeOpacity={0.22}
                strokeDasharray="2 6"
              />
            )}
            {scale && (
              <Label x={toX + 6} y={toY} anchor="start" ink={ink} halo={halo}>
                {`${formatNumber(tick, decimals)}${tick === ticks.at(-1) ? ` ${unit}` : ''}`}
              </Label>
            )}
          </g>
        );
      })}
      {scale && (
        <>
          <Label x={picture.widthPx - 10} y={14} anchor="end" ink={ink} halo={halo}>
            {`${toward.right} →`}
          </Label>
          <Label x={10} y={picture.heightPx - 14} anchor="start" ink={ink} halo={halo}>
            {`← ${toward.left}`}
          </Label>
        </>
      )}
    </>
  );
}
