import { describe, expect, it } from 'vitest';
import { planeBottom } from '../bottom';
import { blankWater } from '../builder';
import { chartGrid } from '../chart';
import { type PassPlan, passDurationS, passPlanSchema, routeLengthM, type Sweep } from '../pass';
import type { PassDraft } from '.';
import {
  adviseOn,
  coverageOf,
  followContour,
  laneSpacingM,
  lanesOver,
  medianDepthM,
  OUTSIDE,
  plannedPass,
  reciprocalPasses,
  swath,
  thinned,
} from '.';

const fans: Sweep = { instrument: 'sideFans', rangeM: 25, acrossDeg: 50, overlapShare: 0.25 };
const cone: Sweep = { instrument: 'cone', rangeM: 24, acrossDeg: 20, overlapShare: 0.25 };
const area = [
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 200 },
  { x: 0, y: 200 },
];
const flat = (depthM: number) => planeBottom({ depthM, sediment: 'sand', halfSizeM: 300 });

describe('what one pass sees', () => {
  it('cone: depth × tan of half its angle to each side', () => {
    expect(swath(cone, 10).farM).toBeCloseTo(10 * Math.tan((10 * Math.PI) / 180), 9);
    expect(swath(cone, 30).farM).toBe(0);
  });
  it('side fans: √(R² − h²), without what lies too steeply below', () => {
    expect(swath(fans, 7).farM).toBeCloseTo(24, 9);
    expect(swath(fans, 7).nearM).toBeCloseTo(7 / Math.tan((55 * Math.PI) / 180), 9);
    expect(swath(fans, 25)).toEqual({ nearM: 0, farM: 0 });
  });
  it('lanes stand apart by what both sides see, less the overlap', () => {
    expect(laneSpacingM(fans, 7)).toBeCloseTo(2 * 24 * 0.75, 9);
  });
});

describe('lanes', () => {
  it('100 m seen 40 m wide with a quarter overlap take three lanes; reckoned by hand', () => {
    // ⌈(100 − 40) ÷ 30⌉ + 1 = 3, laid evenly about the middle.
    const { routeM, lanes } = lanesOver(area, 0, 30, 40);
    expect(lanes).toBe(3);
    expect(routeM).toEqual([
      { x: 20, y: 0 },
      { x: 20, y: 200 },
      { x: 50, y: 200 },
      { x: 50, y: 0 },
      { x: 80, y: 0 },
      { x: 80, y: 200 },
    ]);
    const plan = passPlanSchema.parse({ id: 'x', name: 'x', routeM, speedMps: 2 });
    // Three lanes, two links, four corners rounded: each gives 2r − πr/2 away.
    const lengthM = 3 * 200 + 2 * 30 - 4 * (2 * 8 - (Math.PI * 8) / 2);
    expect(routeLengthM(routeM)).toBeCloseTo(lengthM, 6);
    expect(passDurationS(plan)).toBeCloseTo(lengthM / 2, 6);
  });
  it('along another heading cross the area the other way', () => {
    const { routeM, lanes } = lanesOver(area, 90, 30, 40);
    expect(lanes).toBe(7);
    expect(Math.abs(routeM[1].x - routeM[0].x)).toBeCloseTo(100, 1);
    expect(routeM[0].y).toBeCloseTo(routeM[1].y, 6);
  });
  it('of a triangle keep to its edges', () => {
    const triangle = [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 0, y: 90 },
    ];
    for (const { x, y } of lanesOver(triangle, 0, 20, 20).routeM) {
      expect(x + y).toBeLessThanOrEqual(90.2);
    }
  });
  it('one is enough for an area narrower than what it sees', () => {
    expect(lanesOver(area, 0, 100, 120).lanes).toBe(1);
  });
});

describe('coverage', () => {
  const wide: Sweep = { ...cone, acrossDeg: 90, rangeM: 50 };
  it('of one lane down the middle is its swath over the width', () => {
    const middle = [
      { x: 50, y: -20 },
      { x: 50, y: 220 },
    ];
    // 90° at 10 m sees 20 m of 100 m.
    const coverage = coverageOf(area, middle, wide, flat(10));
    expect(coverage.seenShare).toBeCloseTo(0.2, 2);
    expect(coverage.seenTwiceShare).toBe(0);
    expect(coverage.areaM2).toBeCloseTo(20_000, -2);
  });
  it('counts what two lanes see twice', () => {
    const there = [
      { x: 45, y: -40 },
      { x: 45, y: 240 },
      { x: 55, y: 240 },
      { x: 55, y: -40 },
    ];
    const coverage = coverageOf(area, there, wide, flat(10));
    expect(coverage.seenShare).toBeCloseTo(0.3, 2);
    expect(coverage.seenTwiceShare).toBeCloseTo(0.1, 2);
  });
  it('side fans with half overlap leave no gap under the lanes, with less they do', () => {
    const share = (overlapShare: number) => {
      const sweep = { ...fans, overlapShare };
      const spacingM = laneSpacingM(sweep, 7);
      const { routeM } = lanesOver(area, 0, spacingM, 2 * swath(sweep, 7).farM);
      return coverageOf(area, routeM, sweep, flat(7)).seenShare;
    };
    expect(share(0.25)).toBeLessThan(0.85);
    expect(share(0.5)).toBeGreaterThan(share(0.25) + 0.05);
  });
  it('marks what lies outside a slanted area', () => {
    const triangle = [area[0], area[1], area[2]];
    const { seen } = coverageOf(triangle, [area[0], area[2]], wide, flat(10));
    expect(seen.filter((times) => times === OUTSIDE).length / seen.length).toBeCloseTo(0.5, 1);
  });
});

describe('following a contour', () => {
  const hump = chartGrid(
    planeBottom({
      depthM: 10,
      sediment: 'sand',
      halfSizeM: 60,
      features: [{ kind: 'hump', xM: 0, yM: 0, radiusM: 40, heightM: 6 }],
    }),
  );
  it('goes round the hump at one depth', () => {
    const route = followContour(hump, 7, { x: 10, y: 0 })!;
    expect(route.length).toBeGreaterThan(6);
    const radii = route.map(({ x, y }) => Math.hypot(x, y));
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(2);
  });
  it('says when there is none', () => expect(followContour(hump, 12, { x: 0, y: 0 })).toBeNull());
  it('thins a line without leaving it', () => {
    const points = Array.from({ length: 1000 }, (_, i) => ({ x: i, y: i < 500 ? 0 : i - 500 }));
    expect(thinned(points, 0.1, 500)).toEqual([points[0], points[500], points[999]]);
  });
});

describe('both sides of a mark', () => {
  it('leave it to starboard on reciprocal headings', () => {
    const [a, b, c, d] = reciprocalPasses({ x: 10, y: 20 }, 0, 12, 30);
    // North along x − 12: the mark lies to starboard (east); back along x + 12, again to starboard.
    expect([a, b]).toEqual([
      { x: -2, y: -10 },
      { x: -2, y: 50 },
    ]);
    expect([c, d]).toEqual([
      { x: 22, y: 50 },
      { x: 22, y: -10 },
    ]);
  });
});

describe('advice', () => {
  const boat = { draftM: 0.5, marginM: 0.5 };
  const plan = (change: Partial<PassPlan>) =>
    passPlanSchema.parse({
      id: 'x',
      name: 'x',
      routeM: [
        { x: 0, y: 0 },
        { x: 0, y: 100 },
      ],
      sweep: fans,
      ...change,
    });
  const texts = (...input: Parameters<typeof adviseOn>) =>
    adviseOn(...input)
      .map(({ text }) => text)
      .join('\n');
  it('has none for a sound plan', () => {
    expect(adviseOn(plan({}), 'search', flat(8), boat)).toEqual([]);
  });
  it.each([
    ['too fast', plan({ speedMps: 4 }), 'search', 8, /fast for this/],
    ['too slow', plan({ speedMps: 0.3 }), 'search', 8, /slow for this/],
    ['aground', plan({}), 'search', 0.8, /crosses water of 0\.8 m/],
    ['beyond range', plan({}), 'search', 26, /ends before it reaches the bottom/],
    ['wide for fish', plan({ sweep: { ...fans, rangeM: 60 } }), 'fish', 6, /a few pixels/],
    ['wide to inspect', plan({ sweep: { ...fans, rangeM: 60 } }), 'inspect', 20, /15–25 m/],
    ['wasted', plan({ sweep: { ...cone, rangeM: 100 } }), 'search', 8, /wastes most/],
    [
      'fans at anchor',
      plan({ holding: { kind: 'hole', forS: 600 }, speedMps: 0 }),
      'jig',
      8,
      /same strip again/,
    ],
  ] as const)('%s', (_, planned, purpose, depthM, expected) => {
    expect(texts(planned, purpose, flat(depthM), boat)).toMatch(expected);
  });
  it('speaks of the level of the day', () => {
    expect(texts(plan({}), 'search', flat(2), boat)).not.toMatch(/crosses water/);
    expect(texts(plan({}), 'search', flat(2), boat, -1.5)).toMatch(/crosses water of 0\.5 m/);
  });
  it('says what stays unseen under lanes that lie too far apart', () => {
    const spacingM = laneSpacingM(fans, 8);
    expect(texts(plan({}), 'search', flat(8), boat, 0, spacingM)).toMatch(/Under each lane/);
    expect(texts(plan({}), 'search', flat(8), boat, 0, spacingM / 1.5)).toBe('');
    expect(texts(plan({}), 'search', flat(8), boat, 0, 60)).toMatch(/strips stay unseen/);
  });
});

describe('a draft becomes a pass', () => {
  const water = blankWater({
    name: 'Flat',
    widthM: 200,
    heightM: 200,
    cellM: 2,
    depthM: 7,
    sediment: 'sand',
  });
  const windy = {
    ...water,
    conditions: { ...water.conditions, windFromDeg: 270 },
    scene: { ...water.scene, water: { ...water.scene.water, windMps: 5 } },
  };
  const grid = chartGrid(water.scene.bottom);
  const draft = (change: Partial<PassDraft>): PassDraft => ({
    kind: 'lanes',
    purpose: 'search',
    instrument: 'sideFans',
    rangeM: 25,
    overlapShare: 0.25,
    speedMps: 1.5,
    headingDeg: 0,
    pointsM: [{ x: 50, y: 60 }],
    contourM: 5,
    awayM: 12,
    minutes: 10,
    stop: 'anchor',
    ...change,
  });
  const pass = (change: Partial<PassDraft>) => {
    const planned = plannedPass(draft(change), windy, grid);
    if (typeof planned === 'string') throw new Error(planned);
    return planned;
  };
  it('lanes: count, spacing and route as lanes over that area', () => {
    const planned = pass({ pointsM: area });
    expect(planned.spacingM).toBeCloseTo(36, 6);
    expect(planned.lanes).toBe(Math.ceil((100 - 48) / 36) + 1);
    expect(planned.area).toEqual(area);
    // The chart ends with this area; within the chart lanes run out beyond theirs to turn.
    const ys = planned.pass.routeM.map(({ y }) => y);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([0, 200]);
    const inner = area.map(({ x, y }) => ({ x: x + 40, y: y / 2 + 50 }));
    const innerYs = pass({ pointsM: inner }).pass.routeM.map(({ y }) => y);
    expect([Math.min(...innerYs), Math.max(...innerYs)]).toEqual([42, 158]);
    expect(passPlanSchema.safeParse({ id: 'x', name: 'x', ...planned.pass }).success).toBe(true);
  });
  it('takes the depth that half of the area is shallower than', () => {
    const slope = planeBottom({ depthM: 8, sediment: 'sand', slopeDeg: 2, slopeTowardDeg: 90 });
    const square = [
      { x: -40, y: -40 },
      { x: 40, y: -40 },
      { x: 40, y: 40 },
      { x: -40, y: 40 },
    ];
    expect(medianDepthM(chartGrid(slope), square)).toBeCloseTo(8, 0);
  });
  it('an anchored boat lies downwind with scope by the depth', () => {
    const { holding } = pass({ kind: 'stop' }).pass;
    expect(holding).toMatchObject({ kind: 'anchor', scopeM: 21, dragFromS: null, forS: 600 });
    // Wind from the west pushes it east.
    expect(holding.kind === 'anchor' && holding.towardDeg).toBeCloseTo(90, 6);
    expect(pass({ kind: 'stop', stop: 'dragging' }).pass.holding).toMatchObject({ dragFromS: 150 });
  });
  it('a drift goes downwind at the leeway of the boat, and ends at the edge of the chart', () => {
    const { pass: short } = pass({ kind: 'drift', minutes: 5 });
    expect(short.speedMps).toBeCloseTo(0.04 * 5, 6);
    expect(short.routeM[1]).toEqual({ x: 50 + 0.2 * 300, y: 60 });
    expect(short.holding).toEqual({ kind: 'drift', headingDeg: 0 });
    expect(pass({ kind: 'drift', minutes: 200 }).pass.routeM[1].x).toBeLessThanOrEqual(200);
  });
  it.each([
    [{ pointsM: area.slice(0, 2) }, /three or more corners/],
    [{ kind: 'route' }, /two or more points/],
    [{ kind: 'contour', pointsM: [] }, /near the contour/],
    [{ kind: 'contour' }, /no contour of this depth/],
    [{ kind: 'bothSides', pointsM: [] }, /Tap the mark/],
    [{ kind: 'stop', pointsM: [] }, /where the boat stops/],
    [{ pointsM: area, rangeM: 5 }, /less than a metre/],
  ] as [Partial<PassDraft>, RegExp][])('says what is missing: %j', (change, expected) => {
    expect(plannedPass(draft(change), windy, grid)).toMatch(expected);
  });
  it('has no drift without wind and current', () => {
    const calm = {
      ...windy,
      scene: { ...windy.scene, water: { ...windy.scene.water, windMps: 0 } },
    };
    expect(plannedPass(draft({ kind: 'drift' }), calm, grid)).toMatch(/no wind or current/);
  });
});
