import { describe, expect, it } from 'vitest';
import { sound, TEST_CONE, testRequest, testScene } from '../../tests/fixtures/scene';
import { EchoRing } from '../sounding';
import { liftOf, lockDepthM } from './pingReader';
import { automaticLimitM, settledView } from './settle';
import { stretchSource } from './stretch';
import { viewOf } from './view';

const view = viewOf({ gainDb: 40, paletteId: 'rockpool', topM: 0, bottomM: 40, scrollPxPerS: 40 });
const DEPTH_M = 9.3;

function source(rangeM: number, changes: { silentFrom?: number; slopeDeg?: number } = {}) {
  const scene = testScene({ depthM: DEPTH_M, slopeDeg: changes.slopeDeg ?? 0 });
  const { info, block } = sound(
    testRequest(scene, { sounder: { ...TEST_CONE, noise: true, rangeM }, pingCount: 60 }),
  );
  const levelsCdb = block.levelsCdb.slice();
  const { silentFrom } = changes;
  if (silentFrom !== undefined) {
    levelsCdb.fill(100 * info.channels[0].noiseLevelDb, silentFrom * info.binCount);
  }
  const { bottomDepthM } = block.track;
  return stretchSource({
    info,
    firstPing: 0,
    pingCount: 60,
    levelsCdb,
    colours: null,
    bottomDepthM,
  });
}

describe('automatic range', () => {
  it('leaves room under the bottom that is found on the echo', () => {
    const settled = settledView(source(20), { ...view, autoRange: true }, 60, 60);
    expect(settled.bottomM).toBe(automaticLimitM(DEPTH_M));
  });
  it('shows all there is where no bottom is found, whatever the depth is', () => {
    const settled = settledView(source(7), { ...view, autoRange: true }, 60, 60);
    expect(settled.bottomM).toBeCloseTo(7, 5);
  });
  it('keeps to the pings on the picture', () => {
    const lost = source(20, { silentFrom: 20 });
    expect(settledView(lost, { ...view, autoRange: true }, 60, 60).bottomM).toBe(
      automaticLimitM(DEPTH_M),
    );
    expect(settledView(lost, { ...view, autoRange: true }, 60, 10).bottomM).toBeCloseTo(20, 5);
  });
});

describe('a view that hangs on the bottom', () => {
  const hanging = { ...view, zoom: 'bottom' as const, bottomM: 10 };
  it('lifts each ping by where the bottom is found, not by where it is', () => {
    const sloping = source(20, { slopeDeg: 12 });
    const lift = liftOf(sloping, hanging)!;
    const { rangeStepM } = sloping.info;
    for (const ping of [10, 35, 59]) {
      const found = sloping.bottomDepthM![ping];
      expect(lift(ping) * rangeStepM).toBeCloseTo(found - lockDepthM(hanging), 1);
    }
  });
  it('has nothing to hang a ping on where the bottom is lost', () => {
    const lost = source(20, { silentFrom: 20 });
    expect(liftOf(lost, hanging)!(10)).toBeGreaterThan(0);
    expect(liftOf(lost, hanging)!(50)).toBeNaN();
  });
});

describe('a running ring', () => {
  it('has found the same as a stretch of its pings, but for where the search began', () => {
    const { info, block } = sound(
      testRequest(testScene({ depthM: DEPTH_M }), {
        sounder: { ...TEST_CONE, noise: true, speckle: true },
        pingCount: 40,
      }),
    );
    const ring = new EchoRing(info, 25, 0);
    ring.append(block);
    const whole = stretchSource({
      info,
      firstPing: 0,
      pingCount: 40,
      levelsCdb: block.levelsCdb,
      colours: null,
      bottomDepthM: [],
    });
    for (let ping = 15; ping < 40; ping++) {
      expect(ring.trackedDepthM[ring.slot(ping)]).toBe(whole.bottomDepthM![ping]);
    }
  });
});
