/** What the simulation says of an echo, in words. */
import { formatNumber, LENGTH, type UnitSystem } from '../units';
import { type EchogramInfo, type PingTrack, isAbeam, isPolar } from '../sounding';
import type { RegionLabel } from './labels';
import { heightFromShadowM, heightOffBottomM } from './measure';
import { shadowOf } from './shadow';
import type { HiddenReason, TruthRegion } from './visibility';

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
  offPicture: () => 'outside the range that was shown',
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

/** What of a screen its cues are made from. */
export interface CueGround {
  info: EchogramInfo;
  track: PingTrack;
  firstPing: number;
  /** Depth of the bottom under the boat by ping, m, where the picture has another than the track. */
  bottomMAt?: (ping: number) => number;
}

/** Short, in the reader's units; the unit stays on the line of its number. */
export function shortLength(metres: number, units: UnitSystem): string {
  const { show, unit } = LENGTH[units];
  const value = show(metres);
  return `${formatNumber(value, Math.abs(value) < 10 ? 1 : 0)}\u00a0${unit}`;
}

const HANGS: readonly RegionLabel[] = ['fish', 'bait', 'lure'];

/** What the shadow of an echo on the side fans says. */
function shadowWords(
  region: TruthRegion,
  ground: CueGround,
  length: (metres: number) => string,
): string | null {
  const shadow = shadowOf(region, ground);
  if (!shadow) return null;
  const { altitudeM, nearM, thingM, fromM, endM, gapM, touches } = shadow;
  if (touches) {
    const highM = heightFromShadowM(altitudeM, nearM, endM);
    return `the shadow touches the echo and is ${length(endM - fromM)} long: it stands ${length(highM)} high`;
  }
  // What stands on the bottom may be lit far above its foot; only what can hang hangs.
  if (!HANGS.includes(region.label)) return null;
  const offM = heightOffBottomM(altitudeM, thingM, fromM);
  return `shadow ${length(gapM)} away from the echo: hanging ${length(offM)} off the bottom`;
}

/** The sign that decides what a visible echo is, with the numbers of this one. */
export function cueWords(region: TruthRegion, ground: CueGround, units: UnitSystem): string {
  const { label, verdict, peak, outline } = region;
  if (verdict !== 'visible' || region.kind === null) return `${verdictText(region)}; ${CUE[label]}`;
  const { info, track, firstPing } = ground;
  const length = (metres: number) => shortLength(metres, units);
  const slot = peak.ping - firstPing;
  if (isAbeam(info.instrument)) {
    const words = shadowWords(region, ground, length);
    if (words) return label === 'fish' ? words : `${words}; ${CUE_ASIDE[label] ?? CUE[label]}`;
    const slantM = (peak.bin + 0.5) * info.rangeStepM;
    const inWater = slantM < track.bottomDepthM[slot] - info.draftM;
    const where = inWater
      ? 'in the dark middle, at that range in any direction'
      : 'with no shadow of its own to be seen';
    if (label === 'fish') return `a small bright spot ${where}, ${verdictText(region)}`;
    return `${CUE_ASIDE[label] ?? CUE[label]}, ${verdictText(region)}`;
  }
  if (label === 'fish' && !isPolar(info.instrument)) {
    const depthM = info.draftM + (peak.bin + 0.5) * info.rangeStepM;
    const bottomM = ground.bottomMAt?.(peak.ping) ?? track.bottomDepthM[slot];
    const overM = bottomM - depthM;
    const shape =
      info.instrument === 'downFan'
        ? `a short bright dash of ${outline.length} pings`
        : info.instrument === 'column'
          ? 'a line that comes and goes, stronger as it nears the axis'
          : `an arch over ${outline.length} pings, weak, strong, weak`;
    const clear =
      Number.isFinite(overM) && overM > 0 ? `, ${length(overM)} clear of the bottom` : '';
    return `${shape}${clear}, ${verdictText(region)}`;
  }
  if (label === 'fish')
    return `a small mark that moves from frame to frame, ${verdictText(region)}`;
  return `${CUE[label]}; ${verdictText(region)}`;
}

/** On the side fans shape and shadow tell, not arches and gaps. */
const CUE_ASIDE: Partial<Record<RegionLabel, string>> = {
  bait: 'a grainy cloud with a shadow apart from it',
  wood: 'branching, with a ragged shadow that touches it',
  rock: 'bright on the near face, with a short full shadow that touches it',
  weed: 'soft-edged and grainy, with hardly a shadow',
};
