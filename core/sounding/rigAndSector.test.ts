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
import { judgeTruth } from '../reading';

const db = (power: number) => 10 * Math.log10(power);
const meanDb = (levelsCdb: ArrayLike<number>, from: number, end: number) => {
  let sum = 0;
  for (let i = from; i < end; i++) sum += 10 ** (levelsCdb[i] / 1000) / (end - from);
  return db(sum);
};

describe('the rig', () => {
  const scene = testScene({ depthM: 9, targets: [sphereAt('s', 0, 0, 6)] });
  const levels = (rig: object, sounder: Record<string, unknown> = {}) =>
    sound(testRequest(scene, { pass: parkedAt(0, 0), rig, sounder })).block.levelsCdb;
  const sphere = (row: ArrayLike<number>) => strongest(row, 200, 300).levelDb;

  it('moves the transducer on the boat: forward of it the sphere lies astern', () => {
    // 1 m off the axis at 6 m is 9.5°.
    const forward = sphere(levels({ forwardM: 1 }));
    const starboard = sphere(levels({ starboardM: 1 }));
    expect(sphere(levels({})) - forward).toBeGreaterThan(4);
    expect(starboard).toBeCloseTo(forward, 1);
  });

  it('tilts and rolls the beam: half an arch is lost', () => {
    const request = (tiltDeg: number) =>
      testRequest(testScene({ depthM: 12, targets: [sphereAt('s', 0, 0, 6)] }), {
        pingCount: 270,
        rig: { tiltDeg },
      });
    /** Share of the echo's energy before the boat is overhead (ping 133). */
    const before = (tiltDeg: number) => {
      const { truth } = sound(request(tiltDeg)).block;
      let ahead = 0;
      let all = 0;
      for (let row = 0; row < truth.ping.length; row++) {
        const energy = 10 ** (truth.levelCdb[row] / 1000);
        all += energy;
        if (truth.ping[row] <= 133) ahead += energy;
      }
      return ahead / all;
    };
    expect(before(0)).toBeCloseTo(0.5, 1);
    expect(before(8)).toBeGreaterThan(0.85);
    expect(before(-8)).toBeLessThan(0.15);
    expect(sphere(levels({ rollDeg: 8 }))).toBeCloseTo(sphere(levels({ tiltDeg: 8 })), 1);
  });

  it('weakens every echo through a film of air, and not the noise', () => {
    const noisy = { noise: true };
    const film = { airFilm: { lossDb: 20, gusts: 0 } };
    expect(sphere(levels({})) - sphere(levels(film))).toBeCloseTo(20, 1);
    const deep = testScene({ depthM: 60 });
    const floor = (rig: object) =>
      meanDb(
        sound(testRequest(deep, { pass: parkedAt(0, 0), rig, sounder: noisy })).block.levelsCdb,
        300,
        590,
      );
    expect(floor(film)).toBeCloseTo(floor({}), 1);
  });

  it('hears another sounder at its level, a little farther in every ping', () => {
    // c = 1466: 0.1003 s against 0.1 s moves it 0.2199 m a ping.
    const interference = [
      { repetitionHz: 1 / 0.1003, levelDb: 150, pulseLengthS: 0.0003, phaseS: 0.005 },
    ];
    const { info, block } = sound(
      testRequest(testScene({ depthM: 60 }), {
        pass: parkedAt(0, 0),
        pingCount: 10,
        rig: { interference },
      }),
    );
    const places = Array.from({ length: 10 }, (_, ping) =>
      strongest(block.levelsCdb.slice(ping * 600, (ping + 1) * 600), 60, 600),
    );
    expect(places[0].levelDb).toBeCloseTo(150, 0);
    expect(places[0].bin * info.rangeStepM).toBeCloseTo((0.005 * info.soundSpeedMps) / 2, 0);
    const perPing = ((places[9].bin - places[0].bin) * info.rangeStepM) / 9;
    expect(perPing).toBeCloseTo(0.2199, 2);
  });

  it('puts spikes of the wiring on the record at even times', () => {
    const electricalNoise = { levelDb: 140, repetitionHz: 400 };
    const { info, block } = sound(
      testRequest(testScene({ depthM: 60 }), { pass: parkedAt(0, 0), rig: { electricalNoise } }),
    );
    const spikes: number[] = [];
    for (let i = 60; i < 590; i++) {
      if (block.levelsCdb[i] > 13_000 && block.levelsCdb[i - 1] <= 13_000) spikes.push(i);
    }
    const apart = info.soundSpeedMps / 2 / 400 / info.rangeStepM;
    for (let i = 1; i < spikes.length; i++) {
      expect(Math.abs(spikes[i] - spikes[i - 1] - apart)).toBeLessThanOrEqual(1);
    }
    expect(spikes.length).toBeGreaterThan(5);
  });

  it('rocks with the waves: pitch moves a beam as a tilted mount does', () => {
    const still = sphere(levels({}));
    const pitching = sound(
      testRequest(scene, {
        pass: { ...parkedAt(0, 0), pitchDeg: 6 },
        pingCount: 40,
      }),
    ).block.levelsCdb;
    const each = Array.from({ length: 40 }, (_, ping) =>
      sphere(pitching.slice(ping * 600, (ping + 1) * 600)),
    );
    expect(Math.max(...each)).toBeLessThanOrEqual(still + 0.1);
    expect(Math.min(...each)).toBeLessThan(still - 1);
  });
});

describe('weed', () => {
  it('takes its loss off the bottom beneath it, in the cone', () => {
    const bed = { id: 'w', kind: 'weedBed' as const, xM: 0, yM: 0, radiusM: 8, heightM: 1.5 };
    const bottom = (targets: (typeof bed)[]) =>
      strongest(
        sound(testRequest(testScene({ depthM: 7, targets }), { pass: parkedAt(0, 0) })).block
          .levelsCdb,
        276,
        320,
      ).levelDb;
    // 2 dB a metre over 0.7 of its height, at its middle.
    expect(bottom([]) - bottom([bed])).toBeCloseTo(2.1, 0);
  });
});

describe('the sector', () => {
  const sounder = {
    instrument: 'sector',
    beamCount: 60,
    spanDeg: 120,
    beamwidthDeg: 2.4,
    chirp: null,
    pulseLengthS: 0.0001,
  };
  const frame = (options: { bearingDeg?: number; aimDeg?: number; x?: number; y?: number }) => {
    const { x = 4, y = 0, ...changes } = options;
    const found = sound(
      testRequest(testScene({ depthM: 14, targets: [sphereAt('s', x, y, 6)] }), {
        pass: parkedAt(0, 0),
        sounder: { ...sounder, ...changes },
      }),
    );
    const { binCount, channels } = found.info;
    let best = { beam: 0, bin: 0, level: -Infinity };
    found.block.levelsCdb.forEach((level, i) => {
      const bin = i % binCount;
      if (bin > 60 && bin < 200 && level > best.level) {
        best = { beam: Math.floor(i / binCount), bin, level };
      }
    });
    return {
      ...found,
      angleDeg: channels[0].beamAnglesDeg[best.beam],
      rangeM: best.bin * found.info.rangeStepM,
      level: best.level / 100,
    };
  };
  const R = Math.hypot(4, 6);
  const angleDeg = (Math.atan2(4, 6) * 180) / Math.PI;

  it('shows a sphere at its range and angle, forward to one side', () => {
    const ahead = frame({});
    expect(ahead.rangeM).toBeCloseTo(R, 0);
    expect(Math.abs(ahead.angleDeg - angleDeg)).toBeLessThan(2);
    expect(frame({ x: -4 }).angleDeg).toBeCloseTo(-ahead.angleDeg, 5);
  });

  it('turns with its mount, and is blind beside its plane', () => {
    // Bow east: a mount turned to port looks north.
    const north = frame({ x: 0, y: 4, bearingDeg: -90 });
    expect(Math.abs(north.angleDeg - angleDeg)).toBeLessThan(2);
    expect(frame({ x: 0, y: 4 }).level).toBeLessThan(north.level - 15);
  });

  it('looks forward when aimed there', () => {
    const forward = frame({ x: 7, aimDeg: 60 });
    expect(forward.info.channels[0].beamAnglesDeg[0]).toBeCloseTo(1, 6);
    expect(Math.abs(forward.angleDeg - (Math.atan2(7, 6) * 180) / Math.PI)).toBeLessThan(2);
  });

  it('judges what it sees and says why not', () => {
    const { info, block } = sound(
      testRequest(
        testScene({
          depthM: 8,
          targets: [fishAt('clear', 3, 0.1, 5, 0.4), fishAt('lost', -5, 0.2, 7.86, 0.03)],
        }),
        {
          pass: parkedAt(0, 0),
          pingCount: 8,
          sounder: { ...sounder, speckle: true, noise: true },
        },
      ),
    );
    const targets = testScene({
      targets: [fishAt('clear', 3, 0.1, 5, 0.4), fishAt('lost', -5, 0.2, 7.86, 0.03)],
    }).targets;
    const regions = judgeTruth({
      info,
      targets,
      rows: block.truth,
      track: block.track,
      firstPing: 0,
      tone: { gainDb: 40 },
    });
    const of = (id: string) => regions.find(({ targetId }) => targetId === id);
    expect(of('clear')).toMatchObject({ verdict: 'visible', reason: null });
    expect(of('lost')).toMatchObject({ verdict: 'hidden', reason: 'inBottomEcho' });
  });
});

describe('the clock and the grid', () => {
  it.each(['cone', 'column', 'downFan', 'sideFans', 'sector'])(
    'lets the %s ping no faster than its range allows',
    (instrument) => {
      const request = testRequest(testScene({ depthM: 20 }), {
        pass: parkedAt(0, 0),
        pingCount: 3,
        sounder: {
          instrument,
          rangeM: 60,
          binCount: 100,
          pingRateHz: 40,
          beamwidthDeg: 8 / (instrument === 'cone' || instrument === 'column' ? 1 : 4),
        },
      });
      const { info, block } = sound(request);
      const leastS = (2 * 60) / info.soundSpeedMps;
      expect(info.pingRateHz).toBeCloseTo(1 / leastS, 9);
      expect(block.track.timeS[2] - block.track.timeS[1]).toBeCloseTo(leastS, 9);
      const slow = { ...request, sounder: { ...request.sounder, pingRateHz: 5 } };
      expect(sound(slow).info.pingRateHz).toBe(5);
    },
  );

  it.each([
    ['cone', {}],
    ['downFan', { rangeM: 15 }],
  ])('keeps the levels of the %s when a step of range is doubled', (instrument, changes) => {
    const levels = (binCount: number) => {
      const { info, block } = sound(
        testRequest(
          testScene({ depthM: 9.1, sediment: 'rock', targets: [sphereAt('s', 0.1, 0.2, 5.3)] }),
          { pass: parkedAt(0, 0), sounder: { instrument, binCount, ...changes } },
        ),
      );
      const at = (m: number) => Math.round(m / info.rangeStepM);
      return {
        sphere: strongest(block.levelsCdb, at(4.9), at(6)).levelDb,
        bottom: meanDb(block.levelsCdb, at(9.1), at(9.7)),
      };
    };
    const [fine, coarse] = [levels(1200), levels(600)];
    expect(Math.abs(fine.sphere - coarse.sphere)).toBeLessThan(0.3);
    expect(Math.abs(fine.bottom - coarse.bottom)).toBeLessThan(0.5);
  });
});
