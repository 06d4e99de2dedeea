import { describe, expect, it } from 'vitest';
import {
  db,
  fishAt,
  mean,
  parkedAt,
  powers,
  sound,
  sphereAt,
  strongest,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { loveDorsalDb } from '../targets/fishStrength';
import { lineLengthWavelengths } from '../transducer';
import { AlongBeam } from './alongBeam';
import { aspectAmplitude } from './pointEcho';
import { ScattererField } from './scattererField';
import { prepareBottom } from './scene';

/** |∫ exp(iπx²/λr) dx|²/L² by many small steps over the whole aperture. */
function fresnel(lengthM: number, wavelengthM: number, rangeM: number): number {
  let re = 0;
  let im = 0;
  const steps = 20_000;
  for (let i = 0; i < steps; i++) {
    const x = lengthM * ((i + 0.5) / steps - 0.5);
    const phase = (Math.PI * x * x) / (wavelengthM * rangeM);
    re += Math.cos(phase) / steps;
    im += Math.sin(phase) / steps;
  }
  return re * re + im * im;
}

describe('the near field of a fan', () => {
  /** |∫ exp(ikx²/2r) dx|²/L² over the aperture, by 4,000 steps of its half. */
  const integralGain = (lengthM: number, wavelengthM: number, rangeM: number) => {
    const steps = 4000;
    let [re, im] = [0, 0];
    for (let i = 0; i < steps; i++) {
      const x = ((i + 0.5) / steps) * (lengthM / 2);
      const phase = (Math.PI * x * x) / (wavelengthM * rangeM);
      re += Math.cos(phase) / steps;
      im += Math.sin(phase) / steps;
    }
    return re * re + im * im;
  };
  it.each([0.05, 0.2, 0.6, 1.5, 4, 11, 30])('at %f m is the integral over the aperture', (r) => {
    const [wavelengths, wavelengthM] = [55, 0.0018];
    const beam = new AlongBeam(wavelengths, wavelengthM);
    const gain = beam.nearGain(r);
    const exact = integralGain(wavelengths * wavelengthM, wavelengthM, r);
    // Within 0.1 dB, but where so much cancels that nothing is left.
    if (exact > 0.02) expect(Math.abs(10 * Math.log10(gain / exact))).toBeLessThan(0.1);
    else expect(gain).toBeLessThan(0.03);
  });
});

describe('the near field of a fan', () => {
  const wavelengthM = 1466 / 455_000;
  const lengths = lineLengthWavelengths(1);
  const along = new AlongBeam(lengths, wavelengthM);

  it('is Fresnel’s, and the far field beyond', () => {
    for (const rangeM of [0.5, 1, 1.5, 3, 4.2, 8, 20, 60]) {
      const exact = fresnel(lengths * wavelengthM, wavelengthM, rangeM);
      expect(Math.abs(db(along.nearGain(rangeM) / exact))).toBeLessThan(0.05);
    }
    expect(db(along.nearGain(60))).toBeGreaterThan(-0.05);
  });
  it('weakens a sphere by its square, against the law of spheres far off', () => {
    const target = (rangeM: number) => {
      const scene = testScene({ depthM: 40, targets: [sphereAt('s', 0, 0, rangeM)] });
      const { info, block } = sound(
        testRequest(scene, {
          pass: parkedAt(0, 0),
          sounder: { instrument: 'downFan', rangeM: 24, binCount: 2000 },
        }),
      );
      const cell = (m: number) => Math.round(m / info.rangeStepM);
      const { levelDb, bin } = strongest(block.levelsCdb, cell(rangeM - 0.2), cell(rangeM + 0.4));
      const [channel] = info.channels;
      const r = bin * info.rangeStepM;
      return (
        levelDb - channel.sourceLevelDb + 40 * Math.log10(r) + 2 * channel.absorptionDbPerM * r
      );
    };
    const far = target(20);
    for (const rangeM of [1.5, 3, 5]) {
      const expected = 2 * db(fresnel(lengths * wavelengthM, wavelengthM, rangeM));
      expect(Math.abs(target(rangeM) - far - expected)).toBeLessThan(0.6);
    }
  });
});

describe('a fish between the fans', () => {
  const FREQUENCY_HZ = 455_000;
  const scene = testScene({ depthM: 60, targets: [fishAt('f', 0, 0, 9, 0.3)] });
  const field = new ScattererField(scene, prepareBottom(scene), FREQUENCY_HZ, 1466);
  const [chunk] = field.near(0, 0, 1, 0);
  /** Strength of all its parts together towards a direction, over many moments of its swimming, dB. */
  function strengthDb(x: number, y: number, z: number): number {
    let sum = 0;
    const moments = 200;
    for (let t = 0; t < moments; t++) {
      for (let p = chunk.first; p < chunk.end; p++) {
        const aspect = aspectAmplitude(field.columns, p, x, y, z, 0.9 * t);
        sum += (field.columns.amplitude[p] * aspect) ** 2 / moments;
      }
    }
    return db(sum);
  }
  /** From its side, so many degrees off broadside; it heads north. */
  const fromSideDb = (offDeg: number) => {
    const off = (offDeg * Math.PI) / 180;
    return strengthDb(Math.cos(off), Math.sin(off), 0);
  };
  const flankDb = fromSideDb(0);
  const dorsalDb = loveDorsalDb(0.3, FREQUENCY_HZ);

  it('shows a flank 5 to 8 dB stronger than its back', () => {
    const backDb = strengthDb(0, 0, 1);
    expect(Math.abs(backDb - dorsalDb)).toBeLessThan(2);
    expect(flankDb - backDb).toBeGreaterThan(5);
    expect(flankDb - backDb).toBeLessThan(8);
  });
  it('flashes over 5 to 10 degrees of yaw', () => {
    // Half-power within 2.5 to 5 degrees to either side.
    expect(flankDb - fromSideDb(2.5)).toBeLessThan(3);
    expect(flankDb - fromSideDb(5)).toBeGreaterThan(3);
  });
  it('is on average over all yaws about as strong as from above', () => {
    const all = Array.from({ length: 360 }, (_, i) => 10 ** (fromSideDb(i) / 10));
    expect(Math.abs(db(mean(all)) - dorsalDb)).toBeLessThan(2);
  });
});

describe('weed', () => {
  /** What a bed takes off the bottom beneath it, dB: mean over places. */
  function lossDb(instrument: 'cone' | 'downFan', density: string, radiusM: number): number {
    const bed = { id: 'w', kind: 'weedBed' as const, xM: 0, yM: 0, radiusM, heightM: 1.5, density };
    // Slowly along a line through its middle, so that every ping meets other stems.
    const energy = (targets: object[], sediment: 'rock' | 'softMud') => {
      const { info, block } = sound(
        testRequest(testScene({ depthM: 7, sediment, targets: targets as never }), {
          pass: {
            routeM: [
              { x: -3.8, y: 0.3 },
              { x: 60, y: 0.3 },
            ],
          },
          pingCount: 20,
          // A ping every 0.38 m, so that each meets other stems.
          sounder: { instrument, rangeM: 10, binCount: 1000, pingRateHz: 4 },
        }),
      );
      const cell = (m: number) => Math.round(m / info.rangeStepM);
      const first = (_: number, ping: number) =>
        mean(powers(block.levelsCdb).slice(1000 * ping + cell(7.0), 1000 * ping + cell(7.12)));
      return mean(Array.from({ length: 20 }, first));
    };
    // What is left of the difference between two grounds: the weed's own echo is the same over both.
    const ground = (targets: object[]) => energy(targets, 'rock') - energy(targets, 'softMud');
    return db(ground([]) / ground([bed]));
  }
  it.each([
    ['dense', 6],
    ['moderate', 6],
    ['dense', 14],
  ])('%s, %i m wide, takes as much in the fan as in the cone', (density, radiusM) => {
    const cone = lossDb('cone', density, radiusM);
    const fan = lossDb('downFan', density, radiusM);
    // Twenty pings meet few stems: so much is chance.
    expect(Math.abs(fan - cone)).toBeLessThan(0.3 * cone);
  });
});
