import type { View } from '../display';
import { type EchogramInfo, isAlong } from '../sounding';
import type { OutlineRow, TruthRegion } from './visibility';

/** At least so much of an echo has to lie on the picture for it to be seen. */
const LEAST_SHARE = 0.5;

/**
 * Truth as far as a picture shows it: what lies outside the range that is shown is hidden, as no one could
 * see it there.
 */
export function onPicture(
  regions: readonly TruthRegion[],
  info: EchogramInfo,
  view: Pick<View, 'topM' | 'bottomM' | 'autoRange' | 'zoom'>,
): TruthRegion[] {
  // What follows the bottom shows all of it.
  if (view.autoRange || view.zoom === 'bottom') return [...regions];
  const { instrument, draftM, rangeStepM } = info;
  const fromM = !isAlong(instrument) ? 0 : draftM;
  const isOn = ({ firstBin, lastBin }: OutlineRow) => {
    const middleM = fromM + ((firstBin + lastBin + 1) / 2) * rangeStepM;
    return middleM >= view.topM && middleM <= view.bottomM;
  };
  return regions.map((region) => {
    const { outline, verdict } = region;
    if (verdict === 'hidden' || outline.length === 0) return region;
    const shown = outline.filter(isOn).length;
    return shown >= LEAST_SHARE * outline.length
      ? region
      : { ...region, verdict: 'hidden', reason: 'offPicture' };
  });
}
