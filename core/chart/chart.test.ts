import { describe, expect, it } from 'vitest';
import { planeBottom } from '../bottom';
import {
  chartGrid,
  coarserGrid,
  contourDepths,
  contourLines,
  deepestM,
  levelOffsetM,
  openLines,
  sectionAlong,
  steepnessDeg,
} from '.';

/** Deeper to the east by tan 3° a metre, 8 m deep at x = 0. */
const slope = planeBottom({
  depthM: 8,
  sediment: 'sand',
  slopeDeg: 3,
  slopeTowardDeg: 90,
  halfSizeM: 80,
});
const grid = chartGrid(slope);
const perM = Math.tan((3 * Math.PI) / 180);

describe('contours', () => {
  it('of a plane are straight lines where the depth says', () => {
    const [level] = contourLines(grid, [9.5]);
    const pieces = level.rings.flatMap((ring) => openLines(grid, ring));
    expect(pieces).toHaveLength(1);
    const wanted = (9.5 - 8) / perM;
    // Depths are kept to the centimetre: up to half of one is 0.1 m along this slope.
    for (let i = 0; i < pieces[0].length; i += 2) {
      expect(Math.abs(pieces[0][i] - wanted)).toBeLessThan(0.1);
    }
    const ys = Array.from(pieces[0]).filter((_, i) => i % 2 === 1);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(160, 0);
  });
  it('of a round hump close on themselves at the right radius', () => {
    const hump = planeBottom({
      depthM: 10,
      sediment: 'sand',
      halfSizeM: 60,
      features: [{ kind: 'hump', xM: 7, yM: -5, radiusM: 40, heightM: 6 }],
    });
    const [level] = contourLines(chartGrid(hump), [7]);
    const pieces = level.rings.flatMap((ring) => openLines(chartGrid(hump), ring));
    expect(pieces).toHaveLength(1);
    const radii: number[] = [];
    for (let i = 0; i < pieces[0].length; i += 2) {
      radii.push(Math.hypot(pieces[0][i] - 7, pieces[0][i + 1] + 5));
    }
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(1.2);
  });
  it('come at whole steps below the surface and above the floor', () => {
    expect(contourDepths(2, 9)).toEqual([2, 4, 6, 8]);
    expect(contourDepths(0.5, 1.6)).toEqual([0.5, 1, 1.5]);
  });
});

describe('relief', () => {
  it('shows sand waves that its grid can hold, and none in place of those it cannot', () => {
    const spread = (wavelengthM: number) => {
      const waves = planeBottom({
        depthM: 10,
        sediment: 'sand',
        halfSizeM: 60,
        features: [
          { kind: 'ripple', xM: 0, yM: 0, radiusM: 50, wavelengthM, heightM: 1, headingDeg: 90 },
        ],
      });
      const { depthsM } = chartGrid(waves);
      return Math.max(...depthsM) - Math.min(...depthsM);
    };
    expect(spread(9.5)).toBeGreaterThan(0.7);
    expect(spread(5)).toBe(0);
  });
  it('steepness of a plane is its slope, at the edge as well', () => {
    // One-sided over 4 m, a centimetre is 0.14°.
    for (const deg of steepnessDeg(grid)) expect(Math.abs(deg - 3)).toBeLessThan(0.15);
  });
  it('a section runs straight and as deep as the plane', () => {
    const points = sectionAlong(slope, { x: -40, y: 10 }, { x: 40, y: 10 }, 9, 0.5);
    expect(points.map(({ alongM }) => alongM)).toEqual([0, 10, 20, 30, 40, 50, 60, 70, 80]);
    for (const { xM, depthM } of points) expect(depthM).toBeCloseTo(8.5 + perM * xM, 1);
  });
  it('one sounding at the launch gives the level, and the chart shows the day', () => {
    const offsetM = levelOffsetM(slope, 0, 0, 7.2);
    expect(offsetM).toBeCloseTo(-0.8, 6);
    expect(deepestM(chartGrid(slope, offsetM))).toBeCloseTo(deepestM(grid) - 0.8, 4);
  });
  it('never shows less than no water', () => {
    expect(Math.min(...chartGrid(slope, -9).depthsM)).toBe(0);
  });
  it('a coarser grid keeps every k-th depth in its place', () => {
    const coarse = coarserGrid(grid, 200);
    expect(coarse.columns * coarse.rows).toBeLessThanOrEqual(200);
    const step = coarse.cellM / grid.cellM;
    expect(coarse.depthsM[coarse.columns + 2]).toBe(grid.depthsM[step * grid.columns + 2 * step]);
    expect(coarserGrid(grid, 1e9)).toBe(grid);
  });
});
