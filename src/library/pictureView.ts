import { LEAST_WINDOW_M, type View, VIEW_LIMITS, viewOf } from '@core/display';
import { type Calibration, pictureEcho } from '@core/reading';

/** The view in which a picture is shown whole, a pixel of it for a ping or cell. */
export function pictureView(
  calibration: Calibration,
  crop: { width: number; height: number },
): View {
  const { info } = pictureEcho(calibration, crop);
  const { depthM, scrollPxPerS } = VIEW_LIMITS;
  const isDown = info.instrument !== 'sideFans' && info.instrument !== 'sector';
  const topM = isDown ? info.draftM + (info.binCount - crop.height) * info.rangeStepM : 0;
  const bottomM = (isDown ? info.draftM : 0) + info.binCount * info.rangeStepM;
  const top = Math.min(depthM.max - LEAST_WINDOW_M, Math.max(depthM.min, topM));
  return viewOf({
    gainDb: 40,
    paletteId: 'rockpool',
    topM: top,
    bottomM: Math.min(depthM.max, Math.max(top + LEAST_WINDOW_M, bottomM)),
    scrollPxPerS: Math.min(scrollPxPerS.max, Math.max(scrollPxPerS.min, info.pingRateHz)),
  });
}
