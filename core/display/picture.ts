/** The picture of any instrument: where a cell lies on it, which cell lies where, and its pixels. */
import { TRAITS } from '../sounding';
import {
  abeamPing,
  type AbeamTransform,
  abeamTransform,
  lineYToPing,
  pingToLineY,
  rangeToX,
  renderAbeam,
  sideAt,
  xToRangeM,
} from './abeam';
import {
  cellToY,
  type DrawOptions,
  type EchoTransform,
  echoTransform,
  pingToX,
  renderEchogram,
  xToPing,
  yToBin,
} from './along';
import { renderColours } from './colours';
import type { EchoSource } from './paint';
import { liftOf, reachPings } from './pingReader';
import {
  polarCell,
  polarPlace,
  polarSpot,
  type PolarTransform,
  polarTransform,
  renderPolar,
} from './polar';
import type { View } from './view';

export type Picture = EchoTransform | AbeamTransform | PolarTransform;

/** One cell of an echogram. */
export interface EchoPoint {
  ping: number;
  channel: number;
  /** Within the channel; 0 where there is one. */
  beam: number;
  bin: number;
}

/**
 * @param view as settled: its window and gain are those shown
 * @param endPing the picture shows what came before it
 */
export function pictureOf(
  source: EchoSource,
  view: View,
  widthPx: number,
  heightPx: number,
  endPing: number,
): Picture {
  const { info } = source;
  switch (TRAITS[info.instrument].picture) {
    case 'abeam':
      return abeamTransform(info, view, widthPx, heightPx, endPing);
    case 'polar':
      return polarTransform(info, view, widthPx, heightPx, endPing);
    case 'along':
      return {
        ...echoTransform(info, view, widthPx, heightPx, endPing),
        liftOf: liftOf(source, view) ?? undefined,
      };
  }
}

/** The cell under a place on the picture; null beside it or where nothing was received yet. */
export function pointAt(
  picture: Picture,
  source: EchoSource,
  xPx: number,
  yPx: number,
): EchoPoint | null {
  const point = cellUnder(picture, source.channel ?? 0, xPx, yPx);
  const isThere =
    point !== null &&
    point.ping >= source.first &&
    point.ping < Math.min(source.end, picture.endPing) &&
    point.bin >= 0 &&
    point.bin < source.info.binCount;
  return isThere ? point : null;
}

function cellUnder(picture: Picture, channel: number, xPx: number, yPx: number): EchoPoint | null {
  switch (picture.kind) {
    case 'along': {
      const ping = Math.floor(xToPing(picture, xPx) + 1e-9);
      const lifted = picture.liftOf?.(ping) ?? 0;
      return { ping, channel, beam: 0, bin: Math.floor(yToBin(picture, yPx)) + lifted };
    }
    case 'abeam': {
      const side = sideAt(picture, xPx);
      if (!side) return null;
      const rangeM = xToRangeM(picture, side, xPx);
      return {
        ping: abeamPing(picture, yPx),
        channel: side.channel,
        beam: 0,
        bin: Math.floor(rangeM / picture.rangeStepM),
      };
    }
    case 'polar': {
      const cell = polarCell(picture, xPx, yPx);
      return cell && { ping: picture.endPing - 1, channel: 0, ...cell };
    }
  }
}

/** Middle of a cell on the picture, px; null for a channel that it does not show. */
export function placeOf(picture: Picture, point: EchoPoint): { x: number; y: number } | null {
  switch (picture.kind) {
    case 'along':
      return {
        x: pingToX(picture, point.ping + 0.5),
        y: cellToY(picture, point.ping, point.bin + 0.5),
      };
    case 'abeam': {
      const side = picture.sides.find(({ channel }) => channel === point.channel);
      return side
        ? {
            x: rangeToX(picture, side, (point.bin + 0.5) * picture.rangeStepM),
            y: pingToLineY(picture, point.ping + 0.5),
          }
        : null;
    }
    case 'polar':
      return polarPlace(picture, point);
  }
}

/**
 * A place on the picture as a spot on the echo: pings, beams and cells with their fractions, wherever it
 * lies.
 * @param channel of side fans the side that is meant; else the one shown
 */
export function spotAt(
  picture: Picture,
  channel: number,
  xPx: number,
  yPx: number,
): { ping: number; beam: number; bin: number } {
  switch (picture.kind) {
    case 'along': {
      const ping = xToPing(picture, xPx);
      const lifted = picture.liftOf?.(Math.floor(ping)) ?? 0;
      return { ping, beam: 0, bin: yToBin(picture, yPx) + lifted };
    }
    case 'abeam': {
      const side = picture.sides.find((one) => one.channel === channel) ?? picture.sides[0];
      return {
        ping: lineYToPing(picture, yPx),
        beam: 0,
        bin: Math.max(0, xToRangeM(picture, side, xPx)) / picture.rangeStepM,
      };
    }
    case 'polar':
      return { ping: picture.endPing - 0.5, ...polarSpot(picture, xPx, yPx) };
  }
}

/** The side fan's channel under a place, or the one channel of other pictures. */
export function channelAt(picture: Picture, xPx: number, shown = 0): number {
  if (picture.kind !== 'abeam') return shown;
  return (sideAt(picture, xPx) ?? picture.sides[0]).channel;
}

/** Where a spot lies on the picture, px: the inverse of `spotAt`. Null for a side that is not shown. */
export function placeOfSpot(
  picture: Picture,
  channel: number,
  { ping, beam, bin }: { ping: number; beam: number; bin: number },
): { x: number; y: number } | null {
  if (picture.kind !== 'along') {
    return placeOf(picture, { ping: ping - 0.5, channel, beam: beam - 0.5, bin: bin - 0.5 });
  }
  return { x: pingToX(picture, ping), y: cellToY(picture, ping, bin) };
}

export function renderPicture(
  source: EchoSource,
  view: View,
  picture: Picture,
  pixels: Uint32Array,
  options: DrawOptions = {},
): void {
  if (source.colours) {
    renderColours(source, picture, pixels, options);
    return;
  }
  switch (picture.kind) {
    case 'along':
      renderEchogram(source, view, picture, pixels, options);
      break;
    case 'abeam':
      renderAbeam(source, view, picture, pixels, options);
      break;
    case 'polar':
      renderPolar(source, view, picture, pixels, options);
      break;
  }
}

/** What is new on a picture that has scrolled: how far, and the columns or lines to draw. */
export interface Scrolled {
  byPx: number;
  from: number;
  to: number;
}

const sameBut = (a: Picture, b: Picture) => {
  const plain = (picture: Picture) => JSON.stringify({ ...picture, endPing: 0, originPx: 0 });
  return plain(a) === plain(b);
};

/** @returns null when the picture has to be drawn whole */
export function scrolledSince(old: Picture, next: Picture, view: View): Scrolled | null {
  if (old.kind === 'polar' || next.kind === 'polar' || old.kind !== next.kind) return null;
  const byPx = next.originPx - old.originPx;
  const lengthPx = next.kind === 'along' ? next.widthPx : next.heightPx;
  if (byPx < 0 || byPx >= lengthPx || next.endPing < old.endPing || !sameBut(old, next))
    return null;
  // The last column may have waited for more pings, and filters look ahead.
  const waited = Math.ceil(
    (next.endPing - old.endPing + 1 + reachPings(view)) * next.pxPerPing + 1,
  );
  const fresh = Math.min(lengthPx, Math.max(byPx, waited));
  return next.kind === 'along'
    ? { byPx, from: lengthPx - fresh, to: lengthPx }
    : { byPx, from: 0, to: fresh };
}
