import { describe, expect, it } from 'vitest';
import {
  db,
  mean,
  parkedAt,
  powers,
  sound,
  TEST_CONE,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { buriedReflection, reflectionCoefficient, SEDIMENTS, tailDecayDbPerM } from '../bottom';

const DEPTH_M = 10;
const BURIED = { sediment: 'clay' as const, depthM: 0.9 };

/** Peak of the echo in a window of depth, dB. */
function peakDb(frequencyHz: number, fromM: number, toM: number, isBuried = true) {
  const scene = testScene({ depthM: DEPTH_M, sediment: 'softMud' });
  if (isBuried) scene.bottom.buried = BURIED;
  const { info, block } = sound(
    testRequest(scene, { pass: parkedAt(0, 0), sounder: { ...TEST_CONE, frequencyHz } }),
  );
  const [first, end] = [fromM, toM].map((m) => Math.round(m / info.rangeStepM));
  return Math.max(...block.levelsCdb.slice(first, end)) / 100;
}

describe('a hard layer under soft mud', () => {
  it('is reflected as the impedances say', () => {
    const { softMud, clay } = SEDIMENTS;
    const [z1, z2] = [softMud, clay].map((one) => one.densityRatio * one.speedRatio);
    expect(buriedReflection(softMud, clay)).toBeCloseTo(
      ((z2 - z1) / (z2 + z1)) * (1 - reflectionCoefficient(softMud) ** 2),
      9,
    );
    // Of itself there is nothing to hear.
    expect(buriedReflection(clay, clay)).toBe(0);
  });

  it.each([50_000, 83_000, 200_000])('loses twice the attenuation of its cover at %i Hz', (hz) => {
    const buriedDb = (depthM: number) => {
      const scene = testScene({ depthM: DEPTH_M, sediment: 'softMud' });
      scene.bottom.buried = { sediment: 'clay', depthM };
      const { info, block } = sound(
        testRequest(scene, {
          pass: parkedAt(0, 0),
          sounder: { ...TEST_CONE, frequencyHz: hz, beamwidthDeg: 10 },
        }),
      );
      const from = Math.round((DEPTH_M + depthM) / info.rangeStepM);
      return db(mean(powers(block.levelsCdb.slice(from, from + 6))));
    };
    const lost = buriedDb(0.5) - buriedDb(0.9);
    expect(lost).toBeCloseTo(0.4 * tailDecayDbPerM(SEDIMENTS.softMud, hz), 0);
  });

  it('outdoes the bed at 50 kHz and hardly shows at 200: a false bottom', () => {
    const bed = [DEPTH_M - 0.05, DEPTH_M + 0.2] as const;
    const layer = [DEPTH_M + 0.88, DEPTH_M + 1.2] as const;
    expect(peakDb(50_000, ...layer)).toBeGreaterThan(peakDb(50_000, ...bed) + 2);
    expect(peakDb(200_000, ...layer)).toBeLessThan(peakDb(200_000, ...bed) - 4);
    // It is the layer that is heard there, not the mud's own tail.
    expect(peakDb(50_000, ...layer)).toBeGreaterThan(peakDb(50_000, ...layer, false) + 6);
  });

  it('lies under soft sediments only', () => {
    const levels = (isBuried: boolean) => {
      const scene = testScene({ depthM: DEPTH_M, sediment: 'gravel' });
      if (isBuried) scene.bottom.buried = BURIED;
      return sound(testRequest(scene, { pass: parkedAt(0, 0) })).block.levelsCdb;
    };
    expect(levels(true)).toEqual(levels(false));
  });
});
