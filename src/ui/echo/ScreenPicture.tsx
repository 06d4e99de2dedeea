/** A drill's screen as a picture: whole or under a view of its own, with frames and outlines over it. */
import { isAbeam, isPolar } from '@core/sounding';
import { type ReactNode, useMemo, useState } from 'react';
import type { EchoPoint, Picture, View } from '@core/display';
import { depthUnderM, type DrillScreen, drillSource, type ExplainLook, slotOf } from '@core/drills';
import { cellRangeM, cueLinesOf, frameOnPicture, type TruthRegion } from '@core/reading';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { cellReading } from './cellReading';
import { CueLines } from './CueLines';
import { EchoPicture, type PictureState } from './EchoPicture';
import { TrackScale } from './TrackScale';
import { TruthLayer } from './TruthOverlay';

interface Framed {
  region: TruthRegion;
  badge: string;
}

export interface Outlined {
  region: TruthRegion;
  look: ExplainLook;
  badge: string;
  name?: string;
}

interface ScreenPictureProps {
  screen: DrillScreen;
  units: UnitSystem;
  label: string;
  /** Instead of the screen's own. */
  view?: View;
  /** Squeezed so that every ping is on it; else its scroll is the view's. */
  whole?: boolean;
  /** Exclusive; the screen's last ping unless named. */
  endPing?: number;
  live?: () => number;
  /** What the cursor tells: everything, range and time alone, or nothing. */
  reads?: 'all' | 'raw' | 'none';
  frames?: readonly Framed[];
  outlined?: readonly Outlined[];
  overlay?: (picture: Picture) => ReactNode;
  onPick?: (point: EchoPoint, picture: Picture) => void;
  onPicture?: (state: PictureState) => void;
  children?: ReactNode;
}

/** More marks than this are outlined without their measures. */
const MOST_CUES = 3;

/** Corners of a box, each side of them so long at most, px. */
const CORNER_PX = 14;

function cornerPath(left: number, top: number, right: number, bottom: number): string {
  const across = Math.min(CORNER_PX, (right - left) / 3);
  const down = Math.min(CORNER_PX, (bottom - top) / 3);
  const corner = (x: number, y: number, toX: number, toY: number) =>
    `M${x + toX * across} ${y}H${x}V${y + toY * down}`;
  return [
    corner(left, top, 1, 1),
    corner(right, top, -1, 1),
    corner(left, bottom, 1, -1),
    corner(right, bottom, -1, -1),
  ].join('');
}

/** Corners round a mark: an outline would give its shape away, a whole box hides what lies beside it. */
function Frame({ region, badge, picture }: Framed & { picture: Picture }) {
  const box = frameOnPicture(region, picture);
  if (!box) return null;
  const { left, right, top, bottom } = box;
  const brackets = cornerPath(left, top, right, bottom);
  // The badge stands outside its frame, and inside the picture.
  const badgeY = top > 24 ? top - 9 : Math.min(picture.heightPx - 12, bottom + 11);
  return (
    <g fill="none" data-testid="asked-frame" data-region={region.targetId}>
      <path d={brackets} stroke="#05070d" strokeOpacity={0.7} strokeWidth={5} />
      <path d={brackets} stroke="#fffdf8" strokeWidth={2} />
      {badge && (
        <g transform={`translate(${Math.max(12, left + 9)} ${badgeY})`}>
          <circle r={10} fill="#22303a" stroke="#fffdf8" strokeWidth={1.5} />
          <text
            textAnchor="middle"
            dominantBaseline="central"
            fill="#fffdf8"
            className="text-2xs font-bold"
          >
            {badge}
          </text>
        </g>
      )}
    </g>
  );
}

export function ScreenPicture(props: ScreenPictureProps) {
  const { screen, units, label, whole = true, reads = 'all', frames = [], outlined = [] } = props;
  const { live, overlay, onPick, onPicture, children } = props;
  const wanted = props.view ?? screen.view;
  const source = useMemo(() => drillSource(screen), [screen]);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const { info, track, pingCount } = screen;
  const lengthPx = isAbeam(info.instrument) ? size.height : size.width;
  // The whole recording is shown, whatever the width: truth is judged over all of it.
  const view = useMemo(
    () =>
      whole && lengthPx > 0
        ? {
            ...wanted,
            zoom: 'off' as const,
            scrollPxPerS: (lengthPx * info.pingRateHz) / pingCount,
          }
        : wanted,
    [whole, wanted, lengthPx, info, pingCount],
  );

  // With many marks their numbers would lie over one another.
  const cues =
    outlined.length <= MOST_CUES
      ? outlined.flatMap(({ region }) =>
          cueLinesOf(region, screen, (ping) => depthUnderM(screen, slotOf(screen, ping))),
        )
      : [];

  const readCell = (point: EchoPoint) => {
    const slot = slotOf(screen, point.ping);
    if (reads === 'all') {
      const heard = { info, track, levelsCdb: screen.levelsCdb, slot, latestSlot: pingCount - 1 };
      return cellReading(heard, point, units);
    }
    const rangeM = cellRangeM(info, point.bin);
    const isSide = isAbeam(info.instrument);
    const words = [
      `${isSide ? 'Slant range' : 'Depth'} ${format(LENGTH[units], isSide ? rangeM : info.draftM + rangeM, 2)}`,
      `Heard ${formatNumber(track.timeS[pingCount - 1] - track.timeS[slot], 1)} s ago`,
    ];
    return {
      text: words.join(', '),
      shown: words.map((word) => (
        <p key={word} className="figures">
          {word}
        </p>
      )),
    };
  };

  const picture = (
    <EchoPicture
      source={source}
      view={view}
      endPing={props.endPing ?? source.end}
      live={live}
      units={units}
      label={label}
      readCell={reads === 'none' ? undefined : readCell}
      onPick={onPick}
      onResize={setSize}
      onState={onPicture}
      overlay={(picture) => (
        <>
          <TruthLayer labelled={[...outlined]} picture={picture} />
          <CueLines lines={cues} picture={picture} units={units} />
          {frames.map((frame) => (
            <Frame key={`${frame.badge}${frame.region.targetId}`} {...frame} picture={picture} />
          ))}
          {overlay?.(picture)}
        </>
      )}
    >
      {children}
    </EchoPicture>
  );
  if (!whole || isPolar(info.instrument)) return picture;
  const upright = isAbeam(info.instrument);
  return (
    <div className={`flex h-full w-full ${upright ? 'flex-row' : 'flex-col-reverse'}`}>
      <TrackScale {...{ screen, units, upright, lengthPx }} withMetres={reads === 'all'} />
      <div className="min-h-0 min-w-0 flex-1">{picture}</div>
    </div>
  );
}
