import { describe, expect, it } from 'vitest';
import { poseAt } from '../core/pass';
import { createSoundingRun } from '../core/sounding';
import { parkedAt, sphereAt, strongest, testRequest, testScene } from '../tests/fixtures/scene';
import { referencePing } from './reference';

const SCENES = {
  'a slope of rock': testScene({ depthM: 7.3, sediment: 'rock', slopeDeg: 7 }),
  'a flat of cobble': testScene({ depthM: 5.1, sediment: 'cobble' }),
  'spheres and a boulder': testScene({
    depthM: 8.2,
    sediment: 'cobble',
    targets: [
      sphereAt('s', 0.6, -0.3, 3.7),
      sphereAt('t', -1.1, 0.7, 5.9, 0.03),
      { id: 'b', kind: 'boulder', xM: 0.4, yM: 0.5, radiusM: 0.7 },
    ],
  }),
};

describe.each(Object.entries(SCENES))('%s', (_name, scene) => {
  // Water that scatters nothing and no noise: what is left both compute.
  const request = testRequest(scene, {
    pass: parkedAt(0.3, -0.2),
    draftM: 0.2,
    sounder: { binCount: 400, rangeM: 12 },
  });
  const fast = createSoundingRun(request).block(0, 1).levelsCdb;
  const plain = referencePing(request, poseAt(request.pass, 0));

  it('has the same mean echo by the fast engine and by the plain sum', () => {
    const plainCdb = Array.from(plain, (intensity) =>
      intensity > 0 ? 1000 * Math.log10(intensity) : -20_000,
    );
    const peak = strongest(plainCdb, 40, 400);
    expect(Math.abs(strongest(fast, 40, 400).levelDb - peak.levelDb)).toBeLessThan(0.5);
    // Energy by stretches that begin just before the strong echo, so that none cuts through its edge.
    const start = plainCdb.findIndex((level) => level / 100 > peak.levelDb - 30) - 8;
    const stretch = 60;
    let compared = 0;
    for (let bin = start; bin + stretch <= 400; bin += stretch) {
      const energyDb = (levels: ArrayLike<number>) =>
        10 *
        Math.log10(
          Array.from({ length: stretch }, (_, i) => 10 ** (levels[bin + i] / 1000)).reduce(
            (a, b) => a + b,
          ),
        );
      // The second echo, which the plain sum does not have, lies far below.
      if (energyDb(plainCdb) < peak.levelDb - 45 || 2 * peak.bin - 40 < bin + stretch) break;
      expect(Math.abs(energyDb(fast) - energyDb(plainCdb))).toBeLessThan(0.5);
      compared++;
    }
    expect(compared).toBeGreaterThanOrEqual(2);
  });
});
