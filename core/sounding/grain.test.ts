import { describe, expect, it } from 'vitest';
import {
  db,
  correlation,
  mean,
  parkedAt,
  powers,
  sound,
  sphereAt,
  strongest,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import type { TargetInput } from '../targets';
import { SHADED_HALF_POWER_U, shadedLineAmplitude } from '../transducer';

const bins = (from: number, end: number) => (i: number) => i >= from && i < end;

/** Intensities between two ranges over what they are without speckle, ping by ping. */
function pings(request: ReturnType<typeof testRequest>, fromM: number, endM: number) {
  const plain = { ...request, sounder: { ...request.sounder, speckle: false } };
  const [rough, even] = [request, plain].map((asked) => {
    const { info, block } = sound(asked);
    const inside = bins(Math.round(fromM / info.rangeStepM), Math.round(endM / info.rangeStepM));
    const stride = info.channels[0].beamAnglesDeg.length * info.binCount * info.channels.length;
    return Array.from({ length: request.pingCount }, (_, ping) =>
      powers(block.levelsCdb.subarray(ping * stride, (ping + 1) * stride)).filter((_, i) =>
        inside(i % info.binCount),
      ),
    );
  });
  return rough.map((row, ping) => row.map((power, i) => power / even[ping][i]));
}

const CLEAR = { speckle: true, noise: false };
/** Down to 4 m, so that a good part of the record is bottom. */
const shallow = testScene({ depthM: 4, sediment: 'gravel' });
const cone = (speedMps: number, changes: object = {}) =>
  testRequest(shallow, {
    sounder: { ...CLEAR, rangeM: 6, binCount: 600, pingRateHz: 12, ...changes },
    pass: { ...parkedAt(0, 0), speedChanges: [{ fromTimeS: 0, speedMps }] },
    pingCount: 30,
  });
/** ka = 1.61634 / sin 10° and λ = 1466/200,000: the aperture of the test cone, m. */
const APERTURE_M = ((1.61634 / Math.sin(Math.PI / 18)) * (1466 / 200_000)) / Math.PI;

describe('grain of the ground', () => {
  it('stands while the boat stands', () => {
    const levels = pings(cone(0), 4, 5.5);
    expect(correlation(levels[0], levels[29])).toBeGreaterThan(0.999);
  });
  it('is new half an aperture on, and partly old before', () => {
    const lag = (wayM: number) => {
      const levels = pings(cone((wayM * 12) / 1), 4, 5.5);
      return mean(levels.slice(1).map((ping, i) => correlation(levels[i], ping)));
    };
    expect(lag(APERTURE_M / 16)).toBeGreaterThan(0.9);
    const quarter = lag(APERTURE_M / 4);
    expect(quarter).toBeGreaterThan(0.15);
    expect(quarter).toBeLessThan(0.75);
    expect(lag(0.55 * APERTURE_M)).toBeLessThan(0.2);
  });
  it('is that of the place: the boat that comes back finds it again', () => {
    const there = pings(cone(0), 4, 5.5)[0];
    const elsewhere = pings({ ...cone(0), pass: { ...cone(0).pass, ...parkedAt(3, 1) } }, 4, 5.5);
    expect(Math.abs(correlation(there, elsewhere[0]))).toBeLessThan(0.3);
    const back = testRequest(shallow, {
      sounder: { ...CLEAR, rangeM: 6, binCount: 600, pingRateHz: 12 },
      pass: parkedAt(0, 0),
      firstPing: 400,
    });
    expect(correlation(there, pings(back, 4, 5.5)[0])).toBeGreaterThan(0.999);
  });
  it('leaves the mean as it is, mixed or not', () => {
    const overPlainDb = (speedMps: number) =>
      db(mean(pings(cone(speedMps, { looks: 8 }), 4.1, 5).map((row) => mean(row))));
    expect(Math.abs(overPlainDb(0.2))).toBeLessThan(0.3);
    expect(Math.abs(overPlainDb(3))).toBeLessThan(0.3);
  });
  it('is not that of noise and water, which are new in every ping', () => {
    const noisy = testRequest(testScene({ depthM: 60, water: { volumeScatteringDb: -70 } }), {
      sounder: { speckle: true, noise: true },
      pass: parkedAt(0, 0),
      pingCount: 2,
    });
    const levels = pings(noisy, 2, 14);
    expect(Math.abs(correlation(levels[0], levels[1]))).toBeLessThan(0.12);
  });
  it('boils on the sector no more than on the cone', () => {
    const request = testRequest(shallow, {
      sounder: { ...SECTOR, ...CLEAR, rangeM: 6 },
      pass: parkedAt(0, 0),
      pingCount: 2,
    });
    const levels = pings(request, 4.5, 5.5);
    expect(correlation(levels[0], levels[1])).toBeGreaterThan(0.999);
    const noise = pings(
      testRequest(testScene({ depthM: 60 }), {
        sounder: { ...SECTOR, speckle: true, noise: true },
        pass: parkedAt(0, 0),
        pingCount: 2,
      }),
      4,
      20,
    );
    expect(Math.abs(correlation(noise[0], noise[1]))).toBeLessThan(0.03);
  });
});

const SECTOR = {
  instrument: 'sector',
  beamCount: 60,
  spanDeg: 120,
  beamwidthDeg: 2.4,
  chirp: null,
  pulseLengthS: 0.0001,
};

describe('looks', () => {
  // Averaged over L receptions, exponential intensities have a variance of 1/L of their mean squared.
  it.each(['cone', 'sideFans', 'sector'])('of the %s are averaged', (instrument) => {
    for (const looks of [1, 2, 4, 8]) {
      const sounder =
        instrument === 'sector'
          ? { ...SECTOR, looks }
          : instrument === 'cone'
            ? { looks }
            : { instrument, looks };
      const levels = pings(
        testRequest(testScene({ depthM: 80 }), {
          sounder: { ...sounder, speckle: true, noise: true },
          pass: parkedAt(0, 0),
          pingCount: instrument === 'sector' ? 2 : 30,
        }),
        4,
        14,
      );
      const all = levels.flatMap((row) => [...row]);
      const m = mean(all);
      const variance = mean(all.map((value) => (value - m) ** 2));
      expect((variance / m ** 2) * looks).toBeGreaterThan(0.9);
      expect((variance / m ** 2) * looks).toBeLessThan(1.1);
    }
  });
  it.each(['cone', 'downFan'])(
    'average many points in one pulse, and leave one: %s',
    (instrument) => {
      const of = (targets: TargetInput[], looks: number) => {
        const scene = testScene({ depthM: 14, water: { volumeScatteringDb: -110 }, targets });
        const sounder = { ...CLEAR, instrument, looks, rangeM: 12, binCount: 400 };
        return testRequest(scene, { sounder, pass: parkedAt(0, 0), pingCount: 60 });
      };
      const school: TargetInput = {
        ...{ id: 'b', kind: 'baitSchool', xM: 0, yM: 0, depthM: 5 },
        ...{ radiusM: 1.2, heightM: 2.4, count: 15_000, lengthM: 0.05 },
      };
      const spread = (looks: number) => {
        const ratios = pings(of([school], looks), 4.3, 5.4).flatMap((row) => [...row]);
        const m = mean(ratios);
        return mean(ratios.map((ratio) => (ratio - m) ** 2)) / m ** 2;
      };
      // Knots of few fish among many make the one look a little rougher than exponential.
      expect(spread(1)).toBeGreaterThan(0.85);
      for (const looks of [2, 4]) {
        expect((spread(looks) * looks) / spread(1)).toBeGreaterThan(0.8);
        expect((spread(looks) * looks) / spread(1)).toBeLessThan(1.3);
      }
      const alone = (looks: number) =>
        strongest(sound(of([sphereAt('s', 0, 0, 5)], looks)).block.levelsCdb, 130, 200).levelDb;
      expect(Math.abs(alone(4) - alone(1))).toBeLessThan(0.1);
    },
  );
});

describe('receiving beams of the sector', () => {
  it('hear a sphere through the pattern of a shaded line, however close they stand', () => {
    const scene = testScene({ depthM: 80, targets: [sphereAt('s', 0.1, 0, 8, 0.3)] });
    const { info, block } = sound(
      testRequest(scene, {
        sounder: { ...SECTOR, ...CLEAR, beamCount: 160, spanDeg: 60, beamwidthDeg: 3.75 },
        pass: parkedAt(0, 0),
      }),
    );
    const angles = info.channels[0].beamAnglesDeg;
    const cell = (m: number) => Math.round(m / info.rangeStepM);
    const levels = angles.map((_, beam) => {
      const from = beam * info.binCount;
      return strongest(block.levelsCdb, from + cell(7.5), from + cell(8.5)).levelDb;
    });
    const truth = (Math.atan2(0.1, 8) * 180) / Math.PI;
    const perSin = SHADED_HALF_POWER_U / Math.sin((1.875 * Math.PI) / 180);
    const top = Math.max(...levels);
    angles.forEach((angle, beam) => {
      const off = ((angle - truth) * Math.PI) / 180;
      const expected = Math.max(
        -52,
        20 * Math.log10(Math.abs(shadedLineAmplitude(perSin * Math.sin(off)))),
      );
      // In the nulls the table's steps of a tenth of a spacing show.
      if (expected > -34) expect(Math.abs(levels[beam] - top - expected)).toBeLessThan(0.6);
      else expect(levels[beam] - top).toBeLessThan(-32);
    });
    expect(levels.filter((level) => level > top - 3)).toHaveLength(10);
  });
  it('hear an even bottom alike, whatever their spacing', () => {
    const level = (beamCount: number) => {
      const { info, block } = sound(
        testRequest(shallow, {
          sounder: { ...SECTOR, speckle: false, noise: false, beamCount, spanDeg: 60, rangeM: 8 },
          pass: parkedAt(0, 0),
        }),
      );
      const inside = bins(Math.round(4.05 / info.rangeStepM), Math.round(4.5 / info.rangeStepM));
      return db(mean(powers(block.levelsCdb).filter((_, i) => inside(i % info.binCount))));
    };
    expect(Math.abs(level(40) - level(160))).toBeLessThan(0.4);
  });
  it('hear no water behind the bottom', () => {
    const behind = (volumeScatteringDb: number) => {
      const scene = testScene({ depthM: 5, sediment: 'mud', water: { volumeScatteringDb } });
      const { info, block } = sound(
        testRequest(scene, {
          sounder: { ...SECTOR, speckle: false, noise: false },
          pass: parkedAt(0, 0),
        }),
      );
      const beam = info.channels[0].beamAnglesDeg.findIndex((angle) => angle > 0);
      const row = powers(
        block.levelsCdb.subarray(beam * info.binCount, (beam + 1) * info.binCount),
      );
      const cell = (m: number) => Math.round(m / info.rangeStepM);
      return {
        water: mean(row.slice(cell(3), cell(4.5))),
        ground: mean(row.slice(cell(7), cell(12))),
      };
    };
    const [thick, clear] = [behind(-50), behind(-120)];
    expect(db(thick.water / clear.water)).toBeGreaterThan(20);
    expect(Math.abs(db(thick.ground / clear.ground))).toBeLessThan(0.01);
  });
});
