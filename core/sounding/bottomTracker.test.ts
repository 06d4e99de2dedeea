import { describe, expect, it } from 'vitest';
import { sound, TEST_CONE, testRequest, testScene } from '../../tests/fixtures/scene';
import type { SedimentName } from '../bottom';
import type { TargetInput } from '../targets';
import { trackedDepthsM } from './bottomTracker';

const SOUNDER = { ...TEST_CONE, noise: true, speckle: true, looks: 2, rangeM: 25, binCount: 900 };

function tracked(
  scene: Parameters<typeof testScene>[0],
  options: Parameters<typeof testRequest>[1] = {},
) {
  const made = testScene(scene);
  delete made.bottom.isPlain;
  const { info, block } = sound(
    testRequest(made, { sounder: SOUNDER, pingCount: 120, ...options }),
  );
  return {
    info,
    told: Array.from(trackedDepthsM(info, block.levelsCdb, block.pingCount)),
    truth: Array.from(block.track.bottomDepthM),
  };
}
const share = (values: boolean[]) => values.filter(Boolean).length / values.length;

describe('the bottom tracker', () => {
  it.each<[SedimentName, number]>([
    ['mud', 3.4],
    ['mud', 17],
    ['sand', 8.2],
    ['rock', 2.6],
    ['gravel', 12.7],
  ])('finds %s at %f m within a few pings, and keeps it', (sediment, depthM) => {
    const { told } = tracked({ depthM, sediment });
    // The pings of the search have the depth that it came to.
    expect(told[0]).toBe(told[3]);
    // Never its second echo, however hard and shallow.
    expect(share(told.slice(6).map((at) => Math.abs(at - depthM) < 0.03 * depthM + 0.1))).toBe(1);
  });

  it.each(['downFan', 'sideFans'])('finds it on the %s too', (instrument) => {
    const sounder = { instrument, noise: true, speckle: true };
    const { told } = tracked({ depthM: 6.4, sediment: 'sand' }, { sounder });
    expect(share(told.slice(8).map((at) => Math.abs(at - 6.4) < 0.3))).toBeGreaterThan(0.97);
  });

  it('tells the nearest bottom in the beam on a slope, not the depth beneath', () => {
    const { told, truth } = tracked({ depthM: 12, slopeDeg: 14, sediment: 'sand' });
    const nearer = told.slice(10).map((at, i) => truth[i + 10] - at);
    expect(share(nearer.map((m) => m > 0.1))).toBeGreaterThan(0.9);
    // No nearer than the foot of the perpendicular, d (1 − cos α), and a pulse.
    const most = 14 * (1 - Math.cos((14 * Math.PI) / 180)) + 0.3;
    expect(Math.max(...nearer)).toBeLessThan(most);
  });

  it('is lost where the record ends above the bottom', () => {
    const { told } = tracked(
      { depthM: 22, sediment: 'sand' },
      { sounder: { ...SOUNDER, rangeM: 15 } },
    );
    expect(told.every(Number.isNaN)).toBe(true);
  });

  it('is lost in air, and finds it again', () => {
    const scene = testScene({ depthM: 7, sediment: 'sand' });
    const { info, block } = sound(testRequest(scene, { sounder: SOUNDER, pingCount: 90 }));
    const levels = block.levelsCdb.slice();
    levels.fill(100 * info.channels[0].noiseLevelDb, 30 * info.binCount, 60 * info.binCount);
    const told = Array.from(trackedDepthsM(info, levels, 90));
    // It holds on for a while, as sets do.
    expect(told[33]).toBeCloseTo(7, 0);
    expect(told[55]).toBeNaN();
    expect(told[80]).toBeCloseTo(7, 0);
  });

  it('comes and goes at speed with a transducer in foam', () => {
    const { told, truth } = tracked(
      { depthM: 9, sediment: 'sand' },
      {
        rig: { airFilm: { lossDb: 50, gusts: 1 } },
        pass: { speedChanges: [{ fromTimeS: 0, speedMps: 4 }] },
        pingCount: 300,
      },
    );
    const found = told.filter((at) => !Number.isNaN(at));
    // What it tells is true, though not always there.
    expect(found.length).toBeGreaterThan(50);
    for (const at of found) expect(Math.abs(at - truth[0])).toBeLessThan(0.6);
  });

  it('is fooled by dense bait where it begins to look, and comes back from it', () => {
    const school: TargetInput = {
      id: 'school',
      kind: 'baitSchool',
      xM: -19,
      yM: 0,
      depthM: 4.5,
      radiusM: 3,
      heightM: 1.6,
      count: 8000,
      lengthM: 0.12,
    };
    const { told } = tracked(
      { depthM: 10, sediment: 'softMud', targets: [school] },
      { pingCount: 200 },
    );
    expect(Math.min(...told.filter((at) => !Number.isNaN(at)))).toBeLessThan(6);
    expect(told[told.length - 1]).toBeCloseTo(10, 0);
  });

  it('has none where no beam looks down', () => {
    const { told } = tracked(
      { depthM: 7 },
      { sounder: { instrument: 'sector', aimDeg: 70, spanDeg: 60, beamCount: 40 }, pingCount: 8 },
    );
    expect(told.every(Number.isNaN)).toBe(true);
  });
});
