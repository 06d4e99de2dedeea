/**
 * A picture of somebody's screen made measurable: framed (turned, cropped, newest edge where ours is) and
 * scaled by two clicks a way, it becomes an echo of colours on which every tool of reading works.
 */
import { z } from 'zod';
import {
  cellsPerPing,
  type ChannelInfo,
  type ChannelName,
  type EchogramInfo,
  emptyTrack,
  INSTRUMENTS,
  type PingTrack,
  isAbeam,
  isPolar,
} from '../sounding';
import { degToRad } from '../units/angle';

export interface PicturePoint {
  x: number;
  y: number;
}

const pointShape = { x: z.number(), y: z.number() };

export const MAX_PICTURE_SIDE_PX = 12_000;
const sidePx = z.int().min(16).max(MAX_PICTURE_SIDE_PX);

export const pictureFrameSchema = z.object({
  /** Clockwise, about the middle of the picture. */
  rotateDeg: z.number().min(-45).max(45),
  /** What is kept of the turned picture. */
  crop: z.object({ x: z.number(), y: z.number(), width: sidePx, height: sidePx }),
  /** Where the newest ping lies on the picture as it came. */
  newest: z.enum(['right', 'left', 'top', 'bottom']),
});
/** What of a picture is the echo, and which way it runs. */
export type PictureFrame = z.infer<typeof pictureFrameSchema>;

const scaleMark = z.object({ ...pointShape, m: z.number().min(0).max(500) });

export const calibrationSchema = z.object({
  instrument: z.enum(INSTRUMENTS),
  /**
   * Two places of known depth or range on the framed picture; of side fans the first lies on the line of
   * the boat, of a sector where its beams meet.
   */
  range: z.object({ a: scaleMark, b: scaleMark }).nullable(),
  /** Two places along the track, and what lies between them. */
  along: z
    .object({
      aPx: z.number(),
      bPx: z.number(),
      seconds: z.number().positive().max(86_400).nullable(),
      metres: z.number().positive().max(100_000).nullable(),
    })
    .nullable(),
  /** Water under the boat, from the surface, where no bottom line is drawn. */
  depthM: z.number().positive().max(500).nullable(),
  /** Of the transducer under the surface. */
  draftM: z.number().min(0).max(5),
  frequencyHz: z.number().positive().max(5e6).nullable(),
  beamwidthDeg: z.number().positive().max(180).nullable(),
  /** Of a sector, from edge to edge. */
  spanDeg: z.number().min(20).max(170),
});
export type Calibration = z.infer<typeof calibrationSchema>;

export const NO_CALIBRATION: Calibration = {
  instrument: 'cone',
  range: null,
  along: null,
  depthM: null,
  draftM: 0,
  frequencyHz: null,
  beamwidthDeg: null,
  spanDeg: 120,
};

/** The whole picture, as it came. */
export const wholeFrame = (width: number, height: number): PictureFrame => ({
  rotateDeg: 0,
  crop: { x: 0, y: 0, width, height },
  newest: 'right',
});

/** From a place on the picture as it came to the framed one. */
export function toFramed(
  { rotateDeg, crop, newest }: PictureFrame,
  size: { widthPx: number; heightPx: number },
  { x, y }: PicturePoint,
): PicturePoint {
  const [cos, sin] = [Math.cos(degToRad(rotateDeg)), Math.sin(degToRad(rotateDeg))];
  const [dx, dy] = [x - size.widthPx / 2, y - size.heightPx / 2];
  const framed = {
    x: size.widthPx / 2 + dx * cos - dy * sin - crop.x,
    y: size.heightPx / 2 + dx * sin + dy * cos - crop.y,
  };
  return {
    x: newest === 'left' ? crop.width - framed.x : framed.x,
    y: newest === 'bottom' ? crop.height - framed.y : framed.y,
  };
}

/** Back from the framed picture: the inverse of `toFramed`. */
export function fromFramed(
  { rotateDeg, crop, newest }: PictureFrame,
  size: { widthPx: number; heightPx: number },
  at: PicturePoint,
): PicturePoint {
  const x = (newest === 'left' ? crop.width - at.x : at.x) + crop.x - size.widthPx / 2;
  const y = (newest === 'bottom' ? crop.height - at.y : at.y) + crop.y - size.heightPx / 2;
  const [cos, sin] = [Math.cos(degToRad(rotateDeg)), Math.sin(degToRad(rotateDeg))];
  return { x: size.widthPx / 2 + x * cos + y * sin, y: size.heightPx / 2 - x * sin + y * cos };
}

/** Metres of range to a pixel of an unscaled picture: a stand-in, never shown as a measure. */
const NOMINAL_M_PER_PX = 0.01;
const NOMINAL_PINGS_HZ = 30;
const BEAMS_A_DEGREE = 4;
const LEAST_BINS = 16;
const MOST_BINS = 8192;

const isSide = ({ instrument }: Calibration) => isAbeam(instrument);
const isSector = ({ instrument }: Calibration) => isPolar(instrument);

function metresPerPx(calibration: Calibration): number {
  if (!calibration.range) return NOMINAL_M_PER_PX;
  const { a, b } = calibration.range;
  if (isSide(calibration)) return Math.abs((b.m - a.m) / (b.x - a.x));
  if (isSector(calibration)) return (b.m - a.m) / Math.hypot(b.x - a.x, b.y - a.y);
  return (b.m - a.m) / (b.y - a.y);
}

/** What is wrong with a calibration, in words; null when it can be used. */
export function calibrationFault(
  calibration: Calibration,
  { width, height }: { width: number; height: number },
): string | null {
  const { range, along } = calibration;
  if (range) {
    const perPx = metresPerPx(calibration);
    if (!Number.isFinite(perPx)) return 'the two marks of the scale lie at the same place';
    if (perPx <= 0) return 'the lower mark of the scale must be the deeper one';
    const extentPx = isSide(calibration) ? width : height;
    if (perPx * extentPx > 1000) return 'the picture would be more than a kilometre high';
    if (perPx * extentPx < 0.2) return 'the picture would be less than 20 cm high';
    const { zeroPx } = geometryOf(calibration, { width, height });
    if (!isSide(calibration) && !isSector(calibration) && zeroPx > height - LEAST_BINS) {
      return 'by these marks the surface lies under the picture';
    }
    if (zeroPx < -MOST_BINS + height) return 'by these marks the surface lies too far above';
  }
  if (along && along.aPx === along.bPx) return 'the two marks along the track are one';
  return null;
}

/** Where range begins on the framed picture, and how cells lie on it. */
interface Geometry {
  perPx: number;
  /** Along: the line of range 0. Side fans: the boat's column. Sector: the column of the apex. */
  zeroPx: number;
  zeroYPx: number;
  draftM: number;
  binCount: number;
  pingCount: number;
  beams: number;
}

function geometryOf(calibration: Calibration, size: { width: number; height: number }): Geometry {
  const { range, draftM } = calibration;
  const { width, height } = size;
  const perPx = metresPerPx(calibration);
  const bins = (count: number) => Math.min(MOST_BINS, Math.max(LEAST_BINS, Math.ceil(count)));
  if (isSide(calibration)) {
    const zeroPx = Math.round(range?.a.x ?? width / 2);
    const binCount = bins(Math.max(zeroPx, width - zeroPx));
    return { perPx, zeroPx, zeroYPx: 0, draftM, binCount, pingCount: height, beams: 1 };
  }
  if (isSector(calibration)) {
    const zeroPx = range?.a.x ?? width / 2;
    const zeroYPx = range?.a.y ?? 0;
    const beams = Math.round(calibration.spanDeg * BEAMS_A_DEGREE);
    return {
      perPx,
      zeroPx,
      zeroYPx,
      draftM,
      binCount: bins(height - zeroYPx),
      pingCount: 1,
      beams,
    };
  }
  const surfacePx = range ? range.a.y - range.a.m / perPx : 0;
  const zeroPx = Math.round(surfacePx + draftM / perPx);
  return {
    perPx,
    zeroPx,
    zeroYPx: zeroPx,
    // Cells lie on whole pixels; the draft takes what that moves.
    draftM: Math.max(0, (zeroPx - surfacePx) * perPx),
    binCount: bins(height - zeroPx),
    pingCount: width,
    beams: 1,
  };
}

const CHANNELS: Record<Calibration['instrument'], ChannelName[]> = {
  cone: ['cone'],
  column: ['column'],
  downFan: ['down'],
  sideFans: ['port', 'starboard'],
  sector: ['sector'],
};

/** The pings of a calibrated picture: what a record needs to say of them. Unknown figures are NaN. */
export function pictureEcho(
  calibration: Calibration,
  size: { width: number; height: number },
): { info: EchogramInfo; track: PingTrack; pingCount: number } {
  const { instrument, along, depthM, frequencyHz, beamwidthDeg, spanDeg } = calibration;
  const { perPx, draftM, binCount, pingCount, beams } = geometryOf(calibration, size);
  const apartPx = along ? Math.abs(along.bPx - along.aPx) : NaN;
  const secondsPerPing = (along?.seconds ?? NaN) / apartPx;
  const metresPerPing = (along?.metres ?? NaN) / apartPx;
  const beamDeg = spanDeg / beams;
  const channel = (name: ChannelName): ChannelInfo => ({
    name,
    frequencyHz: frequencyHz ?? NaN,
    beamwidthDeg: beamwidthDeg ?? NaN,
    acrossBeamwidthDeg: null,
    rangeCellM: perPx,
    absorptionDbPerM: 0,
    sourceLevelDb: 0,
    noiseLevelDb: NaN,
    beamAnglesDeg:
      beams === 1
        ? [0]
        : Array.from({ length: beams }, (_, i) => (i + 0.5) * beamDeg - spanDeg / 2),
  });
  const info: EchogramInfo = {
    instrument,
    channels: CHANNELS[instrument].map(channel),
    binCount,
    rangeStepM: perPx,
    draftM,
    soundSpeedMps: NaN,
    pingRateHz: 1 / secondsPerPing || NOMINAL_PINGS_HZ,
  };
  const track = emptyTrack(pingCount);
  for (let ping = 0; ping < pingCount; ping++) {
    track.timeS[ping] = pingCount === 1 ? 0 : ping * secondsPerPing;
    track.alongM[ping] = pingCount === 1 ? 0 : ping * metresPerPing;
    track.speedMps[ping] = metresPerPing / secondsPerPing;
    track.bottomDepthM[ping] = depthM ?? NaN;
  }
  for (const column of [track.xM, track.yM, track.headingRad]) column.fill(NaN);
  return { info, track, pingCount };
}

/** Where spots lie on the framed picture. */
function framedPlaces(calibration: Calibration, size: { width: number; height: number }) {
  const { zeroPx, zeroYPx, beams } = geometryOf(calibration, size);
  if (isSide(calibration)) {
    return (channel: number, ping: number, _: number, bin: number): PicturePoint => ({
      x: zeroPx + (channel === 0 ? -bin : bin),
      y: size.height - ping,
    });
  }
  if (isSector(calibration)) {
    const beamRad = degToRad(calibration.spanDeg) / beams;
    return (_: number, __: number, beam: number, bin: number): PicturePoint => {
      const angle = (beam - beams / 2) * beamRad;
      return { x: zeroPx + bin * Math.sin(angle), y: zeroYPx + bin * Math.cos(angle) };
    };
  }
  return (_: number, ping: number, __: number, bin: number): PicturePoint => ({
    x: ping,
    y: zeroPx + bin,
  });
}

/** A spot of a calibrated picture as a place on the framed picture. */
export function spotToFramed(
  calibration: Calibration,
  size: { width: number; height: number },
  channel: number,
  { ping, beam, bin }: { ping: number; beam: number; bin: number },
): PicturePoint {
  return framedPlaces(calibration, size)(channel, ping, beam, bin);
}

/** The spot under a place on the framed picture: the inverse of `spotToFramed`, and the channel it is in. */
export function framedToSpot(
  calibration: Calibration,
  size: { width: number; height: number },
  { x, y }: PicturePoint,
): { channel: number; ping: number; beam: number; bin: number } {
  const { zeroPx, zeroYPx, beams } = geometryOf(calibration, size);
  if (isSide(calibration)) {
    return {
      channel: x < zeroPx ? 0 : 1,
      ping: size.height - y,
      beam: 0,
      bin: Math.abs(x - zeroPx),
    };
  }
  if (isSector(calibration)) {
    const angleDeg = (Math.atan2(x - zeroPx, y - zeroYPx) * 180) / Math.PI;
    return {
      channel: 0,
      ping: 0.5,
      beam: (angleDeg * beams) / calibration.spanDeg + beams / 2,
      bin: Math.hypot(x - zeroPx, y - zeroYPx),
    };
  }
  return { channel: 0, ping: x, beam: 0, bin: y - zeroPx };
}

/**
 * Colours of the cells of a calibrated picture, laid out as levels are; 0 where the picture has none.
 * @param rgba the framed picture, row by row
 */
export function pictureColours(
  calibration: Calibration,
  size: { width: number; height: number },
  rgba: Uint32Array,
): Uint32Array {
  const { info, pingCount } = pictureEcho(calibration, size);
  const { binCount } = info;
  const stride = cellsPerPing(info);
  const colours = new Uint32Array(pingCount * stride);
  const placeOf = framedPlaces(calibration, size);
  let cell = 0;
  for (let ping = 0; ping < pingCount; ping++) {
    info.channels.forEach(({ beamAnglesDeg }, channel) => {
      for (let beam = 0; beam < beamAnglesDeg.length; beam++) {
        for (let bin = 0; bin < binCount; bin++, cell++) {
          const { x, y } = placeOf(channel, ping + 0.5, beam + 0.5, bin + 0.5);
          const isThere = x >= 0 && y >= 0 && x < size.width && y < size.height;
          if (isThere) colours[cell] = rgba[Math.floor(y) * size.width + Math.floor(x)];
        }
      }
    });
  }
  return colours;
}
