import { describe, expect, it } from 'vitest';
import {
  parkedAt,
  sound,
  sphereAt,
  strongest,
  TEST_CONE,
  testRequest,
  testScene,
  fishAt,
} from '../../tests/fixtures/scene';
import { reflectionCoefficient, SEDIMENTS } from '../bottom';
import { equivalentBeamAngleSr, pistonKa, pistonPattern } from '../transducer';
import { rigidSphereCrossSectionM2 } from '../targets/sphere';

const db = (power: number) => 10 * Math.log10(power);

/** Level by the sonar equation: EL = SL − 40 log r − 2αr + TS + 20 log b. */
function pointLevelDb(
  info: ReturnType<typeof sound>['info'],
  rangeM: number,
  crossSectionM2: number,
  oneWay = 1,
): number {
  return (
    info.channels[0].sourceLevelDb -
    40 * Math.log10(rangeM) -
    2 * info.channels[0].absorptionDbPerM * rangeM +
    db(crossSectionM2) +
    20 * Math.log10(oneWay)
  );
}

const sphereSigma = (info: ReturnType<typeof sound>['info']) =>
  rigidSphereCrossSectionM2(0.05, (2 * Math.PI * 200_000) / info.soundSpeedMps);

describe('a sphere', () => {
  it('has the level of the sonar equation on the axis, at its range', () => {
    const { info, block } = sound(
      testRequest(testScene({ targets: [sphereAt('s', 3, -2, 6.37)] }), { pass: parkedAt(3, -2) }),
    );
    const peak = strongest(block.levelsCdb, 200, 300);
    expect(Math.abs(peak.levelDb - pointLevelDb(info, 6.37, sphereSigma(info)))).toBeLessThan(0.3);
    const firstBin = block.truth.firstBin[0];
    expect(Math.abs(firstBin * info.rangeStepM - 6.37)).toBeLessThan(info.rangeStepM);
  });

  it.each([1.2, 3.4, 6.1, 9.8])('falls off with the beam %f° from the axis', (deg) => {
    const offM = 7 * Math.tan((deg * Math.PI) / 180);
    const { info, block } = sound(
      testRequest(testScene({ targets: [sphereAt('s', 0.8 * offM, -0.6 * offM, 7)] }), {
        pass: parkedAt(0, 0),
      }),
    );
    const rangeM = Math.hypot(offM, 7);
    const oneWay = pistonPattern(pistonKa(20) * Math.sin((deg * Math.PI) / 180));
    const peak = strongest(block.levelsCdb, 260, 320);
    expect(
      Math.abs(peak.levelDb - pointLevelDb(info, rangeM, sphereSigma(info), oneWay)),
    ).toBeLessThan(0.5);
  });

  it('is weaker through a tilted mount, and by as much as if it had moved', () => {
    const scene = testScene({ targets: [sphereAt('s', 0, 0, 7)] });
    const level = (tiltDeg: number) =>
      strongest(
        sound(testRequest(scene, { pass: parkedAt(0, 0), sounder: { tiltDeg } })).block.levelsCdb,
        260,
        320,
      ).levelDb;
    const oneWay = pistonPattern(pistonKa(20) * Math.sin((8 * Math.PI) / 180));
    expect(level(0) - level(8)).toBeCloseTo(-20 * Math.log10(oneWay), 0);
    expect(level(8)).toBeCloseTo(level(-8), 1);
  });

  it('draws an arch along √(d² + x²)', () => {
    const { info, block } = sound(
      testRequest(testScene({ targets: [sphereAt('s', 2.3, 0.9, 8.1)], depthM: 13 }), {
        pingCount: 300,
      }),
    );
    const { truth, track } = block;
    expect(truth.ping.length).toBeGreaterThan(20);
    for (let row = 0; row < truth.ping.length; row++) {
      const rangeM = Math.hypot(2.3 - track.xM[truth.ping[row]], 0.9, 8.1);
      expect(Math.abs(truth.firstBin[row] * info.rangeStepM - rangeM)).toBeLessThanOrEqual(
        info.rangeStepM,
      );
    }
  });

  it('is drawn shallower when the boat is lower, by draft and heave', () => {
    const scene = testScene({ targets: [sphereAt('s', 0, 0, 7)] });
    const { info, block } = sound(testRequest(scene, { pass: parkedAt(0, 0), draftM: 0.5 }));
    expect(block.truth.firstBin[0] * info.rangeStepM).toBeCloseTo(6.5, 1);
  });
});

describe('two spheres', () => {
  const cell = 1466 / (2 * 25_000);
  const dip = (apartM: number) => {
    const scene = testScene({
      targets: [sphereAt('a', 0, 0, 7), sphereAt('b', 0.3, 0.2, 7 + apartM)],
    });
    const chirp = { startHz: 187_500, endHz: 212_500 };
    const { block } = sound(
      testRequest(scene, {
        pass: parkedAt(0, 0),
        sounder: { chirp, pulseLengthS: 4e-4, rangeM: 9, binCount: 2000 },
      }),
    );
    const from = Math.floor((7 - cell) / (9 / 2000));
    const levels = Array.from(
      block.levelsCdb.slice(from, from + Math.ceil((apartM + 3 * cell) / (9 / 2000))),
    );
    const first = levels.indexOf(Math.max(...levels.slice(0, levels.length >> 1)));
    const second = levels.lastIndexOf(Math.max(...levels.slice(levels.length >> 1)));
    return (
      (Math.min(levels[first], levels[second]) - Math.min(...levels.slice(first, second + 1))) / 100
    );
  };
  it('come apart beyond c/2B and not at half of it', () => {
    expect(dip(2.2 * cell)).toBeGreaterThan(10);
    expect(dip(0.5 * cell)).toBeLessThan(0.1);
  });
});

describe('the bottom', () => {
  /** Closed form of a down-looking cone on a flat bottom; D is the pulse's cell. */
  function closedFormPeakDb(
    info: ReturnType<typeof sound>['info'],
    d: number,
    sediment: 'sand' | 'rock',
    psi: number,
  ) {
    const { lambertDb, rmsSlope } = SEDIMENTS[sediment];
    const g2 = psi / (2 * Math.PI);
    const G = g2 / (g2 + rmsSlope ** 2);
    const T2 = (1 + info.channels[0].rangeCellM / d) ** 2 - 1;
    const facet =
      (reflectionCoefficient(SEDIMENTS[sediment]) ** 2 / (4 * d * d)) *
      G *
      (1 - Math.exp(-T2 / (2 * rmsSlope ** 2 * G)));
    const lambert = ((10 ** (lambertDb / 10) * psi) / d ** 2) * (1 - Math.exp(-T2 / (2 * g2)));
    return (
      info.channels[0].sourceLevelDb -
      2 * info.channels[0].absorptionDbPerM * d +
      db(facet + lambert)
    );
  }

  it.each([
    { name: 'pulse-limited', depthM: 11.7, pulseLengthS: 0.0001, sediment: 'sand' as const },
    { name: 'pulse-limited', depthM: 4.3, pulseLengthS: 0.00015, sediment: 'rock' as const },
    { name: 'beam-limited', depthM: 3.1, pulseLengthS: 0.002, sediment: 'sand' as const },
  ])(
    'has the mean level of the closed form, $name over $sediment at $depthM m',
    ({ depthM, pulseLengthS, sediment }) => {
      const { info, block } = sound(
        testRequest(testScene({ depthM, sediment }), {
          pass: parkedAt(1.3, -0.7),
          sounder: { pulseLengthS, binCount: 1500 },
        }),
      );
      const ka = pistonKa(20);
      const psi = equivalentBeamAngleSr((angle) => pistonPattern(ka * Math.sin(angle)));
      const peak = strongest(
        block.levelsCdb,
        Math.floor((depthM - 0.2) / info.rangeStepM),
        Math.ceil((depthM + 2) / info.rangeStepM),
      );
      expect(Math.abs(peak.levelDb - closedFormPeakDb(info, depthM, sediment, psi))).toBeLessThan(
        1,
      );
    },
  );

  it('begins at its depth, and comes back weaker at twice that', () => {
    const { info, block } = sound(
      testRequest(testScene({ depthM: 5.2, sediment: 'rock' }), { pass: parkedAt(0, 0) }),
    );
    const start = block.levelsCdb.findIndex((level, i) => i > 80 && level > 15_000);
    expect(Math.abs(start * info.rangeStepM - 5.2)).toBeLessThan(0.06);
    const between = strongest(
      block.levelsCdb,
      Math.floor(9.2 / info.rangeStepM),
      Math.floor(10.3 / info.rangeStepM),
    );
    const second = strongest(
      block.levelsCdb,
      Math.floor(10.35 / info.rangeStepM),
      Math.floor(11.5 / info.rangeStepM),
    );
    expect(second.levelDb).toBeGreaterThan(between.levelDb + 6);
    expect(Math.abs(second.bin * info.rangeStepM - 10.4)).toBeLessThan(0.4);
  });

  it('shows first where a slope is nearest, at d·cos p', () => {
    const { info, block } = sound(
      testRequest(testScene({ depthM: 10, slopeDeg: 6 }), { pass: parkedAt(0, 0) }),
    );
    const start = block.levelsCdb.findIndex((level, i) => i > 80 && level > 14_000);
    expect(start * info.rangeStepM).toBeLessThan(10);
    expect(Math.abs(start * info.rangeStepM - 10 * Math.cos((6 * Math.PI) / 180))).toBeLessThan(
      0.1,
    );
  });

  it('trails off in mud and not on rock', () => {
    const drop = (sediment: 'mud' | 'rock') => {
      const { info, block } = sound(
        testRequest(testScene({ depthM: 6, sediment }), {
          pass: parkedAt(0, 0),
          sounder: { frequencyHz: 50_000 },
        }),
      );
      const peak = strongest(block.levelsCdb, 200, 400);
      return peak.levelDb - block.levelsCdb[Math.floor(6.9 / info.rangeStepM)] / 100;
    };
    expect(drop('mud')).toBeLessThan(drop('rock') + 12);
    expect(drop('mud')).toBeGreaterThan(3);
  });
});

describe('noise, layers and speckle', () => {
  it('settles at the noise level where nothing else is', () => {
    const { info, block } = sound(
      testRequest(testScene({ depthM: 60 }), {
        pass: parkedAt(0, 0),
        pingCount: 30,
        sounder: { noise: true, speckle: true },
      }),
    );
    let sum = 0;
    let n = 0;
    for (let ping = 0; ping < 30; ping++) {
      for (let bin = 200; bin < 590; bin += 4) {
        sum += 10 ** (block.levelsCdb[ping * 600 + bin] / 1000);
        n++;
      }
    }
    expect(db(sum / n)).toBeCloseTo(info.channels[0].noiseLevelDb, 0);
  });

  it('is exponential in intensity for a single look (Kolmogorov–Smirnov, fixed seed)', () => {
    const { info, block } = sound(
      testRequest(testScene({ depthM: 60 }), {
        pass: parkedAt(0, 0),
        pingCount: 60,
        sounder: { noise: true, speckle: true },
      }),
    );
    // Cells farther apart than a pulse are independent.
    const apart = Math.ceil((2.1 * info.channels[0].rangeCellM) / info.rangeStepM) + 1;
    const intensities: number[] = [];
    for (let ping = 0; ping < 60; ping++) {
      for (let bin = 100; bin < 590; bin += apart)
        intensities.push(
          10 ** ((block.levelsCdb[ping * 600 + bin] / 100 - info.channels[0].noiseLevelDb) / 10),
        );
    }
    const n = intensities.length;
    expect(n).toBeGreaterThan(1500);
    const mean = intensities.reduce((a, b) => a + b) / n;
    const meanSquare = intensities.reduce((a, b) => a + b * b, 0) / n;
    expect(Math.abs(mean - 1)).toBeLessThan(3 / Math.sqrt(n));
    expect(Math.abs(meanSquare / mean ** 2 - 2)).toBeLessThan((3 * 2) / Math.sqrt(n));
    const sorted = [...intensities].sort((a, b) => a - b);
    const distance = Math.max(
      ...sorted.map((x, i) => Math.abs((i + 0.5) / n - (1 - Math.exp(-x)))),
    );
    expect(distance).toBeLessThan(1.63 / Math.sqrt(n));
  });

  it('shows a thermocline at its depth, above open water', () => {
    const water = {
      thermocline: { depthM: 6, thicknessM: 0.6, dropC: 5, scatteringDb: -60 },
      volumeScatteringDb: -85,
    };
    const { info, block } = sound(
      testRequest(testScene({ depthM: 13, water }), { pass: parkedAt(0, 0) }),
    );
    const layer = strongest(
      block.levelsCdb,
      Math.floor(4 / info.rangeStepM),
      Math.floor(9 / info.rangeStepM),
    );
    expect(Math.abs(layer.bin * info.rangeStepM - 6)).toBeLessThan(0.6);
    expect(layer.levelDb - block.levelsCdb[Math.floor(9 / info.rangeStepM)] / 100).toBeGreaterThan(
      15,
    );
  });
});

describe('determinism', () => {
  const scene = testScene({ targets: [fishAt('f', -8, 0.4, 6), fishAt('g', -5, -0.5, 7.5)] });
  const options = {
    sounder: { noise: true, speckle: true, looks: 2 },
    pass: { heaveM: 0.05, rollDeg: 1 },
  };
  it('gives the same bytes for the same request, whole or in pieces', () => {
    const whole = sound(testRequest(scene, { ...options, pingCount: 90 })).block;
    const again = sound(testRequest(scene, { ...options, pingCount: 90 })).block;
    expect(again.levelsCdb).toEqual(whole.levelsCdb);
    const late = sound(testRequest(scene, { ...options, firstPing: 60, pingCount: 30 })).block;
    expect(late.levelsCdb).toEqual(whole.levelsCdb.slice(60 * 600));
    expect(whole.truth.ping.length).toBeGreaterThan(0);
  });
  it('changes one target without touching the speckle of the others', () => {
    const without = testScene({ targets: [fishAt('f', -8, 0.4, 6)] });
    const both = sound(testRequest(scene, { ...options, pingCount: 60 })).block;
    const one = sound(testRequest(without, { ...options, pingCount: 60 })).block;
    // Before the beam reaches the second fish the records are the same.
    expect(one.levelsCdb.slice(0, 40 * 600)).toEqual(both.levelsCdb.slice(0, 40 * 600));
    expect(one.levelsCdb).not.toEqual(both.levelsCdb);
  });
});

describe('truth', () => {
  it('measures signal against background as the record has it', () => {
    const scene = testScene({ targets: [fishAt('f', 0, 0, 7)] });
    const { info, block } = sound(
      testRequest(scene, { pass: parkedAt(0, 0), sounder: { noise: true } }),
    );
    const { truth } = block;
    const expected = truth.levelCdb[0] - 100 * info.channels[0].noiseLevelDb;
    expect(Math.abs(truth.signalToBackgroundCdb[0] - expected)).toBeLessThan(60);
    expect(truth.background[0]).toBe(0);
  });
  it('knows a fish in the bottom echo from one above it', () => {
    const row = (heightM: number) => {
      const scene = testScene({ depthM: 10, targets: [fishAt('f', 0, 0, 10 - heightM)] });
      const { truth } = sound(
        testRequest(scene, { pass: parkedAt(0, 0), sounder: { noise: true } }),
      ).block;
      return { ratio: truth.signalToBackgroundCdb[0] / 100, gap: truth.gapCdb[0] / 100 };
    };
    expect(row(1).ratio).toBeGreaterThan(20);
    expect(row(1).gap).toBeGreaterThan(20);
    expect(row(0.01).ratio).toBeLessThan(0);
  });
});

it('has the noise and source level of the link budget table but for the receiver', () => {
  const { info } = sound(testRequest(testScene({}), { sounder: { acousticPowerW: 150 } }));
  expect(info.channels[0].sourceLevelDb).toBeCloseTo(211.8, 1);
  expect(info.channels[0].rangeCellM).toBeCloseTo(0.0733, 3);
  expect(TEST_CONE.beamwidthDeg).toBe(20);
});
