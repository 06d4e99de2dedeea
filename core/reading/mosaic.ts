/**
 * Side-fan screens laid on the map in true place: each cell at its ground range from where the boat was, square to its
 * heading. Ground is taken as level across each ping; what hangs in the water falls on the ground beneath. Source: plane
 * geometry of slant ranges.
 */
import { aboveFloorDb, shownSpanDb, type View } from '../display';
import { cellsPerPing, type EchogramInfo, type PingTrack } from '../sounding';
import { groundRangeM } from './place';

export interface MosaicSource {
  info: EchogramInfo;
  track: PingTrack;
  pingCount: number;
  levelsCdb: Int16Array;
  view: View;
}

export interface Mosaic {
  originM: { x: number; y: number };
  cellM: number;
  columns: number;
  rows: number;
  /** Row by row from the south: 0 where nothing was seen, else brightness 1–255. */
  shades: Uint8Array;
}

const MOST_CELLS = 4_000_000;
/** A cell of ground is met at least so often by a step along the range. */
const STEP_SHARE = 0.6;

/** Where a ping looks: to port −1, to starboard 1, in the order of the channels. */
const sideOf = (name: string) => (name === 'port' ? -1 : 1);

export function mosaicOf(sources: readonly MosaicSource[], wantedCellM = 0.25): Mosaic | null {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { track, pingCount, info, view } of sources) {
    const reachM = Math.min(view.bottomM, info.binCount * info.rangeStepM);
    for (let slot = 0; slot < pingCount; slot++) {
      const [x, y] = [track.xM[slot], track.yM[slot]];
      if (!Number.isFinite(x + y)) continue;
      west = Math.min(west, x - reachM);
      east = Math.max(east, x + reachM);
      south = Math.min(south, y - reachM);
      north = Math.max(north, y + reachM);
    }
  }
  if (!(east > west)) return null;
  const area = (east - west) * (north - south);
  const cellM = Math.max(wantedCellM, Math.sqrt(area / MOST_CELLS));
  const columns = Math.ceil((east - west) / cellM);
  const rows = Math.ceil((north - south) / cellM);
  const sums = new Float32Array(columns * rows);
  const counts = new Uint16Array(columns * rows);
  for (const source of sources) {
    eachCell(source, cellM, (x, y, share) => {
      const column = Math.floor((x - west) / cellM);
      const row = Math.floor((y - south) / cellM);
      if (column < 0 || row < 0 || column >= columns || row >= rows) return;
      const at = row * columns + column;
      if (counts[at] === 65_535) return;
      sums[at] += share;
      counts[at]++;
    });
  }
  const shades = Uint8Array.from(counts, (count, at) =>
    count === 0 ? 0 : 1 + Math.round(254 * Math.min(1, Math.max(0, sums[at] / count))),
  );
  return { originM: { x: west, y: south }, cellM, columns, rows, shades };
}

/** Each place on the ground that a screen shows, with how bright it is drawn, 0–1. */
function eachCell(
  { info, track, pingCount, levelsCdb, view }: MosaicSource,
  cellM: number,
  put: (x: number, y: number, share: number) => void,
): void {
  const stride = cellsPerPing(info);
  const spanDb = shownSpanDb(view);
  const lastBin = Math.min(info.binCount, Math.ceil(view.bottomM / info.rangeStepM));
  const at0Db = info.channels.map((channel) =>
    Float32Array.from({ length: lastBin }, (_, bin) =>
      aboveFloorDb(0, (bin + 0.5) * info.rangeStepM, channel, view),
    ),
  );
  for (let slot = 0; slot < pingCount; slot++) {
    const altitudeM = track.bottomDepthM[slot] - info.draftM;
    const [x, y] = [track.xM[slot], track.yM[slot]];
    if (!Number.isFinite(x + y + altitudeM)) continue;
    const [east, north] = [Math.cos(track.headingRad[slot]), -Math.sin(track.headingRad[slot])];
    for (const [index, channel] of info.channels.entries()) {
      const side = sideOf(channel.name);
      let beforeM = 0;
      for (let bin = Math.ceil(altitudeM / info.rangeStepM); bin < lastBin; bin++) {
        const groundM = groundRangeM((bin + 0.5) * info.rangeStepM, altitudeM);
        const levelDb = levelsCdb[slot * stride + index * info.binCount + bin] / 100;
        const share = (levelDb + at0Db[index][bin]) / spanDb;
        // Close to the boat a cell of range covers much ground.
        for (let m = beforeM + STEP_SHARE * cellM; m < groundM; m += STEP_SHARE * cellM) {
          put(x + side * m * east, y + side * m * north, share);
        }
        put(x + side * groundM * east, y + side * groundM * north, share);
        beforeM = groundM;
      }
    }
  }
}
