/** Draws an echo that is known by its colours only: a picture of somebody's screen, scaled. */
import { cellsPerPing, firstRowOf } from '../sounding';
import { type AbeamTransform, lineYToPing, xToRangeM } from './abeam';
import { type DrawOptions, type EchoTransform, xToPing, yToBin } from './along';
import type { EchoSource } from './paint';
import { polarMap, type PolarTransform } from './polar';

/** Ground beside the picture: opaque, nearly black. */
const GROUND = 0xff0d0705;
/** Each pixel is the mean of so many samples along either way, which keeps small writing legible. */
const SAMPLES = 2;

const sampled = (lengthPx: number, at: (px: number) => number) =>
  Int32Array.from({ length: lengthPx * SAMPLES }, (_, i) => at((i + 0.5) / SAMPLES));

export function renderColours(
  source: EchoSource,
  picture: EchoTransform | AbeamTransform | PolarTransform,
  pixels: Uint32Array,
  options: DrawOptions = {},
): void {
  switch (picture.kind) {
    case 'along':
      renderAlong(source, picture, pixels, options);
      break;
    case 'abeam':
      renderAbeam(source, picture, pixels, options);
      break;
    case 'polar': {
      const ping = picture.endPing - 1;
      const base = (ping % source.capacity) * cellsPerPing(source.info);
      const isThere = ping >= source.first && ping < source.end;
      polarMap(picture).cells.forEach((cell, i) => {
        pixels[i] = isThere && cell >= 0 ? source.colours![base + cell] || GROUND : GROUND;
      });
    }
  }
}

/** First cell of a ping's row, −1 where there is no such ping. */
const baseOf = ({ info, first, end, capacity }: EchoSource, row: number, ping: number) =>
  ping >= first && ping < end ? (ping % capacity) * cellsPerPing(info) + row * info.binCount : -1;

function renderAlong(
  source: EchoSource,
  picture: EchoTransform,
  pixels: Uint32Array,
  { from = 0, to = picture.widthPx }: DrawOptions,
): void {
  const { info, colours, channel = 0 } = source;
  const row = firstRowOf(info, channel);
  const pings = sampled(to - from, (px) => Math.floor(xToPing(picture, px + from)));
  const bins = sampled(picture.heightPx, (px) => Math.floor(yToBin(picture, px)));
  const bases = pings.map((ping) => baseOf(source, row, ping));
  const lifts = pings.map((ping) => picture.liftOf?.(ping) ?? 0);
  blend(pixels, to - from, picture.heightPx, (u, v) => {
    const bin = bins[v] + lifts[u];
    return bases[u] >= 0 && bin >= 0 && bin < info.binCount ? colours![bases[u] + bin] : 0;
  });
}

function renderAbeam(
  source: EchoSource,
  picture: AbeamTransform,
  pixels: Uint32Array,
  { from = 0, to = picture.heightPx }: DrawOptions,
): void {
  const { info, colours } = source;
  const pings = sampled(to - from, (px) => Math.floor(lineYToPing(picture, px + from)));
  const bases = pings.map((ping) => baseOf(source, 0, ping));
  // Cells from the first of the ping on, the side's own rows before it; −1 between the sides.
  const cells = sampled(picture.widthPx, (px) => {
    const side = picture.sides.find(({ fromX, toX }) => px >= fromX && px < toX);
    if (!side) return -1;
    const bin = Math.floor(xToRangeM(picture, side, px) / picture.rangeStepM);
    const isThere = bin >= 0 && bin < info.binCount;
    return isThere ? firstRowOf(info, side.channel) * info.binCount + bin : -1;
  });
  blend(pixels, picture.widthPx, to - from, (u, v) =>
    bases[v] >= 0 && cells[u] >= 0 ? colours![bases[v] + cells[u]] : 0,
  );
}

/** Mean colour of each pixel's samples. @param colourAt 0 where there is none */
function blend(
  pixels: Uint32Array,
  widthPx: number,
  heightPx: number,
  colourAt: (u: number, v: number) => number,
): void {
  const share = SAMPLES * SAMPLES;
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let i = 0; i < share; i++) {
        const colour =
          colourAt(SAMPLES * x + (i % SAMPLES), SAMPLES * y + ((i / SAMPLES) | 0)) || GROUND;
        red += colour & 255;
        green += (colour >> 8) & 255;
        blue += (colour >> 16) & 255;
      }
      pixels[y * widthPx + x] =
        0xff000000 | ((blue / share) << 16) | ((green / share) << 8) | (red / share);
    }
  }
}
