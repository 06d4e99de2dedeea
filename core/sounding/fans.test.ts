import { describe, expect, it } from 'vitest';
import {
  fishAt,
  parkedAt,
  sound,
  sphereAt,
  strongest,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { depthAtM, reflectionCoefficient, SEDIMENTS } from '../bottom';
import { targetMotions } from '../targets';
import { rigidSphereCrossSectionM2 } from '../targets/sphere';
import { AlongBeam } from './alongBeam';
import {
  builtLinePattern,
  integratedLineAngleRad,
  lineLengthWavelengths,
  linePattern,
} from '../transducer';

const db = (power: number) => 10 * Math.log10(power);
const rad = (deg: number) => (deg * Math.PI) / 180;
const STARBOARD = 1;

/** Levels of one row of one ping, hundredths of dB. */
const rowOf = ({ info, block }: ReturnType<typeof sound>, row: number, ping = 0) => {
  const rows = info.channels.length;
  const from = (ping * rows + row) * info.binCount;
  return block.levelsCdb.slice(from, from + info.binCount);
};
const sphereSigma = (c: number) => rigidSphereCrossSectionM2(0.05, (2 * Math.PI * 455_000) / c);

describe('side fans', () => {
  const sounder = { instrument: 'sideFans', depressionDeg: 30 };

  it('have two sides of their own names, or one', () => {
    const both = sound(testRequest(testScene({ depthM: 5 }), { sounder }));
    expect(both.info.channels.map(({ name }) => name)).toEqual(['port', 'starboard']);
    const port = sound(
      testRequest(testScene({ depthM: 5 }), { sounder: { ...sounder, sides: 'port' } }),
    );
    expect(port.info.channels.map(({ name }) => name)).toEqual(['port']);
    expect(rowOf(port, 0)).toEqual(rowOf(both, 0));
  });

  it('have the reverberation of the closed form on flat sand, and its slope with range', () => {
    const H = 5.3;
    const { info, block } = sound(
      testRequest(testScene({ depthM: H, sediment: 'sand' }), {
        pass: parkedAt(0, 0),
        sounder: { ...sounder, binCount: 1500 },
      }),
    );
    const [channel] = info.channels;
    const thetaEq = integratedLineAngleRad(lineLengthWavelengths(1), 2);
    const across = lineLengthWavelengths(60);
    const expected = (R: number) => {
      const grazing = Math.asin(H / R);
      const b = builtLinePattern(across, Math.sin(grazing - rad(30)));
      return (
        channel.sourceLevelDb -
        40 * Math.log10(R) -
        2 * channel.absorptionDbPerM * R -
        25 +
        20 * Math.log10(H / R) +
        db((R * thetaEq * channel.rangeCellM) / Math.cos(grazing)) +
        20 * Math.log10(b)
      );
    };
    const energyAt = (R: number) => {
      const at = Math.round(R / info.rangeStepM);
      let sum = 0;
      for (let i = at - 15; i < at + 15; i++) {
        sum += 10 ** (block.levelsCdb[STARBOARD * info.binCount + i] / 1000) / 30;
      }
      return db(sum);
    };
    for (const R of [10, 14, 19, 24, 28]) {
      expect(Math.abs(energyAt(R) - expected(R))).toBeLessThan(0.5);
    }
    expect(energyAt(14) - energyAt(28)).toBeCloseTo(expected(14) - expected(28), 0);
  });

  it('are dark until the bottom straight below', () => {
    const found = sound(testRequest(testScene({ depthM: 6.4 }), { pass: parkedAt(0, 0), sounder }));
    for (const row of [0, 1]) {
      const levels = rowOf(found, row);
      const peak = strongest(levels, 150, 1000).levelDb;
      const first = levels.findIndex((level, i) => i > 100 && level > 100 * (peak - 12));
      expect(Math.abs(first * found.info.rangeStepM - 6.4)).toBeLessThan(0.1);
    }
  });

  it('see a sphere at its slant range, on its side, as strong as both patterns say', () => {
    // Bow east: starboard is south.
    const offset = { x: 0.05, y: -9.2, z: 4.1 };
    const found = sound(
      testRequest(
        testScene({ depthM: 30, targets: [sphereAt('s', offset.x, offset.y, offset.z)] }),
        {
          pass: parkedAt(0, 0),
          sounder: { ...sounder, rangeM: 15, binCount: 1000 },
        },
      ),
    );
    const { info } = found;
    const [channel] = info.channels;
    const R = Math.hypot(offset.x, offset.y, offset.z);
    const peak = strongest(rowOf(found, STARBOARD), 200, 1000);
    expect(Math.abs(peak.bin * info.rangeStepM - R)).toBeLessThan(2 * info.rangeStepM);
    const along = linePattern(lineLengthWavelengths(1), offset.x / R);
    const off = Math.atan2(-offset.y, offset.z) - rad(60);
    const across = linePattern(lineLengthWavelengths(60), Math.sin(off));
    const expected =
      channel.sourceLevelDb -
      40 * Math.log10(R) -
      2 * channel.absorptionDbPerM * R +
      db(sphereSigma(info.soundSpeedMps)) +
      20 * Math.log10(along * across);
    expect(Math.abs(peak.levelDb - expected)).toBeLessThan(0.5);
    expect(strongest(rowOf(found, 0), 200, 1000).levelDb).toBeLessThan(peak.levelDb - 40);
  });

  it('end a hump’s shadow within a cell of where the line of sight meets the bottom again', () => {
    const features = [{ kind: 'hump' as const, xM: 0, yM: -11, radiusM: 1.6, heightM: 1.2 }];
    const scene = testScene({ depthM: 5, sediment: 'gravel', features });
    const found = sound(
      testRequest(scene, { pass: parkedAt(0, 0), sounder: { ...sounder, beamwidthDeg: 0.4 } }),
    );
    const { info } = found;
    // By hand: the steepest line of sight over the hump, and where the flat behind comes into it.
    let top = 0;
    let endM = 0;
    for (let g = 8; g < 30; g += 0.002) {
      const rise = g / depthAtM(scene.bottom, 0, -g);
      if (rise > top) {
        if (g > 13 && endM === 0) endM = Math.hypot(g, depthAtM(scene.bottom, 0, -g));
        top = rise;
      }
    }
    const levels = rowOf(found, STARBOARD);
    const at = (m: number) => Math.round(m / info.rangeStepM);
    const open = levels[at(endM + 1)];
    // Half the level of open bottom, on the way out of the dark.
    let end = at(endM) - 20;
    expect(levels[end]).toBeLessThan(open - 1500);
    while (levels[end] < open - 300) end++;
    expect(Math.abs(end * info.rangeStepM - endM)).toBeLessThanOrEqual(2 * info.rangeStepM);
  });

  it('put a hanging fish’s shadow where its height says, and name its cells', () => {
    const [H, height, y] = [6, 1.5, -12.5];
    const fish = { ...fishAt('f', 0, y, H - height, 0.7), headingDeg: 90 };
    const found = sound(
      testRequest(testScene({ depthM: H, targets: [fish] }), {
        pass: parkedAt(0, 0),
        sounder: { ...sounder, beamwidthDeg: 0.5 },
      }),
    );
    const { truth } = found.block;
    const row = truth.channel.indexOf(STARBOARD);
    const rFish = Math.hypot(y, H - height);
    // height = H (1 − R_fish / R_shadow)
    const rShadow = rFish / (1 - height / H);
    const middle = (truth.shadowFirstBin[row] + truth.shadowLastBin[row]) / 2;
    expect(Math.abs(middle * found.info.rangeStepM - rShadow)).toBeLessThan(0.35);
    expect(truth.shadowCdb[row]).toBeGreaterThan(400);
    const levels = rowOf(found, STARBOARD);
    expect(levels[Math.round(middle)]).toBeLessThan(levels[Math.round(middle) + 60] - 300);
  });

  it('do not see behind: a fish in the shadow of a wall is hidden, and says why', () => {
    const wall = {
      id: 'w',
      kind: 'wall' as const,
      xM: 0,
      yM: -8,
      lengthM: 12,
      heightM: 2.4,
      headingDeg: 90,
    };
    const fish = { ...fishAt('f', 0, -9.5, 5.2, 0.4), headingDeg: 90 };
    const truthOf = (targets: (typeof fish | typeof wall)[]) => {
      const { block } = sound(
        testRequest(testScene({ depthM: 6, targets }), { pass: parkedAt(0, 0), sounder }),
      );
      const index = targets.indexOf(fish);
      const row = block.truth.targetIndex.indexOf(index);
      return row < 0
        ? null
        : { blocked: block.truth.blockedCdb[row], background: block.truth.background[row] };
    };
    expect(truthOf([fish])).toMatchObject({ blocked: 0 });
    const hidden = truthOf([wall, fish]);
    expect(hidden!.blocked).toBeGreaterThan(600);
    expect(hidden!.background).toBe(4);
  });

  it('turn with the boat: what is to starboard comes to port on the way back', () => {
    const scene = testScene({ depthM: 30, targets: [sphereAt('s', 0, -8, 5)] });
    const there = {
      routeM: [
        { x: 0, y: 0 },
        { x: 50, y: 0 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: 0 }],
    };
    const back = {
      ...there,
      routeM: [
        { x: 0, y: 0 },
        { x: -50, y: 0 },
      ],
    };
    const peak = (pass: typeof there, row: number) =>
      strongest(
        rowOf(sound(testRequest(scene, { pass, sounder: { ...sounder, rangeM: 15 } })), row),
        200,
        1000,
      ).levelDb;
    expect(peak(there, 1) - peak(there, 0)).toBeGreaterThan(30);
    expect(peak(back, 0)).toBeCloseTo(peak(there, 1), 1);
  });
});

describe('the down fan', () => {
  const sounder = { instrument: 'downFan', rangeM: 15 };

  it('sees a sphere below with the level of the sonar equation', () => {
    const found = sound(
      testRequest(testScene({ depthM: 30, targets: [sphereAt('s', 0, 1.2, 7.3)] }), {
        pass: parkedAt(0, 0),
        sounder,
      }),
    );
    const [channel] = found.info.channels;
    const R = Math.hypot(1.2, 7.3);
    const across = linePattern(lineLengthWavelengths(60), 1.2 / R);
    const along = new AlongBeam(
      lineLengthWavelengths(1),
      found.info.soundSpeedMps / channel.frequencyHz,
    );
    const expected =
      channel.sourceLevelDb -
      40 * Math.log10(R) -
      2 * channel.absorptionDbPerM * R +
      db(sphereSigma(found.info.soundSpeedMps)) +
      20 * Math.log10(across * along.nearGain(R));
    expect(Math.abs(strongest(rowOf(found, 0), 300, 900).levelDb - expected)).toBeLessThan(0.3);
  });

  it('has the mean bottom of the closed form, pulse-limited', () => {
    const d = 10;
    const { info, block } = sound(
      testRequest(testScene({ depthM: d, sediment: 'gravel' }), {
        pass: parkedAt(0, 0),
        sounder: { ...sounder, binCount: 4000 },
      }),
    );
    const [channel] = info.channels;
    const { lambertDb, rmsSlope } = SEDIMENTS.gravel;
    const sb0 =
      reflectionCoefficient(SEDIMENTS.gravel) ** 2 / (8 * Math.PI * rmsSlope ** 2) +
      10 ** (lambertDb / 10);
    const theta = integratedLineAngleRad(lineLengthWavelengths(1), 2);
    // SL − 2αd − 25 log d + 10 log[Sb(0) Θ 2 √(2D)]
    const expected =
      channel.sourceLevelDb -
      2 * channel.absorptionDbPerM * d -
      25 * Math.log10(d) +
      db(sb0 * theta * 2 * Math.sqrt(2 * channel.rangeCellM)) +
      2 *
        db(
          new AlongBeam(
            lineLengthWavelengths(1),
            info.soundSpeedMps / channel.frequencyHz,
          ).nearGain(d),
        );
    const peak = strongest(block.levelsCdb, 2500, 3000);
    expect(Math.abs(peak.levelDb - expected)).toBeLessThan(1);
  });

  it('is narrow along the track: a sphere passes in a few pings', () => {
    const found = sound(
      testRequest(testScene({ depthM: 30, targets: [sphereAt('s', -14, 0.4, 6)] }), {
        pingCount: 80,
        sounder,
      }),
    );
    const levels = Array.from(
      { length: 80 },
      (_, ping) => strongest(rowOf(found, 0, ping), 300, 700).levelDb,
    );
    const top = Math.max(...levels);
    const near = levels.filter((level) => level > top - 6).length;
    // 1° at 6 m is 0.105 m, two-way −6 dB; a ping every 0.15 m.
    expect(near).toBeLessThanOrEqual(2);
  });
});

describe('the column', () => {
  it('is the cone over a fixed point: the lure is a line that moves, a fish comes to it', () => {
    const scene = testScene({
      depthM: 9,
      targets: [
        { id: 'lure', kind: 'lure', xM: 0, yM: 0, depthM: 6, liftM: 0.6, periodS: 4 },
        {
          id: 'f',
          kind: 'fish',
          xM: 1,
          yM: 0.4,
          depthM: 7.5,
          lengthM: 0.4,
          behaviour: { kind: 'riseToLure', lureId: 'lure', startS: 5, speedMps: 0.5 },
        },
      ],
    });
    const { info, block } = sound(
      testRequest(scene, {
        pass: parkedAt(0, 0),
        pingCount: 120,
        sounder: { instrument: 'column', beamwidthDeg: 10, pingRateHz: 12 },
      }),
    );
    expect(info.channels[0].name).toBe('column');
    const { truth } = block;
    const at = (target: number, ping: number) => {
      for (let row = 0; row < truth.ping.length; row++) {
        if (truth.targetIndex[row] === target && truth.ping[row] === ping) return row;
      }
      return -1;
    };
    const depthOf = (row: number) => truth.firstBin[row] * info.rangeStepM;
    const [lureMoves] = targetMotions(scene.targets);
    for (const ping of [0, 7, 30, 55, 90]) {
      const depthM = 6 + lureMoves!(ping / info.pingRateHz).downM;
      expect(Math.abs(depthOf(at(0, ping)) - depthM)).toBeLessThan(0.08);
    }
    const depths = Array.from({ length: 120 }, (_, ping) => depthOf(at(0, ping)));
    expect(Math.max(...depths) - Math.min(...depths)).toBeGreaterThan(0.2);
    // Weak at the edge, strong under the hole.
    expect(truth.levelCdb[at(1, 119)] - truth.levelCdb[at(1, 30)]).toBeGreaterThan(600);
    expect(depthOf(at(1, 119))).toBeLessThan(6.4);
  });

  it('sends a second beam with the first', () => {
    const second = {
      frequencyHz: 200_000,
      chirp: null,
      beamwidthDeg: 20,
      pulseLengthS: 0.0001,
      acousticPowerW: 100,
    };
    const scene = testScene({ depthM: 12, targets: [sphereAt('s', 1.05, 0, 7)] });
    const run = sound(
      testRequest(scene, {
        pass: parkedAt(0, 0),
        sounder: { instrument: 'column', beamwidthDeg: 8, second },
      }),
    );
    expect(run.info.channels.map(({ name }) => name)).toEqual(['column', 'columnSecond']);
    const relative = (row: number) =>
      strongest(rowOf(run, row), 250, 320).levelDb - run.info.channels[row].sourceLevelDb;
    // 8.5° off: beyond the narrow beam, inside the wide one.
    expect(relative(1) - relative(0)).toBeGreaterThan(10);
  });
});
