import { describe, expect, it } from 'vitest';
import { type PassRun, passRunSchema, poseAt, routeLengthM, withSpeedFrom } from '.';

const RUN: PassRun = passRunSchema.parse({
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
  turnRadiusM: 1,
});

describe('a pass', () => {
  it('sails its legs in turn, north and then east', () => {
    expect(routeLengthM(RUN.routeM, 1)).toBeCloseTo(68 + Math.PI / 2, 9);
    expect(poseAt(RUN, 5)).toMatchObject({
      xM: 10,
      yM: 15,
      headingRad: 0,
      alongM: 10,
      ended: false,
    });
    const east = poseAt(RUN, 20);
    expect(east.xM).toBeCloseTo(20 + 2 - Math.PI / 2, 9);
    expect(east.headingRad).toBeCloseTo(Math.PI / 2, 9);
  });

  it('rounds its corners: heading and place change steadily', () => {
    const wide = { ...RUN, turnRadiusM: 8 };
    let before = poseAt(wide, 0);
    for (let timeS = 0.1; timeS < 30; timeS += 0.1) {
      const now = poseAt(wide, timeS);
      const stepM = Math.hypot(now.xM - before.xM, now.yM - before.yM);
      expect(stepM).toBeLessThanOrEqual(0.2 + 1e-9);
      expect(stepM).toBeGreaterThan(0.199);
      // 0.2 m along a circle of 8 m.
      expect(now.headingRad - before.headingRad).toBeLessThanOrEqual(0.2 / 8 + 1e-9);
      expect(now.headingRad - before.headingRad).toBeGreaterThanOrEqual(-1e-9);
      before = now;
    }
    const half = poseAt(wide, (22 + (8 * Math.PI) / 4) / 2);
    expect(half.headingRad).toBeCloseTo(Math.PI / 4, 9);
    expect(half.xM).toBeCloseTo(18 - 8 * Math.SQRT1_2, 9);
    expect(half.yM).toBeCloseTo(27 + 8 * Math.SQRT1_2, 9);
  });

  it('turns to port as to starboard, about on the spot, and stays where all points are one', () => {
    const port = {
      ...RUN,
      routeM: [
        { x: 0, y: 0 },
        { x: 0, y: 20 },
        { x: -20, y: 20 },
      ],
      turnRadiusM: 5,
    };
    expect(poseAt(port, 30).headingRad).toBeCloseTo(-Math.PI / 2, 9);
    const back = {
      ...RUN,
      routeM: [
        { x: 0, y: 0 },
        { x: 0, y: 20 },
        { x: 0, y: 5 },
      ],
    };
    expect(routeLengthM(back.routeM)).toBeCloseTo(35, 9);
    expect(poseAt(back, 15).yM).toBeCloseTo(10, 9);
    const still = {
      ...RUN,
      routeM: [
        { x: 3, y: 4 },
        { x: 3, y: 4 },
        { x: 3, y: 4 },
      ],
    };
    expect(poseAt(still, 9)).toMatchObject({ xM: 3, yM: 4, headingRad: 0, ended: true });
  });

  it('stops at its end and says so', () => {
    const end = poseAt(RUN, 100);
    expect(end).toMatchObject({ speedMps: 0, ended: true });
    expect(end.xM).toBeCloseTo(50, 9);
    expect(end.yM).toBeCloseTo(35, 9);
    expect(end.alongM).toBeCloseTo(68 + Math.PI / 2, 9);
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
