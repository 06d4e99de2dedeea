import { describe, expect, it } from 'vitest';
import {
  db,
  mean,
  parkedAt,
  powers,
  sound,
  strongest,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { secondEchoRatio, SEDIMENTS, type SedimentName } from '../bottom';
import { coneBeamTable } from '../transducer';
import { surfaceSlope2 } from '../water';
import { multipleRangeM } from './multiples';

function echoes(options: {
  depthM: number;
  sediment?: SedimentName;
  slopeDeg?: number;
  draftM?: number;
  windMps?: number;
  instrument?: 'cone' | 'downFan';
}) {
  const { depthM, sediment = 'rock', slopeDeg = 0, draftM = 0, windMps = 0 } = options;
  const isFan = options.instrument === 'downFan';
  const { info, block } = sound(
    testRequest(testScene({ depthM, sediment, slopeDeg, water: { windMps } }), {
      pass: parkedAt(0, 0),
      draftM,
      sounder: {
        rangeM: 30,
        binCount: 2000,
        ...(isFan && { instrument: 'downFan', acrossBeamwidthDeg: 20 }),
      },
    }),
  );
  const power = powers(block.levelsCdb);
  const cell = (m: number) => Math.round(m / info.rangeStepM);
  const energy = (fromM: number, endM: number) =>
    mean(power.slice(cell(fromM), cell(endM))) * (cell(endM) - cell(fromM));
  /** Where the record first comes within so many dB of the strongest cell between two ranges. */
  const onsetM = (fromM: number, endM: number, withinDb = 12) => {
    const { levelDb } = strongest(block.levelsCdb, cell(fromM), cell(endM));
    let i = cell(fromM);
    while (block.levelsCdb[i] / 100 < levelDb - withinDb) i++;
    return i * info.rangeStepM;
  };
  const peakDb = (fromM: number, endM: number) =>
    strongest(block.levelsCdb, cell(fromM), cell(endM)).levelDb;
  return { info, energy, onsetM, peakDb };
}

describe('where a multiple begins', () => {
  it('is known in closed form', () => {
    expect(multipleRangeM(1, 8, 0.5, 0)).toBeCloseTo(7.5, 9);
    expect(multipleRangeM(2, 8, 0.5, 0)).toBeCloseTo(15.5, 9);
    expect(multipleRangeM(3, 8, 0.5, 0)).toBeCloseTo(23.5, 9);
    // The first echo comes from the foot of the perpendicular.
    expect(multipleRangeM(1, 8, 0.5, 0.3)).toBeCloseTo(7.5 * Math.cos(0.3), 9);
    // Surface mirrored in the slope: 2 d cos²α − s cos 2α.
    expect(multipleRangeM(2, 8, 0.5, 0.3)).toBeCloseTo(
      16 * Math.cos(0.3) ** 2 - 0.5 * Math.cos(0.6),
      9,
    );
    expect(multipleRangeM(2, 8, 0.5, 0.0019)).toBeCloseTo(multipleRangeM(2, 8, 0.5, 0.0021), 3);
    expect(multipleRangeM(2, 8, 0.5, 1)).toBe(Infinity);
  });
  it.each(['cone', 'downFan'] as const)('is where the %s draws it', (instrument) => {
    const { onsetM } = echoes({ depthM: 7, draftM: 0.6, instrument });
    expect(Math.abs(onsetM(5, 9) - 6.4)).toBeLessThan(0.1);
    expect(Math.abs(onsetM(12, 16) - 13.4)).toBeLessThan(0.15);
    // In the fan the tail of the second outshines the third.
    if (instrument === 'cone') expect(Math.abs(onsetM(19, 23) - 20.4)).toBeLessThan(0.2);
  });
  it('lies nearer on a slope', () => {
    const alpha = (8 * Math.PI) / 180;
    const { onsetM } = echoes({ depthM: 7, slopeDeg: 8 });
    expect(Math.abs(onsetM(5, 8.5) - 7 * Math.cos(alpha))).toBeLessThan(0.15);
    expect(Math.abs(onsetM(11, 16) - multipleRangeM(2, 7, 0, alpha))).toBeLessThan(0.25);
  });
});

describe('how much a multiple holds', () => {
  const { equivalentAngleSr } = coneBeamTable(20, 0);
  const g2 = equivalentAngleSr / (2 * Math.PI);

  it('over a flat bottom under a calm surface is the closed form', () => {
    for (const sediment of ['rock', 'sand'] as const) {
      const { energy, info } = echoes({ depthM: 7, sediment });
      const absorbedDb = 2 * info.channels[0].absorptionDbPerM * 7;
      const waves =
        (g2 + SEDIMENTS[sediment].rmsSlope ** 2) /
        (g2 + SEDIMENTS[sediment].rmsSlope ** 2 + surfaceSlope2(0));
      const expected = db(secondEchoRatio(SEDIMENTS[sediment], [g2, g2]) * waves) - absorbedDb;
      expect(Math.abs(db(energy(13.5, 20) / energy(6.8, 10)) - expected)).toBeLessThan(0.5);
    }
  });
  it('is less and later in wind, over a slope less again', () => {
    const peak = (windMps: number, slopeDeg = 0) =>
      echoes({ depthM: 4, sediment: 'gravel', windMps, slopeDeg }).peakDb(7, 10);
    expect(peak(0) - peak(5)).toBeGreaterThan(1.5);
    expect(peak(0) - peak(0, 6)).toBeGreaterThan(1);
    const late = (windMps: number) => {
      const { energy } = echoes({ depthM: 4, sediment: 'gravel', windMps });
      return energy(8.6, 11) / energy(7.5, 11);
    };
    expect(late(6)).toBeGreaterThan(1.1 * late(0));
  });
  it('shows a third over shallow rock, not over mud', () => {
    const third = (sediment: SedimentName) => {
      const { peakDb, info } = echoes({ depthM: 3, sediment });
      return peakDb(8.8, 11) - info.channels[0].noiseLevelDb;
    };
    expect(third('rock')).toBeGreaterThan(20);
    expect(third('softMud')).toBeLessThan(third('rock') - 20);
  });
});
