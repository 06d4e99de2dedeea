import { describe, expect, it } from 'vitest';
import { type PassRun, passRunSchema, poseAt, routeLengthM, withSpeedFrom } from '.';

const RUN: PassRun = {
  planId: 'bend',
  routeM: [
    { x: 10, y: 5 },
    { x: 10, y: 35 },
    { x: 50, y: 35 },
  ],
  speedChanges: [{ fromTimeS: 0, speedMps: 2 }],
  heaveM: 0,
  rollDeg: 0,
  seed: 3,
};

describe('a pass', () => {
  it('sails its legs in turn, north and then east', () => {
    expect(routeLengthM(RUN.routeM)).toBe(70);
    expect(poseAt(RUN, 5)).toMatchObject({
      xM: 10,
      yM: 15,
      headingRad: 0,
      alongM: 10,
      ended: false,
    });
    const east = poseAt(RUN, 20);
    expect(east.xM).toBeCloseTo(20, 9);
    expect(east.headingRad).toBeCloseTo(Math.PI / 2, 9);
  });

  it('stops at its end and says so', () => {
    const end = poseAt(RUN, 100);
    expect(end).toMatchObject({ xM: 50, yM: 35, alongM: 70, speedMps: 0, ended: true });
  });

  it('keeps what was sailed when the speed changes', () => {
    const slower = withSpeedFrom(RUN, 10, 0.5);
    expect(poseAt(slower, 8).alongM).toBe(16);
    expect(poseAt(slower, 14).alongM).toBe(22);
    expect(poseAt(withSpeedFrom(slower, 12, 0), 60).alongM).toBe(21);
    // A new speed drops what had been planned after it.
    expect(withSpeedFrom(slower, 5, 1).speedChanges).toEqual([
      { fromTimeS: 0, speedMps: 2 },
      { fromTimeS: 5, speedMps: 1 },
    ]);
  });

  it('heaves and rolls with the r.m.s. that was asked', () => {
    const rough = { ...RUN, heaveM: 0.12, rollDeg: 3 };
    const poses = Array.from({ length: 4000 }, (_, i) => poseAt(rough, i * 0.1));
    const rms = (of: (p: (typeof poses)[number]) => number) =>
      Math.sqrt(poses.reduce((sum, p) => sum + of(p) ** 2, 0) / poses.length);
    expect(rms((p) => p.heaveM) / 0.12).toBeGreaterThan(0.9);
    expect(rms((p) => p.heaveM) / 0.12).toBeLessThan(1.1);
    expect((rms((p) => p.rollRad) * 180) / Math.PI).toBeGreaterThan(2.7);
    expect((rms((p) => p.rollRad) * 180) / Math.PI).toBeLessThan(3.3);
  });

  it('refuses a route without a second point', () => {
    expect(passRunSchema.safeParse({ ...RUN, routeM: [{ x: 0, y: 0 }] }).success).toBe(false);
  });
});
