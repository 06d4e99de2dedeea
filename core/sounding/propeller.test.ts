import { describe, expect, it } from 'vitest';
import { DEMO_WATERS } from '../demo';
import { passRunSchema } from '../pass';
import { addBeating, propellerBeat } from './pingNoise';
import { coneFromPreset } from './presets';
import { soundRig } from './rig';
import { createSoundingRun } from './run';

/** Blades pass 18 times a second and 19 more for each m/s. */
const bladesHz = (speedMps: number) => 18 + 19 * speedMps;

describe('a beat', () => {
  it('keeps the mean and swings by its depth', () => {
    const row = new Float64Array(1000);
    addBeating(row, 3, { depth: 0.6, phaseRad: 0.4, perCellRad: (2 * Math.PI) / 50 });
    expect(row.reduce((sum, value) => sum + value) / row.length).toBeCloseTo(3, 6);
    expect(Math.max(...row)).toBeCloseTo(3 * 1.6, 1);
    expect(Math.min(...row)).toBeCloseTo(3 * 0.4, 1);
  });
  it('is as fast as the blades, and goes on from ping to ping by the clock', () => {
    const first = propellerBeat(0.9, 4, 0, 0.0001)!;
    expect(first.perCellRad).toBeCloseTo(2 * Math.PI * bladesHz(4) * 0.0001, 9);
    const later = propellerBeat(0.9, 4, 0.25, 0.0001)!;
    expect(later.phaseRad - first.phaseRad).toBeCloseTo(2 * Math.PI * bladesHz(4) * 0.25, 6);
  });
  it('is none where the boat is not heard', () => {
    expect(propellerBeat(0, 4, 1, 0.0001)).toBeNull();
    expect(propellerBeat(0.01, 4, 1, 0.0001)).toBeNull();
  });
});

/** Share by which noise past the bottom swings with the blades: 2 ⟨I cos φ⟩ / ⟨I⟩. */
function swing(preset: '50' | '200', speedMps: number) {
  const { scene, passes } = DEMO_WATERS['hollin-reservoir']();
  const sounder = {
    ...coneFromPreset(preset),
    rangeM: 120,
    binCount: 600,
    looks: 1,
    pingRateHz: 4,
  };
  const run = createSoundingRun({
    scene: { ...scene, targets: [] },
    sounder,
    rig: soundRig(0.3),
    pass: passRunSchema.parse({
      planId: passes[0].id,
      routeM: passes[0].routeM,
      speedChanges: [{ fromTimeS: 0, speedMps }],
      seed: 4,
    }),
    firstPing: 0,
    pingCount: 1,
    truth: false,
  });
  const { info } = run;
  const pings = 120;
  const { levelsCdb, track } = run.block(0, pings);
  const cellS = (2 * info.rangeStepM) / info.soundSpeedMps;
  // Two bottoms lie before this.
  const from = Math.ceil(95 / info.rangeStepM);
  let sum = 0;
  let inStep = 0;
  for (let ping = 0; ping < pings; ping++) {
    for (let bin = from; bin < info.binCount; bin++) {
      const intensity = 10 ** (levelsCdb[ping * info.binCount + bin] / 1000);
      const phase = 2 * Math.PI * bladesHz(speedMps) * (track.timeS[ping] + bin * cellS);
      sum += intensity;
      inStep += intensity * Math.cos(phase);
    }
  }
  const ownShare = 1 - 10 ** ((run.noiseLevelDb(0, 0) - run.noiseLevelDb(0, speedMps)) / 10);
  return { swing: (2 * inStep) / sum, ownShare };
}

describe('the propeller on the picture', () => {
  it('swings a low frequency’s noise by 0.8 of the boat’s own share at speed', () => {
    const { swing: found, ownShare } = swing('50', 4);
    expect(ownShare).toBeGreaterThan(0.3);
    expect(Math.abs(found - 0.8 * ownShare)).toBeLessThan(0.05);
  });
  it('is not heard at a crawl, nor at 200 kHz', () => {
    expect(Math.abs(swing('50', 0.8).swing)).toBeLessThan(0.05);
    expect(Math.abs(swing('200', 4).swing)).toBeLessThan(0.05);
  });
});
