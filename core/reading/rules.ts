import type { Instrument } from '../sounding';

/** When an echo counts as seen, for one instrument. Levels in dB. */
export interface VisibilityRule {
  /** Over its background, and over the display's floor, for a ping to count. */
  ratioDb: number;
  aboveFloorDb: number;
  /** Share of a cloud's cells in which it must stand clear: a school with one loud fish is no school. */
  filledShare: number;
  /** Drop beneath a thing that hangs free; null where the picture has no such gap. */
  gapDb: number | null;
  /** Pings that must count, and their least share of all in which the target is lit. */
  leastPings: number;
  leastClearShare: number;
  /** So far over its background, fewer pings are enough. */
  strongDb: number;
  leastStrongPings: number;
  /** Lit while within this of its own peak; outlined down to `outlineDb`, beyond it lie side lobes. */
  litDb: number;
  outlineDb: number;
  /** With branches, stems or posts in the same cells in more of its pings, it is part of them to the eye. */
  heldShare: number;
  /** A shadow so dark and so long in so many pings shows a thing by itself. */
  shadow: { ratioDb: number; lengthM: number; leastPings: number } | null;
}

/**
 * A cone's thresholds agreed with the eye on 21 of 24 fish judged blind (docs/physics.md says how those
 * of fans and sector were found). On a cone nothing but an arch of several pings is a fish.
 */
const CONE: VisibilityRule = {
  ratioDb: 6,
  aboveFloorDb: 7,
  filledShare: 0.1,
  gapDb: 6,
  leastPings: 6,
  leastClearShare: 0.35,
  strongDb: Infinity,
  leastStrongPings: Infinity,
  litDb: 14,
  outlineDb: 22,
  heldShare: Infinity,
  shadow: null,
};

export const RULES: Record<Instrument, VisibilityRule> = {
  cone: CONE,
  column: CONE,
  downFan: {
    ...CONE,
    ratioDb: 7,
    gapDb: 4,
    leastPings: 3,
    strongDb: 14,
    leastStrongPings: 2,
    outlineDb: 16,
    heldShare: 0.25,
  },
  sideFans: {
    ...CONE,
    ratioDb: 7,
    gapDb: null,
    leastPings: 3,
    strongDb: 12,
    leastStrongPings: 2,
    outlineDb: 16,
    shadow: { ratioDb: 7, lengthM: 0.2, leastPings: 3 },
  },
  sector: {
    ...CONE,
    // Among streaks of side lobes the eye passes over a mark of one cell that stands out by less.
    ratioDb: 18,
    gapDb: null,
    leastPings: 3,
    outlineDb: 16,
  },
};
