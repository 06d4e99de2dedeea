/**
 * A ping as a view shows it: filtered, and moved so that the bottom lies level where the zoom hangs on
 * it. The stored echo stays as it was received.
 */
import { log10 } from '../numeric';
import { cellsPerPing, firstRowOf } from '../sounding';
import { fromDb } from '../units/decibel';
import { type EchoSource, SILENT_CDB } from './paint';
import { tvgDb, type View } from './view';

/** A cell so far above both its neighbours in time is not an echo that stays. */
const CROSS_TALK_CDB = 800;

/** A frame that glows on is forgotten after so many more. */
const GLOWING_FRAMES = 6;
const GLOW_STEP_SHIFT = 3;
/** Intensity of every level, in steps of 8 hundredths of a decibel. */
let intensities: Float64Array | null = null;
const intensityTable = () =>
  (intensities ??= Float64Array.from({ length: 65_536 >> GLOW_STEP_SHIFT }, (_, step) =>
    fromDb(((step << GLOW_STEP_SHIFT) + SILENT_CDB) / 100),
  ));

/** The bottom of a view that hangs on it lies this far up from the lower edge, as a share of its height. */
const LOCK_SHARE = 0.15;

/** Pings to each side that a view's filters look at; a picture must redraw so many when new ones come. */
export function reachPings(view: View): number {
  return view.noiseFilter + (view.crossTalkFilter ? 1 : 0);
}

/** Gives a ping's cells: `levels` from `at` on. The buffer is used again by the next call. */
export type PingReader = (ping: number) => { levels: Int16Array; at: number };

/** Depth to which the bottom of every ping is moved when the view hangs on it, m. */
export const lockDepthM = (view: View) => view.bottomM - LOCK_SHARE * (view.bottomM - view.topM);

/** Cells by which each ping is lifted in a view that hangs on the bottom; null in any other. */
export function liftOf(source: EchoSource, view: View): ((ping: number) => number) | null {
  const { bottomDepthM, info, first, end, capacity } = source;
  if (view.zoom !== 'bottom' || !bottomDepthM) return null;
  return (ping) => {
    const slot = Math.min(end - 1, Math.max(first, ping)) % capacity;
    return Math.round((bottomDepthM[slot] - lockDepthM(view)) / info.rangeStepM);
  };
}

const middleOf = (sorted: Int16Array, count: number) => {
  // Insertion: there are at most seven.
  for (let i = 1; i < count; i++) {
    const value = sorted[i];
    let k = i - 1;
    for (; k >= 0 && sorted[k] > value; k--) sorted[k + 1] = sorted[k];
    sorted[k + 1] = value;
  }
  return sorted[count >> 1];
};

/** A reader for a channel's rows, or null when the view shows pings as they are stored. */
export function pingReader(source: EchoSource, view: View, channel: number): PingReader | null {
  const { info, levelsCdb, capacity, first, end } = source;
  const { noiseFilter, crossTalkFilter, persistence } = view;
  const muted = Math.min(info.binCount, Math.ceil(view.surfaceFilterM / info.rangeStepM));
  const lift = liftOf(source, view);
  if (noiseFilter === 0 && !crossTalkFilter && persistence === 0 && muted === 0 && !lift) {
    return null;
  }

  const stride = cellsPerPing(info);
  const rowStart = firstRowOf(info, channel) * info.binCount;
  const cells = info.channels[channel].beamAnglesDeg.length * info.binCount;
  const startOf = (ping: number) =>
    (Math.min(end - 1, Math.max(first, ping)) % capacity) * stride + rowStart;
  const out = new Int16Array(cells);
  const moved = lift ? new Int16Array(cells) : null;
  const window = new Int16Array(2 * noiseFilter + 1);
  const tvgCdb = lift
    ? Float64Array.from(
        { length: info.binCount },
        (_, bin) => 100 * tvgDb((bin + 0.5) * info.rangeStepM, info.channels[channel], view.tvgLaw),
      )
    : null;

  // Each ping without what stands in it alone; neighbours ask for the same ones.
  const kept = Array.from({ length: crossTalkFilter ? window.length : 0 }, () => ({
    ping: -1,
    levels: new Int16Array(cells),
  }));
  /** A ping without what other sounders put into it alone. */
  const calmed = (ping: number): { levels: Int16Array; at: number } => {
    const at = startOf(ping);
    if (!crossTalkFilter || ping <= first || ping >= end - 1) return { levels: levelsCdb, at };
    const known = kept[ping % kept.length];
    if (known.ping !== ping) {
      known.ping = ping;
      const [before, after] = [startOf(ping - 1), startOf(ping + 1)];
      for (let cell = 0; cell < cells; cell++) {
        const level = levelsCdb[at + cell];
        const beside = Math.max(levelsCdb[before + cell], levelsCdb[after + cell]);
        known.levels[cell] = level > beside + CROSS_TALK_CDB ? beside : level;
      }
    }
    return { levels: known.levels, at: 0 };
  };

  const glow = persistence > 0 ? new Float64Array(cells) : null;

  /** One ping, filtered, into `out`. */
  function filter(ping: number) {
    if (noiseFilter > 0) {
      const rows = Array.from(window, (_, k) =>
        calmed(Math.min(end - 1, Math.max(first, ping + k - noiseFilter))),
      );
      for (let cell = 0; cell < cells; cell++) {
        for (let k = 0; k < rows.length; k++) window[k] = rows[k].levels[rows[k].at + cell];
        out[cell] = middleOf(window, window.length);
      }
    } else {
      const { levels, at } = calmed(ping);
      out.set(levels.subarray(at, at + cells));
    }
  }

  /** The mean intensity of the frames that still glow, the newer the more. */
  function filterGlowing(ping: number, sum: Float64Array) {
    const intensity = intensityTable();
    sum.fill(0);
    let weight = 1;
    let weights = 0;
    for (let back = 0; back <= GLOWING_FRAMES && ping - back >= first; back++) {
      filter(ping - back);
      for (let cell = 0; cell < cells; cell++) {
        sum[cell] += weight * intensity[(out[cell] - SILENT_CDB) >> GLOW_STEP_SHIFT];
      }
      weights += weight;
      weight *= persistence;
    }
    for (let cell = 0; cell < cells; cell++) {
      out[cell] = Math.max(SILENT_CDB, Math.round(1000 * log10(sum[cell] / weights)));
    }
  }

  return (ping) => {
    if (glow) filterGlowing(ping, glow);
    else filter(ping);
    for (let row = 0; row < cells; row += info.binCount) out.fill(SILENT_CDB, row, row + muted);
    if (!lift || !moved || !tvgCdb) return { levels: out, at: 0 };
    const shift = lift(ping);
    for (let bin = 0; bin < cells; bin++) {
      const from = bin + shift;
      moved[bin] =
        from >= 0 && from < cells && out[from] > SILENT_CDB
          ? Math.max(SILENT_CDB, out[from] + tvgCdb[from] - tvgCdb[bin])
          : SILENT_CDB;
    }
    return { levels: moved, at: 0 };
  };
}
