import type { WaterContent } from '@core/waters';

/** Depth from which fish that are brought up may not survive, m; it differs by species. */
const DEEP_FISH_M = 9;

/** What to mind on a water like this one, in a few lines; local rules always come first. */
export function cautionsFor(content: WaterContent, deepestM: number): string[] {
  const { conditions, scene } = content;
  const kinds = new Set(scene.targets.map(({ kind }) => kind));
  const cautions = [
    'This chart is for training, not for navigation. On the water one person reads the screen, another keeps the lookout.',
  ];
  if (conditions.iceM > 0) {
    cautions.push(
      'Ice thickness varies. Follow local ice advice, never go alone, and carry picks and a rope.',
    );
  } else {
    cautions.push('Wear a life jacket; cold water disables within minutes.');
  }
  if (kinds.has('wall') || kinds.has('pier') || kinds.has('pontoon') || kinds.has('piling')) {
    cautions.push('Slow down near walls, pilings and docks, and keep off what is private.');
  }
  if (conditions.tide || conditions.current.speedMps > 0.3) {
    cautions.push('Look up tide and current for the day; depths and drifts change with the hour.');
  }
  if (deepestM > DEEP_FISH_M) {
    cautions.push(
      'Fish brought up from deep water, about 9–10 m and more by species, may not survive release: fish shallower, follow local rules and seasons.',
    );
  }
  cautions.push('Spawning beds: look, do not disturb, and obey closures.');
  return cautions;
}
