/** What is taken for what, and where each sort of mark belongs. */
import type { RegionLabel } from '../reading/labels';

/** From what practitioners confuse, the likeliest first. */
export const LOOK_ALIKES: Record<RegionLabel, RegionLabel[]> = {
  fish: ['bubbles', 'rock', 'bait', 'crossTalk', 'wood'],
  bait: ['weed', 'thermocline', 'wood', 'fish', 'clutter'],
  wood: ['weed', 'bait', 'rock', 'built'],
  rock: ['fish', 'wood', 'built', 'weed'],
  weed: ['bait', 'wood', 'softLayer', 'rock'],
  built: ['wood', 'rock', 'weed', 'fish'],
  clutter: ['bait', 'bubbles', 'fish', 'weed'],
  lure: ['fish', 'bubbles', 'crossTalk', 'weed'],
  bubbles: ['fish', 'weed', 'crossTalk', 'bait'],
  crossTalk: ['fish', 'bubbles', 'lure', 'bait'],
  bottomHard: ['bottomSoft', 'weed', 'softLayer', 'rock'],
  bottomSoft: ['bottomHard', 'softLayer', 'weed', 'bait'],
  softLayer: ['bottomSoft', 'weed', 'thermocline', 'bait'],
  secondBottom: ['bottomHard', 'softLayer', 'thermocline', 'rock'],
  thermocline: ['bait', 'softLayer', 'clutter', 'secondBottom'],
  shadow: ['bottomSoft', 'weed', 'wood', 'rock'],
  nest: ['rock', 'weed', 'wood', 'fish'],
  other: ['fish', 'rock', 'wood', 'bait'],
};

export const BINS = ['fish', 'bait', 'structure', 'rubbish'] as const;
export type Bin = (typeof BINS)[number];

const BIN_OF: Partial<Record<RegionLabel, Bin>> = {
  fish: 'fish',
  bait: 'bait',
  wood: 'structure',
  rock: 'structure',
  weed: 'structure',
  built: 'structure',
  nest: 'structure',
  clutter: 'rubbish',
  bubbles: 'rubbish',
  crossTalk: 'rubbish',
  secondBottom: 'rubbish',
};

/** Null for what has no place in the sorting: the lure, the bottom, a layer. */
export const binOf = (label: RegionLabel): Bin | null => BIN_OF[label] ?? null;
