/**
 * Side fans: the newest ping on top, slant range outward from the boat; port to the left and starboard
 * to the right of it, or one side over the whole width. Lines stand on a grid as the cone's columns do.
 */
import { cellsPerPing, type ChannelName, type EchogramInfo, firstRowOf } from '../sounding';
import type { DrawOptions } from './along';
import { type EchoSource, lookupFor, rangeTable, SILENT_CDB, STEP_SHIFT } from './paint';
import { pingReader } from './pingReader';
import type { View } from './view';

type SideName = Extract<ChannelName, 'port' | 'starboard'>;

/** One side on the picture. */
interface Side {
  channel: number;
  name: SideName;
  /** Where range 0 lies, px from the left, and which way range grows. */
  boatX: number;
  outward: 1 | -1;
  fromX: number;
  toX: number;
}

export interface AbeamTransform {
  kind: 'abeam';
  widthPx: number;
  heightPx: number;
  endPing: number;
  pxPerPing: number;
  /** Line of the grid above the top edge: line k counted from the first ping. */
  originPx: number;
  nearM: number;
  pxPerM: number;
  rangeStepM: number;
  sides: Side[];
}

export function abeamTransform(
  info: EchogramInfo,
  view: View,
  widthPx: number,
  heightPx: number,
  endPing: number,
): AbeamTransform {
  const pxPerPing = view.scrollPxPerS / info.pingRateHz;
  const there = info.channels.flatMap(({ name }, channel) =>
    (name === 'port' || name === 'starboard') && (view.sides === 'both' || view.sides === name)
      ? [{ name, channel }]
      : [],
  );
  const middle = there.length === 2 ? Math.round(widthPx / 2) : 0;
  const lengthPx = there.length === 2 ? widthPx / 2 : widthPx;
  return {
    kind: 'abeam',
    widthPx,
    heightPx,
    endPing,
    pxPerPing,
    originPx: Math.ceil(endPing * pxPerPing - 1e-9),
    nearM: view.topM,
    pxPerM: lengthPx / (view.bottomM - view.topM),
    rangeStepM: info.rangeStepM,
    sides: there.map(({ name, channel }): Side => {
      const isPort = name === 'port';
      const boatX = there.length === 2 ? middle : isPort ? widthPx : 0;
      return {
        channel,
        name,
        boatX,
        outward: isPort ? -1 : 1,
        fromX: isPort ? 0 : boatX,
        toX: isPort ? boatX : widthPx,
      };
    }),
  };
}

export const pingToLineY = (t: AbeamTransform, ping: number) => t.originPx - ping * t.pxPerPing;
export const lineYToPing = (t: AbeamTransform, yPx: number) => (t.originPx - yPx) / t.pxPerPing;
/** Ping that a line of the picture shows first; the newer one where several fall on it. */
export const abeamPing = (t: AbeamTransform, yPx: number) =>
  Math.ceil(lineYToPing(t, Math.floor(yPx)) - 1e-9) - 1;
export const rangeToX = (t: AbeamTransform, side: Side, rangeM: number) =>
  side.boatX + side.outward * (rangeM - t.nearM) * t.pxPerM;
export const xToRangeM = (t: AbeamTransform, side: Side, xPx: number) =>
  t.nearM + (side.outward * (xPx - side.boatX)) / t.pxPerM;
export const sideAt = (t: AbeamTransform, xPx: number) =>
  t.sides.find(({ fromX, toX }) => xPx >= fromX && xPx < toX) ?? null;

/** Draws as `renderEchogram` does; `from` and `to` are lines. */
export function renderAbeam(
  source: EchoSource,
  view: View,
  transform: AbeamTransform,
  pixels: Uint32Array,
  options: DrawOptions = {},
): void {
  const { info, levelsCdb, capacity } = source;
  const { binCount } = info;
  const stride = cellsPerPing(info);
  const { widthPx, heightPx } = transform;
  const { from: fromPx = 0, to: toPx = heightPx, eye = 'usual' } = options;
  const lookup = lookupFor(view, eye);
  const ground = lookup[0];
  const sides = transform.sides.map((side) => ({
    ...side,
    rowStart: firstRowOf(info, side.channel) * binCount,
    reader: pingReader(source, view, side.channel),
    // From the boat outward, whichever way that is on the picture.
    table: rangeTable(
      info,
      side.channel,
      view,
      side.toX - side.fromX,
      (px) => (transform.nearM + px / transform.pxPerM) / info.rangeStepM,
    ),
  }));
  const merged = new Int16Array(binCount);

  for (let y = fromPx; y < toPx; y++) {
    const row = (y - fromPx) * widthPx;
    const first = Math.floor(lineYToPing(transform, y + 1) + 1e-9);
    const last = Math.max(first + 1, Math.floor(lineYToPing(transform, y) + 1e-9));
    const from = Math.max(source.first, first);
    const to = Math.min(source.end, last);
    if (to <= from) {
      pixels.fill(ground, row, row + widthPx);
      continue;
    }
    for (const { rowStart, reader, table, fromX, toX, outward } of sides) {
      let levels = levelsCdb;
      let base = (from % capacity) * stride + rowStart;
      if (reader || to - from > 1) {
        merged.fill(SILENT_CDB);
        for (let ping = from; ping < to; ping++) {
          const read = reader?.(ping);
          const pingLevels = read?.levels ?? levelsCdb;
          const at = read?.at ?? (ping % capacity) * stride + rowStart;
          for (let cell = 0; cell < binCount; cell++) {
            const level = pingLevels[at + cell];
            if (level > merged[cell]) merged[cell] = level;
          }
        }
        levels = merged;
        base = 0;
      }
      const { firstCell, endCell, offsetCdb } = table;
      for (let i = 0; i < toX - fromX; i++) {
        const end = endCell[i];
        let colour = ground;
        if (end > firstCell[i]) {
          let strongest = SILENT_CDB;
          for (let cell = firstCell[i]; cell < end; cell++) {
            const level = levels[base + cell];
            if (level > strongest) strongest = level;
          }
          colour = lookup[(strongest + offsetCdb[i]) >> STEP_SHIFT];
        }
        pixels[row + (outward > 0 ? fromX + i : toX - 1 - i)] = colour;
      }
    }
  }
}
