/** Screens as they are printed: greys on white, at print resolution, with scale and frames drawn as lines. */
import { encode } from 'fast-png';
import { depthToY, pictureOfStretch, rangeToX, renderPicture, scaleTicks } from '@core/display';
import type { DrillScreen } from '@core/drills';
import { frameOnPicture, type TruthRegion } from '@core/reading';
import { isAbeam, isAlong } from '@core/sounding';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import type { Figure } from './pdf';

/** About 200 dots an inch over the width of a page. */
const WIDTH_PX = 1340;
const TICKS = 6;
/** Luma of a colour, red in the lowest byte. Source: ITU-R BT.709-6, 3.2. */
const greyOf = (pixel: number) =>
  Math.round(
    0.2126 * (pixel & 0xff) + 0.7152 * ((pixel >> 8) & 0xff) + 0.0722 * ((pixel >> 16) & 0xff),
  );

interface Wanted {
  alt: string;
  caption: string;
  framed?: readonly { region: TruthRegion; badge: string }[];
  units: UnitSystem;
  /** Height over width. */
  shape: number;
  /** Share of the page's width it is printed at. */
  share?: number;
  /** Other gain than the screen's, dB. */
  gainDb?: number;
}

/** As tall as side fans and sector want to be seen, as flat as the others. */
export const shapeOf = ({ info }: Pick<DrillScreen, 'info'>) =>
  isAlong(info.instrument) ? 0.42 : 0.56;

/** A screen's whole recording as a figure: grey picture, scale, and the marks that are framed on it. */
export function paperFigure(screen: DrillScreen, wanted: Wanted): Figure {
  const { alt, caption, framed = [], units, shape, share = 1 } = wanted;
  const { info } = screen;
  const widthPx = Math.round(WIDTH_PX * share);
  const heightPx = Math.round(widthPx * shape);
  const shown = {
    ...screen.view,
    ...(wanted.gainDb === undefined ? {} : { gainDb: wanted.gainDb, autoGain: false }),
    paletteId: 'pencil' as const,
    zoom: 'off' as const,
  };
  const isSector = !isAlong(info.instrument) && !isAbeam(info.instrument);
  // Of a sector the picture on which the first mark stands out.
  const endPing = isSector ? framed.at(0)?.region.peak.ping : undefined;
  const stretch = { ...screen, bottomDepthM: screen.track.bottomDepthM };
  const { source, view, picture } = pictureOfStretch(
    stretch,
    shown,
    widthPx,
    heightPx,
    endPing === undefined ? undefined : endPing + 1,
  );
  const pixels = new Uint32Array(widthPx * heightPx);
  renderPicture(source, view, picture, pixels);
  const png = encode({
    width: widthPx,
    height: heightPx,
    data: Uint8Array.from(pixels, greyOf),
    channels: 1,
    depth: 8,
  });
  const { show, read, unit } = LENGTH[units];
  const named = (ticks: number[]) =>
    ticks.map((tick) => `${formatNumber(tick, tick % 1 === 0 ? 0 : 1)}`);
  let ticks: Figure['ticks'] = [];
  if (picture.kind === 'along') {
    const at = scaleTicks(show(view.topM), show(view.bottomM), TICKS);
    const words = named(at);
    ticks = at.map((tick, i) => ({
      at: depthToY(picture, read(tick)) / heightPx,
      text: i === at.length - 1 ? `${words[i]} ${unit}` : words[i],
    }));
  } else if (picture.kind === 'abeam') {
    const at = scaleTicks(0, show(view.bottomM), TICKS / 2);
    const words = named(at);
    ticks = picture.sides.flatMap((side) =>
      at.map((tick, i) => ({
        at: rangeToX(picture, side, read(tick)) / widthPx,
        text: i === at.length - 1 ? `${words[i]} ${unit}` : words[i],
      })),
    );
  }
  const frames = framed.flatMap(({ region, badge }) => {
    const box = frameOnPicture(region, picture);
    if (!box) return [];
    return [
      {
        x: box.left / widthPx,
        y: box.top / heightPx,
        width: (box.right - box.left) / widthPx,
        height: (box.bottom - box.top) / heightPx,
        label: badge,
      },
    ];
  });
  return {
    ...{ png, widthPx, heightPx, alt, caption, frames },
    ticks: ticks.filter(({ at }) => at >= 0 && at <= 1),
    ticksAre: isAbeam(info.instrument) ? 'across' : 'down',
  };
}
