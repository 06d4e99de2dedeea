import type { ReadingLabel } from '@core/targets';

/** How each sort of thing is drawn when the contents are shown. */
export const MAP_SYMBOLS: Record<ReadingLabel, { colour: string; words: string }> = {
  fish: { colour: '#1d3f63', words: 'fish' },
  bait: { colour: '#8a3f6b', words: 'bait schools' },
  wood: { colour: '#7a4e14', words: 'pieces of wood' },
  rock: { colour: '#3d3a36', words: 'rocks' },
  weed: { colour: '#3f6b2e', words: 'weed beds' },
  built: { colour: '#6b5b8a', words: 'built things' },
  clutter: { colour: '#f4f0e6', words: 'bubbles and drift' },
  lure: { colour: '#c9472b', words: 'lures' },
};
