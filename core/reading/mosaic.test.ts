import { describe, expect, it } from 'vitest';
import { lookAtThing, thingOf, usualLook } from '../atlas';
import { screenOfRecipe } from '../drills';
import { type Mosaic, mosaicOf } from './mosaic';

/** A boulder to starboard of a boat that sails north past (0, 0), and back. */
const ASIDE_M = 9;
function passed(way: 'there' | 'back') {
  const { recipe, water } = lookAtThing(thingOf('boulder')!, {
    ...usualLook('sideFans', 6),
    ...{ asideM: ASIDE_M, sediment: 'silt' },
  });
  const route =
    way === 'there'
      ? {}
      : {
          routeM: [
            { x: 18, y: 60 },
            { x: 18, y: -60 },
          ],
        };
  const screen = screenOfRecipe({ ...recipe, ...route, pings: 240, endAlongM: 70 }, 'trial', water);
  const { info, track, pingCount, levelsCdb, view } = screen;
  return { info, track, pingCount, levelsCdb, view };
}
const shadeAt = ({ originM, cellM, columns, shades }: Mosaic, x: number, y: number) =>
  shades[Math.floor((y - originM.y) / cellM) * columns + Math.floor((x - originM.x) / cellM)];

/** Middle of the brightest patch of a metre. */
function brightest(mosaic: Mosaic): { x: number; y: number } {
  const { originM, cellM, columns, rows } = mosaic;
  let best = { x: 0, y: 0, sum: -1 };
  for (let y = originM.y + 1; y < originM.y + rows * cellM - 1; y += 0.5) {
    for (let x = originM.x + 1; x < originM.x + columns * cellM - 1; x += 0.5) {
      // The first bottom right under the boat is bright on any picture.
      if (Math.abs(x) < 3 || Math.abs(x - 18) < 3) continue;
      let sum = 0;
      for (let dy = -0.5; dy <= 0.5; dy += 0.25)
        for (let dx = -0.5; dx <= 0.5; dx += 0.25) sum += shadeAt(mosaic, x + dx, y + dy);
      if (sum > best.sum) best = { x, y, sum };
    }
  }
  return best;
}

describe('side fans on the map', () => {
  it('a thing lies where it is, from whichever side it was passed', () => {
    for (const way of ['there', 'back'] as const) {
      const { x, y } = brightest(mosaicOf([passed(way)])!);
      expect(Math.abs(x - ASIDE_M), way).toBeLessThan(2);
      expect(Math.abs(y), way).toBeLessThan(2);
    }
  });

  it('two passes make one picture, without holes between what they saw', () => {
    const both = mosaicOf([passed('there'), passed('back')])!;
    let empty = 0;
    for (let y = -6; y <= 6; y += 0.5)
      for (let x = 1; x <= 17; x += 0.5) if (shadeAt(both, x, y) === 0) empty++;
    expect(empty).toBe(0);
  });

  it('keeps to its limit of cells, and to what there is', () => {
    const coarse = mosaicOf([passed('there')], 0.001)!;
    expect(coarse.columns * coarse.rows).toBeLessThanOrEqual(4_100_000);
    expect(mosaicOf([])).toBeNull();
  });
});
