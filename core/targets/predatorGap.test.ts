import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import { type Target, type TargetInput, scatterTarget, targetSchema } from '.';
import { keptAway, predatorsAt } from './predatorGap';

type Bait = Extract<Target, { kind: 'baitSchool' }>;
const medium = { frequencyHz: 200_000, soundSpeedMps: 1466, bottomDepthAtM: () => 9 };
const SCHOOL: TargetInput = {
  ...{ id: 'bait', kind: 'baitSchool', xM: 4, yM: -2, depthM: 5 },
  ...{ radiusM: 5, heightM: 4, count: 3000, lengthM: 0.08 },
};
const school = (change: object = {}) => targetSchema.parse({ ...SCHOOL, ...change }) as Bait;
const pike = (change: object = {}) =>
  targetSchema.parse({
    ...{ id: 'pike', kind: 'fish', xM: 5.5, yM: -1, depthM: 4.6, lengthM: 0.8 },
    ...change,
  });
const gapM = 2.2 * 0.8;

describe('a school round a predator', () => {
  const points = scatterTarget(school(), medium, randomSource(3));
  const predators = predatorsAt(school(), [school(), pike()]);
  const placed = keptAway(points, predators, medium.bottomDepthAtM);
  const offM = ({ xM, yM, depthM }: { xM: number; yM: number; depthM: number }) =>
    Math.hypot(xM - 5.5, yM + 1, depthM - 4.6);

  it('opens so far that nothing is left near it, and loses no fish', () => {
    const near = points.filter((point) => offM(point) < gapM).length;
    expect(near).toBeGreaterThan(100);
    expect(placed.filter((point) => offM(point) < gapM - 1e-9)).toEqual([]);
    expect(placed.length).toBe(points.length);
    // Those that stood there crowd in its rim.
    const rim = (of: typeof points) =>
      of.filter((point) => offM(point) >= gapM - 1e-9 && offM(point) < 1.3 * gapM).length;
    expect(rim(placed)).toBeGreaterThan(rim(points) + 0.8 * near);
  });

  it('stays where it was beyond, and itself where nothing hunts', () => {
    points.forEach((point, i) => {
      if (offM(point) >= gapM) expect(placed[i]).toEqual(point);
    });
    expect(keptAway(points, [], medium.bottomDepthAtM)).toBe(points);
  });

  it('is pressed neither through the bottom nor through the surface', () => {
    const shallow = keptAway(points, predators, () => 4.5);
    expect(Math.max(...shallow.map(({ depthM }) => depthM))).toBeCloseTo(4.45, 9);
    const above = predatorsAt(school({ depthM: 1 }), [pike({ depthM: 1 })]);
    const high = scatterTarget(school({ depthM: 1 }), medium, randomSource(3));
    expect(
      Math.min(...keptAway(high, above, medium.bottomDepthAtM).map(({ depthM }) => depthM)),
    ).toBeGreaterThanOrEqual(0.05);
  });

  it.each([
    ['a fish hardly longer than they are', { lengthM: 0.3 }, {}],
    ['one far off', { xM: 14 }, {}],
    ['one far beneath', { depthM: 8.9 }, {}],
    ['one that cruises past', { behaviour: { kind: 'cruise' } }, {}],
    ['any, while the school itself is under way', {}, { speedMps: 0.2 }],
  ])('does not mind %s', (_, fish, bait) => {
    expect(predatorsAt(school(bait), [pike(fish)])).toEqual([]);
  });
});
