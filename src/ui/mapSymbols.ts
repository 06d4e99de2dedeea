import type { ReadingLabel } from '@core/targets';

/** How each sort of thing is drawn when the contents are shown. */
export const MAP_SYMBOLS: Record<ReadingLabel, { colour: string; words: string }> = {
  fish: { colour: '#1d3f63', words: 'fish' },
  bait: { colour: '#8a3f6b', words: 'bait schools' },
  wood: { colour: '#7a4e14', words: 'brush piles' },
  rock: { colour: '#3d3a36', words: 'boulders' },
  weed: { colour: '#3f6b2e', words: 'weed' },
  built: { colour: '#6b5b8a', words: 'built things' },
  clutter: { colour: '#f4f0e6', words: 'bubble patches' },
  lure: { colour: '#c9472b', words: 'lures' },
};
