/** Between echoes and pictures of them: the scale of a picture we draw, and regions taken from one to the other. */
import {
  LEAST_WINDOW_M,
  type Picture,
  placeOfSpot,
  type View,
  VIEW_LIMITS,
  viewOf,
} from '../display';
import { type EchogramInfo, type PingTrack, isAlong } from '../sounding';
import {
  type Calibration,
  framedToSpot,
  fromFramed,
  NO_CALIBRATION,
  pictureEcho,
  type PictureFrame,
  type PicturePoint,
  spotToFramed,
  toFramed,
} from './calibration';
import { type DrawnRegion, drawnRegionSchema, shapeWith } from './regions';
import type { TruthRegion } from './visibility';

/** The view in which a picture is shown whole, a pixel of it for a ping or cell where limits allow. */
export function pictureView(
  calibration: Calibration,
  crop: { width: number; height: number },
): View {
  const { info } = pictureEcho(calibration, crop);
  const { depthM, scrollPxPerS } = VIEW_LIMITS;
  const isDown = isAlong(info.instrument);
  const firstM = isDown ? info.draftM + (info.binCount - crop.height) * info.rangeStepM : 0;
  const lastM = (isDown ? info.draftM : 0) + info.binCount * info.rangeStepM;
  const topM = Math.min(depthM.max - LEAST_WINDOW_M, Math.max(depthM.min, firstM));
  return viewOf({
    gainDb: 40,
    paletteId: 'rockpool',
    topM,
    bottomM: Math.min(depthM.max, Math.max(topM + LEAST_WINDOW_M, lastM)),
    scrollPxPerS: Math.min(scrollPxPerS.max, Math.max(scrollPxPerS.min, info.pingRateHz)),
  });
}

/** Two moments on a picture of our own are stated so far apart. */
const APART_PX = 100;

/**
 * The calibration of a picture that we draw ourselves: its scale is known, pixel by pixel. A picture that
 * hangs on the bottom has no one scale of depth, and side fans that begin away from the boat none of range.
 */
export function calibrationOf(
  picture: Picture,
  { info, track }: { info: EchogramInfo; track: PingTrack },
): Calibration {
  const pings = track.timeS.length - 1;
  const secondsPerPing = (track.timeS[pings] - track.timeS[0]) / pings;
  const metresPerPing = (track.alongM[pings] - track.alongM[0]) / pings;
  const [channel] = info.channels;
  const known = (value: number) => (Number.isFinite(value) && value > 0 ? value : null);
  const base = {
    ...NO_CALIBRATION,
    instrument: info.instrument,
    frequencyHz: known(channel.frequencyHz),
    beamwidthDeg: known(channel.beamwidthDeg),
    depthM: known(track.bottomDepthM[pings]),
  };
  if (picture.kind === 'polar') {
    const { apexX, apexY, pxPerM, rangeM, spacingRad, beams } = picture;
    return {
      ...base,
      range: {
        a: { x: apexX, y: apexY, m: 0 },
        b: { x: apexX, y: apexY + rangeM * pxPerM, m: rangeM },
      },
      spanDeg: (spacingRad * beams * 180) / Math.PI,
    };
  }
  const perPx = 1 / picture.pxPerPing;
  const along = {
    aPx: 0,
    bPx: APART_PX,
    seconds: known(APART_PX * perPx * secondsPerPing),
    metres: known(APART_PX * perPx * metresPerPing),
  };
  if (picture.kind === 'along') {
    const { topM, pxPerM, heightPx, draftM } = picture;
    return {
      ...base,
      draftM,
      range: picture.liftOf
        ? null
        : { a: { x: 0, y: 0, m: topM }, b: { x: 0, y: heightPx, m: topM + heightPx / pxPerM } },
      along: along.seconds || along.metres ? along : null,
    };
  }
  const [side] = picture.sides;
  const boatX = picture.sides.length === 2 ? picture.sides[1].boatX : side.boatX;
  const edgeX = side.boatX + side.outward * APART_PX;
  return {
    ...base,
    range:
      picture.nearM > 0
        ? null
        : { a: { x: boatX, y: 0, m: 0 }, b: { x: edgeX, y: 0, m: APART_PX / picture.pxPerM } },
    along: along.seconds || along.metres ? along : null,
  };
}

/** Regions of a screen in the cells that its picture will have when it is read back. */
export function regionsOnPicture(
  regions: readonly TruthRegion[],
  drawn: readonly DrawnRegion[],
  picture: Picture,
  calibration: Calibration,
): DrawnRegion[] {
  const size = { width: picture.widthPx, height: picture.heightPx };
  const known = regions.filter(({ kind, verdict }) => kind !== null && verdict !== 'hidden');
  const outlines = known.flatMap((region): DrawnRegion[] => {
    const { outline, targetId, channel, label, name } = region;
    if (outline.length === 0) return [];
    const near = outline.map(({ ping, firstBeam, firstBin }) => ({
      ping,
      beam: firstBeam,
      bin: firstBin,
    }));
    const far = outline.map(({ ping, lastBeam, lastBin }) => ({
      ping: ping + 1,
      beam: lastBeam + 1,
      bin: lastBin + 1,
    }));
    const every = Math.ceil(outline.length / 150);
    const ring = [...near, ...far.reverse()].filter((_, i) => i % every === 0);
    return [
      drawnRegionSchema.parse({
        id: `${label}-${targetId}`.replace(/[^\w-]/g, '_').slice(0, 64),
        channel,
        shape: {
          kind: 'polygon',
          spots: ring.length >= 3 ? ring : [...ring, ...ring, ...ring].slice(0, 3),
        },
        label,
        name: name.slice(0, 80),
      }),
    ];
  });
  return [...outlines, ...drawn].flatMap((region) => {
    const places = region.shape.spots.map((spot) => placeOfSpot(picture, region.channel, spot));
    if (places.some((place) => place === null)) return [];
    return [placedAgain(region, places as PicturePoint[], calibration, size)];
  });
}

/** Moves regions to the cells of a picture framed or calibrated anew. */
export function recalibrated(
  regions: readonly DrawnRegion[],
  size: { widthPx: number; heightPx: number },
  from: { frame: PictureFrame; calibration: Calibration },
  to: { frame: PictureFrame; calibration: Calibration },
): DrawnRegion[] {
  return regions.map((region) => {
    const places = region.shape.spots.map((spot) => {
      const old = spotToFramed(from.calibration, from.frame.crop, region.channel, spot);
      return toFramed(to.frame, size, fromFramed(from.frame, size, old));
    });
    return placedAgain(region, places, to.calibration, to.frame.crop);
  });
}

/** A region through places of a framed picture, in the picture's own cells. */
function placedAgain(
  region: DrawnRegion,
  places: PicturePoint[],
  calibration: Calibration,
  size: { width: number; height: number },
): DrawnRegion {
  const spots = places.map((place) => framedToSpot(calibration, size, place));
  return {
    ...region,
    channel: spots[0].channel,
    shape: shapeWith(
      region.shape.kind,
      spots.map(({ ping, beam, bin }) => ({ ping, beam, bin })),
    ),
  };
}

/** Room between a mark and its frame, px. */
const FRAME_ROOM_PX = 10;

/** Where a mark is framed on a picture, px; null where nothing of it is there. */
export function frameOnPicture(
  { channel, outline }: Pick<TruthRegion, 'channel' | 'outline'>,
  picture: Picture,
): { left: number; right: number; top: number; bottom: number } | null {
  const isPolar = picture.kind === 'polar';
  const rows = isPolar ? outline.filter(({ ping }) => ping === picture.endPing - 1) : outline;
  const corners = rows.flatMap(({ ping, firstBin, lastBin, firstBeam, lastBeam }) =>
    [
      { ping, beam: firstBeam, bin: firstBin },
      { ping: ping + 1, beam: lastBeam + 1, bin: lastBin + 1 },
      ...(isPolar
        ? [
            { ping: ping + 1, beam: firstBeam, bin: lastBin + 1 },
            { ping, beam: lastBeam + 1, bin: firstBin },
          ]
        : []),
    ].flatMap((spot) => placeOfSpot(picture, channel, spot) ?? []),
  );
  if (corners.length === 0) return null;
  const clamp = (value: number, most: number) => Math.min(most - 2, Math.max(2, value));
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  return {
    left: clamp(Math.min(...xs) - FRAME_ROOM_PX, picture.widthPx),
    right: clamp(Math.max(...xs) + FRAME_ROOM_PX, picture.widthPx),
    top: clamp(Math.min(...ys) - FRAME_ROOM_PX, picture.heightPx),
    bottom: clamp(Math.max(...ys) + FRAME_ROOM_PX, picture.heightPx),
  };
}
