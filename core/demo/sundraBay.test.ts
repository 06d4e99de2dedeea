/** What the bay promises: heads of broken rock, and more fish for the fan that listens lower. */
import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { screenOfRecipe } from '../drills';
import type { Recipe } from '../drills/recipe';
import { sundraBay } from '.';

const content = sundraBay();
const { bottom } = content.scene;

const fishSeen = (recipe: Pick<Recipe, 'passId' | 'instrument' | 'rangeM' | 'endAlongM'>) =>
  (['455', '1150'] as const).map((bandId) => {
    const rest = { waterId: 'sundra-bay', pings: 420, speedMps: 3.5, bandId };
    const { regions } = screenOfRecipe({ ...recipe, ...rest }, 'sundra-bay', content);
    return regions.filter(({ label, verdict }) => label === 'fish' && verdict === 'visible').length;
  });

describe('Sundra Bay', () => {
  it('has crags on its heads that the chart’s grid does not hold', () => {
    const { patches, ...coarse } = bottom;
    expect(patches).toHaveLength(2);
    const apart = Array.from({ length: 400 }, (_, i) => {
      const at = [1470 + 3 * (i % 20), 1460 + 3 * Math.floor(i / 20)] as const;
      return Math.abs(depthAtM(bottom, ...at) - depthAtM(coarse, ...at));
    });
    expect(Math.max(...apart)).toBeGreaterThan(0.5);
  });
  it('shows more fish to the lower band of the down fan, whose beam lights each for longer', () => {
    const [low, high] = fishSeen({ passId: 'heads', instrument: 'downFan', endAlongM: 356 });
    expect(low).toBeGreaterThan(1.15 * high);
    expect(high).toBeGreaterThan(8);
  });
  it('shows more fish to the lower band of the side fans, which reaches farther', () => {
    const far = {
      passId: 'reef-foot',
      instrument: 'sideFans',
      endAlongM: 118,
      rangeM: 60,
    } as const;
    const [low, high] = fishSeen(far);
    expect(low).toBeGreaterThan(2 * high);
  });
});
