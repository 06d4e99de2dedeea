import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { recipeSchema } from '../drills/recipe';
import { INSTRUMENTS } from '../sounding';
import { trial, trialRecipe, trialWater } from './trial';

describe('a water made for one look', () => {
  it('is as deep as asked at its middle, and holds what is put there and nothing else', () => {
    const { scene, stocks, passes } = trialWater({
      depthM: 9,
      targets: [{ id: 'a', kind: 'boulder', radiusM: 0.5, xM: 2, yM: 0 }],
    });
    expect(depthAtM(scene.bottom, 0, 0)).toBeCloseTo(9, 2);
    expect(depthAtM(scene.bottom, 30, -40)).toBeCloseTo(9, 2);
    expect(scene.targets.map(({ id }) => id)).toEqual(['a']);
    expect(stocks).toEqual([]);
    expect(passes).toHaveLength(1);
  });
  it('slopes as steeply as asked, and rises along the way', () => {
    const { scene } = trialWater({ depthM: 20, slopeDeg: 20 });
    const riseM = depthAtM(scene.bottom, 0, -10) - depthAtM(scene.bottom, 0, 10);
    expect(riseM).toBeCloseTo(20 * Math.tan((20 * Math.PI) / 180), 1);
  });
  it('takes weather, a layer in the ground and shapes of it', () => {
    const { scene } = trialWater({
      depthM: 6,
      sediment: 'softMud',
      buriedM: 0.7,
      water: { salinityPsu: 20, windMps: 5 },
      features: [{ kind: 'hump', xM: 0, yM: 0, radiusM: 4, heightM: 1.5 }],
    });
    expect(scene.water).toMatchObject({ salinityPsu: 20, windMps: 5 });
    expect(scene.bottom.buried).toMatchObject({ depthM: 0.7 });
    expect(scene.bottom.sediments).toEqual(['softMud']);
    expect(depthAtM(scene.bottom, 0, 0)).toBeLessThan(5);
  });
});

describe('how it is looked at', () => {
  it.each(INSTRUMENTS)('%s: a recipe that the schema admits', (instrument) => {
    for (const depthM of [0.5, 8, 120]) {
      const read = recipeSchema.safeParse(trialRecipe({ instrument, depthM }));
      expect(read.success, `${depthM} m`).toBe(true);
    }
  });
  it('what is looked at stands in the middle of the picture, at any speed', () => {
    for (const speedMps of [0.2, 1.5, 5]) {
      const { pings, pingRateHz, endAlongM } = trialRecipe({
        ...{ instrument: 'cone', depthM: 10, speedMps },
      });
      const wayM = (pings / pingRateHz!) * speedMps;
      expect(endAlongM! - wayM / 2).toBeCloseTo(60, 0);
      expect(pings).toBeLessThanOrEqual(900);
    }
  });
  it('a way longer than the pass is cut to it', () => {
    const { endAlongM } = trialRecipe({ instrument: 'cone', depthM: 10, wayM: 900, speedMps: 5 });
    expect(endAlongM).toBeLessThanOrEqual(120);
  });
  it('a boat that keeps its place is asked about by time', () => {
    const { water, recipe } = trial({ depthM: 8, held: true }, { instrument: 'column' });
    expect(water.passes[0].holding.kind).toBe('hole');
    expect(recipe).toMatchObject({ speedMps: 0, endS: 20 });
    expect(recipe.endAlongM).toBeUndefined();
  });
  it('side fans listen farther than the others, a wider band is the asker’s', () => {
    const side = trialRecipe({ instrument: 'sideFans', depthM: 8 });
    const down = trialRecipe({ instrument: 'cone', depthM: 8 });
    expect(side.rangeM!).toBeGreaterThan(2 * down.rangeM!);
    expect(trialRecipe({ instrument: 'cone', depthM: 8, rangeM: 30 }).rangeM).toBe(30);
  });
});
