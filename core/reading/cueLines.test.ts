/** The lengths drawn on a picture are those that the sums give. */
import { describe, expect, it } from 'vitest';
import { madeUpRegion, madeUpScreen } from '../drills/madeUp';
import { cueLinesOf, heightFromShadowM, heightOffBottomM } from '.';

const STEP_M = 0.05;
const row = (firstBin: number, lastBin: number) => ({
  ping: 100,
  firstBin,
  lastBin,
  firstBeam: 0,
  lastBeam: 0,
});
const side = madeUpScreen({ instrument: 'sideFans', bottomM: 5.3 });
const cone = madeUpScreen({ bottomM: 10 });
const bottomOf = (screen: typeof cone) => (ping: number) =>
  screen.track.bottomDepthM[ping - screen.firstPing];

describe('lines of what decides', () => {
  it('run from the middle of what hangs to the bottom', () => {
    const fish = madeUpRegion('f', { ping: 100, bin: 119 });
    const [line] = cueLinesOf(fish, cone, bottomOf(cone));
    // Its strongest cell is the 120th, under a transducer at 0.3 m; the bottom lies at 10.
    expect(line).toMatchObject({ what: 'gap', channel: 0 });
    expect(line.valueM).toBeCloseTo(10 - 0.3 - 120.5 * STEP_M, 6);
    expect((line.to.bin - line.from.bin) * STEP_M).toBeCloseTo(line.valueM, 6);
  });
  it('run from the top of what stands to the bottom', () => {
    const stump = madeUpRegion('s', { ping: 100, bin: 170, label: 'wood' });
    const [line] = cueLinesOf(stump, cone, bottomOf(cone));
    expect(line.what).toBe('height');
    expect(line.valueM).toBeCloseTo(10 - 0.3 - 170 * STEP_M, 6);
  });
  it('lie along the shadow on side fans, and say what it comes to', () => {
    const wall = madeUpRegion('w', {
      ...{ ping: 100, bin: 240, label: 'built', channel: 1 },
      outline: [row(240, 243)],
      shadow: [row(244, 300)],
    });
    const [line] = cueLinesOf(wall, side, bottomOf(side));
    expect(line).toMatchObject({ what: 'shadow', channel: 1 });
    expect(line.valueM).toBeCloseTo(heightFromShadowM(5, 240 * STEP_M, 301 * STEP_M), 6);
    const fish = { ...wall, label: 'fish' as const, shadow: [row(262, 270)] };
    const [gap] = cueLinesOf(fish, side, bottomOf(side));
    expect(gap.what).toBe('shadowGap');
    expect(gap.valueM).toBeCloseTo(heightOffBottomM(5, 242 * STEP_M, 262 * STEP_M), 6);
  });
  it('are none of what is not seen, nor where the picture gives none', () => {
    const hidden = madeUpRegion('h', { ping: 100, bin: 119, verdict: 'hidden' });
    expect(cueLinesOf(hidden, cone, bottomOf(cone))).toEqual([]);
    const fish = madeUpRegion('f', { ping: 100, bin: 119 });
    expect(cueLinesOf(fish, cone, () => NaN)).toEqual([]);
    const bare = madeUpRegion('b', { ping: 100, bin: 240, channel: 1 });
    expect(cueLinesOf(bare, side, bottomOf(side))).toEqual([]);
    const sector = madeUpScreen({ instrument: 'sector' });
    expect(cueLinesOf(fish, sector, bottomOf(cone))).toEqual([]);
  });
});
