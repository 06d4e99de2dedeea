import type { HiddenReason, RegionLabel, TruthRegion } from '@core/reading';
import { formatNumber } from '@core/units';

const REASONS: Record<HiddenReason, (region: TruthRegion) => string> = {
  outsideBeam: () => 'the cone passed beside it; nothing of it is on the record',
  tooShort: () => 'on too few pings to stand out',
  belowFloor: () => 'too weak for this gain: it falls under the weakest colour',
  belowNoise: () => 'weaker than the noise in its cells',
  inScatteringWater: () => 'lost in the scatter of the layer or surface around it',
  deadZone: () =>
    'inside the bottom echo: too close to the bottom, or beside the axis over a slope',
  merged: (region) => `drawn as one mark with ${region.rivalName ?? 'a stronger one'}`,
  inBottomEcho: () => 'no stronger than the bottom behind it',
  inShadow: () => 'behind something that stands nearer',
  behindOther: (region) =>
    `drowned by ${region.rivalName ?? 'a stronger target'} at the same range`,
};

const CLEAR_DB = 20;

/** What the simulation says about whether this could be seen, as a clause. */
export function verdictText(region: TruthRegion): string {
  if (region.kind === null) {
    return region.verdict === 'visible' ? 'marked by hand' : 'marked by hand, and not sure';
  }
  if (region.verdict === 'hidden') {
    return region.reason ? REASONS[region.reason](region) : 'nobody could see it';
  }
  const ratio =
    region.signalToBackgroundDb >= CLEAR_DB
      ? 'far stronger than what surrounds it'
      : `${formatNumber(region.signalToBackgroundDb, 0)} dB over what surrounds it`;
  return region.verdict === 'visible' ? ratio : `${ratio}, but grown to the echo beneath it`;
}

export const VERDICT_WORD = { visible: 'visible', attached: 'attached', hidden: 'hidden' } as const;

/** What tells each sort of echo from its look-alikes on the cone. */
export const CUE: Record<RegionLabel, string> = {
  fish: 'an arch of its own, weak, strong, weak, with clear water beneath it',
  bait: 'a grainy cloud that hangs free, without a single arch and without a root',
  wood: 'no gap to the bottom, a ragged outline and a grainy inside',
  rock: 'a firm, smooth hump on the bottom, as strong as the bottom itself',
  weed: 'rooted, soft-edged and grainy, taller than anything stony',
  built: 'straight lines, right angles and even spacing',
  clutter: 'hangs from the surface and frays out downwards',
  lure: 'a steady thin line that obeys the hand',
  bubbles:
    'threads that rise or stand upright; the down fan shows them where the cone shows arches',
  crossTalk: 'short dashes at even spacing that slant from ping to ping',
  bottomHard: 'strong and thick, with a long bright tail',
  bottomSoft: 'thin and blurred, with hardly a tail',
  softLayer: 'fades when the gain comes down, while the bottom under it stays',
  secondBottom: 'at exactly twice the depth, and as steep again',
  thermocline: 'a faint band at the same depth everywhere',
  shadow: 'dark where the bottom should be bright, beginning at what casts it',
  nest: 'round dimples in rows',
  other: 'what was seen there',
};
