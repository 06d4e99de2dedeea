import { describe, expect, it } from 'vitest';
import { CONE_PRESETS, fishOverNoise, STANDS_OUT_DB } from '.';
import { waterColumnSchema } from '../water';

const water = (change = {}) =>
  waterColumnSchema.parse({ temperatureC: 12, salinityPsu: 0, thermocline: null, ...change });
const reach = (
  band: keyof typeof CONE_PRESETS,
  lengthM = 0.4,
  speedMps = 1.5,
  of = water(),
): number => fishOverNoise(CONE_PRESETS[band], of, lengthM, speedMps).reachM;

describe('how far a frequency sees a fish', () => {
  it('at its reach the echo stands out by just what is wanted', () => {
    const { echoDb, noiseDb, reachM } = fishOverNoise(CONE_PRESETS['200'], water(), 0.4, 1.5);
    expect(echoDb(reachM) - noiseDb).toBeCloseTo(STANDS_OUT_DB, 2);
    expect(echoDb(0.9 * reachM) - noiseDb).toBeGreaterThan(STANDS_OUT_DB);
    expect(echoDb(1.1 * reachM) - noiseDb).toBeLessThan(STANDS_OUT_DB);
  });
  it('falls by 40 log R and the absorption both ways: 12 dB and a little for twice the range', () => {
    const { echoDb } = fishOverNoise(CONE_PRESETS['50'], water(), 0.4, 1.5);
    const lossDb = echoDb(10) - echoDb(20);
    expect(lossDb).toBeGreaterThan(12.04);
    expect(lossDb).toBeLessThan(12.2);
  });
  it('a larger fish is seen farther, a faster boat hears less', () => {
    expect(reach('200', 1)).toBeGreaterThan(1.2 * reach('200', 0.3));
    expect(reach('200', 0.4, 5)).toBeLessThan(reach('200', 0.4, 0.5));
  });
  it('salt takes more from high tones than from low ones', () => {
    const loss = (band: '50' | '200') =>
      reach(band, 0.4, 1.5, water({ salinityPsu: 35 })) / reach(band);
    expect(loss('200')).toBeLessThan(loss('50'));
  });
  it('wind takes reach, too', () => {
    expect(reach('50', 0.4, 1.5, water({ windMps: 15 }))).toBeLessThanOrEqual(reach('50'));
  });
});
