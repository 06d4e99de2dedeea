import { describe, expect, it } from 'vitest';
import { MADE_UP_DRAFT_M, madeUpRegion, madeUpScreen } from '../drills/madeUp';
import { shadowOf } from '.';

const row = (ping: number, firstBin: number, lastBin: number) => ({
  ping,
  firstBin,
  lastBin,
  firstBeam: 0,
  lastBeam: 0,
});

describe('what a shadow lets one measure', () => {
  const screen = madeUpScreen({ instrument: 'sideFans', bottomM: 5 + MADE_UP_DRAFT_M });
  const region = (shadow: ReturnType<typeof row>[]) =>
    madeUpRegion('a', {
      ping: 100,
      bin: 200,
      outline: [row(99, 198, 203), row(100, 200, 205)],
      shadow,
    });
  it('is read at the ping where the shadow is longest', () => {
    // Cells of 5 cm: the echo from 10 m to 10.3 m, the shadow from 12 m to 14 m.
    const read = shadowOf(region([row(99, 204, 210), row(100, 240, 279)]), screen)!;
    expect(read.altitudeM).toBeCloseTo(5, 5);
    expect(read.nearM).toBeCloseTo(10, 9);
    expect(read.thingM).toBeCloseTo(10.15, 9);
    expect(read.fromM).toBeCloseTo(12, 9);
    expect(read.endM).toBeCloseTo(14, 9);
    expect(read.gapM).toBeCloseTo(1.7, 9);
    expect(read.touches).toBe(false);
  });
  it('touches where hardly a cell lies between', () => {
    expect(shadowOf(region([row(100, 208, 240)]), screen)!.touches).toBe(true);
  });
  it('is nothing without a shadow, or where no echo stands beside it', () => {
    expect(shadowOf(region([]), screen)).toBeNull();
    expect(shadowOf(region([row(150, 210, 240)]), screen)).toBeNull();
  });
});
