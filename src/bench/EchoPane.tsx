/** One picture on the bench: the echo, its badge and scale, the live strip, and what is laid over it. */
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import {
  depthToY,
  type EchoPoint,
  type Eye,
  palette,
  type Picture,
  pingsAcross,
  pingToLineY,
  pingToX,
  rangeToX,
  type View,
} from '@core/display';
import {
  type Cursor,
  deadZoneM,
  footprintM,
  nearestPassage,
  type TruthRegion,
} from '@core/reading';
import type { MarkRecord } from '@core/records';
import type { Layout } from '@core/setup';
import { type EchoRing, type Instrument, isAlong, type Sounder } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { cellReading } from '@/ui/echo/cellReading';
import { EchoPicture, type PictureState } from '@/ui/echo/EchoPicture';
import { LiveStrip } from '@/ui/echo/LiveStrip';
import { CursorMarks } from '@/ui/echo/CursorMarks';
import { HaloText } from '@/ui/HaloText';
import { ringSource } from '@/ui/echo/ringSource';
import { INSTRUMENT_NAME, sentWords } from '@/ui/echo/sounderName';
import { revealedRegions, TruthLayer } from '@/ui/echo/TruthOverlay';

export interface EchoPaneProps {
  instrument: Instrument;
  ring: EchoRing | null;
  sounder: Sounder;
  view: View;
  /** End of the newest ping shown; `live` gives it at every frame while the clock runs. */
  endPing: number;
  live: (() => number) | undefined;
  units: UnitSystem;
  eye: Eye;
  layout: Layout;
  isActive: boolean;
  /** Several pictures: the one the controls act on is framed. */
  isFramed: boolean;
  /** The picture alone, with neither caption nor strip. */
  isBare?: boolean;
  water: string;
  regions: TruthRegion[];
  lit: string | null;
  /** The one number of a thing, in every picture and list. */
  numberOf?: (targetId: string) => number;
  cursors: Cursor[];
  /** Footprint and dead zone are drawn while measuring. */
  isMeasuring: boolean;
  marks: MarkRecord[];
  nameOf?: string;
  onActive?: () => void;
  onHover?: (point: EchoPoint | null) => void;
  onPick?: (point: EchoPoint) => void;
  /** What a cell was caused by, where that may be told. */
  causeOf?: (point: EchoPoint) => string | undefined;
  onState?: (state: PictureState, lengthPx: number) => void;
  children?: ReactNode;
}

const BEARING_WORDS = ['fore', 'starboard', 'aft', 'port'];

/** What right and left of a sector are called, by where its mount points. */
function sectorWays(bearingDeg: number): { right: string; left: string } {
  const quarter = ((Math.round(bearingDeg / 90) % 4) + 4) % 4;
  return { right: BEARING_WORDS[quarter], left: BEARING_WORDS[(quarter + 2) % 4] };
}

export function EchoPane(props: EchoPaneProps) {
  const { instrument, ring, sounder, view, endPing, live, units, eye, layout } = props;
  const { regions, lit, cursors, isMeasuring, marks, water, isActive, isFramed } = props;
  const { onActive, onHover, onPick, causeOf, onState, children, nameOf, numberOf } = props;
  const { isBare = false } = props;
  const hasStrip = instrument === 'cone' || instrument === 'column';
  const channels = hasStrip && ring ? ring.info.channels.length : 1;
  const sources = useMemo(
    () => (ring ? Array.from({ length: channels }, (_, i) => ringSource(ring, i)) : [null]),
    [ring, channels],
  );
  const [shownView, setShownView] = useState(view);
  const takeState = useCallback(
    (state: PictureState) => {
      setShownView(state.view);
      const { widthPx, heightPx } = state.picture;
      onState?.(state, instrument === 'sideFans' ? heightPx : widthPx);
    },
    [onState, instrument],
  );

  const read = useCallback(
    (point: EchoPoint) =>
      ring && point.ping >= ring.first && point.ping < ring.end
        ? cellReading(
            {
              info: ring.info,
              track: ring.track,
              levelsCdb: ring.levelsCdb,
              slot: ring.slot(point.ping),
              latestSlot: ring.slot(ring.end - 1),
            },
            point,
            units,
            causeOf?.(point),
          )
        : null,
    [ring, units, causeOf],
  );

  const latest = ring && endPing > ring.first ? ring.slot(endPing - 1) : null;
  const toward = sounder.instrument === 'sector' ? sectorWays(sounder.bearingDeg) : undefined;
  const light = palette(view.paletteId).isLight;
  const name = INSTRUMENT_NAME[instrument];
  const captionOf = (channel: number) => (channel > 0 ? '8°' : sentWords(sounder, units));
  return (
    <div
      className={`flex h-full min-h-0 min-w-0 gap-1 ${isFramed ? 'rounded-lg p-[3px] ring-2' : ''} ${isFramed && isActive ? 'ring-action' : 'ring-transparent'}`}
      onPointerDown={onActive}
      onFocus={onActive}
      data-testid={`pane-${nameOf ?? instrument}`}
    >
      {sources.map((source, channel) => (
        <div key={channel} className="flex min-w-0 flex-1 flex-col">
          {!isBare && (
            <p className="truncate px-1 text-sm leading-5" title={captionOf(channel)}>
              <b>{channel > 0 ? 'Narrow' : name}</b> {captionOf(channel)}
            </p>
          )}
          <div className="flex min-h-0 flex-1 gap-1">
            <div className="min-w-0 flex-1">
              <EchoPicture
                source={source}
                view={view}
                endPing={endPing}
                live={live}
                units={units}
                eye={eye}
                label={`${name}${channel > 0 ? ', narrow beam,' : ''} echo of ${water}${nameOf === 'variant' ? ', compared' : ''}`}
                scale={layout.scale}
                rings={layout.rings}
                toward={toward}
                readCell={read}
                onHover={onHover}
                onPick={onPick}
                onState={channel === 0 ? takeState : undefined}
                overlay={(picture, settled) => (
                  <>
                    {isMeasuring && latest !== null && channel === 0 && (
                      <BeamMarks picture={picture} ring={ring!} endPing={endPing} light={light} />
                    )}
                    <Arrivals
                      picture={picture}
                      ring={ring}
                      endPing={endPing}
                      marks={marks}
                      view={settled}
                    />
                    <TruthLayer
                      labelled={revealedRegions(regions, lit, { numberOf, units })}
                      picture={picture}
                    />
                    <CursorMarks picture={picture} cursors={cursors} light={light} />
                  </>
                )}
              >
                {channel === 0 && children}
              </EchoPicture>
            </div>
            {source && isAlong(instrument) && view.zoom !== 'off' && !isBare && (
              <div className="order-first w-24 shrink-0">
                <EchoPicture
                  source={source}
                  view={{ ...view, zoom: 'off', scrollPxPerS: WHOLE_PX_PER_S }}
                  endPing={endPing}
                  live={live}
                  units={units}
                  eye={eye}
                  label={`${name}, the whole column`}
                  scale={false}
                  overlay={(picture) => <Enlarged picture={picture} shown={shownView} />}
                />
              </div>
            )}
          </div>
        </div>
      ))}
      {hasStrip && layout.strip && !isBare && (
        <LiveStrip
          info={ring?.info ?? null}
          view={shownView}
          eye={eye}
          pingLevelsCdb={
            ring && latest !== null
              ? ring.levelsCdb.subarray(
                  latest * ring.stride,
                  latest * ring.stride + ring.info.binCount,
                )
              : null
          }
          ping={endPing}
        />
      )}
    </div>
  );
}

/** Beside its enlarged part the column runs slowly: what is seen is where the part lies. */
const WHOLE_PX_PER_S = 8;

/** The part of the column that is enlarged. */
function Enlarged({ picture, shown }: { picture: Picture; shown: View }) {
  if (picture.kind !== 'along') return null;
  const top = depthToY(picture, shown.topM);
  const height = depthToY(picture, shown.bottomM) - top;
  return (
    <g fill="none" data-testid="enlarged-part">
      <rect
        x={1}
        y={top}
        width={picture.widthPx - 2}
        height={height}
        stroke="#05070d"
        strokeWidth={4}
      />
      <rect
        x={1}
        y={top}
        width={picture.widthPx - 2}
        height={height}
        stroke="#ffc861"
        strokeWidth={1.5}
      />
    </g>
  );
}

/** How wide the beam is at the bottom under the newest ping, and what is hidden by its edge. */
function BeamMarks({
  picture,
  ring,
  endPing,
  light,
}: {
  picture: Picture;
  ring: EchoRing;
  endPing: number;
  light: boolean;
}) {
  if (picture.kind !== 'along') return null;
  const { info, track } = ring;
  const slot = ring.slot(endPing - 1);
  const [channel] = info.channels;
  const altitudeM = track.bottomDepthM[slot] - info.draftM;
  const speedMps = Math.max(0.05, track.speedMps[slot]);
  const pxPerTrackM = (picture.pxPerPing * info.pingRateHz) / speedMps;
  // Along the track, which is what the picture's length shows.
  const widthPx = footprintM(altitudeM, channel.beamwidthDeg) * pxPerTrackM;
  const acrossDeg = channel.acrossBeamwidthDeg ?? channel.beamwidthDeg;
  const deadM = deadZoneM(altitudeM, acrossDeg, channel.rangeCellM);
  const bedY = depthToY(picture, track.bottomDepthM[slot]);
  const right = picture.widthPx - 2;
  const left = Math.max(2, right - widthPx);
  const colour = light ? '#7a2d12' : '#ffc861';
  return (
    <g data-testid="beam-marks" stroke={colour} fill="none" strokeWidth={1.5}>
      <path d={`M${left},${bedY + 6}v6H${right}v-6`} />
      <rect
        x={left}
        y={bedY - deadM * picture.pxPerM}
        width={right - left}
        height={Math.max(1, deadM * picture.pxPerM)}
        fill={colour}
        fillOpacity={0.22}
        strokeDasharray="3 3"
      />
    </g>
  );
}

/** A mark counts as passed when the boat came so near, or its picture reached it. */
const PASSED_M = 12;

/** Where the marks of the chart come by on the picture: at the newest edge when the boat is there. */
function Arrivals({
  picture,
  ring,
  endPing,
  marks,
  view,
}: {
  picture: Picture;
  ring: EchoRing | null;
  endPing: number;
  marks: MarkRecord[];
  view: View;
}) {
  if (!ring || picture.kind === 'polar' || marks.length === 0) return null;
  const lengthPx = picture.kind === 'along' ? picture.widthPx : picture.heightPx;
  const first = Math.max(ring.first, endPing - pingsAcross(ring.info, view, lengthPx));
  const reachM = picture.kind === 'abeam' ? view.bottomM : PASSED_M;
  return (
    <g data-testid="arrivals">
      {marks.map((mark) => {
        const passage = nearestPassage(ring, first, endPing, mark);
        if (!passage || passage.distanceM > reachM) return null;
        const { ping, abeamM, slantM } = passage;
        const isNow = ping >= endPing - 2;
        if (picture.kind === 'along') {
          const x = Math.min(picture.widthPx - 3, pingToX(picture, ping + 0.5));
          return <Pin key={mark.id} x={x} y={26} name={mark.name} isNow={isNow} />;
        }
        const side = picture.sides.find(({ name }) => (name === 'starboard') === abeamM > 0);
        if (!side) return null;
        return (
          <Pin
            key={mark.id}
            x={rangeToX(picture, side, slantM)}
            y={Math.max(12, pingToLineY(picture, ping + 0.5))}
            name={mark.name}
            isNow={isNow}
          />
        );
      })}
    </g>
  );
}

function Pin({ x, y, name, isNow }: { x: number; y: number; name: string; isNow: boolean }) {
  return (
    <g data-mark={name} data-now={isNow}>
      <path
        d={`M${x},${y + 8}l-5,-10a6,6 0 1 1 10,0z`}
        fill={isNow ? '#ff8a6b' : '#fffdf8'}
        stroke="#05070d"
        strokeWidth={1.2}
      />
      <HaloText x={x - 9} y={y - 2} textAnchor="end" fill="#fffdf8" halo="#05070d">
        {name}
      </HaloText>
    </g>
  );
}

/** The newest edge for React: as of this rendering, or at every frame where that is wanted. */
export function useEndPing(endPing: () => number, isFine: boolean, isMoving: boolean): number {
  const [fine, setFine] = useState(0);
  useEffect(() => {
    if (!isFine || !isMoving) return;
    let frame = requestAnimationFrame(function tick() {
      setFine(endPing());
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [endPing, isFine, isMoving]);
  return isFine && isMoving ? fine : endPing();
}
