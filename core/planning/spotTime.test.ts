import { describe, expect, it } from 'vitest';
import { lanesNeeded, lanesOver, waitS } from '.';

describe('how long to wait', () => {
  it('is ten times the mean gap for nearly all, and less the more often they come', () => {
    expect(waitS(4, 0.9) / 60).toBeCloseTo(34.54, 2);
    expect(waitS(1, 1 - Math.exp(-1))).toBeCloseTo(3600, 6);
    expect(waitS(8, 0.9)).toBeCloseTo(waitS(4, 0.9) / 2, 9);
  });
  it('agrees with drawn arrivals', () => {
    // Of many spots with three visits an hour, nine in ten have had one by then.
    const limitS = waitS(3, 0.9);
    let seed = 12_345;
    const draw = () => {
      seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff;
      return (seed + 0.5) / 0x80000000;
    };
    let seen = 0;
    const spots = 20_000;
    for (let i = 0; i < spots; i++) if ((-Math.log(draw()) / 3) * 3600 <= limitS) seen++;
    expect(seen / spots).toBeCloseTo(0.9, 1.9);
  });
});

describe('lanes', () => {
  it('are as few as leave no strip unseen', () => {
    expect(lanesNeeded(100, 38.4, 48)).toBe(3);
    expect(lanesNeeded(40, 38.4, 48)).toBe(1);
    expect(lanesNeeded(48 + 38.4, 38.4, 48)).toBe(2);
  });
  it('as a plan lays them', () => {
    const area = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 200 },
      { x: 0, y: 200 },
    ];
    expect(lanesOver(area, 0, 38.4, 48).lanes).toBe(lanesNeeded(100, 38.4, 48));
  });
});
