import { describe, expect, it } from 'vitest';
import { combinePlaces, deviationsApart, ellipse95, groundRangeM, placeAside, placeBelow } from '.';

const north = { xM: 100, yM: 50, headingDeg: 0 };

describe('placing what a screen shows', () => {
  it('corrects slant to ground: a 3-4-5 triangle', () => {
    expect(groundRangeM(25, 15)).toBe(20);
    expect(groundRangeM(10, 12)).toBe(0);
  });
  it('square to the course, to the side that saw it', () => {
    const starboard = placeAside(north, 'starboard', 25, 15, 1);
    expect([starboard.xM, starboard.yM]).toEqual([expect.closeTo(120, 9), expect.closeTo(50, 9)]);
    const port = placeAside({ ...north, headingDeg: 90 }, 'port', 25, 15, 1);
    expect([port.xM, port.yM]).toEqual([expect.closeTo(100, 9), expect.closeTo(70, 9)]);
  });
  it('below the boat, as uncertain as the beam is wide there', () => {
    const { covarianceM2 } = placeBelow(north, 10, 20, 50);
    // A disc of radius a has variance a²/4; the fix adds 1.5².
    const variance = (deg: number) => (10 * Math.tan((deg * Math.PI) / 360)) ** 2 / 4 + 2.25;
    expect(covarianceM2[0]).toBeCloseTo(variance(50), 9);
    expect(covarianceM2[2]).toBeCloseTo(variance(20), 9);
    expect(covarianceM2[1]).toBeCloseTo(0, 9);
  });
  it('a look from the side is less sure along the track the farther it is', () => {
    const spread = (slantM: number) =>
      ellipse95(placeAside(north, 'port', slantM, 5, 1).covarianceM2);
    expect(spread(40).longM).toBeGreaterThan(spread(15).longM);
    expect(spread(40).directionDeg).toBeCloseTo(0, 6);
  });
});

describe('several looks', () => {
  it('of equal weight meet half-way and halve the variance', () => {
    const one = { xM: 0, yM: 0, covarianceM2: [4, 0, 4] as [number, number, number] };
    const both = combinePlaces([one, { ...one, xM: 2 }]);
    expect([both.xM, both.yM]).toEqual([1, 0]);
    expect(both.covarianceM2.map(Math.abs)).toEqual([2, 0, 2]);
  });
  it('from another side shrink the long way of the ellipse the most', () => {
    const mark = { x: 120, y: 50 };
    const first = placeAside(north, 'starboard', 25, 15, 1);
    const second = placeAside(
      { xM: mark.x, yM: mark.y - 20, headingDeg: 270 },
      'starboard',
      25,
      15,
      1,
    );
    expect(second.xM).toBeCloseTo(mark.x, 6);
    expect(second.yM).toBeCloseTo(mark.y, 6);
    const [one, two] = [first, combinePlaces([first, second])].map((place) =>
      ellipse95(place.covarianceM2),
    );
    const again = ellipse95(combinePlaces([first, first]).covarianceM2);
    expect(two.longM).toBeLessThan(one.longM);
    expect(two.longM).toBeLessThan(again.longM);
  });
  it('the surer look draws the place to itself', () => {
    const sure = { xM: 0, yM: 0, covarianceM2: [1, 0, 1] as [number, number, number] };
    const vague = { xM: 10, yM: 0, covarianceM2: [9, 0, 9] as [number, number, number] };
    expect(combinePlaces([sure, vague]).xM).toBeCloseTo(1, 9);
  });
  it('tells one thing from two by their distance in standard deviations', () => {
    const place = (xM: number) => ({
      xM,
      yM: 0,
      covarianceM2: [2, 0, 2] as [number, number, number],
    });
    expect(deviationsApart(place(0), place(6))).toBeCloseTo(3, 9);
  });
});

describe('the 95 % ellipse', () => {
  it('has half axes of √5.991 standard deviations', () => {
    const { longM, shortM, directionDeg } = ellipse95([1, 0, 9]);
    expect(longM).toBeCloseTo(3 * 2.4477, 3);
    expect(shortM).toBeCloseTo(2.4477, 3);
    expect(directionDeg).toBeCloseTo(0, 9);
  });
  it('points along its longer axis, clockwise from north', () => {
    expect(ellipse95([9, 0, 1]).directionDeg).toBeCloseTo(90, 9);
    expect(ellipse95([5, 4, 5]).directionDeg).toBeCloseTo(45, 9);
  });
});
