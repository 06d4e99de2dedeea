import { describe, expect, it } from 'vitest';
import {
  type Holding,
  holdingSchema,
  passDurationS,
  passPlanSchema,
  passRunSchema,
  poseAt,
} from '.';

const run = (holding: object, speedMps = 0) =>
  passRunSchema.parse({
    planId: 'x',
    routeM: [
      { x: 50, y: 80 },
      { x: 50, y: 81 },
    ],
    speedChanges: [{ fromTimeS: 0, speedMps }],
    holding: holdingSchema.parse(holding),
  });
const anchor = { kind: 'anchor', scopeM: 20, towardDeg: 90, swingDeg: 30, swingPeriodS: 80 };

/** Least speed within each half swing of 40 s, from fine steps. */
function leastSpeeds(pass: ReturnType<typeof run>, fromS: number, untilS: number): number[] {
  const least: number[] = [];
  for (let startS = fromS; startS + 40 <= untilS; startS += 40) {
    let slowest = Infinity;
    for (let t = 0; t < 40; t += 0.25)
      slowest = Math.min(slowest, poseAt(pass, startS + t).speedMps);
    least.push(slowest);
  }
  return least;
}

describe('at anchor', () => {
  it('swings about its anchor at its scope, bow to what pushes it', () => {
    const pass = run(anchor);
    for (let timeS = 0; timeS < 200; timeS += 7) {
      const { xM, yM, headingRad } = poseAt(pass, timeS);
      expect(Math.hypot(xM - 50, yM - 80)).toBeCloseTo(20, 6);
      // The bow points back to the anchor.
      expect(Math.sin(headingRad)).toBeCloseTo((50 - xM) / 20, 6);
      expect(Math.cos(headingRad)).toBeCloseTo((80 - yM) / 20, 6);
    }
    expect(poseAt(pass, 0)).toMatchObject({
      xM: expect.closeTo(70, 6) as number,
      yM: expect.closeTo(80, 6) as number,
    });
  });
  it('comes back to zero speed at each end of the swing while it holds', () => {
    for (const speedMps of leastSpeeds(run(anchor), 0, 400)) expect(speedMps).toBeLessThan(0.01);
  });
  it('does not once it drags, and goes the way it is pushed', () => {
    const pass = run({ ...anchor, dragFromS: 120, dragMps: 0.3 });
    for (const speedMps of leastSpeeds(pass, 0, 120)) expect(speedMps).toBeLessThan(0.01);
    const dragging = leastSpeeds(pass, 120, 400);
    for (const speedMps of dragging) expect(speedMps).toBeGreaterThan(0.05);
    const gone = poseAt(pass, 120 + 80).xM - poseAt(pass, 120).xM;
    expect(gone).toBeCloseTo(0.3 * 80, 6);
  });
  it('its speed is how fast its place changes', () => {
    const pass = run({ ...anchor, dragFromS: 60 });
    for (const timeS of [10, 33, 75, 111]) {
      const [a, b] = [poseAt(pass, timeS - 0.01), poseAt(pass, timeS + 0.01)];
      const measured = Math.hypot(b.xM - a.xM, b.yM - a.yM) / 0.02;
      expect(poseAt(pass, timeS).speedMps).toBeCloseTo(measured, 4);
    }
  });
});

describe('over a hole, and adrift', () => {
  it('a hole stays where it is until its time is over', () => {
    const pass = run({ kind: 'hole', forS: 600 });
    expect(poseAt(pass, 500)).toMatchObject({ xM: 50, yM: 80, speedMps: 0, ended: false });
    expect(poseAt(pass, 600).ended).toBe(true);
  });
  it('a boat adrift goes along its route but lies as the wind turns it', () => {
    const pose = poseAt(run({ kind: 'drift', headingDeg: 200 }, 0.25), 2);
    expect([pose.xM, pose.yM, pose.speedMps]).toEqual([50, 80.5, 0.25]);
    expect((pose.headingRad * 180) / Math.PI).toBeCloseTo(-160, 6);
  });
  it('a pass lasts as long as it holds, or as its route takes', () => {
    const plan = (holding: Partial<Holding>, speedMps: number) =>
      passPlanSchema.parse({
        id: 'x',
        name: 'x',
        routeM: [
          { x: 0, y: 0 },
          { x: 0, y: 90 },
        ],
        speedMps,
        holding,
      });
    expect(passDurationS(plan({ kind: 'hole', forS: 900 }, 0))).toBe(900);
    expect(passDurationS(plan({ kind: 'sail' }, 1.5))).toBe(60);
    expect(passDurationS(plan({ kind: 'sail' }, 0))).toBe(0);
  });
});
