/** What the automatic controls and the zoom come to at a moment: a view in plain numbers. */
import { cellsPerPing, firstRowOf, isAlong } from '../sounding';
import type { EchoSource } from './paint';
import { aboveFloorDb, LEAST_WINDOW_M, shownSpanDb, type View, VIEW_LIMITS } from './view';

/** Pings that automatic gain looks back over. */
const GAIN_PINGS = 48;
/** Nearer than this the transducer still rings. */
const RINGING_M = 1.2;
/** The strongest echo of so many pings may pass the strongest colour. */
const LOUD_SHARE = 0.25;
/** Automatic gain moves in steps, so that the picture does not flicker. */
const GAIN_STEP_DB = 2;
/** Room under the bottom that automatic range leaves. */
const RANGE_ROOM = 1.18;

/** Gain at which the strongest echoes of most pings just reach the strongest colour, dB. */
export function automaticGainDb(source: EchoSource, view: View, endPing: number): number {
  const { info, levelsCdb, capacity, channel = 0 } = source;
  const stride = cellsPerPing(info);
  const rows = info.channels[channel].beamAnglesDeg.length;
  const rowStart = firstRowOf(info, channel) * info.binCount;
  const quiet = { ...view, gainDb: 0 };
  const floor = Float64Array.from({ length: info.binCount }, (_, bin) =>
    aboveFloorDb(0, (bin + 0.5) * info.rangeStepM, info.channels[channel], quiet),
  );
  const nearest = Math.ceil(RINGING_M / info.rangeStepM);
  const peaks: number[] = [];
  const end = Math.min(source.end, endPing);
  for (let ping = Math.max(source.first, end - GAIN_PINGS); ping < end; ping++) {
    const at = (ping % capacity) * stride + rowStart;
    let peak = -Infinity;
    for (let row = 0; row < rows; row++) {
      for (let bin = nearest; bin < info.binCount; bin++) {
        peak = Math.max(peak, levelsCdb[at + row * info.binCount + bin] / 100 + floor[bin]);
      }
    }
    peaks.push(peak);
  }
  if (peaks.length === 0) return view.gainDb;
  peaks.sort((a, b) => b - a);
  const loud = peaks[Math.floor(LOUD_SHARE * peaks.length)];
  const gainDb = GAIN_STEP_DB * Math.round((shownSpanDb(view) - loud) / GAIN_STEP_DB);
  const { min, max } = VIEW_LIMITS.gainDb;
  return Math.min(max, Math.max(min, gainDb));
}

/** Lower limit of automatic range over a bottom so deep, m: room beneath it, in round steps. */
export function automaticLimitM(deepestM: number): number {
  const wantedM = Math.max(3, RANGE_ROOM * deepestM);
  const stepM = wantedM < 10 ? 1 : wantedM < 30 ? 2 : 5;
  return stepM * Math.ceil(wantedM / stepM);
}

/** Lower limit that holds the deepest bottom found on the pings shown, m; all there is where none is found. */
function automaticBottomM(source: EchoSource, view: View, endPing: number, pings: number): number {
  const { info, capacity } = source;
  const farthestM = info.binCount * info.rangeStepM;
  if (!isAlong(info.instrument)) return farthestM;
  const { bottomDepthM } = source;
  if (!bottomDepthM) return farthestM;
  let deepestM = 0;
  const end = Math.min(source.end, endPing);
  for (let ping = Math.max(source.first, end - pings); ping < end; ping++) {
    const depthM = bottomDepthM[ping % capacity];
    if (depthM > deepestM) deepestM = depthM;
  }
  if (deepestM === 0) return farthestM;
  return Math.min(farthestM + info.draftM, automaticLimitM(deepestM));
}

/**
 * The view as it is shown: gain and limits worked out where they are automatic, the window made narrower
 * by the zoom. In a view that hangs on the bottom, depths are those of a window whose bottom lies level.
 * @param pings on the picture
 */
export function settledView(source: EchoSource, view: View, endPing: number, pings: number): View {
  const gainDb = view.autoGain ? automaticGainDb(source, view, endPing) : view.gainDb;
  const lowerM = view.autoRange ? automaticBottomM(source, view, endPing, pings) : view.bottomM;
  const bottomM = Math.max(view.topM + LEAST_WINDOW_M, lowerM);
  const spanM = bottomM - view.topM;
  const zoomedM = Math.max(LEAST_WINDOW_M, spanM / view.zoomFactor);
  switch (view.zoom) {
    case 'off':
      return { ...view, gainDb, bottomM };
    case 'window': {
      const topM = Math.min(bottomM - zoomedM, Math.max(view.topM, view.zoomMiddleM - zoomedM / 2));
      return { ...view, gainDb, topM, bottomM: topM + zoomedM };
    }
    case 'bottom':
      return { ...view, gainDb, topM: 0, bottomM: zoomedM };
  }
}
