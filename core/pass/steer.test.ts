import { describe, expect, it } from 'vitest';
import { passRunSchema, poseAt, withCourseFrom, withReturnTo } from '.';

const run = passRunSchema.parse({
  planId: 'p',
  routeM: [
    { x: 0, y: 0 },
    { x: 60, y: 0 },
    { x: 60, y: 80 },
  ],
  speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
  turnRadiusM: 6,
});
const AT_S = 17.3;

function expectSamePast(after: typeof run, untilS: number) {
  for (let timeS = 0; timeS <= untilS; timeS += 0.7) {
    const [was, is] = [poseAt(run, timeS), poseAt(after, timeS)];
    expect(is.xM).toBeCloseTo(was.xM, 6);
    expect(is.yM).toBeCloseTo(was.yM, 6);
    expect(is.headingRad).toBeCloseTo(was.headingRad, 6);
  }
}
const headingAt = (after: typeof run, timeS: number) =>
  ((poseAt(after, timeS).headingRad * 180) / Math.PI + 360) % 360;

describe('steering by hand', () => {
  it.each([30, 75, 100, 190, 350])('comes to a course of %d° and leaves the past alone', (deg) => {
    const after = withCourseFrom(run, AT_S, (deg * Math.PI) / 180);
    expectSamePast(after, AT_S);
    expect(headingAt(after, AT_S + 60)).toBeCloseTo(deg, 3);
  });
  it('turns right about in a circle, not on the spot', () => {
    const after = withCourseFrom(run, AT_S, (270 * Math.PI) / 180);
    expectSamePast(after, AT_S);
    expect(headingAt(after, AT_S + 60)).toBeCloseTo(270, 3);
    const steps = Array.from({ length: 400 }, (_, i) => headingAt(after, AT_S + i * 0.1));
    const jumps = steps.slice(1).map((deg, i) => Math.abs(deg - steps[i]));
    expect(Math.max(...jumps.map((jump) => Math.min(jump, 360 - jump)))).toBeLessThan(8);
  });
  it('waits for the end of an arc that it is in', () => {
    const inArcS = 38.5;
    const after = withCourseFrom(run, inArcS, 0.2);
    expectSamePast(after, inArcS);
    expect(headingAt(after, inArcS + 60)).toBeCloseTo((0.2 * 180) / Math.PI, 3);
  });
  it('turns again and again', () => {
    let after = run;
    for (let i = 0; i < 6; i++) after = withCourseFrom(after, AT_S + 8 * i, (90 + 25 * i) / 57.3);
    expectSamePast(after, AT_S);
  });
  it.each([
    { x: 10, y: 12 },
    { x: 4, y: -9 },
    { x: 20, y: 0 },
  ])('circles back over a place', (place) => {
    const after = withReturnTo(run, AT_S, place);
    expectSamePast(after, AT_S);
    const nearest = Math.min(
      ...Array.from({ length: 1200 }, (_, i) => {
        const { xM, yM } = poseAt(after, AT_S + 10 + i * 0.1);
        return Math.hypot(xM - place.x, yM - place.y);
      }),
    );
    expect(nearest).toBeLessThan(0.3);
  });
  it('leaves a boat at anchor where it is', () => {
    const anchored = passRunSchema.parse({ ...run, holding: { kind: 'anchor' } });
    expect(withCourseFrom(anchored, 5, 1)).toBe(anchored);
    expect(withReturnTo(anchored, 5, { x: 0, y: 0 })).toBe(anchored);
  });
});
