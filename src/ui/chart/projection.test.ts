import { describe, expect, it } from 'vitest';
import { type ChartPose, projection, scaleBarLength, wholePose, zoomedAbout } from './projection';

const pose = (change: Partial<ChartPose> = {}): ChartPose => ({
  centreM: { x: 100, y: 50 },
  metresPerPx: 0.5,
  upRad: 0,
  ...change,
});

describe('the chart’s projection', () => {
  it('puts the centre in the middle, north up and east right', () => {
    const at = projection(pose(), 400, 200);
    expect(at.toPx(100, 50)).toEqual([200, 100]);
    expect(at.toPx(110, 50)).toEqual([220, 100]);
    expect(at.toPx(100, 60)).toEqual([200, 80]);
  });
  it('heading up: what lies ahead is up, what lies to starboard is right', () => {
    const at = projection(pose({ upRad: Math.PI / 2 }), 400, 200);
    const [aheadX, aheadY] = at.toPx(110, 50);
    expect([aheadX, aheadY]).toEqual([expect.closeTo(200, 9), expect.closeTo(80, 9)]);
    const [southX, southY] = at.toPx(100, 40);
    expect([southX, southY]).toEqual([expect.closeTo(220, 9), expect.closeTo(100, 9)]);
  });
  it.each([0, 0.7, 2.5, -1.1])('turned by %f rad there and back is where it was', (upRad) => {
    const at = projection(pose({ upRad }), 640, 480);
    const { x, y } = at.toM(...at.toPx(87.5, 12.25));
    expect([x, y]).toEqual([expect.closeTo(87.5, 9), expect.closeTo(12.25, 9)]);
  });
  it('its matrix does what toPx does', () => {
    const at = projection(pose({ upRad: 0.4 }), 640, 480);
    const [a, b, c, d, e, f] = at.matrix;
    const [px, py] = at.toPx(33, 44);
    expect(a * 33 + c * 44 + e).toBeCloseTo(px, 9);
    expect(b * 33 + d * 44 + f).toBeCloseTo(py, 9);
  });
  it('shows a whole grid with a little air around it', () => {
    const grid = { originM: { x: 10, y: 20 }, cellM: 2, columns: 101, rows: 51 };
    const at = projection(wholePose(grid, 400, 400), 400, 400);
    const [west, south] = at.toPx(10, 20);
    const [east, north] = at.toPx(210, 120);
    expect(west).toBeGreaterThan(0);
    expect(east).toBeLessThan(400);
    expect(east - west).toBeGreaterThan(370);
    expect(south - north).toBeCloseTo((east - west) / 2, 6);
  });
  it('zooming keeps the place under the pointer', () => {
    const before = projection(pose(), 400, 200);
    const place = before.toM(310, 40);
    const zoomed = zoomedAbout(pose(), before, 310, 40, 0.25);
    expect(zoomed.metresPerPx).toBe(0.125);
    const [px, py] = projection(zoomed, 400, 200).toPx(place.x, place.y);
    expect([px, py]).toEqual([expect.closeTo(310, 6), expect.closeTo(40, 6)]);
  });
  it('stops zooming where nothing more would be seen', () => {
    const at = projection(pose(), 400, 200);
    expect(zoomedAbout(pose(), at, 0, 0, 1e-9).metresPerPx).toBe(0.01);
    expect(zoomedAbout(pose(), at, 0, 0, 1e9).metresPerPx).toBe(20);
  });
});

describe('the scale bar', () => {
  it.each([
    [0.5, 130, 50],
    [0.1, 130, 10],
    [0.0155, 130, 2],
    [2, 130, 200],
    [0.001, 130, 0.1],
  ])('at %f a pixel, at most %d pixels: %f', (perPx, most, length) => {
    expect(scaleBarLength(perPx, most)).toBeCloseTo(length, 9);
  });
});
