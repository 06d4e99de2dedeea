import { describe, expect, it } from 'vitest';
import { demoScreen } from '../../tests/fixtures/screens';
import { visibleSomewhere } from '../../tests/fixtures/seen';
import type { RegionLabel } from '../reading';
import { DEMO_SCREENS } from '.';

/** What the words of a screen point at must be on its picture, by the rule of what could be seen. */
const NAMED: Record<string, { kinds?: string[]; labels?: RegionLabel[] }> = {
  'demo-slope': { labels: ['fish'] },
  'demo-brush': { kinds: ['brushPile'] },
  'demo-channel': { labels: ['fish'] },
  'demo-side-lane': { kinds: ['road', 'wall'] },
  'demo-side-mill': { kinds: ['foundation'] },
  'demo-side-bridge': { kinds: ['piling'] },
  'demo-side-timber': { kinds: ['tree'] },
  'demo-side-wreck': { kinds: ['wreckRibs'] },
  'demo-side-wreck-back': { kinds: ['wreckRibs'] },
  'demo-down-brush': { kinds: ['brushPile'] },
  'demo-down-wreck': { kinds: ['wreckRibs'], labels: ['fish'] },
  'demo-drift-wreck': { kinds: ['rope'] },
  'demo-sector-bridge': { kinds: ['piling'], labels: ['fish'] },
  'demo-sector-bridge-later': { kinds: ['piling'] },
  'demo-sector-crib': { kinds: ['log'] },
  'demo-sector-weed': { kinds: ['weedStalk'], labels: ['fish'] },
  'demo-creek': { labels: ['fish'] },
  'demo-landing': { kinds: ['boulder'], labels: ['fish'] },
  'demo-lane': { kinds: ['road'] },
  'demo-side-brush': { kinds: ['brushPile', 'boulder'] },
  'demo-side-stop-start': { kinds: ['brushPile'] },
  'demo-side-kelp': { kinds: ['weedBed', 'rope'] },
  'demo-down-slope': { kinds: ['baitSchool'], labels: ['fish'] },
  'demo-sprat': { kinds: ['baitSchool'] },
  'demo-reef': { labels: ['fish'] },
  'demo-column-bridge': { kinds: ['piling'] },
  'demo-column-reef': { labels: ['fish'] },
  'demo-hole-crib': { labels: ['fish', 'lure'] },
  'demo-hole-weed': { labels: ['fish', 'lure'] },
  'demo-hole-basin': { labels: ['fish', 'lure'] },
  'demo-s-wreck-south': { kinds: ['wreckRibs', 'rockPile'], labels: ['fish'] },
  'demo-s-kelp': { kinds: ['weedBed'] },
  'demo-s-cove': { kinds: ['mooredBoat', 'rope'] },
  'demo-s-anchored': { kinds: ['boulder'] },
  'demo-m-edge-flood': { kinds: ['driftwood'], labels: ['fish'] },
  'demo-m-pool': { kinds: ['log'], labels: ['fish'] },
  'demo-m-posts': { kinds: ['piling'] },
  'demo-m-jetty': { kinds: ['pontoon'] },
};

describe('what the words of a demo screen point at', () => {
  it.each(Object.entries(NAMED))('is on %s', (id, { kinds = [], labels = [] }) => {
    const seen = visibleSomewhere(id);
    for (const kind of kinds) expect([...seen.kinds], kind).toContain(kind);
    for (const label of labels) expect([...seen.labels], label).toContain(label);
  });
});

describe('screens that are said to be empty', () => {
  const empties = DEMO_SCREENS.filter(({ id }) => id.includes('empty'));
  it.each(empties.map(({ id }) => id))('are: %s', (id) => {
    expect(demoScreen(id).record.nothingHere).not.toBeNull();
  });
});
