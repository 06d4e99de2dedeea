import type { EchogramInfo } from '../sounding';
import { type EchoTransform, yToBin } from './along';
import { aboveFloorDb, shownSpanDb, type View } from './view';

/**
 * The live strip: strength of one ping against depth, 0 (floor) to 1 (strongest colour) for each row
 * of the picture beside it. Where several cells fall on a row the strongest is shown.
 */
export function stripStrengths(
  info: EchogramInfo,
  view: View,
  transform: EchoTransform,
  pingLevelsCdb: Int16Array,
  channel = 0,
): Float32Array {
  const strengths = new Float32Array(transform.heightPx);
  for (let y = 0; y < transform.heightPx; y++) {
    const first = Math.max(0, Math.floor(yToBin(transform, y) + 1e-9));
    const end = Math.min(
      info.binCount,
      Math.max(first + 1, Math.floor(yToBin(transform, y + 1) + 1e-9)),
    );
    for (let bin = first; bin < end; bin++) {
      const rangeM = (bin + 0.5) * info.rangeStepM;
      const shown =
        aboveFloorDb(pingLevelsCdb[bin] / 100, rangeM, info.channels[channel], view) /
        shownSpanDb(view);
      strengths[y] = Math.max(strengths[y], Math.min(1, shown));
    }
  }
  return strengths;
}
