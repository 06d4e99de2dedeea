import { cellsPerPing, type EchogramInfo, trackedDepthsM, isAbeam } from '../sounding';
import type { EchoSource } from './paint';
import { type Picture, pictureOf, renderPicture } from './picture';
import { settledView } from './settle';
import type { View } from './view';

/** A stretch of pings in order, as it is recorded. */
export interface EchoStretch {
  info: EchogramInfo;
  firstPing: number;
  pingCount: number;
  /** Empty where the echo is known by its colours only. */
  levelsCdb: Int16Array;
  colours: Uint32Array | null;
  /** Used where there are no levels to find it on. */
  bottomDepthM: ArrayLike<number>;
}

/** A recorded stretch as a picture's source; its pings keep the numbers they had on the pass. */
export function stretchSource(stretch: EchoStretch): EchoSource {
  const { info, firstPing, pingCount, levelsCdb, colours, bottomDepthM } = stretch;
  // A ring of the stretch's own length, turned so that ping p lies at p mod pingCount.
  const turn = firstPing % pingCount;
  const split = (pingCount - turn) * cellsPerPing(info);
  const turned = <T extends Int16Array | Uint32Array>(cells: T): T => {
    if (turn === 0 || cells.length === 0) return cells;
    const ring = new (cells.constructor as new (length: number) => T)(cells.length);
    ring.set(cells.subarray(0, split), turn * cellsPerPing(info));
    ring.set(cells.subarray(split), 0);
    return ring;
  };
  let depthsM: Float32Array | null = null;
  return {
    info,
    levelsCdb: turned(levelsCdb),
    colours: colours ? turned(colours) : undefined,
    // Worked out when asked for: few views follow the bottom.
    get bottomDepthM() {
      if (!depthsM) {
        const inOrder =
          levelsCdb.length > 0 ? trackedDepthsM(info, levelsCdb, pingCount) : bottomDepthM;
        depthsM = Float32Array.from(
          { length: pingCount },
          (_, slot) => inOrder[(slot - turn + pingCount) % pingCount],
        );
      }
      return depthsM;
    },
    capacity: pingCount,
    first: firstPing,
    end: firstPing + pingCount,
  };
}

/**
 * All of a stretch, squeezed so that every ping fits, to be drawn.
 * @param endPing of a sector, whose pictures follow one another; exclusive
 */
export function pictureOfStretch(
  stretch: EchoStretch,
  wanted: View,
  widthPx: number,
  heightPx: number,
  endPing = stretch.firstPing + stretch.pingCount,
): { source: EchoSource; view: View; picture: Picture } {
  const { info, pingCount } = stretch;
  const source = stretchSource(stretch);
  const lengthPx = isAbeam(info.instrument) ? heightPx : widthPx;
  const scrollPxPerS = (lengthPx * info.pingRateHz) / pingCount;
  const view = settledView(source, { ...wanted, scrollPxPerS }, source.end, pingCount);
  return { source, view, picture: pictureOf(source, view, widthPx, heightPx, endPing) };
}

/** Draws all of a stretch; `pixels` holds width × height. */
export function drawWholeStretch(
  stretch: EchoStretch,
  view: View,
  widthPx: number,
  heightPx: number,
  pixels: Uint32Array,
): void {
  const whole = pictureOfStretch(stretch, view, widthPx, heightPx);
  renderPicture(whole.source, whole.view, whole.picture, pixels);
}
