import { READING_LABELS } from '../targets';

/** What an echo may be called: the sorts of targets, and what is drawn though no thing lies there. */
export const REGION_LABELS = [
  ...READING_LABELS,
  'bubbles',
  'crossTalk',
  'bottomHard',
  'bottomSoft',
  'softLayer',
  'secondBottom',
  'thermocline',
  'shadow',
  'nest',
  'other',
] as const;
export type RegionLabel = (typeof REGION_LABELS)[number];

export const LABEL_NAMES: Record<RegionLabel, string> = {
  fish: 'fish',
  bait: 'bait',
  wood: 'wood',
  rock: 'rock',
  weed: 'weed',
  built: 'built thing',
  clutter: 'surface clutter',
  lure: 'lure',
  bubbles: 'bubbles',
  crossTalk: 'cross-talk',
  bottomHard: 'hard bottom',
  bottomSoft: 'soft bottom',
  softLayer: 'soft layer',
  secondBottom: 'second bottom',
  thermocline: 'thermocline',
  shadow: 'shadow',
  nest: 'nest',
  other: 'something else',
};

/** What the picture stands on rather than what is to be told apart on it. */
const SCENERY: readonly RegionLabel[] = ['bottomHard', 'bottomSoft', 'shadow'];

export const isScenery = (label: RegionLabel) => SCENERY.includes(label);

/** What an angler is after: a screen without any of it holds nothing to catch. */
const CATCH: readonly RegionLabel[] = ['fish', 'bait'];

export const isCatch = (label: RegionLabel) => CATCH.includes(label);

/** Nothing to catch: no fish and no bait among what can be seen. */
export const holdsNothing = (contents: readonly RegionLabel[]) => !contents.some(isCatch);

export const isBottom = (label: RegionLabel) => label === 'bottomHard' || label === 'bottomSoft';
